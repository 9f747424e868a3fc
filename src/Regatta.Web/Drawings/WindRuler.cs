namespace Regatta.Web.Drawings;

/// <summary>The ruler every drawing hangs from: wind left to right, linear, from calm to the end of the last band. Positions are in drawing
/// units.</summary>
/// <param name="Left">Where calm is.</param>
/// <param name="Right">Where the last band ends.</param>
/// <param name="Bands">The bands.</param>
public sealed record WindRuler(double Left, double Right, WindBands Bands)
{
    private const int MostTicks = 14;

    /// <summary>A band seen large takes this much of its own width to either side of it.</summary>
    private const double Beside = 0.15;

    /// <summary>The band that is seen large; null for all of them.</summary>
    public WindBand? Zoom { get; init; }

    private WindAxis Axis =>
        Zoom is not { } band
            ? new(Left, Right, Bands.To)
            : new(Left, Right, Speed.FromMetresPerSecond(band.To.MetresPerSecond + Margin(band)))
            {
                From = Speed.FromMetresPerSecond(Math.Max(0, band.From.MetresPerSecond - Margin(band))),
            };

    private static double Margin(WindBand band) => (band.To.MetresPerSecond - band.From.MetresPerSecond) * Beside;

    /// <summary>Where a wind stands; held inside the ruler.</summary>
    public double At(Speed wind) => Axis.At(wind);

    /// <summary>Whether any of a band can be seen.</summary>
    public bool Shows(WindBand band) => At(band.To) - At(band.From) > 1;

    /// <summary>The wind ticks in a reader's unit, at steps that keep their numbers apart.</summary>
    public IEnumerable<(double X, string Text)> Ticks(SpeedUnit unit) => Axis.Ticks(unit, MostTicks);

    /// <summary>Where each Beaufort force begins.</summary>
    public IEnumerable<(double X, int Force)> BeaufortTicks() =>
        Enumerable
            .Range(1, 11)
            .Where(force => Beaufort.Starts(force) < Axis.To && Beaufort.Starts(force) >= Axis.From)
            .Select(force => (At(Beaufort.Starts(force)), force));

    /// <summary>How deep a band's tint is, 0 for the lightest band to 1 for the strongest.</summary>
    public double Depth(WindBand band) => Bands.All.Count == 1 ? 0.5 : (double)Bands.All.ToList().IndexOf(band) / (Bands.All.Count - 1);
}
