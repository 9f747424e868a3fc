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

    /// <summary>The part of a forecast in a band below which it only touches it.</summary>
    private const double Touches = 0.15;

    /// <summary>Draws a forecast for a class.</summary>
    public static ForecastDrawing Of(WindBands bands, WindRange forecast)
    {
        var ruler = new WindAxis(0, Width, bands.To);
        var width = forecast.To.MetresPerSecond - forecast.From.MetresPerSecond;
        // A band that a forecast just touches is not its band; one beyond the last band is that band's, and a single wind lies in one.
        var reached = bands
            .All.Where(band =>
                Math.Min(band.To.MetresPerSecond, forecast.To.MetresPerSecond)
                    - Math.Max(band.From.MetresPerSecond, forecast.From.MetresPerSecond)
                > Touches * width
            )
            .ToList();
        var said = reached.Count > 0 ? reached : [bands.At(forecast.Mean)];
        var (from, to) = (ruler.At(forecast.From), ruler.At(forecast.To));
        return new(
            [.. bands.All.Select(band => (ruler.At(band.From), ruler.At(band.To) - ruler.At(band.From), said.Contains(band)))],
            Math.Min(from, Width - 3),
            Math.Max(to, Math.Min(from, Width - 3) + 3),
            said.Count > 1 ? $"{said[0].Name} to {said[^1].Name}" : said[0].Name
        );
    }
}
