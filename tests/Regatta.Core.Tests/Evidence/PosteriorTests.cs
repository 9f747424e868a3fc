using System.Globalization;
using System.Text.Json;
using CsCheck;
using MathNet.Numerics.LinearRegression;
using Regatta.Core.Evidence;

namespace Regatta.Core.Tests.Evidence;

public sealed class PosteriorTests
{
    // The worked case of docs/models.md, evaluated independently of this project.
    [Fact]
    public void The_worked_fit_reproduces_to_six_digits()
    {
        var worked = JsonDocument.Parse(File.ReadAllText("Data/helm-fit.json")).RootElement;
        var posterior = WorkedPosterior(worked);

        AssertClose(Numbers(worked, "posterior_mean"), posterior.Mean);
        AssertClose(Numbers(worked, "posterior_sd"), posterior.Deviations);
        AssertClose(worked.GetProperty("an").GetDouble(), posterior.Shape);
        AssertClose(worked.GetProperty("bn").GetDouble(), posterior.Scale);
        AssertClose(worked.GetProperty("sigma_hat").GetDouble(), posterior.Scatter);
        var (mean, deviation) = posterior.Predict(Numbers(worked, "cell"));
        AssertClose(worked.GetProperty("cell_mean").GetDouble(), mean);
        AssertClose(worked.GetProperty("cell_sd").GetDouble(), deviation);
    }

    [Fact]
    public void The_worked_proposals_reproduce_to_six_digits()
    {
        var worked = JsonDocument.Parse(File.ReadAllText("Data/helm-fit.json")).RootElement;
        var (posterior, cell) = (WorkedPosterior(worked), Numbers(worked, "cell"));
        foreach (var candidate in worked.GetProperty("candidates").EnumerateArray())
        {
            double[] change = [0, 0, 0, candidate.GetProperty("step").GetDouble(), 0];
            var (shift, better) = Proposer.Outlook(posterior, cell, change, worked.GetProperty("target").GetDouble());
            AssertClose(candidate.GetProperty("expected").GetDouble(), posterior.Predict(cell).Mean + shift);
            AssertClose(candidate.GetProperty("pbetter").GetDouble(), better);
        }
    }

    // Published: Longley 1967; coefficients certified by NIST StRD (Longley), Employed in thousands as R ships it.
    [Fact]
    public void With_a_flat_prior_the_Longley_coefficients_come_out_to_six_digits()
    {
        var rows = File.ReadLines("Data/longley.csv")
            .Skip(1)
            .Select(line => line.Split(',')[1..].Select(text => double.Parse(text, CultureInfo.InvariantCulture)).ToArray())
            .ToList();
        // The columns are centred, as anybody would before fitting so collinear a set; the intercept is carried back.
        var centres = Enumerable.Range(0, 6).Select(at => rows.Average(row => row[at])).ToArray();
        var flat = HelmPosterior.Before([.. Enumerable.Repeat(new CoefficientPrior(0, double.PositiveInfinity), 7)]);
        var fit = rows.Aggregate(
            flat,
            (posterior, row) => posterior.With([1, .. row[..6].Select((value, at) => value - centres[at])], row[6], 1)
        );

        var slopes = fit.Mean.Skip(1).ToArray();
        AssertClose(
            [0.0150618722713733, -0.0358191792925910, -0.0202022980381683, -0.0103322686717359, -0.0511041056535807, 1.82915146461355],
            slopes
        );
        AssertClose(-3482.25863459582, fit.Mean[0] - slopes.Zip(centres, (slope, centre) => slope * centre).Sum());
    }

    // Reference library: MathNet.Numerics multiple regression.
    [Fact]
    public void With_a_flat_prior_any_fit_is_least_squares() =>
        Gen.Double[-5, 5]
            .Array[3]
            .Array[8, 20]
            .Sample(
                rows =>
                {
                    double[][] x = [.. rows.Select(row => new[] { 1, row[0], row[1] })];
                    double[] y = [.. rows.Select(row => row[2])];
                    var squares = MultipleRegression.QR(x, y);
                    var fit = x.Zip(y)
                        .Aggregate(
                            HelmPosterior.Before([.. Enumerable.Repeat(new CoefficientPrior(0, 1e6), 3)]),
                            (posterior, row) => posterior.With(row.First, row.Second, 1)
                        );
                    return fit.Mean.Zip(squares).All(pair => Math.Abs(pair.First - pair.Second) < 1e-4 * (1 + Math.Abs(pair.Second)));
                },
                iter: 50
            );

    [Fact]
    public void The_order_of_logs_does_not_matter_and_weight_zero_changes_nothing()
    {
        var prior = HelmPosterior.Before([new(3, 3), new(-0.8, 0.4)]);
        var forth = prior.With([1, 2], 4, 1).With([1, -1], 2, 0.5);
        var back = prior.With([1, -1], 2, 0.5).With([1, 5], 40, 0).With([1, 2], 4, 1);
        AssertClose(forth.Mean, back.Mean);
        Assert.Equal(2, back.Rows);
    }

    [Fact]
    public void More_logs_never_make_a_coefficient_less_certain() =>
        Gen.Double[-3, 3]
            .Array[2, 12]
            .Sample(values =>
            {
                var prior = HelmPosterior.Before([new(3, 3), new(-0.8, 0.4)]);
                var fit = values.Aggregate(prior, (posterior, x) => posterior.With([1, x], 3 - (0.8 * x), 1));
                return fit.Deviations[1] / fit.Scatter <= prior.Deviations[1] / prior.Scatter + 1e-12;
            });

    [Fact]
    public void A_row_of_another_width_is_a_bug() =>
        Assert.Throws<ArgumentException>(() => HelmPosterior.Before([new(3, 3)]).With([1, 2], 3, 1));

    // P(X<0, Y<0) = 1/4 + asin(ρ)/2π. Published: Sheppard 1899.
    [Theory]
    [InlineData(0.5)]
    [InlineData(-0.9)]
    [InlineData(0.999)]
    [InlineData(1)]
    [InlineData(-1)]
    [InlineData(0)]
    public void The_quadrant_of_two_correlated_normals_is_known(double correlation) =>
        Assert.Equal(0.25 + (Math.Asin(correlation) / (2 * Math.PI)), BivariateNormal.Cdf(0, 0, correlation), 9);

    [Fact]
    public void The_bivariate_normal_is_symmetric_and_monotone() =>
        Gen.Select(Gen.Double[-3, 3], Gen.Double[-3, 3], Gen.Double[-0.99, 0.99])
            .Sample(
                (h, k, correlation) =>
                    Math.Abs(BivariateNormal.Cdf(h, k, correlation) - BivariateNormal.Cdf(k, h, correlation)) < 1e-9
                    && BivariateNormal.Cdf(h + 0.5, k, correlation) >= BivariateNormal.Cdf(h, k, correlation) - 1e-9
            );

    // A rule that adapted to a precision no rounding allows once ran for ever here: two quantities almost one, far from the middle.
    [Theory]
    [InlineData(0.01, 0.0100001, 0.9999999)]
    [InlineData(-1e-9, 1e-9, 0.99999999999)]
    [InlineData(4.2, -4.2, -0.9999999999)]
    public void Nearly_equal_quantities_are_answered_at_once(double h, double k, double correlation) =>
        Assert.InRange(
            BivariateNormal.Cdf(h, k, correlation),
            -1e-9,
            MathNet.Numerics.Distributions.Normal.CDF(0, 1, Math.Min(h, k)) + 1e-6
        );

    [Fact]
    public void Opposite_signs_of_independent_quantities_are_what_their_margins_say() =>
        Gen.Select(Gen.Double[-3, 3], Gen.Double[-3, 3])
            .Sample(
                (u, w) =>
                {
                    var (below, under) = (
                        MathNet.Numerics.Distributions.Normal.CDF(0, 1, -u),
                        MathNet.Numerics.Distributions.Normal.CDF(0, 1, -w)
                    );
                    return Math.Abs(BivariateNormal.OppositeSigns((u, 1), (w, 1), 0) - ((below * (1 - under)) + (under * (1 - below))))
                        < 1e-9;
                }
            );

    private static HelmPosterior WorkedPosterior(JsonElement worked)
    {
        var priors = Numbers(worked, "prior_mean").Zip(Numbers(worked, "prior_sd"), (mean, sd) => new CoefficientPrior(mean, sd)).ToList();
        var (y, w) = (Numbers(worked, "y"), Numbers(worked, "w"));
        return worked
            .GetProperty("X")
            .EnumerateArray()
            .Select((row, at) => (Row: row.EnumerateArray().Select(value => value.GetDouble()).ToArray(), at))
            .Aggregate(HelmPosterior.Before(priors), (posterior, log) => posterior.With(log.Row, y[log.at], w[log.at]));
    }

    private static double[] Numbers(JsonElement json, string name) =>
        [.. json.GetProperty(name).EnumerateArray().Select(value => value.GetDouble())];

    private static void AssertClose(IReadOnlyList<double> expected, IReadOnlyList<double> actual)
    {
        Assert.Equal(expected.Count, actual.Count);
        foreach (var (want, got) in expected.Zip(actual))
        {
            AssertClose(want, got);
        }
    }

    private static void AssertClose(double expected, double actual) =>
        Assert.InRange(actual, expected - (Math.Abs(expected) * 1e-6), expected + (Math.Abs(expected) * 1e-6));
}
