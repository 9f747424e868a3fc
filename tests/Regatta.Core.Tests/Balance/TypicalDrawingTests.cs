using Regatta.Formats.Kits;

namespace Regatta.Core.Tests.Balance;

/// <summary>A kit's drawing, typical of the kind until somebody measures theirs.</summary>
public sealed class TypicalDrawingTests
{
    public static TheoryData<string> Drawn => [.. StarterKits.All.Where(kit => kit.Class.Drawing is not null).Select(kit => kit.Class.Key)];

    [Fact]
    public void Every_kit_of_a_boat_with_a_rudder_has_one_and_a_sailboard_has_none() =>
        Assert.Equal(["sailboard"], StarterKits.All.Select(kit => kit.Class.Key).Except(Drawn.Select(row => row.Data)));

    // Common practice, no source: the sails of most boats pull a little forward of where the water holds them.
    [Theory]
    [MemberData(nameof(Drawn))]
    public void It_holds_together_balances_and_has_something_to_train_with(string kit)
    {
        var definition = StarterKits.Find(kit)!.Class;
        var drawing = definition.Drawing!;
        Assert.True(drawing.IsTypical);
        Assert.Null(drawing.Problem);
        Assert.Empty(drawing.Remarks(definition.Controls));
        foreach (var plan in definition.PlanModes.Plans)
        {
            var boat = HelmSteps.Of(definition, plan.Key, _ => null)!;
            // Under the headsail alone her bow falls off: it pulls far forward.
            var (least, most) = plan.Sails.Count > 1 || plan.Sails[0].Name != "headsail" ? (-0.02, 0.15) : (0.15, 0.4);
            Assert.InRange(boat.Balance(boat.Pose)!.LeadShare, least, most);
        }

        Assert.NotEmpty(Exercise.Of(definition, HelmSteps.Of(definition, definition.PlanModes.Plans[0].Key, _ => null)!));
    }

    [Fact]
    public void What_the_class_itself_says_of_a_step_goes_before_a_drawing_that_is_but_typical()
    {
        var kit = StarterKits.Find("sloop-dinghy")!.Class;
        var foot = kit.Find(new("mast-foot"))!;
        StepEffect Of(ClassDefinition definition) =>
            new StepEffects(null, HelmSteps.Of(definition, definition.PlanModes.Plans[0].Key, _ => null)).Of(foot, foot.Scale.Step)!;
        Assert.Equal(EffectSource.Declared, Of(kit).From);
        Assert.Equal(EffectSource.Drawing, Of(kit with { Drawing = kit.Drawing! with { IsTypical = false } }).From);
        // Where nobody says what a step does the typical drawing is better than nothing.
        var board = kit.Find(new("centreboard"))! with
        {
            HelmPerUnit = null,
        };
        Assert.Equal(
            EffectSource.Drawing,
            new StepEffects(null, HelmSteps.Of(kit, kit.PlanModes.Plans[0].Key, _ => null)).Of(board, board.Scale.Step)!.From
        );
    }
}
