using CsCheck;
using Regatta.Core.Tests.Evidence;
using Regatta.Formats.Bundles;
using static Regatta.Core.Tests.Marks.Scales;

namespace Regatta.Core.Tests.Measuring;

public sealed class SurveyTests
{
    private static readonly Control Boom = TestBoat.Slide with { Name = "Gooseneck", Datum = "the end cap", Scale = Gooseneck };
    private static readonly Control Kicker = TestBoat.Slide with { Name = "Vang", Scale = Vang };

    [Fact]
    public void A_datum_that_is_off_is_found_with_its_size_whatever_it_is() =>
        Gen.Select(Gen.Double[13, 40], Gen.Bool, Gen.Double[-1.5, 1.5].Array[2, 6])
            .Sample(
                (off, nearer, noise) =>
                {
                    var shift = nearer ? -off : off;
                    var pairs = noise.Select((slip, at) => Pair(14 + (at * 2), shift + slip)).ToList();
                    var survey = ControlSurvey.Of(Boom, pairs);
                    return survey.Finding == SurveyFinding.DatumOff && Math.Abs(survey.Shift.Millimetres - shift) <= Gooseneck.Step;
                }
            );

    [Fact]
    public void What_a_tape_finds_is_said_in_a_sentence()
    {
        Assert.Equal(SurveyFinding.NotMeasured, ControlSurvey.Of(Boom, []).Finding);
        Assert.Equal(SurveyFinding.OnePair, ControlSurvey.Of(Boom, [Pair(15, 0)]).Finding);
        Assert.Equal(SurveyFinding.Agrees, ControlSurvey.Of(Boom, [Pair(15, 2), Pair(25, -1)]).Finding);
        Assert.Equal(SurveyFinding.NumbersApart, ControlSurvey.Of(Boom, [Pair(15, 0), Pair(25, 16)]).Finding);
        Assert.Equal(SurveyFinding.NothingToMeasure, ControlSurvey.Of(TestBoat.Luff, [Pair(15, 2)]).Finding);
        Assert.Contains(
            "off by 1 in: where it reads 15 in the tape from the end cap says 16 in, more than it should",
            ControlSurvey.Of(Boom, [Pair(15, 25.4), Pair(25, 25.4)]).Sentence
        );
        Assert.Contains("differs by", ControlSurvey.Of(Boom, [Pair(15, 0), Pair(25, 16)]).Sentence);
    }

    [Fact]
    public void The_pair_that_breaks_the_run_is_pointed_out_and_no_other()
    {
        var survey = ControlSurvey.Of(Boom, [Pair(14, 0), Pair(16, 1), Pair(18, 180), Pair(20, 0), Pair(22, 1)]);
        Assert.Equal(SurveyFinding.Contradictory, survey.Finding);
        Assert.Equal([false, false, true, false, false], survey.Pairs.Select(pair => pair.Breaks));
        Assert.Null(survey.Calibration);
        Assert.Contains("One pair contradicts", survey.Sentence);
    }

    [Fact]
    public void A_reading_taped_twice_with_two_lengths_is_pointed_out()
    {
        var survey = ControlSurvey.Of(Boom, [Pair(14, 0), Pair(20, 0), Pair(14, 30)]);
        Assert.Equal([false, false, true], survey.Pairs.Select(pair => pair.Breaks));
        Assert.Equal(SurveyFinding.Agrees, ControlSurvey.Of(Boom, [Pair(14, 0), Pair(14, 0), Pair(20, 0)]).Finding);
    }

    [Fact]
    public void A_strip_that_bends_shows_where()
    {
        var survey = ControlSurvey.Of(Boom, [Pair(14, 0), Pair(18, 12), Pair(22, 0)]);
        Assert.True(survey.Crooked);
        Assert.Equal(1, survey.Pairs.ToList().IndexOf(survey.Pairs.MaxBy(pair => Math.Abs(pair.Residual.Metres))!));
        Assert.False(ControlSurvey.Of(Boom, [Pair(14, 3), Pair(22, 3)]).Crooked);
    }

    [Fact]
    public void A_strip_may_be_stuck_anywhere_but_not_elsewhere_than_the_fleets()
    {
        var survey = FleetSurvey.Of(
            Kicker,
            [
                Strip(1, "One", 30),
                Strip(2, "Two", 30),
                Strip(3, "Three", 29),
                Strip(4, "Four", 45),
                new(5, "Five", "", new Dictionary<ControlKey, IReadOnlyList<CalibrationPair>>()),
            ]
        );
        Assert.Equal([false, false, false, true, false], survey.Boats.Select(boat => boat.StandsApart));
        Assert.Contains("Four: the vang scale sits 15 mm too far from", Assert.Single(survey.Warnings));
        var (low, high, steps) = survey.WidestApart(Vang.Read("6").Value)!.Value;
        Assert.Equal(("Four", "Three"), (low.Name, high.Name));
        Assert.Equal(16 / 6.0, steps, 6); // 16 mm apart on a strip with a step of 6 mm
        Assert.Equal(ReadingTrust.NotChecked, survey.ReadingsAt(Vang.Read("6").Value).Last().Trust);
    }

    /// <summary>The demo club has boats whose datum is off on purpose; the app finds and names them, and each by how much within a
    /// step.</summary>
    [Theory]
    [InlineData("quillet", "gooseneck", "Bramble", 25)]
    [InlineData("brannet", "vang", "Sedge", 13)]
    [InlineData("tandry", "jib-lead", "Tansy", 24)]
    [InlineData("marrowin-24", "jib-halyard", "Merry Kettle", 32)]
    public void The_wrong_datum_of_a_demo_boat_is_found_and_named(string key, string control, string boat, double millimetres)
    {
        var bundled = BundleReader
            .Read(File.ReadAllBytes("Data/wenlow.json"), DateTimeOffset.MaxValue.AddDays(-1))
            .Bundle!.Classes.Single(one => one.Class.Key == key);
        var survey = FleetSurvey.Of(
            bundled.Class.Find(new(control))!,
            bundled.Boats.Select((one, at) => new Boat(at, one.Name, "", one.Measured))
        );
        var found = Assert.Single(survey.Boats, one => one.StandsApart);
        Assert.Equal(boat, found.Boat.Name);
        Assert.InRange(
            found.FromTheFleet.Millimetres,
            millimetres - ControlSurvey.StepLength(survey.Control.Scale),
            millimetres + ControlSurvey.StepLength(survey.Control.Scale)
        );
        Assert.StartsWith(boat, Assert.Single(survey.Warnings));
    }

    [Fact]
    public void Boats_read_one_length_each_by_their_own_scale()
    {
        var survey = FleetSurvey.Of(Boom, [Taped(1, "True", 0), Taped(2, "Short", 25.4)]);
        Assert.Equal(["20 in", "19 in"], survey.ReadingsAt(Gooseneck.Read("20").Value).Select(one => one.Reading));
        Assert.Null(FleetSurvey.Of(Boom, [Taped(1, "True", 0), Taped(2, "Near", 3)]).WidestApart(Gooseneck.Read("20").Value));
    }

    [Theory]
    [InlineData("14\t356 mm\n20 1/2;521\n26 = 66 cm", 3)]
    [InlineData("she reads\ttape\n14\t14 in\n20  20 1/4", 2)]
    [InlineData("14;14 in\n\n\n20;508 mm\n", 2)]
    public void A_table_of_pairs_is_read_with_a_unit_in_every_line_if_need_be(string text, int pairs) =>
        Assert.Equal(pairs, PairText.ReadTable(Boom, text.Replace("521", "521 mm", StringComparison.Ordinal)).Value.Count);

    [Theory]
    [InlineData("14", "Line 1: Write a reading and a tape length")]
    [InlineData("14;356 mm\n16;lots", "Line 2")]
    [InlineData("14;356 mm\n160;400 mm", "far off this scale")]
    [InlineData("14;900 m", "not a unit")]
    [InlineData("14;90000 in", "No tape")]
    public void A_line_that_is_no_pair_is_named(string text, string says) => Assert.Contains(says, PairText.ReadTable(Boom, text).Problem);

    [Fact]
    public void Ten_thousand_lines_are_refused_at_once() =>
        Assert.Contains("10000 lines", PairText.ReadTable(Boom, string.Concat(Enumerable.Repeat("14;356 mm\n", 10_000))).Problem);

    private static CalibrationPair Pair(double inches, double off) => new(inches * 25.4, Mm((inches * 25.4) + off));

    private static Boat Taped(long number, string name, double off) =>
        new(number, name, "", new Dictionary<ControlKey, IReadOnlyList<CalibrationPair>> { [Boom.Key] = [Pair(14, off), Pair(26, off)] });

    private static Boat Strip(long number, string name, double zero) =>
        new(
            number,
            name,
            "",
            new Dictionary<ControlKey, IReadOnlyList<CalibrationPair>> { [Kicker.Key] = [new(1, Mm(zero + 12)), new(9, Mm(zero + 108))] }
        );
}
