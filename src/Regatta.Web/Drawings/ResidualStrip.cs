using static Regatta.Web.Drawings.Svg;

namespace Regatta.Web.Drawings;

/// <summary>The residuals of some runs, as dots along a tape of degrees with their mean.</summary>
/// <param name="Name">Whose they are.</param>
/// <param name="Dots">Where they lie, in drawing units.</param>
/// <param name="Mean">Where their mean lies.</param>
/// <param name="Label">The same in words.</param>
public sealed record ResidualStrip(string Name, IReadOnlyList<double> Dots, double Mean, string Label)
{
    /// <summary>In drawing units; six degrees to either side.</summary>
    public const double Width = 240;

    private const double PerDegree = Width / 12;

    /// <summary>Of the runs of one boat, or one band.</summary>
    public static ResidualStrip Of(string name, IReadOnlyList<Residual> residuals)
    {
        var mean = residuals.Average(residual => residual.Degrees);
        return new(
            name,
            [.. residuals.Select(residual => At(residual.Degrees))],
            At(mean),
            $"{name}: {residuals.Count} runs, on average {NumberText.Signed(mean, 1)}° of what is expected"
        );
    }

    /// <summary>The dots as one path.</summary>
    public string Path => string.Concat(Dots.Select(x => $"M{N(x - 2.5)} 12a2.5 2.5 0 1 0 5 0a2.5 2.5 0 1 0 -5 0"));

    private static double At(double degrees) => (Width / 2) + (Math.Clamp(degrees, -5.8, 5.8) * PerDegree);
}
