using MathNet.Numerics.Distributions;
using MathNet.Numerics.Integration;

namespace Regatta.Core.Evidence;

/// <summary>Probabilities of two jointly normal quantities.</summary>
public static class BivariateNormal
{
    /// <summary>A fixed rule: an adaptive one asked for more than rounding can give never comes to an end.</summary>
    private const int Points = 128;

    /// <summary>P(X &lt; h and Y &lt; k) of two standard normal quantities with a correlation, by Plackett's integral
    /// Φ(h)Φ(k) + (1/2π)∫₀^asin(ρ) exp(−(h² + k² − 2hk·sin θ)/(2cos²θ)) dθ.</summary>
    /// <param name="h">Finite.</param>
    /// <param name="k">Finite.</param>
    /// <param name="correlation">−1 to 1.</param>
    public static double Cdf(double h, double k, double correlation)
    {
        var independent = Normal.CDF(0, 1, h) * Normal.CDF(0, 1, k);
        return correlation switch
        {
            >= 1 => Normal.CDF(0, 1, Math.Min(h, k)),
            <= -1 => Math.Max(0, Normal.CDF(0, 1, h) - Normal.CDF(0, 1, -k)),
            0 => independent,
            _ => independent + (GaussLegendreRule.Integrate(Slope, 0, Math.Asin(correlation), Points) / (2 * Math.PI)),
        };

        double Slope(double angle)
        {
            var cosine = Math.Cos(angle);
            return Math.Exp(-((h * h) + (k * k) - (2 * h * k * Math.Sin(angle))) / (2 * cosine * cosine));
        }
    }

    /// <summary>P(U·W &lt; 0): that two jointly normal quantities have opposite signs.</summary>
    /// <param name="u">Mean and variance of U; variance above zero.</param>
    /// <param name="w">Mean and variance of W; variance above zero.</param>
    /// <param name="covariance">Of U and W.</param>
    public static double OppositeSigns((double Mean, double Variance) u, (double Mean, double Variance) w, double covariance)
    {
        var (su, sw) = (Math.Sqrt(u.Variance), Math.Sqrt(w.Variance));
        var (h, k, correlation) = (-u.Mean / su, -w.Mean / sw, Math.Clamp(covariance / (su * sw), -1, 1));
        var both = Cdf(h, k, correlation);
        return Math.Clamp(Normal.CDF(0, 1, h) + Normal.CDF(0, 1, k) - (2 * both), 0, 1);
    }
}
