using static Regatta.Core.Tests.Evidence.TestBoat;

namespace Regatta.Core.Tests.Evidence;

/// <summary>Who always writes the same helm. Source: models M7, 12.</summary>
public sealed class ReporterTests
{
    private static readonly Reporter Always = new("always");

    [Fact]
    public void Who_writes_the_same_where_all_others_say_it_should_differ_counts_for_next_to_nothing()
    {
        var honest = Honest(20).ToList();
        var fit = Fit([.. honest, .. Constant(8, 1.5)]);
        var told = Assert.Single(fit.Reporters);
        Assert.Equal((Always, 8, 1.5), (told.Reporter, told.Checks, told.Helm));
        Assert.InRange(told.Expected, 0.5, 3);
        // All eight weigh a tenth of one.
        Assert.InRange(fit.Sums.Counted - Fit(honest).Sums.Counted, -0.1, 0.1);
        // Unknown, they pull what is expected more than twice as far to themselves.
        double Pull(HelmFit one) => Math.Abs(At(one) - At(Fit(honest)));
        double At(HelmFit one) => one.Posterior.Value(one.Model.Row(Bands.All[1], _ => null));
        var unknown = Fit([.. honest, .. Constant(8, 1.5).Select(run => run with { Reporter = null })]);
        Assert.Empty(unknown.Reporters);
        Assert.True(Pull(unknown) > 2 * Pull(fit), $"{Pull(unknown)} {Pull(fit)}");
    }

    [Theory]
    [InlineData(7, 0.0, 60, false)]
    [InlineData(8, 0.0, 60, true)]
    // A tenth and a half of a degree is a spread, a tenth is none.
    [InlineData(8, 0.4, 60, false)]
    [InlineData(8, 0.2, 60, true)]
    // Who never moved a thing is expected to write the same.
    [InlineData(8, 0.0, 0, false)]
    public void From_eight_checks_on_that_hardly_spread_where_half_a_degree_is_expected(int checks, double spread, double moved, bool told)
    {
        var runs = Constant(checks, 0, moved).Select((run, at) => run with { Check = Says(at % 2 * spread) });
        Assert.Equal(told, Fit([.. Honest(20), .. runs]).Reporters.Count == 1);
    }

    [Fact]
    public void The_captain_lets_them_in_or_leaves_them_out()
    {
        HelmFit Decided(ReporterVerdict verdict) =>
            HelmFit.Of(
                new(Class, Bands, Published(100, 100, 100), [])
                {
                    Verdicts = new Dictionary<Reporter, ReporterVerdict> { [Always] = verdict },
                },
                [.. Honest(20), .. Constant(8, 1)]
            );
        Assert.Equal(Fit([.. Honest(20)]).Posterior.Mean, Decided(ReporterVerdict.LeftOut).Posterior.Mean);
        Assert.Equal(
            Fit([.. Honest(20), .. Constant(8, 1).Select(run => run with { Reporter = null })]).Posterior.Mean,
            Decided(ReporterVerdict.LetIn).Posterior.Mean
        );
        Assert.Single(Decided(ReporterVerdict.LetIn).Reporters);
    }

    [Fact]
    public void A_further_check_of_theirs_weighs_as_little_before_weights_are_sought_anew()
    {
        var basis = new EvidenceBasis(Class, [State(Matrix(100, 100, 100))]);
        var (kept, _) = PlanModeSums.Of(basis, PlanMode.Usual, [.. Honest(20), .. Constant(8, 0)]);
        var (_, theirs) = kept.With(basis, PlanMode.Usual, Constant(1, 0).First());
        var (_, other) = kept.With(basis, PlanMode.Usual, Constant(1, 0).First() with { Reporter = new("other") });
        Assert.Equal(other!.Run.Weight / 80, theirs!.Run.Weight, 12);
        Assert.NotEqual(
            basis.Key,
            new EvidenceBasis(Class, [State(Matrix(100, 100, 100))])
            {
                Verdicts = new Dictionary<Reporter, ReporterVerdict> { [Always] = ReporterVerdict.LeftOut },
            }.Key
        );
    }

    private static HelmCheck Says(double helm) =>
        new(HelmReading.Of(Angle.FromDegrees(helm), Angle.FromDegrees(helm)).Value, CheckGates.AllHeld, Angle.FromDegrees(0));

    /// <summary>Runs of many hands, the slide moved, each as the boat truly is.</summary>
    private static IEnumerable<SessionEvidence> Honest(int runs) =>
        Sessions(11, [.. Enumerable.Range(0, runs).Select(at => 40 + (at % 7 * 20.0))])
            .Select((run, at) => run with { Reporter = new($"hand {at % 4}") });

    /// <summary>Runs at marks that differ, of somebody who always writes the same.</summary>
    private static IEnumerable<SessionEvidence> Constant(int runs, double helm, double moved = 60) =>
        Enumerable.Range(0, runs).Select(at => Session(11, 100 + (at % 2 == 0 ? moved : -moved), helm) with { Reporter = Always });
}
