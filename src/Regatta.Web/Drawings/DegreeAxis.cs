using static Regatta.Web.Drawings.Svg;

namespace Regatta.Web.Drawings;

/// <summary>One axis of degrees about zero that several rows share, so that they can be compared at a look.</summary>
/// <param name="Reach">The degrees at either end; above zero.</param>
/// <param name="Step">The degrees from tick to tick.</param>
public sealed record DegreeAxis(double Reach, double Step)
{
    /// <summary>In drawing units.</summary>
    public const double Width = 240;

    private const int MostTicks = 2;

    /// <summary>The axis on which the furthest of some values has its place, with the fewest ticks that read well.</summary>
    public static DegreeAxis Of(IEnumerable<double> values)
    {
        var furthest = Math.Max(0.01, values.Select(Math.Abs).DefaultIfEmpty().Max());
        var step = new[] { 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 3, 5, 10, 20, 50 }.First(one => one * MostTicks >= furthest || one == 50);
        return new(step * Math.Ceiling(furthest / step), step);
    }

    /// <summary>Where each tick stands, with the degrees it is for.</summary>
    public IEnumerable<(double X, double Degrees)> Ticks
    {
        get
        {
            var each = (int)Math.Round(Reach / Step);
            return Enumerable.Range(-each, (2 * each) + 1).Select(at => (X(at * Step), at * Step));
        }
    }

    /// <summary>The lines of the ticks as one path, from the top to the bottom of a row.</summary>
    public string Grid(double height) =>
        string.Concat(Ticks.Where(tick => tick.Degrees != 0).Select(tick => $"M{N(tick.X)} 0V{N(height)}"));

    /// <summary>Where some degrees stand; what lies further stands at the end.</summary>
    public double X(double degrees) => (Width / 2) + (Math.Clamp(degrees, -Reach, Reach) / Reach * ((Width / 2) - 8));
}

/// <summary>What is known of a row of an axis: a middle with its interval, and what was believed before.</summary>
/// <param name="Name">Whose it is.</param>
/// <param name="Now">What is known.</param>
/// <param name="Before">The same before any log; null where nothing was.</param>
/// <param name="Said">The same in words.</param>
public sealed record EffectRow(string Name, HelmPrediction Now, HelmPrediction? Before, string Said)
{
    /// <summary>What is said besides; empty for nothing.</summary>
    public string Remark { get; init; } = "";

    /// <summary>Whether the logs tell nothing of it: then only what was believed is drawn.</summary>
    public bool IsUntold { get; init; }

    /// <summary>How far it reaches on its axis.</summary>
    public IEnumerable<double> Ends =>
        new[] { Now, Before ?? Now }.Select(known => known.Interval(FitReview.Level)).SelectMany(ends => new[] { ends.Low, ends.High });

    /// <summary>An interval as a path at a height.</summary>
    public static string Bar(DegreeAxis axis, HelmPrediction of, double y)
    {
        var (low, high) = of.Interval(FitReview.Level);
        return $"M{N(axis.X(low))} {N(y)}H{N(axis.X(high))}";
    }
}
