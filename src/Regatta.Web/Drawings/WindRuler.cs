using Regatta.Core.Units;
using Regatta.Core.Wind;

namespace Regatta.Web.Drawings;

/// <summary>The ruler every drawing hangs from: wind left to right, linear, from calm to the end of the last band. Positions are in drawing units.</summary>
/// <param name="Left">Where calm is.</param>
/// <param name="Right">Where the last band ends.</param>
/// <param name="Bands">The bands.</param>
public sealed record WindRuler(double Left, double Right, WindBands Bands)
{
    private const int MostTicks = 14;

    private WindAxis Axis => new(Left, Right, Bands.To);

    /// <summary>Where a wind stands; held inside the ruler.</summary>
    public double At(Speed wind) => Axis.At(wind);

    /// <summary>The wind ticks in a reader's unit, at steps that keep their numbers apart.</summary>
    public IEnumerable<(double X, string Text)> Ticks(SpeedUnit unit) => Axis.Ticks(unit, MostTicks);

    /// <summary>Where each Beaufort force begins.</summary>
    public IEnumerable<(double X, int Force)> BeaufortTicks() =>
        Enumerable.Range(1, 11).Where(force => Beaufort.Starts(force) < Bands.To).Select(force => (At(Beaufort.Starts(force)), force));

    /// <summary>How deep a band's tint is, 0 for the lightest band to 1 for the strongest.</summary>
    public double Depth(WindBand band) => Bands.All.Count == 1 ? 0.5 : (double)Bands.All.ToList().IndexOf(band) / (Bands.All.Count - 1);
}
