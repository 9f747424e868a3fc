using System.Text;
using System.Text.Json.Nodes;
using Regatta.Demo;
using Regatta.Formats.Bundles;
using static Regatta.Core.Tests.Evidence.TestBoat;

namespace Regatta.Core.Tests.Formats;

public sealed class BundleTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 23, 12, 0, 0, TimeSpan.Zero);

    [Fact]
    public void The_committed_demo_clubs_are_the_ones_their_maker_makes()
    {
        Assert.Equal(
            Encoding.UTF8.GetString(BundleWriter.Write(DemoClub.Wenlow.Make())),
            File.ReadAllText("Data/wenlow.json").TrimEnd('\n')
        );
        Assert.Equal(
            Encoding.UTF8.GetString(BundleWriter.Write(DemoClub.Tessick.Make())),
            File.ReadAllText("Data/tessick.json").TrimEnd('\n')
        );
    }

    [Fact]
    public void The_demo_club_reads_without_a_problem_and_holds_what_it_promises()
    {
        var reading = BundleReader.Read(File.ReadAllBytes("Data/wenlow.json"), Now);
        Assert.Empty(reading.Problems);
        Assert.All(
            reading.Bundle!.Classes,
            one =>
            {
                Assert.InRange(one.Class.Controls.Count, 7, 14);
                Assert.InRange(one.Class.Questions.Count, 6, 18);
                Assert.Contains(one.Logs, log => log.Log.Runs.Count > 1);
                Assert.All(one.Logs, log => Assert.NotNull(log.Log.CrewMass));
                Assert.Contains(one.Logs, log => log.Log.Runs.Any(run => run.Answers.Values.Any(answer => answer.IsOff)));
                Assert.InRange(one.Class.Bands.All.Count, 5, 6);
                Assert.InRange(one.Boats.Count, 3, 6);
                Assert.Equal([2025, 2026], one.Logs.Select(log => log.Log.SailedAt.Year).Distinct().Order());
                Assert.All(one.Logs, log => Assert.Contains(one.Boats, boat => boat.Name == log.Boat));
                var crewedWithRudder = one.Class.Helm.Target.Degrees != 0;
                Assert.True(!crewedWithRudder || one.Class.Helm.Target.Degrees is >= 2 and <= 4); // from memory: a light tug
            }
        );
        Assert.Equal(9, reading.Bundle.Classes.Count);
        // Calibrations are partly missing on purpose.
        Assert.All(reading.Bundle.Classes, one => Assert.Contains(one.Boats, boat => boat.Measured.Count == 0));
    }

    [Fact]
    public void What_goes_out_comes_back_but_for_who_sailed_and_how_heavy()
    {
        var bundle = BundleReader.Read(File.ReadAllBytes("Data/wenlow.json"), Now).Bundle!;
        var written = BundleWriter.Write(bundle);
        var again = BundleReader.Read(written, Now).Bundle!;
        foreach (var (before, after) in bundle.Classes.Zip(again.Classes))
        {
            Assert.Empty(MatrixDiff.Between(before.Draft, after.Draft));
            Assert.Equal(before.Class.Controls, after.Class.Controls);
            Assert.Equal(before.Class.Checks, after.Class.Checks);
            Assert.Equal(
                before.Boats.Select(boat => (boat.Name, boat.Measured.Sum(one => one.Value.Sum(pair => pair.Length.Millimetres)))),
                after.Boats.Select(boat => (boat.Name, boat.Measured.Sum(one => one.Value.Sum(pair => pair.Length.Millimetres))))
            );
            Assert.Equal(before.Versions.Count, after.Versions.Count);
            Assert.Equal(
                before.Logs.Select(log => (log.Log.Key, log.Log.Wind, log.Log.First.Check, log.Log.First.Felt)),
                after.Logs.Select(log => (log.Log.Key, log.Log.Wind, log.Log.First.Check, log.Log.First.Felt))
            );
            Assert.All(after.Logs, log => Assert.Null(log.Sailor ?? log.Boat));
        }

        Assert.DoesNotContain("crewMass", Encoding.UTF8.GetString(written));
    }

    [Fact]
    public void What_a_version_said_beside_its_matrices_survives_although_the_class_says_something_else_now()
    {
        var bundle = BundleReader.Read(File.ReadAllBytes("Data/wenlow.json"), Now).Bundle!;
        var one = bundle.Classes[0];
        var draft = one.Draft.With(one.Class with { Cautions = [new("Another one.")], WindHeight = Length.FromMetres(7), LastBand = 9 });
        var again = BundleReader.Read(BundleWriter.Write(bundle with { Classes = [one with { Draft = draft }] }), Now).Bundle!.Classes[0];
        Assert.Empty(MatrixDiff.Between(draft, again.Draft));
        Assert.Empty(MatrixDiff.Between(one.Versions[0].State, again.Versions[0].State));
        Assert.Equal(9, again.Class.LastBand);
    }

    [Fact]
    public void The_second_demo_club_has_the_first_ones_board_boat_by_another_name_and_datum()
    {
        var tessick = BundleReader.Read(File.ReadAllBytes("Data/tessick.json"), Now).Bundle!;
        var wenlow = BundleReader.Read(File.ReadAllBytes("Data/wenlow.json"), Now).Bundle!;
        Assert.Equal(["mere-lateen", "pond-65"], tessick.Classes.Select(one => one.Class.Key));
        var (mere, quillet) = (tessick.Classes[0].Class.Find(new("gooseneck"))!, wenlow.Classes[0].Class.Find(new("gooseneck"))!);
        Assert.NotEqual(mere.Datum, quillet.Datum);
        Assert.Equal(25.4, quillet.Scale.Min.Position - mere.Scale.Min.Position, 6);
    }

    /// <summary>Files that left other clubs while bundles were of version 2: what was made from a kit declares what the kit does, and a
    /// plate whose datum is its first hole has that hole there.</summary>
    [Fact]
    public void A_bundle_of_version_2_learns_what_more_of_a_mark_does()
    {
        var reading = BundleReader.Read(Unpacked("Data/bundle-2.json.gz"), Now);
        Assert.Empty(reading.Problems);
        var (lateen, radio) = (reading.Bundle!.Classes[0].Class, reading.Bundle.Classes[1].Class);
        Assert.Equal([MarkEffect.SailForward, MarkEffect.SailDown], lateen.Find(new("gooseneck"))!.MoreMeans);
        Assert.Equal([MarkEffect.TwistLess], radio.Find(new("vang"))!.MoreMeans);
        var slot = Assert.IsType<WordAnswer>(radio.Questions.Single(question => question.Key.Name == "slot").Form);
        Assert.Equal(("narrow", AnswerMeaning.TooLittle), (slot.Offered[0].Text, slot.Offered[0].Means));
        Assert.Null(lateen.Questions.Single(question => question.Key.Name == "luffing").Control);
        var plate = radio.Find(new("mast-foot"))!.Scale;
        Assert.Equal(0, plate.LengthAt(plate.AtReading(1))!.Value.Millimetres, 9);
        Assert.Equal(radio.Controls, reading.Bundle.Classes[1].Versions[^1].Class.Controls);
    }

    /// <summary>Files that left other clubs while bundles were of version 1: the eleven demo classes of that time.</summary>
    [Fact]
    public void A_bundle_of_version_1_reads_as_it_did()
    {
        var reading = BundleReader.Read(Unpacked("Data/bundle-1.json.gz"), Now);
        Assert.Empty(reading.Problems);
        var classes = reading.Bundle!.Classes;
        Assert.Equal(11, classes.Count);
        Assert.All(classes, bundled => Assert.Equal(6, bundled.Logs.Count));
        var quillet = classes[0].Class;
        Assert.Equal((Length.FromMetres(3), 75), (quillet.WindHeight, quillet.Crew.Rule!.Reference.Kilograms));
        Assert.Equal((1.1, 3), (quillet.Crew.Rule.Arm.Metres, quillet.Crew.Steps.Count));
        Assert.Equal(3, quillet.PlanModes.Plans.Count);
        var trimaran = classes[6].Class;
        Assert.Equal(
            [20.0],
            trimaran.PlanModes.Plans.Select(plan => plan.MeasuredLimit?.Knots).OfType<double>().Select(knots => Math.Round(knots, 6))
        );
        Assert.Equal(7.4, trimaran.PlanModes.Plans[0].Arm!.Value.Metres, 9);
        Assert.Equal("gennaker", trimaran.PlanModes.Modes.Single(mode => mode.Trigger is not null).Key.Name);
        Assert.Equal(4.8, classes[1].Class.Drawing!.Waterline.Metres, 9);
        Assert.Equal(12, classes[1].Class.Rake!.HolePitch.Millimetres, 9);
        Assert.Equal(
            """{"key":"quillet","cells":51,"versions":1}""",
            $$"""{"key":"{{quillet.Key}}","cells":{{classes[0].Draft.Cells.Count}},"versions":{{classes[0].Versions.Count}}}"""
        );
        // What version 2 writes of it is the same class.
        var again = BundleReader.Read(BundleWriter.Write(reading.Bundle), Now).Bundle!.Classes;
        Assert.All(classes.Zip(again), pair => Assert.Empty(MatrixDiff.Between(pair.First.Draft, pair.Second.Draft)));
    }

    [Theory]
    [InlineData("", "not the JSON")]
    [InlineData("[]", "not the JSON")]
    [InlineData("""{"format":"something","version":1,"classes":[]}""", "no regatta-bundle")]
    [InlineData("""{"format":"regatta-bundle","version":9,"classes":[]}""", "Version 9")]
    [InlineData("""{"format":"regatta-bundle","version":2,"classes":[],"secret":1}""", "not the JSON")]
    [InlineData("""{"format":"regatta-bundle","version":1,"classes":[{"matrix":7}]}""", "not the JSON")]
    [InlineData("""{"format":"regatta-bundle","version":1,"classes":[],"secret":1}""", "not the JSON")]
    [InlineData("""{"format":"regatta-bundle","version":2,"classes":[null]}""", "holds null")]
    public void Files_that_are_no_bundle_are_refused(string json, string says)
    {
        var reading = BundleReader.Read(Encoding.UTF8.GetBytes(json), Now);
        Assert.Null(reading.Bundle);
        Assert.Contains(says, Assert.Single(reading.Problems).What);
    }

    [Theory]
    [InlineData("\"from\": 0,", "\"from\": 3.1,", "overlap|from < to|gap")]
    [InlineData("\"sailedAt\": \"2025", "\"sailedAt\": \"2045", "still to come")]
    [InlineData("\"kind\": \"holes\"", "\"kind\": \"knots\"", "no kind of scale")]
    [InlineData("\"band\": 1,", "\"band\": 77,", "no such band")]
    [InlineData("\"key\": \"quillet\"", "\"key\": \"Quillet boat\"", "lower-case letters")]
    public void One_wrong_value_is_named_with_its_place(string right, string wrong, string says)
    {
        var json = File.ReadAllText("Data/wenlow.json");
        var at = json.IndexOf(right, StringComparison.Ordinal);
        var reading = BundleReader.Read(Encoding.UTF8.GetBytes(json[..at] + wrong + json[(at + right.Length)..]), Now);
        Assert.Null(reading.Bundle);
        Assert.Contains(
            reading.Problems,
            problem =>
                problem.Where.StartsWith("classes[", StringComparison.Ordinal)
                && says.Split('|').Any(part => problem.What.Contains(part, StringComparison.Ordinal))
        );
    }

    [Fact]
    public void A_class_from_before_there_were_questions_asks_what_every_log_asked()
    {
        var file = JsonNode.Parse(Unpacked("Data/bundle-1.json.gz"))!;
        file["classes"]![0]!.AsObject().Remove("questions");
        file["classes"]![0]!["logs"] = new JsonArray();
        var read = BundleReader.Read(Encoding.UTF8.GetBytes(file.ToJsonString()), Now).Bundle!.Classes[0].Class;
        Assert.Equal(ClassQuestions.Luffing, Assert.Single(read.Questions));
        Assert.Equal(BalanceCheck.Usual, read.Balance);
    }

    private static byte[] Unpacked(string path)
    {
        using var packed = new System.IO.Compression.GZipStream(File.OpenRead(path), System.IO.Compression.CompressionMode.Decompress);
        using var memory = new MemoryStream();
        packed.CopyTo(memory);
        return memory.ToArray();
    }
}
