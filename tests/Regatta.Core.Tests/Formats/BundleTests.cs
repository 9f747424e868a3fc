using System.Text;
using Regatta.Core.Matrices;
using Regatta.Core.Units;
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
                Assert.InRange(one.Class.Questions.Count, 6, 13);
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

    [Theory]
    [InlineData("", "not the JSON")]
    [InlineData("[]", "not the JSON")]
    [InlineData("""{"format":"something","version":1,"classes":[]}""", "no regatta-bundle")]
    [InlineData("""{"format":"regatta-bundle","version":9,"classes":[]}""", "Version 9")]
    [InlineData("""{"format":"regatta-bundle","version":1,"classes":[],"secret":1}""", "not the JSON")]
    [InlineData("""{"format":"regatta-bundle","version":1,"classes":[null]}""", "holds null")]
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
}
