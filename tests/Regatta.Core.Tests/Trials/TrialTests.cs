using static Regatta.Core.Tests.Evidence.TestBoat;

namespace Regatta.Core.Tests.Trials;

/// <summary>What to test next, in which order it is sailed, and what the pairs say.</summary>
public sealed class TrialTests
{
    /// <summary>R 4.2.2: t.test(c(3.5,3.6,3.9,3.2,4.1,3.6), c(4.1,3.8,4.6,4.0,4.4,3.9), paired = TRUE).</summary>
    [Fact]
    public void Paired_differences_are_what_r_says()
    {
        double[] a = [4.1, 3.8, 4.6, 4.0, 4.4, 3.9];
        double[] b = [3.5, 3.6, 3.9, 3.2, 4.1, 3.6];
        var result = PairedDifference.Of([.. b.Zip(a, (one, other) => one - other)]);
        Assert.Equal(-0.4833333333, result.Mean, 1e-9);
        Assert.Equal(0.2483277404, result.Deviation, 1e-9);
        Assert.Equal((-0.7439373145, -0.2227293522), (Math.Round(result.Low, 10), Math.Round(result.High, 10)));
        Assert.True(result.IsSettled);
        Assert.Equal(0, result.More);
    }

    [Fact]
    public void What_is_not_settled_says_how_many_pairs_more_would_settle_it_and_what_never_will_says_so()
    {
        var open = PairedDifference.Of([-0.9, 0.2, -0.6]);
        Assert.False(open.IsSettled);
        Assert.InRange(open.More!.Value, 2, 20);
        // As many again as it says, going on alike, settle it.
        var on = PairedDifference.Of([
            -0.9,
            0.2,
            -0.6,
            .. Enumerable.Range(0, open.More.Value).Select(at => open.Mean + (at % 2 == 0 ? open.Deviation : -open.Deviation)),
        ]);
        Assert.InRange(on.High, double.NegativeInfinity, 0.1);
        Assert.Null(PairedDifference.Of([0.1, -0.1, 0.1, -0.1]).More);
        Assert.Null(PairedDifference.Of([-1]).More);
        Assert.Equal((double.NegativeInfinity, double.PositiveInfinity), (PairedDifference.Of([-1]).Low, PairedDifference.Of([-1]).High));
    }

    [Fact]
    public void Runs_go_a_b_b_a_and_the_second_boat_has_the_other_setting()
    {
        Assert.Equal("ABBAABBA", string.Concat(Enumerable.Range(1, 8).Select(run => Trial.In(run, 0))));
        Assert.All(Enumerable.Range(1, 12), run => Assert.NotEqual(Trial.In(run, 0), Trial.In(run, 1)));
    }

    [Fact]
    public void A_ladders_runs_pair_with_the_next_and_a_line_ups_with_the_other_boat()
    {
        TrialRun[] ladder = [new(1, 0, 4), new(2, 0, 3.4), new(3, 0, 3.5), new(4, 0, 4.2), new(5, 0, 4.1)];
        Assert.Equal([-0.6, -0.7], PairedDifference.Differences(TrialDesign.Ladder, ladder).Select(one => Math.Round(one, 9)));
        TrialRun[] lineUp = [new(1, 0, 4), new(1, 1, 3.5), new(2, 0, 3.2), new(2, 1, 4.1), new(3, 0, 3.3)];
        Assert.Equal([-0.5, -0.9], PairedDifference.Differences(TrialDesign.LineUp, lineUp).Select(one => Math.Round(one, 9)));
        // What changes from run to run for both boats alike leaves the differences as they are.
        var later = lineUp.Select(run => run with { Helm = run.Helm + run.Number }).ToList();
        Assert.Equal([-0.5, -0.9], PairedDifference.Differences(TrialDesign.LineUp, later).Select(one => Math.Round(one, 9)));
    }

    [Fact]
    public void What_a_boat_gains_by_herself_falls_out_because_the_boats_swap()
    {
        // The first boat gains two lengths a run whatever is set, and B is worth one.
        var runs = Enumerable
            .Range(1, 8)
            .SelectMany(run =>
                (TrialRun[])[new(run, 0, 3) { Gained = 2 + (Trial.In(run, 0) == Setting.B ? 1 : -1) }, new TrialRun(run, 1, 3)]
            )
            .ToList();
        var gains = PairedDifference.Gains(runs);
        Assert.Equal([1, 1, 1, 1], gains);
        Assert.Empty(PairedDifference.Gains(runs.Select(run => run with { Gained = null })));
    }

    [Fact]
    public void The_setting_that_teaches_most_is_two_steps_off_and_another_run_there_teaches_less()
    {
        var matrix = Matrix(100, 100, 100);
        var choice = Assert.Single(NextTest.Of(Fit([.. Sessions(11, 100, 100, 100)]), matrix, Bands.All[1]));
        Assert.Equal(2 * Slide.Scale.Step, choice.Card.DistanceTo(choice.At), 6);
        var all = NextTest.All(Fit([]), matrix, Bands.All[1], HelmColumn.Of(Class)[0]).ToList();
        Assert.Equal(4, all.Count);
        Assert.All(all, one => Assert.InRange(one.Left, 0, 1));
        Assert.Equal(
            choice.Card.DistanceTo(choice.At),
            all.Where(one => one.Gain >= all.Max(best => best.Gain) - 1e-12).Max(one => one.Card.DistanceTo(one.At)),
            6
        );
        List<SessionEvidence> tried =
        [
            .. Enumerable
                .Range(0, 10)
                .Select(at => Session(11, choice.At.Position, 3.2 - (0.04 * (choice.At.Position - 100)) + (at % 2 * 0.3))),
        ];
        var again = NextTest.All(Fit(tried), matrix, Bands.All[1], HelmColumn.Of(Class)[0]).Single(one => one.At == choice.At);
        Assert.True(again.Left > choice.Left);
    }

    [Theory]
    [InlineData(5, true)]
    [InlineData(1.2, false)]
    public void Of_two_settings_that_teach_alike_the_one_nearer_the_aim_is_tried(double helm, bool more)
    {
        // The class aims at 3°, and more of the slide takes helm away.
        var fit = Fit([Session(11, 100, helm), Session(11, 100, helm), Session(11, 100, helm), Session(11, 100, helm)]);
        var choice = Assert.Single(NextTest.Of(fit, Matrix(100, 100, 100), Bands.All[1]));
        Assert.Equal(more, choice.At.Position > 100);
        Assert.True(choice.Expected > 0);
    }

    /// <summary>One run more leaves the variance the formula says: against the fit with it in.</summary>
    [Fact]
    public void What_a_run_leaves_of_a_doubt_is_what_the_fit_with_it_leaves()
    {
        var fit = Fit([.. Sessions(11, 80, 100, 120)]);
        var step = fit.Model.Change(Slide, Slide.Scale.Step);
        var run = new HelmRun(fit.Model.Row(Bands.All[1], _ => new Mark(120)), 2.2, 1);
        var priors = fit.Model.Priors;
        var sums = HelmSums.Of(priors.Count, Sessions(11, 80, 100, 120).Select(one => fit.Model.Run(one, (0, 0))!));
        var (before, after) = (HelmPosterior.After(priors, sums), HelmPosterior.After(priors, sums.With(run)));
        double Unit(HelmPosterior one) => one.Covariance(step, step) * one.Shape / one.Scale;
        Assert.Equal(Unit(after) / Unit(before), before.LeftAfter(step, run.Row), 1e-9);
    }

    [Theory]
    [InlineData(100, 120, 1, null)]
    [InlineData(100, 100, 1, "the same")]
    [InlineData(100, 180, 1, "One small change")]
    [InlineData(90, 110, 1, "says something else")]
    [InlineData(100, 110, 2, "one boat")]
    public void A_trial_that_cannot_be_sailed_says_why(double a, double b, int boats, string? why)
    {
        var trial = new Trial(
            PlanMode.Usual,
            Bands.All[1].Id,
            Slide.Key,
            new(a),
            new(b),
            TrialDesign.Ladder,
            [.. Enumerable.Range(1, boats).Select(boat => (long)boat)]
        );
        var problem = trial.Problem(Class, new Mark(100));
        if (why is null)
        {
            Assert.Null(problem);
        }
        else
        {
            Assert.Contains(why, problem, StringComparison.Ordinal);
        }

        Assert.NotNull((trial with { Control = new("gone") }).Problem(Class, new Mark(100)));
        Assert.NotNull((trial with { Band = new(99) }).Problem(Class, new Mark(100)));
        Assert.Contains(
            "two boats",
            (trial with { A = new(100), B = new(110), Design = TrialDesign.LineUp, Boats = [1, 1] }).Problem(Class, new Mark(100))
        );
    }
}
