using MathNet.Numerics.Distributions;
using MathNet.Numerics.Integration;

namespace Regatta.Core.Evidence;

/// <summary>Probabilities of two quantities that are jointly Student-t; with endless freedom, jointly normal.</summary>
public static class BivariateStudent
{
    /// <summary>A fixed rule: an adaptive one asked for more than rounding can give never comes to an end.</summary>
    private const int Points = 48;

    /// <summary>Each part of the way from where the two are one is so many times as long as the part before.</summary>
    private const double Growth = 4;

    /// <summary>P(X &lt; h and Y &lt; k) of two standard quantities with a correlation, by the integral over the correlation from where the
    /// two are one: ∂P/∂θ = (1/2π)(1 + (h² + k² − 2hk·sin θ)/(ν cos²θ))^(−ν/2), ρ = sin θ. Source: Plackett 1954 for the normal,
    /// Dunnett &amp; Sobel 1954 for Student's t.</summary>
    /// <param name="h">Finite.</param>
    /// <param name="k">Finite.</param>
    /// <param name="correlation">−1 to 1.</param>
    /// <param name="freedom">ν, above zero; infinite for the normal.</param>
    public static double Cdf(double h, double k, double correlation, double freedom)
    {
        var angle = Math.Asin(Math.Clamp(correlation, -1, 1));
        return angle >= 0
            ? Below(Math.Min(h, k), freedom) - (FromEnd(1, Math.Abs(h - k)) / (2 * Math.PI))
            : Math.Max(0, Below(h, freedom) - Below(-k, freedom)) + (FromEnd(-1, Math.Abs(h + k)) / (2 * Math.PI));

        // Near the end, where the two are one, the slope rises within about the distance of h and k: the parts follow that.
        double FromEnd(int side, double apart)
        {
            var (sum, from, all) = (0.0, 0.0, (Math.PI / 2) - Math.Abs(angle));
            for (var length = Math.Max(apart, 1e-6); from < all; length *= Growth)
            {
                var to = Math.Min(all, from + length);
                sum += GaussLegendreRule.Integrate(off => Slope(side, off), from, to, Points);
                from = to;
            }

            return sum;
        }

        // h² + k² − 2hk·sin θ over cos² θ at θ = ±(π/2 − off), so written that nothing cancels near the end.
        double Slope(int side, double off)
        {
            var (half, sine) = (Math.Sin(off / 2), Math.Sin(off));
            var apart = h - (side * k);
            var distance = ((apart * apart) + (side * 4 * h * k * half * half)) / (sine * sine);
            return double.IsPositiveInfinity(freedom) ? Math.Exp(-distance / 2) : Math.Pow(1 + (distance / freedom), -freedom / 2);
        }
    }

    /// <summary>P(U·W &lt; 0): that two jointly distributed quantities have opposite signs.</summary>
    /// <param name="u">Mean and squared scale of U; the scale above zero.</param>
    /// <param name="w">Mean and squared scale of W; the scale above zero.</param>
    /// <param name="covariance">Of U and W, in the same scale.</param>
    /// <param name="freedom">Degrees of freedom; infinite for the normal.</param>
    public static double OppositeSigns(
        (double Mean, double Variance) u,
        (double Mean, double Variance) w,
        double covariance,
        double freedom
    )
    {
        var (su, sw) = (Math.Sqrt(u.Variance), Math.Sqrt(w.Variance));
        var (h, k) = (-u.Mean / su, -w.Mean / sw);
        var both = Cdf(h, k, covariance / (su * sw), freedom);
        return Math.Clamp(Below(h, freedom) + Below(k, freedom) - (2 * both), 0, 1);
    }

    private static double Below(double at, double freedom) => StudentT.CDF(0, 1, freedom, at);
}
