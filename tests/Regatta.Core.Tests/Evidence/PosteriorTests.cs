using System.Globalization;
using CsCheck;
using MathNet.Numerics.LinearRegression;

namespace Regatta.Core.Tests.Evidence;

public sealed class PosteriorTests
{
    // The worked case of docs/models.md, evaluated independently of this project; each run counts whole in the scatter there.
    [Fact]
    public void The_worked_fit_reproduces_to_six_digits()
    {
        var posterior = Worked.Case.Plain();
        AssertClose(Worked.Case.Numbers("posterior_mean"), posterior.Mean);
        AssertClose(Worked.Case.Numbers("posterior_sd"), posterior.Deviations);
        AssertClose(Worked.Case.Number("an"), posterior.Shape);
        AssertClose(Worked.Case.Number("bn"), posterior.Scale);
        AssertClose(Worked.Case.Number("sigma_hat"), posterior.Scatter);
        var cell = posterior.Predict(Worked.Case.Cell);
        AssertClose(Worked.Case.Number("cell_mean"), cell.Mean);
        AssertClose(Worked.Case.Number("cell_sd"), cell.Deviation);
    }

    [Fact]
    public void The_worked_proposals_reproduce_to_six_digits()
    {
        var posterior = Worked.Case.Plain();
        foreach (var (step, expected, better) in Worked.Case.Candidates)
        {
            var outlook = posterior.Outlook(Worked.Case.Cell, Worked.Slide(step), Worked.Case.Target, 0, double.PositiveInfinity);
            AssertClose(expected, posterior.Value(Worked.Case.Cell) + outlook.Shift);
            AssertClose(better, outlook.Better);
        }
    }

    // models M7, 4: runs 2, 7 and 11 did not note their heel.
    [Fact]
    public void Heel_that_was_not_noted_is_believed_from_the_others_and_weighs_less()
    {
        var noted = Worked.Case.Runs.Where((_, at) => at is not (1 or 6 or 10)).Select(run => run.Row[2]).ToList();
        var (mean, variance) = NotedHeel.Of(noted).Unnoted;
        AssertClose([5.75, 11.880208], [mean, variance]);
        var weight = 1 / (1 + (0.12 * 0.12 * variance));
        AssertClose(0.853916, weight);
        var posterior = HelmPosterior.After(
            Worked.Case.Priors,
            Worked.Case.Runs.Select(
                (run, at) =>
                    at is 1 or 6 or 10
                        ? run with
                        {
                            Row = [run.Row[0], run.Row[1], mean, run.Row[3], run.Row[4]],
                            Weight = 1 / ((1 / run.Weight) + (0.12 * 0.12 * variance)),
                        }
                        : run
            )
        );
        AssertClose([3.095425, 0.250961, 0.113578, -0.306198, -0.081257], posterior.Mean, 1e-6);
        AssertClose([4.051659, 0.561896], [posterior.Predict(Worked.Case.Cell).Mean, posterior.Predict(Worked.Case.Cell).Deviation], 1e-6);
    }

    // models M7, 5: boats A = runs 1–5, B = 6–9, C = 10–12, each 0 ± 0.7°.
    [Fact]
    public void Boats_carry_offsets_of_their_own()
    {
        IEnumerable<double> Boat(int at) =>
            Enumerable
                .Range(0, 3)
                .Select(boat =>
                    boat
                    == (
                        at < 5 ? 0
                        : at < 9 ? 1
                        : 2
                    )
                        ? 1.0
                        : 0
                );
        var posterior = HelmPosterior.After(
            [.. Worked.Case.Priors, .. Enumerable.Repeat(new CoefficientPrior(0, EvidenceRules.BoatDeviation), 3)],
            Worked.Case.Runs.Select((run, at) => run with { Row = [.. run.Row, .. Boat(at)] })
        );
        AssertClose([2.980744, 0.234085, 0.103791, -0.283025, -0.075719, -0.046356, 0.376517, -0.222320], posterior.Mean, 1e-6);
        double[] cell = [.. Worked.Case.Cell, 0, 0, 0];
        AssertClose([3.864077, 0.670261], [posterior.Predict(cell).Mean, posterior.Predict(cell).Deviation], 1e-6);
        var outlook = posterior.Outlook(cell, [.. Worked.Slide(3), 0, 0, 0], Worked.Case.Target, 0, double.PositiveInfinity);
        AssertClose(0.996622, outlook.Better, 1e-6);
    }

    // models M7, 6.
    [Fact]
    public void A_clean_season_is_left_as_it_is_by_the_search_for_wild_runs()
    {
        var (posterior, _) = HelmFit.Settle(Worked.Case.Priors, Worked.Case.Runs);
        var cell = posterior.Predict(Worked.Case.Cell);
        AssertClose([0.927452, 4.057102, 0.561006], [posterior.Scatter, cell.Mean, cell.Deviation], 1e-6);
    }

    // models M7, 6: the fourth run says 13.1 for 3.1.
    [Fact]
    public void One_wild_run_hardly_moves_the_fit_and_is_found()
    {
        var runs = Worked.Case.Runs.Select((run, at) => at == 3 ? run with { Helm = 13.1 } : run).ToList();
        double Better(HelmPosterior of) =>
            of.Outlook(Worked.Case.Cell, Worked.Slide(3), Worked.Case.Target, 0, double.PositiveInfinity).Better;

        var plain = HelmPosterior.After(Worked.Case.Priors, runs);
        AssertClose([2.546530, 4.400450, 1.534756], Figures(plain), 1e-6);
        AssertClose(0.853260, Better(plain), 1e-6);

        var (robust, beliefs) = HelmFit.Settle(Worked.Case.Priors, runs);
        AssertClose([3.024779, 0.258214, 0.117452, -0.289151, -0.096138], robust.Mean, 1e-6);
        AssertClose([0.915601, 4.011014, 0.555052], Figures(robust), 1e-6);
        AssertClose(0.997604, Better(robust), 1e-6);
        Assert.Equal(0.0100, beliefs[3], 4);
        Assert.All(beliefs.Where((_, at) => at != 3), belief => Assert.True(belief > EvidenceRules.WildShare));
    }

    // models M7, 7: weights count as weights.
    [Fact]
    public void Half_a_run_counts_as_half_a_run_in_the_scatter()
    {
        var posterior = HelmPosterior.After(Worked.Case.Priors, Worked.Case.Runs.Select(run => run with { CountsAs = null }));
        AssertClose([7.75, 1.003132, 0.604573], [posterior.Shape, posterior.Scatter, posterior.Predict(Worked.Case.Cell).Deviation], 1e-6);
        Assert.Equal(0.571, EvidenceRules.WordWeight, 3);
    }

    // models M7, 8 and 9.
    [Fact]
    public void The_models_own_error_and_Students_t_make_the_outlook_humbler()
    {
        var posterior = Worked.Case.Plain();
        double Better(int step, double error, double freedom) =>
            posterior.Outlook(Worked.Case.Cell, Worked.Slide(step), Worked.Case.Target, error, freedom).Better;

        AssertClose(0.636194, posterior.PredictCell(Worked.Case.Cell).Deviation, 1e-6);
        AssertClose(
            [0.997950, 0.997887],
            [Better(1, EvidenceRules.ModelError, double.PositiveInfinity), Better(3, EvidenceRules.ModelError, double.PositiveInfinity)],
            1e-6
        );
        AssertClose([0.994878, 0.994678], [Better(1, 0, posterior.Freedom), Better(3, 0, posterior.Freedom)], 1e-6);
    }

    // models M7, trust: normal.
    [Theory]
    [InlineData(2.9, 0.25, 0.999835)]
    [InlineData(3.6, 0.45, 0.812780)]
    [InlineData(3.8333, 0.5774, 0.612849)]
    [InlineData(4.4, 0.35, 0.126549)]
    public void The_probability_that_a_helm_is_within_tolerance(double mean, double deviation, double within) =>
        Assert.Equal(within, new HelmPrediction(mean, deviation, double.PositiveInfinity).Within(3, 1), 5);

    // From memory: t of 10 degrees, 97.5 %: 2.228.
    [Fact]
    public void An_interval_is_Students() => Assert.Equal(3 + (0.5 * 2.228), new HelmPrediction(3, 0.5, 10).Interval(0.95).High, 3);

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
        var fit = HelmPosterior.After(
            [.. Enumerable.Repeat(new CoefficientPrior(0, double.PositiveInfinity), 7)],
            rows.Select(row => new HelmRun([1, .. row[..6].Select((value, at) => value - centres[at])], row[6], 1))
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
                    var fit = HelmPosterior.After(
                        [.. Enumerable.Repeat(new CoefficientPrior(0, 1e6), 3)],
                        x.Zip(y, (row, helm) => new HelmRun(row, helm, 1))
                    );
                    return fit.Mean.Zip(squares).All(pair => Math.Abs(pair.First - pair.Second) < 1e-4 * (1 + Math.Abs(pair.Second)));
                },
                iter: 50
            );

    [Fact]
    public void The_order_of_logs_does_not_matter_and_weight_zero_changes_nothing()
    {
        var forth = After([1, 2], 4, 1, [1, -1], 2, 0.5);
        var back = HelmPosterior.After(Two, [new([1, -1], 2, 0.5), new([1, 5], 40, 0), new([1, 2], 4, 1)]);
        AssertClose(forth.Mean, back.Mean);
        Assert.Equal(2, back.Rows);

        static HelmPosterior After(double[] a, double ya, double wa, double[] b, double yb, double wb) =>
            HelmPosterior.After(Two, [new(a, ya, wa), new(b, yb, wb)]);
    }

    [Fact]
    public void More_logs_never_make_a_coefficient_less_certain() =>
        Gen.Double[-3, 3]
            .Array[2, 12]
            .Sample(values =>
            {
                var (prior, fit) = (
                    HelmPosterior.After(Two, []),
                    HelmPosterior.After(Two, values.Select(x => new HelmRun([1, x], 3 - (0.8 * x), 1)))
                );
                return fit.Deviations[1] / fit.Scatter <= (prior.Deviations[1] / prior.Scatter) + 1e-12;
            });

    [Fact]
    public void No_run_however_far_off_breaks_the_fit() =>
        Gen.Double[-1e9, 1e9]
            .Array[0, 20]
            .Sample(helms =>
            {
                var (posterior, beliefs) = HelmFit.Settle(Two, [.. helms.Select((helm, at) => new HelmRun([1, at], helm, 1))]);
                return posterior.Mean.All(double.IsFinite) && posterior.Scatter > 0 && beliefs.All(belief => belief is > 0 and <= 1);
            });

    [Fact]
    public void A_row_of_another_width_is_a_bug() =>
        Assert.Throws<ArgumentException>(() => HelmPosterior.After([new(3, 3)], [new([1, 2], 3, 1)]));

    // P(X<0, Y<0) = 1/4 + asin(ρ)/2π, for the normal and every Student-t. Published: Sheppard 1899.
    [Theory]
    [InlineData(0.5, double.PositiveInfinity)]
    [InlineData(-0.9, double.PositiveInfinity)]
    [InlineData(0.999, 7)]
    [InlineData(1, double.PositiveInfinity)]
    [InlineData(-1, 3)]
    [InlineData(0, 12.5)]
    public void The_quadrant_of_two_correlated_quantities_is_known(double correlation, double freedom) =>
        Assert.Equal(0.25 + (Math.Asin(correlation) / (2 * Math.PI)), BivariateStudent.Cdf(0, 0, correlation, freedom), 9);

    [Fact]
    public void The_bivariate_distribution_is_symmetric_and_monotone() =>
        Gen.Select(Gen.Double[-3, 3], Gen.Double[-3, 3], Gen.Double[-0.99, 0.99], Gen.Double[1, 60])
            .Sample(
                (h, k, correlation, freedom) =>
                    Math.Abs(BivariateStudent.Cdf(h, k, correlation, freedom) - BivariateStudent.Cdf(k, h, correlation, freedom)) < 1e-9
                    && BivariateStudent.Cdf(h + 0.5, k, correlation, freedom) >= BivariateStudent.Cdf(h, k, correlation, freedom) - 1e-9
            );

    // A rule that adapted to a precision no rounding allows once ran for ever here: two quantities almost one, far from the middle.
    [Theory]
    [InlineData(0.01, 0.0100001, 0.9999999)]
    [InlineData(-1e-9, 1e-9, 0.99999999999)]
    [InlineData(4.2, -4.2, -0.9999999999)]
    public void Nearly_equal_quantities_are_answered_at_once(double h, double k, double correlation) =>
        Assert.InRange(
            BivariateStudent.Cdf(h, k, correlation, double.PositiveInfinity),
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
                    return Math.Abs(
                            BivariateStudent.OppositeSigns((u, 1), (w, 1), 0, double.PositiveInfinity)
                                - ((below * (1 - under)) + (under * (1 - below)))
                        ) < 1e-9;
                }
            );

    private static readonly CoefficientPrior[] Two = [new(3, 3), new(-0.8, 0.4)];

    private static double[] Figures(HelmPosterior posterior)
    {
        var cell = posterior.Predict(Worked.Case.Cell);
        return [posterior.Scatter, cell.Mean, cell.Deviation];
    }

    private static void AssertClose(IReadOnlyList<double> expected, IReadOnlyList<double> actual, double within = 0)
    {
        Assert.Equal(expected.Count, actual.Count);
        foreach (var (want, got) in expected.Zip(actual))
        {
            AssertClose(want, got, within);
        }
    }

    /// <summary>To six digits, or within half of the last digit that is given.</summary>
    private static void AssertClose(double expected, double actual, double within = 0)
    {
        var room = Math.Max(within, Math.Abs(expected) * 1e-6);
        Assert.InRange(actual, expected - room, expected + room);
    }
}
