using Regatta.Formats.Kits;

namespace Regatta.Core.Tests.Measuring;

public sealed class MarkingTests
{
    [Fact]
    public void Every_marked_control_of_every_kit_is_laid_in_steps_that_are_answered_and_hold_up_where_they_must()
    {
        foreach (var control in StarterKits.All.SelectMany(kit => kit.Class.Marked))
        {
            var steps = MarkingGuide.Steps(control);
            var fine = steps.ToDictionary(step => step.Key, step => step.Answers[0]);
            Assert.Null(MarkingGuide.HeldUpBy(control, fine));
            Assert.Equal(steps[0].Key, MarkingGuide.HeldUpBy(control, new Dictionary<string, string>())?.Key);
            foreach (var step in steps.Where(step => step.Otherwise.Length > 0))
            {
                var held = MarkingGuide.HeldUpBy(control, new Dictionary<string, string>(fine) { [step.Key] = step.Answers[1] });
                Assert.Equal((step.Key, step.Otherwise), (held?.Key, held?.Otherwise));
            }

            Assert.Equal(FittingKind.Lever, MarkingGuide.Fitting(control, fine).Kind);
            Assert.Equal(
                FittingKind.Bolt,
                MarkingGuide.Fitting(control, new Dictionary<string, string>(fine) { [MarkingGuide.FittingStep] = MarkingGuide.Bolt }).Kind
            );
        }
    }

    // Common practice, no source: a quarter of the boom without wind, the ways within 3 to 5 cm, the grip closer; a fist apart, more above
    // 7 m², 2 to 3 cm below 5 m².
    [Fact]
    public void Harness_lines_sit_at_a_quarter_of_the_boom_until_something_better_is_known()
    {
        Assert.Equal(0.475, Lines(sail: 6).Position.Metres, 9);
        Assert.Equal(0.48, Lines(sail: 6, hang: 0.48, median: 0.5).Position.Metres, 9);
        Assert.Equal(0.55, Lines(sail: 6, hang: 0.48, front: 0.4, back: 0.7).Position.Metres, 9);
        Assert.Equal((0.09, 0.09), Spread(6));
        Assert.Equal((0.02, 0.03), Spread(4.7));
        Assert.True(Spread(7.5).Item2 > 0.09);
        Assert.True(Lines(sail: 6, hang: 0.6).Apart.CompareTo(HarnessLines.FarApart) > 0);
    }

    [Theory]
    [InlineData(0.2, 6.0, null, null, null)]
    [InlineData(1.9, 40.0, null, null, null)]
    [InlineData(1.9, 6.0, 2.5, null, null)]
    [InlineData(1.9, 6.0, null, 0.6, null)]
    [InlineData(1.9, 6.0, null, 0.6, 0.5)]
    public void What_lies_on_no_boom_is_refused(double boom, double sail, double? hang, double? front, double? back) =>
        Assert.False(Of(boom, sail, hang, null, front, back).Ok);

    private static (double, double) Spread(double sail) => (Lines(sail).Least.Metres, Lines(sail).Most.Metres);

    private static HarnessLines Lines(double sail, double? hang = null, double? median = null, double? front = null, double? back = null) =>
        Of(1.9, sail, hang, median, front, back).Value;

    private static Parsed<HarnessLines> Of(double boom, double sail, double? hang, double? median, double? front, double? back) =>
        HarnessLines.Of(Length.FromMetres(boom), sail, HarnessLines.UsualFist, May(hang), May(median), May(front), May(back));

    private static Length? May(double? metres) => metres is { } known ? Length.FromMetres(known) : null;
}
