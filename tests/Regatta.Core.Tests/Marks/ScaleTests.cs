using CsCheck;
using static Regatta.Core.Tests.Marks.Scales;

namespace Regatta.Core.Tests.Marks;

public sealed class ScaleTests
{
    [Theory]
    [MemberData(nameof(Marked), MemberType = typeof(Scales))]
    public void Every_step_reads_back_as_it_is_shown(Scale scale)
    {
        for (var mark = scale.Min; mark.Position <= scale.Max.Position - (scale.Step / 2); mark = scale.StepBy(mark, 1))
        {
            Assert.Equal(mark.Position, scale.ReadOnStep(scale.Show(mark)).Value.Position, 6);
            Assert.Equal(mark.Position, scale.AtReading(scale.ReadReading(scale.Show(mark)).Value).Position, 6);
        }
    }

    /// <summary>A step in the unit, as sailors cut their scales; ends on the same grid.</summary>
    private static readonly Gen<Scale> Generated =
        from kind in Gen.Int[0, 6]
        from step in Gen.OneOfConst(
            0.01,
            0.05,
            0.1,
            0.125,
            0.2,
            0.25,
            0.5,
            0.75,
            1,
            1.5,
            2,
            2.5,
            5,
            10,
            1.0 / 32,
            3.0 / 32,
            1.0 / 16,
            0.025
        )
        from first in Gen.Int[-40, 400]
        from steps in Gen.Int[1, 300]
        from spacing in Gen.Double[0.3, 90]
        let least = Math.Round(first * step, 9)
        let most = Math.Round((first + steps) * step, 9)
        select (Scale)(
            kind switch
            {
                0 => Length(LengthUnit.Millimetre, least, most, step),
                1 => Length(LengthUnit.Centimetre, least, most, step),
                2 => Length(LengthUnit.Inch, least, most, step),
                3 => Length(LengthUnit.DecimalInch, least, most, step),
                4 => new StripScale(least, most, step, Mm(Math.Round(spacing * 3, 1)), Mm(Math.Round(spacing, 2))),
                5 => new BodyScale(
                    BodyMeasure.HandWidth,
                    least,
                    most,
                    step,
                    Mm(Math.Min(70 + Math.Round(spacing, 2), 9e5 / Math.Max(1, most)))
                ),
                _ => new AngleScale(Angle.FromDegrees(least), Angle.FromDegrees(most), Angle.FromDegrees(step)),
            }
        );

    private static LengthScale Length(LengthUnit unit, double least, double most, double step) =>
        new(unit, Core.Units.Length.From(least, unit), Core.Units.Length.From(most, unit), Core.Units.Length.From(step, unit));

    [Fact]
    public void What_is_shown_of_any_scale_reads_back_at_every_step() =>
        Generated.Sample(
            scale =>
            {
                if (scale.Unprintable() is not null)
                {
                    return false;
                }

                for (var mark = scale.Min; ; mark = scale.StepBy(mark, 1))
                {
                    if (
                        scale.Read(scale.Show(mark)).Value.DistanceTo(mark) > 1e-6
                        || scale.ReadOnStep(scale.Show(mark)).Value.DistanceTo(mark) > 1e-9
                    )
                    {
                        return false;
                    }

                    if (mark.Position >= scale.Max.Position - (scale.Step / 2))
                    {
                        return Math.Abs(scale.ReadDistance(scale.ShowDistance(scale.Step)).Value - scale.Step) < 1e-6;
                    }
                }
            },
            iter: 2000
        );

    [Fact]
    public void A_scale_that_reaches_past_every_datum_says_so_in_one_sentence()
    {
        var refused = ScaleSpec.Of(new BodyScale(BodyMeasure.HandWidth, 0, 6000, 10, Mm(150))) with { Max = 7000 };
        Assert.Equal("No mark lies further than 1,000,000 mm from its datum. Check the ends and the unit.", refused.ToScale().Problem);
    }

    [Fact]
    public void A_step_that_cannot_be_printed_says_so()
    {
        Assert.Contains("cannot be printed", Length(LengthUnit.Millimetre, 0, 10, 1.0 / 3).Unprintable(), StringComparison.Ordinal);
        Assert.Contains("cannot be printed", Length(LengthUnit.Inch, 0, 10, 1 / 2.54).Unprintable(), StringComparison.Ordinal);
        Assert.Null(new TargetScale().Unprintable());
        Assert.Null(Cunningham.Unprintable());
    }

    [Fact]
    public void A_scale_written_and_read_back_is_the_same_to_the_hair() =>
        Generated.Sample(scale => ScaleSpec.Of(scale).ToScale().Value == scale, iter: 2000);

    [Theory]
    [MemberData(nameof(Marked), MemberType = typeof(Scales))]
    public void Snapping_is_monotone_stays_on_the_scale_and_does_nothing_twice(Scale scale) =>
        Gen.Select(Gen.Double[-1000, 2000], Gen.Double[-1000, 2000])
            .Sample(
                (a, b) =>
                {
                    var (low, high) = (scale.Snap(new(Math.Min(a, b))), scale.Snap(new(Math.Max(a, b))));
                    return low.Position <= high.Position
                        && low.Position >= scale.Min.Position
                        && high.Position <= scale.Max.Position
                        && scale.Snap(low) == low;
                }
            );

    [Theory]
    [MemberData(nameof(WithLength), MemberType = typeof(Scales))]
    public void Readings_and_lengths_rise_together_and_convert_both_ways(Scale scale) =>
        Gen.Select(Gen.Double[0, 1], Gen.Double[0, 1])
            .Sample(
                (a, b) =>
                {
                    Mark At(double share) => new(scale.Min.Position + (share * (scale.Max.Position - scale.Min.Position)));
                    var (low, high) = (At(Math.Min(a, b)), At(Math.Max(a, b)));
                    return scale.LengthAt(low)!.Value.CompareTo(scale.LengthAt(high)!.Value) <= 0
                        && scale.ReadingAt(low) <= scale.ReadingAt(high)
                        && scale.AtLength(scale.LengthAt(low)!.Value)!.Value.DistanceTo(low) < 1e-6
                        && scale.AtReading(scale.ReadingAt(low)).DistanceTo(low) < 1e-6;
                }
            );

    [Theory]
    [MemberData(nameof(Marked), MemberType = typeof(Scales))]
    public void A_distance_reads_back_as_it_is_shown(Scale scale) =>
        Assert.Equal(scale.Step, scale.Choices is null ? scale.ReadDistance(scale.ShowDistance(scale.Step)).Value : 1, 6);

    [Fact]
    public void A_change_of_unit_changes_no_mark() =>
        Gen.Int[26, 52]
            .Sample(halves =>
            {
                var written = Gooseneck.Read(NumberText.Fraction(halves / 2.0)).Value;
                var inMillimetres = Gooseneck.ReadOnStep(FormattableString.Invariant($"{halves * 12.7:0.0} mm")).Value;
                var inTenths = new LengthScale(LengthUnit.DecimalInch, Mm(0), Mm(1000), Mm(1.27))
                    .Read(NumberText.Plain(halves / 2.0, 1))
                    .Value;
                return written.DistanceTo(inMillimetres) < 1e-9 && written.DistanceTo(inTenths) < 1e-9;
            });

    [Fact]
    public void Inch_fractions_print_and_parse_back() =>
        Gen.Int[-640, 640]
            .Sample(sixteenths =>
                Math.Abs(NumberText.Read(NumberText.Fraction(sixteenths / 16.0)).Value.Number - (sixteenths / 16.0)) < 1e-12
            );

    // Common practice, no source: half an inch may matter, so the lateen gooseneck steps by half inches.
    [Fact]
    public void Stepping_moves_by_one_step_and_stops_at_the_end()
    {
        Assert.Equal("15 in", Gooseneck.Show(Gooseneck.StepBy(Gooseneck.Read("14 1/2").Value, 1)));
        Assert.Equal(Gooseneck.Max, Gooseneck.StepBy(Gooseneck.Max, 3));
        Assert.Equal("+1/2 in", Gooseneck.ShowChange(Gooseneck.Step));
        Assert.Equal("−1 hole", Shroud.ShowChange(-1));
        Assert.Equal("+1/2 on the strip", Vang.ShowChange(Vang.Step));
    }

    [Theory]
    [InlineData("27", "off the scale")]
    [InlineData("12 1/2", "13 in to 26 in")]
    [InlineData("14 furlongs", "not a unit")]
    [InlineData("14 3/7", "no mark on a rule")]
    [InlineData("14 1/4", "14 in and 14 1/2 in")]
    public void A_length_that_is_no_mark_gets_a_sentence(string text, string says) =>
        Assert.Contains(says, Gooseneck.ReadOnStep(text).Problem);

    [Theory]
    [InlineData("3 1/2", "nearest are 3 and 4")]
    [InlineData("0", "off the scale")]
    [InlineData("8", "hole 1 to hole 7")]
    [InlineData("3 in", "counted in holes")]
    [InlineData("port 3 starboard 4", "both sides go in the same hole")]
    [InlineData("3 and 4", "Port 3, starboard 4")]
    public void A_hole_that_is_none_gets_a_sentence(string text, string says) => Assert.Contains(says, Shroud.Read(text).Problem);

    [Theory]
    [InlineData("hole 3")]
    [InlineData("3")]
    [InlineData("3 and 3")]
    [InlineData("port 3, starboard 3")]
    public void Both_sides_in_the_same_hole_are_one_mark(string text) => Assert.Equal(3, Shroud.Read(text).Value.Position);

    [Theory]
    [InlineData("4½", 74)]
    [InlineData("strip 4 1/2", 74)]
    [InlineData("4,5", 74)]
    public void A_strip_reads_its_numbers_as_people_write_them(string text, double millimetres) =>
        Assert.Equal(millimetres, Vang.Read(text).Value.Position, 9);

    [Fact]
    public void Stops_read_by_name_by_beginning_and_by_number()
    {
        Assert.Equal(2, Cunningham.Read("Creases").Value.Position);
        Assert.Equal(3, Cunningham.Read("3").Value.Position);
        Assert.Contains("off, creases just gone, hard", Cunningham.Read("medium").Problem);
    }

    [Fact]
    public void Marks_keep_their_meaning_only_between_scales_of_the_same_terms()
    {
        Assert.True(Gooseneck.SameTerms(Vang));
        Assert.False(Gooseneck.SameTerms(Shroud));
        Assert.False(Shroud.SameTerms(new CountScale(Counted.Pin, 1, 7, 1, "the bottom")));
        Assert.True(Cunningham.SameTerms(new StopScale(["off", "creases just gone", "hard", "all on"])));
        Assert.False(Cunningham.SameTerms(new StopScale(["none", "creases just gone", "hard"])));
    }

    [Fact]
    public void Scales_that_are_none_cannot_be_made()
    {
        Assert.Throws<ArgumentException>(() => Inches(13, 13, 0.5));
        Assert.Throws<ArgumentException>(() => Inches(13, 14, 2));
        Assert.Throws<ArgumentException>(() => new CountScale(Counted.Hole, 1, 1, 1, "the bottom"));
        Assert.Throws<ArgumentException>(() => new CountScale(Counted.Hole, 1, 5, 1, " "));
        Assert.Throws<ArgumentException>(() => new CountScale(Counted.Hole, 1, 5, 1, "bow", new(Mm(0), Mm(0))));
        Assert.Throws<ArgumentException>(() => new StopScale(["on", "On"]));
        Assert.Throws<ArgumentException>(() => new StripScale(0, 10, 1, Mm(0), Mm(0)));
        Assert.Throws<ArgumentException>(() => new StripScale(0, 10, double.NaN, Mm(0), Mm(10)));
        Assert.Throws<ArgumentException>(() => new BodyScale(BodyMeasure.Fist, 0, 2, 1, Mm(0)));
        Assert.Throws<ArgumentException>(() => new CalibratedScale(Cunningham, Calibration.Of([new(0, Mm(0)), new(1, Mm(1))], 1).Value));
    }

    [Fact]
    public void Distances_are_read_in_any_unit_and_bounded()
    {
        Assert.Equal(12.7, Gooseneck.ReadDistance("1/2").Value, 9);
        Assert.Equal(10, Gooseneck.ReadDistance("1 cm").Value, 9);
        Assert.False(Gooseneck.ReadDistance("-1").Ok);
        Assert.False(Gooseneck.ReadDistance("14 in").Ok);
    }
}
