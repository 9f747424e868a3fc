using CsCheck;
using Regatta.Core.Boats;
using Regatta.Formats.Kits;

namespace Regatta.Core.Tests.Marks;

/// <summary>Lengths read in a sailor's own measure: the mark is the class's, the words are theirs.</summary>
public sealed class OwnScaleTests
{
    private static readonly IReadOnlyList<Control> Lengths =
    [
        .. StarterKits.All.SelectMany(kit => kit.Class.Controls).Where(control => OwnScale.Fits(control.Scale)),
    ];

    private static Dictionary<BodyMeasure, Length> Hands(double share) =>
        Enum.GetValues<BodyMeasure>()
            .ToDictionary(measure => measure, measure => Length.FromMillimetres(Math.Round(measure.Usual().Millimetres * share)));

    [Fact]
    public void What_is_shown_reads_back_to_within_what_they_can_tell_and_stays_on_the_scale()
    {
        Assert.True(Lengths.Count > 20, $"Only {Lengths.Count} lengths.");
        Gen.Select(Gen.OneOfConst([.. Lengths]), Gen.OneOfConst([.. OwnMeasure.All]), Gen.Double[0, 1], Gen.Double[0.8, 1.25])
            .Sample(
                (control, measure, share, hand) =>
                {
                    var scale = control.Scale;
                    var own = OwnScale.Of((LengthwiseScale)scale, measure, Hands(hand));
                    var mark = scale.Snap(new(scale.Min.Position + (share * (scale.Max.Position - scale.Min.Position))));
                    var back = own.Read(own.Show(mark));
                    Assert.True(back.Ok, $"{control.Name} in {measure}: {own.Show(mark)}: {(back.Ok ? "" : back.Problem)}");
                    Assert.True(scale.Reaches(back.Value));
                    var grain = Math.Abs(own.AtReading(own.Grain).Position - own.AtReading(0).Position);
                    Assert.InRange(back.Value.DistanceTo(mark), 0, (0.51 * grain) + 1e-6);
                    Assert.Equal(scale.LengthAt(mark), own.LengthAt(mark));
                    Assert.True(own.SameTerms(scale));
                }
            );
    }

    [Fact]
    public void A_longer_hand_counts_fewer_and_a_tape_counts_the_same_for_everybody()
    {
        var lines = (LengthwiseScale)StarterKits.Find("sailboard")!.Class.Find(new("harness-lines"))!.Scale;
        var mark = new Mark(510);
        string In(OwnMeasure measure, double hand) => OwnScale.Of(lines, measure, Hands(hand)).Show(mark);
        Assert.Equal("51 cm", In(OwnMeasure.Of(LengthUnit.Centimetre), 0.8));
        Assert.Equal("51 cm", In(OwnMeasure.Of(LengthUnit.Centimetre), 1.2));
        Assert.Equal("6 × hand", In(OwnMeasure.Of(BodyMeasure.HandWidth), 1));
        Assert.Equal("5 × hand", In(OwnMeasure.Of(BodyMeasure.HandWidth), 1.2));
        Assert.Equal("510 mm", In(OwnMeasure.Of(LengthUnit.Millimetre), 1));
    }

    [Fact]
    public void Their_measure_is_taken_where_nothing_is_fitted_and_a_boats_own_numbers_go_before_it()
    {
        var control = StarterKits.Find("lateen-board-boat")!.Class.Find(new("gooseneck"))!;
        var strip = StarterKits.Find("una-rig")!.Class.Find(new("vang"))!;
        var mark = control.Scale.Read("20").Value;
        var readings = Readings.OfTheClass with
        {
            Measures = new Dictionary<ControlKey, OwnMeasure>
            {
                [control.Key] = OwnMeasure.Of(LengthUnit.Centimetre),
                [strip.Key] = OwnMeasure.Of(LengthUnit.Centimetre),
            },
        };
        Assert.Equal("50.8 cm", readings.AsRead(control).Scale.Show(mark));
        Assert.Equal(mark, readings.AsRead(control).Scale.ReadOnStep("50.8 cm").Value);
        Assert.Equal(strip, readings.AsRead(strip));
        Assert.Equal(ReadingTrust.Measured, readings.TrustOf(control, mark));
        var hands = readings with
        {
            Measures = new Dictionary<ControlKey, OwnMeasure> { [control.Key] = OwnMeasure.Of(BodyMeasure.HandWidth) },
        };
        Assert.Equal(ReadingTrust.UsualHand, hands.TrustOf(control, mark));
        Assert.Equal(ReadingTrust.Measured, (hands with { Hands = Hands(1) }).TrustOf(control, mark));
    }

    [Fact]
    public void Every_measure_has_a_word_of_its_own_and_is_found_by_its_name()
    {
        Assert.Equal(
            OwnMeasure.All.Length,
            OwnMeasure.All.Select(measure => measure.Words).Where(word => word.Length > 0).Distinct().Count()
        );
        Assert.All(OwnMeasure.All, measure => Assert.Equal(measure, OwnMeasure.Named(measure.Name)));
    }
}
