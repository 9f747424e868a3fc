using static Regatta.Core.Tests.Evidence.TestBoat;

namespace Regatta.Core.Tests.Evidence;

/// <summary>What a fit says of itself: boats that differ, controls nobody moved, the wrong way, drift, what was fast.</summary>
public sealed class ReviewTests
{
    [Fact]
    public void A_boat_that_carries_a_degree_more_is_named_and_the_others_are_not()
    {
        var runs = Season(60, (at, _) => at % 3 == 0 ? 1.4 : 0);
        var review = FitReview.Of(Fit(runs));
        Assert.Equal([1], review.Boats.Where(boat => boat.Differs).Select(boat => boat.Boat));
        Assert.InRange(review.Boats[0].Offset.Mean, 0.5, 1.4);
        Assert.Empty(review.OffBands);
    }

    [Fact]
    public void What_nobody_moved_has_taught_nothing_and_what_was_moved_has()
    {
        Assert.Equal(Learned.Nothing, Assert.Single(FitReview.Of(Fit(Season(30, (_, _) => 0, move: 0))).Controls).Learned);
        var moved = Assert.Single(FitReview.Of(Fit(Season(30, (_, _) => 0))).Controls);
        Assert.Equal(Learned.Something, moved.Learned);
        Assert.True(moved.Now.Deviation < moved.Believed.Deviation);
    }

    [Fact]
    public void A_direction_the_logs_deny_is_told()
    {
        // Sessions whose slide works against what the class believes of it.
        var runs = Season(60, (_, slide) => 0.08 * (slide - 100));
        Assert.Equal(Learned.TheOtherWay, Assert.Single(FitReview.Of(Fit(runs)).Controls).Learned);
    }

    [Fact]
    public void Helm_that_goes_with_time_drifts_and_scatter_alone_does_not()
    {
        Assert.False(FitReview.Of(Fit(Season(60, (_, _) => 0))).Drift!.IsThere);
        var drifting = FitReview.Of(Fit(Season(60, (at, _) => at * 0.03))).Drift!;
        Assert.True(drifting.IsThere);
        Assert.True(drifting.PerSeason > 1);
        Assert.Null(FitReview.Of(Fit(Season(6, (_, _) => 0))).Drift);
    }

    [Fact]
    public void Two_controls_that_always_moved_together_cannot_be_told_apart()
    {
        var twin = Slide with { Key = new("twin"), Name = "Twin" };
        var both = Class with { Controls = [Slide, twin, Luff] };
        var runs = Season(40, (_, _) => 0)
            .Select(run =>
                run with
                {
                    Marks = new Dictionary<ControlKey, Mark>(run.Marks) { [twin.Key] = run.Marks[Slide.Key] },
                    Asked = new Dictionary<ControlKey, AskedMark>(run.Asked) { [twin.Key] = run.Asked[Slide.Key] },
                }
            )
            .ToList();
        var fit = HelmFit.Of(new(both, Bands, new(PlanMode.Usual, [], ReferenceCard.Middle(runs)), []), runs);
        var (one, other) = Assert.Single(FitReview.Of(fit).Alike);
        Assert.Equal((Slide.Key, twin.Key), (one.Lead.Key, other.Lead.Key));
    }

    [Fact]
    public void A_band_with_too_few_checks_is_one_the_logs_do_not_tell_of()
    {
        var review = FitReview.Of(Fit([Session(11, 100, 3), Session(11, 100, 3), Session(11, 100, 3), Session(18, 100, 3)]));
        Assert.Equal(
            Bands.All.Where(band => band != Bands.At(Speed.FromKnots(11))).Select(band => band.Id),
            review.Unsaid.Select(band => band.Id)
        );
    }

    /// <summary>The fixed case of the percentile interval: R 4.2.2, boot 1.3.28, boot(R = 999) with six seeds, boot.ci(conf = 0.9, type =
    /// "perc") gives 19.5 and 19 to 20 each time.</summary>
    [Fact]
    public void The_middle_of_fast_marks_and_its_interval_are_what_r_says()
    {
        double[] marks = [18, 18.5, 19, 19, 19.5, 19.5, 20, 20, 20.5, 21, 22, 17.5, 19, 20.5, 19.5];
        double[] weights = [1, 0.7, 1, 0.7, 1, 1, 0.7, 1, 1, 0.7, 1, 0.7, 1, 0.7, 1];
        List<(double, double)> runs = [.. marks.Zip(weights)];
        Assert.Equal(19.5, MarkByFeel.MedianOf(runs));
        Assert.All(Enumerable.Range(1, 6), seed => Assert.Equal((19, 20), MarkByFeel.Interval(runs, 0.9, seed)));
    }

    [Fact]
    public void Fewer_fast_runs_than_are_needed_say_nothing_and_slow_ones_do_not_count()
    {
        IEnumerable<SessionEvidence> Felt(Felt felt, int count) =>
            Enumerable.Range(0, count).Select(at => Session(11, 90 + (10 * (at % 2)), 3, felt));
        Assert.Null(MarkByFeel.Of(Slide, [.. Felt(Core.Logbook.Felt.Fast, 4), .. Felt(Core.Logbook.Felt.Slow, 20)]));
        var fast = MarkByFeel.Of(Slide, [.. Felt(Core.Logbook.Felt.Fast, 5), .. Felt(Core.Logbook.Felt.Usual, 20)])!;
        Assert.Equal((5, 90.0), (fast.Runs, fast.Median.Position));
        Assert.True(fast.Low.Position <= fast.Median.Position && fast.Median.Position <= fast.High.Position);
    }

    [Fact]
    public void Where_a_question_was_answered_as_it_should_be_is_told_in_the_same_way()
    {
        QuestionKey slot = new("slot");
        IEnumerable<SessionEvidence> Answered(AnswerMeaning means, double slide, int count) =>
            Enumerable
                .Range(0, count)
                .Select(_ =>
                    Session(11, slide, 3) with
                    {
                        Answers = new Dictionary<QuestionKey, Answer> { [slot] = new("so", null, means) },
                    }
                );
        List<SessionEvidence> runs = [.. Answered(AnswerMeaning.Fine, 80, 4), .. Answered(AnswerMeaning.TooMuch, 140, 9)];
        Assert.Null(MarkByFeel.Of(Slide, slot, runs));
        var right = MarkByFeel.Of(Slide, slot, [.. runs, .. Answered(AnswerMeaning.Fine, 90, 2)])!;
        Assert.Equal((6, 80.0, 80.0), (right.Runs, right.Median.Position, right.Low.Position));
        Assert.InRange(right.High.Position, 80, 90);
        Assert.Null(MarkByFeel.Of(Slide, new("other"), runs));
    }

    /// <summary>A season in 11 kn whose helm is 3° at 10 cm and −0.4° a centimetre, with something added; three boats in turn.</summary>
    private static List<SessionEvidence> Season(int runs, Func<int, double, double> more, double move = 20)
    {
        var random = new Random(4);
        return
        [
            .. Enumerable
                .Range(0, runs)
                .Select(at =>
                {
                    var slide = 100 + (move * ((at / 3 % 3) - 1));
                    var scatter = (random.NextDouble() - 0.5) * 0.8;
                    return Session(11, slide, 3 - (0.04 * (slide - 100)) + scatter + more(at, slide), daysAgo: 5 * (runs - at)) with
                    {
                        Boat = (at % 3) + 1,
                        Number = at + 1,
                    };
                }),
        ];
    }
}
