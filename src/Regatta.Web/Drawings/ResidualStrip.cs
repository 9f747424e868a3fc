using static Regatta.Web.Drawings.Svg;

namespace Regatta.Web.Drawings;

/// <summary>The residuals of some runs, as dots along an axis of degrees with their mean.</summary>
/// <param name="Name">Whose they are.</param>
/// <param name="Degrees">How far each lies from what is expected.</param>
/// <param name="Mean">Their mean.</param>
/// <param name="Label">The same in words.</param>
public sealed record ResidualStrip(string Name, IReadOnlyList<double> Degrees, double Mean, string Label)
{
    /// <summary>Of the runs of one boat, or one band.</summary>
    public static ResidualStrip Of(string name, IReadOnlyList<Residual> residuals)
    {
        var mean = residuals.Average(residual => residual.Degrees);
        return new(
            name,
            [.. residuals.Select(residual => residual.Degrees)],
            mean,
            $"{name}: {residuals.Count} runs, on average {NumberText.Signed(mean, 1)}° of what is expected"
        );
    }

    /// <summary>The dots as one path.</summary>
    public string Path(DegreeAxis axis) =>
        string.Concat(Degrees.Select(degrees => $"M{N(axis.X(degrees) - 2.5)} 12a2.5 2.5 0 1 0 5 0a2.5 2.5 0 1 0 -5 0"));
}
