using CsCheck;
using Regatta.Core.Tests.Evidence;
using static Regatta.Core.Tests.Marks.Scales;

namespace Regatta.Core.Tests.Marks;

public sealed class CalibrationTests
{
    /// <summary>Any crooked strip: readings and lengths that both go on, the lengths either way.</summary>
    private static readonly Gen<Calibration> Crooked = Gen.Select(
            Gen.Double[0.5, 4].Array[1, 9],
            Gen.Double[2, 40].Array[9],
            Gen.Bool,
            Gen.Double[-200, 200]
        )
        .Select(
            (gaps, rises, falling, start) =>
            {
                var pairs = new List<CalibrationPair> { new(1, Mm(start)) };
                foreach (var (gap, rise) in gaps.Zip(rises))
                {
                    pairs.Add(new(pairs[^1].Reading + gap, Mm(pairs[^1].Length.Millimetres + (falling ? -rise : rise))));
                }

                return Calibration.Of(pairs, 0.5).Value;
            }
        );

    [Fact]
    public void Reading_to_length_to_reading_comes_back() =>
        Gen.Select(Crooked, Gen.Double[0, 1])
            .Sample(
                (strip, share) =>
                {
                    var reading = strip.Pairs[0].Reading + (share * (strip.Pairs[^1].Reading - strip.Pairs[0].Reading));
                    return Math.Abs(strip.ReadingAt(strip.LengthAt(reading).Value).Value - reading) < 1e-6;
                }
            );

    [Fact]
    public void A_calibration_is_monotone_and_goes_through_what_was_measured() =>
        Gen.Select(Crooked, Gen.Double[0, 1], Gen.Double[0, 1])
            .Sample(
                (strip, a, b) =>
                {
                    double At(double share) =>
                        strip.LengthAt(strip.Pairs[0].Reading + (share * (strip.Pairs[^1].Reading - strip.Pairs[0].Reading))).Value.Metres;
                    var way = Math.Sign(strip.Pairs[1].Length.CompareTo(strip.Pairs[0].Length));
                    return (a < b ? way * (At(b) - At(a)) : way * (At(a) - At(b))) >= 0
                        && strip.Pairs.All(pair => Math.Abs(strip.LengthAt(pair.Reading).Value.Metres - pair.Length.Metres) < 1e-12);
                }
            );

    [Fact]
    public void Nothing_is_guessed_more_than_a_step_beyond_the_measured_ends() =>
        Gen.Select(Crooked, Gen.Double[0, 3], Gen.Bool)
            .Sample(
                (strip, beyond, below) =>
                {
                    var reading = below ? strip.Pairs[0].Reading - beyond : strip.Pairs[^1].Reading + beyond;
                    var length = strip.LengthAt(reading);
                    return beyond is > 0.4999 and < 0.5001
                        || (length.Ok == beyond <= 0.5 && (!length.Ok || strip.ReadingAt(length.Value).Ok));
                }
            );

    [Theory]
    [InlineData("one", "Two pairs")]
    [InlineData("duplicate", "measured twice")]
    [InlineData("reversed", "go one way and then back")]
    [InlineData("flat", "the same length")]
    [InlineData("thousands", "10000 pairs")]
    public void Pairs_that_make_no_strip_are_refused(string what, string says)
    {
        CalibrationPair[] pairs = what switch
        {
            "one" => [new(1, Mm(10)), new(1, Mm(10))],
            "duplicate" => [new(1, Mm(10)), new(1, Mm(11)), new(2, Mm(20))],
            "reversed" => [new(1, Mm(10)), new(2, Mm(30)), new(3, Mm(20))],
            "flat" => [new(1, Mm(10)), new(2, Mm(10))],
            _ => [.. Enumerable.Range(0, 10_000).Select(at => new CalibrationPair(at, Mm(at)))],
        };
        Assert.Contains(says, Calibration.Of(pairs, 1).Problem);
    }

    [Theory]
    [MemberData(nameof(WithLength), MemberType = typeof(Scales))]
    public void A_class_mark_survives_the_way_over_any_boats_own_reading(Scale scale) =>
        Gen.Select(Gen.Double[-8, 8], Gen.Double[0.97, 1.03], Gen.Int[0, 60])
            .Sample(
                (shift, stretch, steps) =>
                {
                    // A boat whose scale sits elsewhere by up to 8 mm and runs up to 3 % long or short, measured at both ends and beyond.
                    var (low, high) = (
                        scale.ReadingAt(scale.Min) - (4 * scale.ReadingStep),
                        scale.ReadingAt(scale.Max) + (4 * scale.ReadingStep)
                    );
                    Length True(double reading) =>
                        Mm(
                            (scale.LengthAt(scale.AtReading(reading))!.Value.Millimetres * stretch)
                                + (shift * Math.Min(1, StepLength(scale) / 10))
                        );
                    var boat = new CalibratedScale(
                        scale,
                        Calibration.Of([new(low, True(low)), new(high, True(high))], 1000 * scale.ReadingStep).Value
                    );
                    var mark = scale.StepBy(scale.Min, steps);
                    // What is counted in whole things comes back to the nearest of the boat's, which stand up to 3 % further apart; the
                    // rest to the step.
                    var slack = scale is CountScale ? scale.Step * (0.515 + (0.03 * Math.Abs(steps))) : scale.Step / 2;
                    return boat.Read(boat.Show(mark)) is { Ok: true, Value: var back } && back.DistanceTo(mark) <= slack + 1e-6;
                }
            );

    [Fact]
    public void A_mark_out_of_reach_is_shown_by_the_class_tape_and_read_back_as_such()
    {
        var boat = new CalibratedScale(
            Gooseneck,
            Calibration.Of([new(16 * 25.4, Mm(17 * 25.4)), new(20 * 25.4, Mm(21 * 25.4))], Gooseneck.ReadingStep).Value
        );
        Assert.Equal("17 in", boat.Show(Gooseneck.Read("18").Value));
        Assert.Equal("25 in by the class tape", boat.Show(Gooseneck.Read("25").Value));
        Assert.Equal(25 * 25.4, boat.Read("25 in by the class tape").Value.Position, 6);
        Assert.Equal(18 * 25.4, boat.Read("17").Value.Position, 6);
        Assert.Contains("more than one step beyond", boat.Read("25").Problem);
    }

    // Common practice, no source: body measures differ per person and are calibrated once per person.
    [Fact]
    public void Two_sailors_with_different_hands_set_the_same_length_from_different_counts()
    {
        var control = TestBoat.Slide with { Scale = Foot };
        var (small, large) = (Hand(60), Hand(120));
        var mark = Foot.Read("1 1/2").Value;
        Assert.Equal("2 × hand", small.AsRead(control).Scale.Show(mark));
        Assert.Equal("1 × hand", large.AsRead(control).Scale.Show(mark));
        Assert.Equal(small.AsRead(control).Scale.Read("2").Value, large.AsRead(control).Scale.Read("1").Value);
        Assert.Equal(ReadingTrust.UsualHand, Readings.OfTheClass.TrustOf(control, mark));
        Assert.Equal(ReadingTrust.Measured, small.TrustOf(control, mark));

        static Readings Hand(double millimetres) =>
            new(null, new Dictionary<BodyMeasure, Length> { [BodyMeasure.HandWidth] = Mm(millimetres) });
    }

    [Theory]
    [InlineData("3 mm", "no part of a person")]
    [InlineData("2000", "no part of a person")]
    [InlineData("wide", "not a number")]
    public void A_hand_that_is_none_is_refused(string text, string says) =>
        Assert.Contains(says, BodyMeasures.Read(text, LengthUnit.Millimetre).Problem);

    private static double StepLength(Scale scale) =>
        Math.Abs(scale.LengthAt(new(scale.Min.Position + scale.Step))!.Value.Millimetres - scale.LengthAt(scale.Min)!.Value.Millimetres);
}
