namespace Regatta.Web.Drawings;

/// <summary>A day's forecast on the ruler of a class's bands.</summary>
/// <param name="Bands">Where each band begins and how wide it is, and whether the forecast reaches into it.</param>
/// <param name="From">Where the forecast begins.</param>
/// <param name="To">Where it ends.</param>
/// <param name="Says">The bands it reaches into, by name.</param>
public sealed record ForecastDrawing(IReadOnlyList<(double X, double Width, bool Reached)> Bands, double From, double To, string Says)
{
    /// <summary>In drawing units.</summary>
    public const double Width = 150;

    /// <inheritdoc cref="Width"/>
    public const double Height = 12;

    /// <summary>Draws a forecast for a class.</summary>
    public static ForecastDrawing Of(WindBands bands, WindRange forecast)
    {
        var ruler = new WindAxis(0, Width, bands.To);
        var said = bands.Reached(forecast);
        var (from, to) = (ruler.At(forecast.From), ruler.At(forecast.To));
        return new(
            [.. bands.All.Select(band => (ruler.At(band.From), ruler.At(band.To) - ruler.At(band.From), said.Contains(band)))],
            Math.Min(from, Width - 3),
            Math.Max(to, Math.Min(from, Width - 3) + 3),
            said.Count > 1 ? $"{said[0].Name} to {said[^1].Name}" : said[0].Name
        );
    }
}
