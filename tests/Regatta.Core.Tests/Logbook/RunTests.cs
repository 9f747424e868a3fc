using CsCheck;
using static Regatta.Core.Tests.Evidence.TestBoat;

namespace Regatta.Core.Tests.Logbook;

public sealed class RunTests
{
    private static readonly DateTimeOffset Noon = new(2026, 6, 1, 12, 0, 0, TimeSpan.Zero);

    private static NotedRun Note(int minute, double? slide = null, long? boat = 1) =>
        new(Noon.AddMinutes(minute), boat, PlanMode.Usual, null, null, slide is { } mark ? (Slide.Key, new Mark(mark)) : null);

    [Fact]
    public void Notes_cut_an_outing_into_runs_from_each_to_the_next_and_what_was_set_stays_set()
    {
        var runs = NotedRun.Cut([Note(0), Note(20, 120), Note(45)], Noon.AddMinutes(90));
        Assert.Equal(
            [(0, 20), (20, 45), (45, 90)],
            runs.Select(run => ((int)(run.Note.At - Noon).TotalMinutes, (int)(run.To - Noon).TotalMinutes))
        );
        Assert.Empty(runs[0].Differs);
        Assert.Equal(120, runs[1].Differs[Slide.Key].Position);
        Assert.Equal(120, runs[2].Differs[Slide.Key].Position);
    }

    [Fact]
    public void How_a_leg_was_is_told_of_the_run_before_the_note_and_of_the_first_where_there_is_none_before()
    {
        var told = NotedRun.Cut(
            [Note(0), Note(20, 120) with { Felt = Felt.Slow }, Note(45) with { Felt = Felt.Fast }],
            Noon.AddMinutes(90)
        );
        Assert.Equal([Felt.Slow, Felt.Fast, Felt.NotSaid], told.Select(run => run.Felt));
        Assert.Equal(Felt.Usual, Assert.Single(NotedRun.Cut([Note(0) with { Felt = Felt.Usual }], Noon.AddMinutes(30))).Felt);
        // A second tap at once says it of the same leg, and cuts nothing.
        var twice = NotedRun.Cut(
            [Note(0), Note(20, 120), Note(20) with { At = Noon.AddMinutes(20).AddSeconds(9), Felt = Felt.Slow }],
            Noon.AddMinutes(90)
        );
        Assert.Equal([Felt.Slow, Felt.NotSaid], twice.Select(run => run.Felt));
    }

    [Fact]
    public void Two_taps_on_one_leg_are_one_run_and_another_boat_starts_as_its_card_says()
    {
        Assert.Single(NotedRun.Cut([Note(0), Note(0) with { At = Noon.AddSeconds(20) }], Noon.AddMinutes(30)));
        var added = Assert.Single(NotedRun.Cut([Note(0), Note(0, 120) with { At = Noon.AddSeconds(20) }], Noon.AddMinutes(30)));
        Assert.Equal((Noon, Noon.AddSeconds(20)), (added.Note.At, added.NotedAt));
        Assert.Equal(120, added.Differs[Slide.Key].Position);
        // Twelve taps, twenty seconds apart, are runs of a minute, not one of four.
        Assert.Equal(
            4,
            NotedRun.Cut([.. Enumerable.Range(0, 12).Select(at => Note(0) with { At = Noon.AddSeconds(20 * at) })], Noon.AddHours(1)).Count
        );
        var runs = NotedRun.Cut([Note(0, 120), Note(20, boat: 2)], Noon.AddMinutes(30));
        Assert.Empty(runs[1].Differs);
        Assert.Empty(NotedRun.Cut([], Noon));
    }

    [Fact]
    public void Runs_never_overlap_never_end_before_they_begin_and_are_no_more_than_a_log_holds() =>
        Gen.Int[0, 600]
            .List[0, 30]
            .Sample(minutes =>
            {
                var runs = NotedRun.Cut([.. minutes.Select((minute, at) => Note(minute, at))], Noon.AddMinutes(620));
                return runs.Count <= SessionLog.MostRuns
                    && runs.All(run => run.To >= run.Note.At)
                    && runs.Zip(runs.Skip(1)).All(pair => pair.First.To == pair.Second.Note.At)
                    && (runs.Count == 0 || runs[^1].To == Noon.AddMinutes(620));
            });

    [Fact]
    public void Runs_that_overlap_or_lie_on_another_day_are_told_each_at_its_own()
    {
        Assert.Equal([null, null], SessionLog.CheckRuns(Noon, [null, Noon.AddMinutes(10)]));
        var problems = SessionLog.CheckRuns(Noon, [Noon, Noon, Noon.AddDays(3)]);
        Assert.Null(problems[0]);
        Assert.Contains("cannot overlap", problems[1], StringComparison.Ordinal);
        Assert.Contains("another day", problems[2], StringComparison.Ordinal);
    }

    [Fact]
    public void A_filter_holds_what_it_asks_and_an_empty_one_holds_everything()
    {
        var run = Session(11, 100, 3, Felt.RatherFast) with
        {
            Water = Water.Chop,
            Answers = new Dictionary<QuestionKey, Answer> { [new("slot")] = new("wide", null, AnswerMeaning.TooLittle) },
        };
        bool Holds(RunFilter filter) => filter.Holds(run, Class);
        Assert.True(Holds(new()));
        Assert.True(Holds(new() { Wind = Speed.FromKnots(9.5), Within = Speed.FromKnots(2) }));
        Assert.False(Holds(new() { Wind = Speed.FromKnots(8), Within = Speed.FromKnots(2) }));
        Assert.True(
            Holds(
                new()
                {
                    Band = Bands.All[1].Id,
                    Felt = Felt.RatherFast,
                    Water = Water.Chop,
                }
            )
        );
        Assert.False(Holds(new() { Band = Bands.All[0].Id }));
        Assert.False(Holds(new() { Felt = Felt.Fast }));
        Assert.False(Holds(new() { Water = Water.Flat }));
        Assert.True(Holds(new() { Question = new("slot") }));
        Assert.True(Holds(new() { Question = new("slot"), Means = AnswerMeaning.TooLittle }));
        Assert.False(Holds(new() { Question = new("slot"), Means = AnswerMeaning.Fine }));
        Assert.False(Holds(new() { Question = new("luffing") }));
        Assert.False(Holds(new() { From = new(2026, 6, 1) }));
        Assert.False(Holds(new() { Place = Place.Open }));
    }

    [Fact]
    public void What_was_fast_ranks_feel_likeness_of_wind_and_crew_and_the_newer_of_two_alike()
    {
        SessionEvidence Run(int number, double knots, Felt felt, double factor = 1, int daysAgo = 10) =>
            Session(knots, 100, 3, felt, daysAgo: daysAgo) with
            {
                Number = number,
                WindFactor = factor,
            };
        var ranked = FastRuns.Rank(
            [
                Run(1, 10, Felt.RatherFast),
                Run(2, 10, Felt.Fast),
                Run(3, 16, Felt.Fast),
                Run(4, 10, Felt.Slow),
                Run(5, 10, Felt.Fast, daysAgo: 700),
                Run(6, 10, Felt.Fast, factor: 1.3),
            ],
            Speed.FromKnots(10),
            1,
            Today
        );
        Assert.Equal(2, ranked[0].Run.Number);
        Assert.DoesNotContain(ranked, one => one.Run.Number == 4);
        var order = ranked.Select(one => (int)one.Run.Number).ToList();
        Assert.True(order.IndexOf(5) > order.IndexOf(2));
        Assert.True(order.IndexOf(3) > order.IndexOf(1));
        Assert.True(order.IndexOf(6) > order.IndexOf(1));
    }

    [Fact]
    public void A_run_scores_no_better_the_further_its_wind_is() =>
        Gen.Select(Gen.Double[1, 25], Gen.Double[0, 10], Gen.Double[0, 10])
            .Sample(
                (knots, near, far) =>
                {
                    var (closer, further) = (Math.Min(near, far), Math.Max(near, far));
                    double Score(double off) =>
                        FastRuns.Rank([Session(knots + off, 100, 3, Felt.Fast)], Speed.FromKnots(knots), 1, Today)[0].Score;
                    return Score(closer) >= Score(further) - 1e-12;
                }
            );

    [Fact]
    public void Setting_again_lists_what_differs_in_set_up_order_ashore_before_afloat()
    {
        Dictionary<ControlKey, Mark> Marks(double slide, double luff) => new() { [Slide.Key] = new(slide), [Luff.Key] = new(luff) };
        var steps = SetAgain.Steps(Class, Readings.OfTheClass, Marks(100, 1), Marks(120, 2));
        Assert.Equal([Slide.Key, Luff.Key], steps.Select(step => step.Control.Key));
        Assert.Equal((100, 120), (steps[0].From!.Value.Position, steps[0].To.Position));
        Assert.Empty(SetAgain.Steps(Class, Readings.OfTheClass, Marks(120, 2), Marks(120, 2)));
        Assert.Null(SetAgain.Steps(Class, Readings.OfTheClass, new Dictionary<ControlKey, Mark>(), Marks(120, 2))[0].From);
        // A bolt on this boat makes it a thing of the shore, a lever one of the water.
        var boat = new Boat(1, "B", "", new Dictionary<ControlKey, IReadOnlyList<CalibrationPair>>())
        {
            Fittings = new Dictionary<ControlKey, Fitting>
            {
                [Slide.Key] = new(FittingKind.Lever, false),
                [Luff.Key] = new(FittingKind.Bolt, false),
            },
        };
        var fitted = SetAgain.Steps(Class, new(boat, new Dictionary<BodyMeasure, Length>()), Marks(100, 1), Marks(120, 2));
        Assert.Equal([Luff.Key, Slide.Key], fitted.Select(step => step.Control.Key));
    }
}
