using Regatta.Formats.Kits;

namespace Regatta.Core.Tests.Diagnosis;

/// <summary>Runs that answer alike ask for a change of the card.</summary>
public sealed class AnswerPatternTests
{
    private static readonly ClassDefinition Sloop = StarterKits.Find("sloop-dinghy")!.Class;
    private static readonly Control Vang = Sloop.Find(new("vang"))!;
    private static readonly WindBand Band = Sloop.Bands.All[1];
    private static readonly Mark Card = Vang.Scale.Snap(new((Vang.Scale.Min.Position + Vang.Scale.Max.Position) / 2));

    [Fact]
    public void Five_alike_and_none_the_opposite_are_a_proposal_and_four_are_not()
    {
        var pattern = Assert.Single(Found(Runs(5, "hooked")));
        Assert.Equal((5, 5, "vang"), (pattern.Alike, pattern.Answered, pattern.Control.Key.Name));
        Assert.Equal(-1, pattern.Found.Changes[0].Moves[0].Steps);
        Assert.Contains("5 of 5 runs answered “hooked” to “The leech at the top?”", pattern.Sentence, StringComparison.Ordinal);
        Assert.Empty(Found(Runs(4, "hooked")));
        Assert.Empty(Found([.. Runs(9, "hooked"), .. Runs(1, "open")]));
    }

    [Fact]
    public void What_was_mostly_well_sailed_at_another_mark_or_broken_off_asks_for_nothing()
    {
        Assert.Single(Found([.. Runs(5, "hooked"), .. Runs(4, "parallel")]));
        Assert.Empty(Found([.. Runs(5, "hooked"), .. Runs(5, "parallel")]));
        Assert.Empty(Found(Runs(9, "hooked", Vang.Scale.StepBy(Card, -1))));
        Assert.Empty(Found(Runs(9, "hooked", gates: CheckGates.AllHeld.Without(Gate.SteadyFullSpeed))));
        // One that was sailed at another mark says nothing of this one, the opposite neither.
        Assert.Single(Found([.. Runs(5, "hooked"), .. Runs(1, "open", Vang.Scale.StepBy(Card, -2))]));
    }

    [Fact]
    public void After_a_decision_only_what_was_sailed_since_counts_and_tells_whether_it_helped()
    {
        var runs = Runs(9, "hooked").ToList();
        Assert.Single(Found(runs, runs[3].SailedAt));
        Assert.Empty(Found(runs, runs[4].SailedAt));
        var seen = Found(runs)[0].Seen;
        Assert.Equal(new SeenAnswer(new("leech-top"), "hooked"), seen);
        Assert.True(seen.IsSaidBy(runs[0]));
        Assert.False(seen.IsSaidBy(Runs(1, "parallel").Single()));
        Assert.Null(seen.IsSaidBy(runs[0] with { Answers = new Dictionary<QuestionKey, Answer>() }));
    }

    private static List<AnswerPattern> Found(IReadOnlyList<SessionEvidence> runs, DateTimeOffset? decided = null)
    {
        Matrix matrix = new(
            Sloop.Bands,
            Sloop.Controls,
            new Dictionary<CellAddress, Cell>
            {
                [new(Band.Id, Vang.Key)] = Cell.Of(Card, Vang.Scale.Step, "", "", CellSource.Entered).Value,
            }
        );
        return [.. AnswerPattern.Of(Sloop, matrix, Sloop.PlanModes.First, PlanModeRuns.Of(Sloop, runs), _ => decided)];
    }

    private static IEnumerable<SessionEvidence> Each(int count, string said, Mark? mark, CheckGates gates)
    {
        var question = Sloop.FindQuestion(new("leech-top"))!;
        var helm = HelmReading.Of(Angle.FromDegrees(3), Angle.FromDegrees(3)).Value;
        return Enumerable
            .Range(0, count)
            .Select(at => new SessionEvidence(
                at,
                new DateTimeOffset(2026, 6, 1, 12, 0, 0, TimeSpan.Zero).AddDays(at),
                WindRange.Of(Band.Middle, Band.Middle, null).Value,
                new Dictionary<ControlKey, Mark> { [Vang.Key] = mark ?? Card },
                new(helm, gates, null),
                Felt.NotSaid
            )
            {
                PlanMode = Sloop.PlanModes.First,
                Answers = new Dictionary<QuestionKey, Answer> { [question.Key] = question.Form.Read(said).Value },
            });
    }

    private static IReadOnlyList<SessionEvidence> Runs(int count, string said, Mark? mark = null, CheckGates? gates = null) =>
        [.. Each(count, said, mark, gates ?? CheckGates.AllHeld)];
}
