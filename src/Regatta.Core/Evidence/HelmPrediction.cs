using MathNet.Numerics.Distributions;

namespace Regatta.Core.Evidence;

/// <summary>A helm that is expected: Student-t around a mean.</summary>
/// <param name="Mean">Degrees of rudder, + weather helm.</param>
/// <param name="Deviation">Its scale in degrees; above zero.</param>
/// <param name="Freedom">Degrees of freedom; infinite for a normal.</param>
public readonly record struct HelmPrediction(double Mean, double Deviation, double Freedom)
{
    /// <summary>P(|helm − target| ≤ tolerance).</summary>
    /// <param name="target">Degrees.</param>
    /// <param name="tolerance">Degrees, zero or more.</param>
    public double Within(double target, double tolerance) => Below(target + tolerance) - Below(target - tolerance);

    /// <summary>The interval around the mean that holds with a probability.</summary>
    /// <param name="level">Above zero, below one.</param>
    public (double Low, double High) Interval(double level)
    {
        var half = Deviation * StudentT.InvCDF(0, 1, Freedom, 0.5 + (level / 2));
        return (Mean - half, Mean + half);
    }

    private double Below(double helm) => StudentT.CDF(Mean, Deviation, Freedom, helm);
}
