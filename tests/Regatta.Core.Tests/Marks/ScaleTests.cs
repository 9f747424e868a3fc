using CsCheck;
using Regatta.Core.Marks;
using Regatta.Core.Units;

namespace Regatta.Core.Tests.Marks;

public sealed class ScaleTests
{
    private static readonly LengthScale Gooseneck = Inches(13, 26, 0.5);
    private static readonly HoleScale Shroud = new(7, "the bottom");
    private static readonly StopScale Cunningham = new(["off", "creases just gone", "hard"]);

    public static TheoryData<Scale> Marked => [Gooseneck, Shroud, Cunningham, new LengthScale(LengthUnit.Centimetre, Length.FromMillimetres(-50), Length.FromMillimetres(300), Length.FromMillimetres(5))];

    [Theory]
    [MemberData(nameof(Marked))]
    public void Every_step_reads_back_as_it_is_shown(Scale scale)
    {
        for (var mark = scale.Min; mark.Position <= scale.Max.Position - (scale.Step / 2); mark = scale.StepBy(mark, 1))
        {
            Assert.Equal(mark.Position, scale.ReadOnStep(scale.Show(mark)).Value.Position, 6);
        }
    }

    [Theory]
    [MemberData(nameof(Marked))]
    public void Snapping_is_monotone_stays_on_the_scale_and_does_nothing_twice(Scale scale) =>
        Gen.Select(Gen.Double[-1000, 2000], Gen.Double[-1000, 2000]).Sample((a, b) =>
        {
            var (low, high) = (scale.Snap(new(Math.Min(a, b))), scale.Snap(new(Math.Max(a, b))));
            return low.Position <= high.Position && low.Position >= scale.Min.Position && high.Position <= scale.Max.Position && scale.Snap(low) == low;
        });

    [Fact]
    public void A_change_of_unit_changes_no_mark() =>
        Gen.Int[26, 52].Sample(halves =>
        {
            var written = Gooseneck.Read(NumberText.Fraction(halves / 2.0)).Value;
            var inMillimetres = Gooseneck.ReadOnStep(FormattableString.Invariant($"{halves * 12.7:0.0} mm")).Value;
            return written.DistanceTo(inMillimetres) < 1e-9;
        });

    // Common practice, no source: half an inch may matter, so the lateen gooseneck steps by half inches.
    [Fact]
    public void Stepping_moves_by_one_step_and_stops_at_the_end()
    {
        Assert.Equal("15 in", Gooseneck.Show(Gooseneck.StepBy(Gooseneck.Read("14 1/2").Value, 1)));
        Assert.Equal(Gooseneck.Max, Gooseneck.StepBy(Gooseneck.Max, 3));
        Assert.Equal("+1/2 in", Gooseneck.ShowChange(Gooseneck.Step));
        Assert.Equal("−1 hole", Shroud.ShowChange(-1));
    }

    [Theory]
    [InlineData("27", "off the scale")]
    [InlineData("12 1/2", "13 in to 26 in")]
    [InlineData("14 furlongs", "not a unit")]
    [InlineData("14 3/7", "no mark on a rule")]
    [InlineData("14 1/4", "14 in and 14 1/2 in")]
    public void A_length_that_is_no_mark_gets_a_sentence(string text, string says) => Assert.Contains(says, Gooseneck.ReadOnStep(text).Problem);

    [Theory]
    [InlineData("3 1/2", "nearest are 3 and 4")]
    [InlineData("0", "off the scale")]
    [InlineData("8", "hole 1 to hole 7")]
    [InlineData("3 in", "no unit for holes")]
    public void A_hole_that_is_none_gets_a_sentence(string text, string says) => Assert.Contains(says, Shroud.Read(text).Problem);

    [Fact]
    public void Stops_read_by_name_by_beginning_and_by_number()
    {
        Assert.Equal(2, Cunningham.Read("Creases").Value.Position);
        Assert.Equal(3, Cunningham.Read("3").Value.Position);
        Assert.Contains("off, creases just gone, hard", Cunningham.Read("medium").Problem);
    }

    [Fact]
    public void Scales_that_are_none_cannot_be_made()
    {
        Assert.Throws<ArgumentException>(() => Inches(13, 13, 0.5));
        Assert.Throws<ArgumentException>(() => Inches(13, 14, 2));
        Assert.Throws<ArgumentException>(() => new HoleScale(1, "the bottom"));
        Assert.Throws<ArgumentException>(() => new StopScale(["on", "On"]));
    }

    [Fact]
    public void Distances_are_read_in_any_unit_and_bounded()
    {
        Assert.Equal(12.7, Gooseneck.ReadDistance("1/2").Value, 9);
        Assert.Equal(10, Gooseneck.ReadDistance("1 cm").Value, 9);
        Assert.False(Gooseneck.ReadDistance("-1").Ok);
        Assert.False(Gooseneck.ReadDistance("14 in").Ok);
    }

    private static LengthScale Inches(double min, double max, double step) =>
        new(LengthUnit.Inch, Length.From(min, LengthUnit.Inch), Length.From(max, LengthUnit.Inch), Length.From(step, LengthUnit.Inch));
}
