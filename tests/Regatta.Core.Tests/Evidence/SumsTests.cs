using CsCheck;
using static Regatta.Core.Tests.Evidence.TestBoat;

namespace Regatta.Core.Tests.Evidence;

/// <summary>Sums that are kept run by run against sums from nothing. Source: models M7, <em>Sums</em>.</summary>
public sealed class SumsTests
{
    private static readonly EvidenceBasis Basis = new(Class, [State(Matrix(100, 100, 100))]);

    /// <summary>Ten thousand random runs added, corrected and taken out.</summary>
    [Fact]
    public void Ten_thousand_changes_leave_the_sums_of_the_runs_that_are_in()
    {
        var random = new Random(7);
        var planMode = PlanModeSums.Empty(Basis, PlanMode.Usual);
        var kept = new Dictionary<int, SummedRun>();
        for (var act = 0; act < 10_000; act++)
        {
            var number = random.Next(400);
            if (kept.Remove(number, out var old))
            {
                planMode = planMode.Without(old);
                if (random.Next(3) == 0)
                {
                    continue;
                }
            }

            (planMode, var run) = planMode.With(Basis, PlanMode.Usual, Sailed(random));
            if (run is not null)
            {
                kept[number] = run;
            }
        }

        Assert.True(kept.Count > 200);
        var fresh = HelmSums.Of(planMode.Sums.Width, kept.Values.Select(one => one.Run));
        Assert.Equal(fresh.Rows, planMode.Sums.Rows);
        Near(fresh.Precision, planMode.Sums.Precision);
        Near(fresh.Products, planMode.Sums.Products);
        Near([fresh.Squares, fresh.Counted], [planMode.Sums.Squares, planMode.Sums.Counted]);
        var noted = NotedHeel.Of(kept.Values.Select(one => one.Heel).OfType<double>());
        Assert.Equal(noted.Count, planMode.Heel.Count);
        Near([noted.Sum, noted.Squares], [planMode.Heel.Sum, planMode.Heel.Squares]);
        // The fit of both is the same too.
        var model = Basis.ModelOf(PlanMode.Usual, planMode.Sailed, planMode.Boats);
        Near(HelmPosterior.After(model.Priors, fresh).Mean, HelmPosterior.After(model.Priors, planMode.Sums).Mean);
    }

    [Fact]
    public void A_layer_from_nothing_is_the_fit_of_its_runs_and_its_wild_ones_are_the_same()
    {
        var random = new Random(11);
        List<SessionEvidence> runs = [.. Enumerable.Range(0, 120).Select(_ => Sailed(random)), Session(11, 100, 25)];
        var (kept, fitted) = PlanModeSums.Of(Basis, PlanMode.Usual, runs);
        var model = Basis.ModelOf(PlanMode.Usual, kept.Sailed, kept.Boats);
        var fit = HelmFit.Of(model, runs);
        Near(fit.Posterior.Mean, HelmPosterior.After(model.Priors, kept.Sums).Mean);
        Assert.Equal(25, Assert.Single(HelmFit.WildOf(fitted)).Check!.Helm.Mean.Degrees);
        Assert.Equal(fit.Wild, HelmFit.WildOf(fitted));
        Assert.Equal(121, fit.Runs.Count);
    }

    /// <summary>In whatever order runs come, their sums are the same, and taking one out again leaves what was there before.</summary>
    [Fact]
    public void The_order_of_runs_changes_no_sum_and_what_is_taken_out_was_never_there() =>
        Gen.Int[0, 10_000]
            .Sample(
                seed =>
                {
                    var random = new Random(seed);
                    var model = Basis.ModelOf(PlanMode.Usual, ReferenceCard.Middle([]), [1, 2, 3, 4]);
                    List<HelmRun> runs = [.. Enumerable.Range(0, 25).Select(_ => model.Run(Sailed(random), (3, 9))).OfType<HelmRun>()];
                    var width = model.Columns.Count;
                    var (one, other) = (HelmSums.Of(width, runs), HelmSums.Of(width, runs.OrderBy(_ => random.Next())));
                    Near(one.Precision, other.Precision);
                    Near(one.Products, other.Products);
                    var back = runs.Skip(10).Aggregate(one, (sums, run) => sums.Without(run));
                    Near(HelmSums.Of(width, runs.Take(10)).Precision, back.Precision);
                    Assert.Equal(Math.Min(10, runs.Count), back.Rows);
                    // Squares and products of runs always fit each other.
                    Assert.True(HelmSums.Sent(one.Precision, one.Products, one.Squares, one.Counted, one.Rows).Ok);
                },
                iter: 60
            );

    /// <summary>Before anything was published marks are counted from the middle of what was sailed; the same run three times tells of its
    /// helm and nothing of any step.</summary>
    [Fact]
    public void Three_identical_runs_before_any_version_are_a_helm_and_no_effect()
    {
        var basis = new EvidenceBasis(Class, []);
        List<SessionEvidence> runs = [.. Enumerable.Repeat(Session(11, 120, 5), 3)];
        var (kept, fitted) = PlanModeSums.Of(basis, PlanMode.Usual, runs);
        Assert.Equal(3, fitted.Count);
        var fit = HelmFit.Of(basis.ModelOf(PlanMode.Usual, kept.Sailed, kept.Boats), kept.Sums, PlanModeRuns.Of(Class, runs), []);
        Assert.All(fit.Posterior.Mean.Concat(fit.Posterior.Deviations), number => Assert.True(double.IsFinite(number)));
        Assert.Equal(Learned.Nothing, Assert.Single(FitReview.Of(fit).Controls).Learned);
        // Run by run they come to the same, and out again to nothing.
        var planMode = PlanModeSums.Before(basis, PlanMode.Usual, runs[0]);
        var one = new List<SummedRun>();
        foreach (var run in runs)
        {
            (planMode, var added) = planMode.With(basis, PlanMode.Usual, run);
            one.Add(added!);
        }

        Assert.Equal(3, planMode.Sums.Rows);
        planMode = one.Aggregate(planMode, (now, run) => now.Without(run));
        Near(new double[planMode.Sums.Width], planMode.Sums.Products);
        Assert.Equal((0, 0), (planMode.Sums.Rows, planMode.Heel.Count));
    }

    /// <summary>What rows depend on has another key; what they do not has the same.</summary>
    [Fact]
    public void A_basis_changes_its_key_with_beliefs_cards_and_questions_and_with_nothing_else()
    {
        var key = Basis.Key;
        string Of(ClassDefinition definition, params ClassState[] published) => new EvidenceBasis(definition, published).Key;
        var card = State(Matrix(100, 100, 100));
        Assert.Equal(key, Of(Class with { Name = "Another", About = "Told anew." }, card));
        Assert.Equal(key, Of(Class, card, card));
        Assert.NotEqual(key, Of(Class, State(Matrix(90, 100, 100))));
        Assert.NotEqual(key, Of(Class));
        Assert.NotEqual(key, Of(Class with { Controls = [Slide with { HelmPerUnit = -0.7 }, Luff] }, card));
        Assert.NotEqual(key, Of(Class with { Controls = [Slide] }, card));
        Assert.NotEqual(key, Of(Class with { Purposes = [new(new("racing"), "racing")] }, card));
    }

    /// <summary>Pooling two clubs' sums of the same columns equals the fit over all runs.</summary>
    [Fact]
    public void Sums_of_two_halves_add_up_to_the_sums_of_all_and_half_their_weight_is_half_of_them()
    {
        var random = new Random(3);
        var model = Basis.ModelOf(PlanMode.Usual, ReferenceCard.Middle([]), [1, 2, 3]);
        List<HelmRun> runs = [.. Enumerable.Range(0, 60).Select(_ => model.Run(Sailed(random), (3, 9))).OfType<HelmRun>()];
        var (one, other) = (HelmSums.Of(model.Columns.Count, runs.Take(25)), HelmSums.Of(model.Columns.Count, runs.Skip(25)));
        var all = HelmSums.Of(model.Columns.Count, runs);
        Near(all.Precision, one.And(other).Precision);
        Near(HelmPosterior.After(model.Priors, all).Mean, HelmPosterior.After(model.Priors, one.And(other)).Mean);
        var half = HelmSums.Of(model.Columns.Count, runs.Skip(25).Select(run => run with { Weight = run.Weight / 2 }));
        Near(half.Precision, HelmSums.None(model.Columns.Count).And(other, 0.5).Precision);
        Assert.Throws<ArgumentException>(() => one.And(HelmSums.None(2)));
    }

    [Fact]
    public void Columns_behind_are_of_nobody_yet_and_some_columns_alone_are_the_sums_of_those()
    {
        HelmRun[] runs = [new([1, 2, 0], 3, 1), new([1, 0, 4], 5, 0.5)];
        var sums = HelmSums.Of(3, runs);
        Assert.Equal(HelmSums.Of(5, runs).Precision, sums.Widened(5).Precision);
        var own = sums.Of([2, 0, -1]);
        Assert.Equal([8, 2, 0, 2, 1.5, 0, 0, 0, 0], own.Precision);
        Assert.Equal([10, 5.5, 0], own.Products);
        Assert.Throws<ArgumentException>(() => HelmSums.Of(2, runs));
        Assert.Throws<ArgumentException>(() => HelmSums.Of(3, [new([1, 2, 3], 3, -1)]));
    }

    /// <summary>What another sends is no sums only because it says so.</summary>
    [Fact]
    public void Sums_that_no_runs_can_have_are_refused_in_a_sentence()
    {
        Assert.True(HelmSums.Sent([2, 1, 1, 3], [1, 2], 5, 2, 2).Ok);
        Assert.Contains("square", HelmSums.Sent([1, 2, 3], [1, 2], 5, 2, 2).Problem);
        Assert.Contains("add up to", HelmSums.Sent([2, double.NaN, 1, 3], [1, 2], 5, 2, 2).Problem);
        Assert.Contains("add up to", HelmSums.Sent([2, 1, 1, 3], [1, 2], -5, 2, 2).Problem);
        Assert.Contains("weigh no more", HelmSums.Sent([2, 1, 1, 3], [1, 2], 5, 2.5, 2).Problem);
        Assert.Contains("do not fit", HelmSums.Sent([2, 1, 4, 3], [1, 2], 5, 2, 2).Problem);
        Assert.Contains("do not fit", HelmSums.Sent([2, 9, 9, 3], [1, 2], 5, 2, 2).Problem);
        Assert.Contains("do not fit", HelmSums.Sent([-2, 0, 0, 3], [1, 2], 5, 2, 2).Problem);
        // A helm that is larger than its squares.
        Assert.Contains("do not fit", HelmSums.Sent([2, 1, 1, 3], [40, 2], 5, 2, 2).Problem);
        // No run at all is one.
        Assert.True(HelmSums.Sent([0, 0, 0, 0], [0, 0], 0, 0, 0).Ok);
    }

    [Fact]
    public void What_is_counted_is_what_the_runs_said() =>
        Gen.Int[0, 1000]
            .Sample(
                seed =>
                {
                    var random = new Random(seed);
                    List<SessionEvidence> runs = [.. Enumerable.Range(0, 30).Select(_ => Sailed(random))];
                    var counted = PlanModeRuns.Of(Class, runs);
                    Assert.Equal((runs.Count, runs.Count(run => run.IsValid)), (counted.Count, counted.Valid));
                    foreach (var band in Bands.All)
                    {
                        var own = runs.Where(run => Bands.At(run.EffectiveWind.Mean).Id == band.Id).ToList();
                        Assert.Equal(own.Count, counted.CountIn(band.Id).Count);
                        Assert.Equal(own.Count == 0 ? null : own.Max(run => run.SailedAt), counted.CountIn(band.Id).Newest);
                        Assert.Equal(own.Count(run => run.IsValid), counted.ValidIn(band.Id).Count);
                        Assert.Equal(
                            own.Count(run => run.Marks[Slide.Key].Position < 100),
                            counted.At(band.Id, Slide.Key, mark => mark.Position < 100).Sum(tally => tally.Count)
                        );
                    }
                },
                iter: 40
            );

    private static SessionEvidence Sailed(Random random) =>
        Session(
            random.Next(4, 20),
            random.Next(5, 16) * 10,
            Math.Round(random.NextDouble() * 6, 1),
            (Felt)random.Next(6),
            random.Next(6) == 0 ? CheckGates.AllHeld.Without(Gate.SteadyFullSpeed) : null,
            random.Next(300)
        ) with
        {
            Boat = random.Next(5) == 0 ? null : random.Next(1, 5),
        };

    private static void Near(IEnumerable<double> expected, IEnumerable<double> actual) =>
        Assert.All(expected.Zip(actual), pair => Assert.InRange(pair.Second - pair.First, -Slack(pair.First), Slack(pair.First)));

    private static double Slack(double of) => 1e-9 * (1 + Math.Abs(of));
}
