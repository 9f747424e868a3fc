using Regatta.Formats.Kits;

namespace Regatta.Core.Tests.Rigging;

/// <summary>What is said at the end of a rig-up is what was done.</summary>
public sealed class RigUpOutcomeTests
{
    private static readonly ClassDefinition Radio = StarterKits.Find("radio-yacht")!.Class;

    private static readonly IReadOnlyList<RigStep> Steps =
    [
        Set("vang"),
        Set("camber"),
        new("q", RigStepKind.Look, null, null, Radio.Questions.First(question => question.Key.Name == "leech-top"), [], []),
    ];

    [Fact]
    public void Only_where_all_was_done_as_the_card_says_is_she_set_as_the_card_says()
    {
        Assert.Equal("Ready. She is set as your card says.", Says(("vang", ""), ("camber", ""), ("q", "parallel to the centreline")));
        Assert.Equal("Ended, and none of her 2 marks was set.", Says());
        Assert.Equal(
            "1 of 2 marks set. Left out: Camber of the main. Look again: Bench: leeches at the top? hooked.",
            Says(("vang", ""), ("q", "hooked")).Replace(Radio.Find(new("camber"))!.Name, "Camber of the main", StringComparison.Ordinal)
        );
        Assert.Contains("waits in your log", Says(1, ("vang", "2"), ("camber", ""), ("q", "parallel to the centreline")));
    }

    [Fact]
    public void What_the_card_has_no_mark_of_is_never_set_as_the_card_says()
    {
        RigStep[] steps = [Steps[0], Steps[1] with { Cell = null }];
        var done = steps.ToDictionary(step => step.Key, _ => new RigAnswer(RigState.Done, ""));
        Assert.Equal("2 of 2 marks set. The card has no mark yet for 1 of them.", RigUpOutcome.Of(steps, done, 0).Says);
        Assert.Equal(
            "2 of 2 marks set. The card has no mark yet for any of them. What you set waits in your log.",
            RigUpOutcome.Of([.. steps.Select(step => step with { Cell = null })], done, 2).Says
        );
    }

    private static string Says(params (string Step, string Said)[] done) => Says(0, done);

    private static string Says(int otherwise, params (string Step, string Said)[] done) =>
        RigUpOutcome.Of(Steps, done.ToDictionary(one => one.Step, one => new RigAnswer(RigState.Done, one.Said)), otherwise).Says;

    private static RigStep Set(string control) =>
        new(control, RigStepKind.Set, Radio.Find(new(control)), Cell.Of(new(2), 0, "", "", CellSource.Entered).Value, null, [], []);
}
