using System.Text;
using System.Text.Json.Nodes;
using Regatta.Formats.Bundles;
using Regatta.Formats.Tables;

namespace Regatta.Core.Tests.Formats;

/// <summary>Logs in a table and in a bundle, with their runs, questions and answers; and as files said them before there were
/// runs.</summary>
public sealed class LogTableTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 23, 12, 0, 0, TimeSpan.Zero);
    private static readonly Bundle Demo = BundleReader.Read(File.ReadAllBytes("Data/wenlow.json"), Now).Bundle!;

    [Fact]
    public void Every_log_of_the_demo_goes_out_as_a_table_and_comes_back_as_it_was()
    {
        foreach (var one in Demo.Classes)
        {
            var text = CsvText.Write(LogTable.Head, one.Logs.SelectMany(log => LogTable.Rows(new(one.Class.Key, log.Log))));
            var back = LogTable.Read(text, one.Class, Now);
            Assert.True(back.Ok, back.Problem);
            foreach (var (before, after) in one.Logs.Select(log => log.Log).Zip(back.Value))
            {
                Assert.Equal(before.Runs, after.Runs);
                Assert.Equal(before with { Runs = after.Runs }, after);
            }
        }
    }

    [Fact]
    public void Every_log_comes_back_out_of_the_bundle_with_its_runs_and_answers()
    {
        var again = BundleReader.Read(BundleWriter.Write(Demo), Now).Bundle!;
        foreach (var (before, after) in Demo.Classes.SelectMany(one => one.Logs).Zip(again.Classes.SelectMany(one => one.Logs)))
        {
            // How heavy the crew was does not leave the club, and no more does what follows from it.
            Assert.Equal(before.Log.Runs.Select(run => run with { WindFactor = 1 }), after.Log.Runs);
            Assert.Equal((before.Log.Purpose, before.Log.Water, before.Log.Place), (after.Log.Purpose, after.Log.Water, after.Log.Place));
        }

        Assert.Equal(Demo.Classes.Select(one => one.Class.Balance), again.Classes.Select(one => one.Class.Balance));
        Assert.Equal(Demo.Classes.SelectMany(one => one.Class.Questions), again.Classes.SelectMany(one => one.Class.Questions));
        Assert.Equal(Demo.Classes.SelectMany(one => one.Class.Gears), again.Classes.SelectMany(one => one.Class.Gears));
        Assert.All(Demo.Classes.Zip(again.Classes), pair => Assert.True(pair.First.Class.Crew.Equals(pair.Second.Class.Crew)));
        Assert.Equal(
            Demo.Classes.SelectMany(one => one.Boats.SelectMany(boat => boat.Sails.Select(sail => (sail.Name, sail.Since, sail.Area)))),
            again.Classes.SelectMany(one => one.Boats.SelectMany(boat => boat.Sails.Select(sail => (sail.Name, sail.Since, sail.Area))))
        );
    }

    [Theory]
    [InlineData("gooseneck=", "mast=", "no such control")]
    [InlineData(",upwind,", ",sideways,", "no such plan or mode")]
    [InlineData(",full,", ",full\"full,", "")]
    [InlineData("luffing=fine", "luffing=odd", "means fine, tooLittle")]
    [InlineData("2025-", "2045-", "still to come")]
    public void A_wrong_cell_is_told_with_its_line(string right, string wrong, string says)
    {
        var one = Demo.Classes[0];
        var text = CsvText.Write(LogTable.Head, one.Logs.SelectMany(log => LogTable.Rows(new(one.Class.Key, log.Log))));
        var at = text.IndexOf(right, StringComparison.Ordinal);
        var read = LogTable.Read(text[..at] + wrong + text[(at + right.Length)..], one.Class, Now);
        if (says.Length > 0)
        {
            Assert.Contains(says, read.Problem, StringComparison.Ordinal);
            Assert.StartsWith("Line ", read.Problem, StringComparison.Ordinal);
        }
    }

    [Theory]
    [InlineData("")]
    [InlineData("a,b\n1,2")]
    [InlineData("log,at,windFrom,windTo\nx,2026-01-01T10:00:00Z,1,2")]
    [InlineData("log,at,windFrom,windTo\n3b784919-f3c3-22fd-9509-d1890d4957a1,soon,1,2")]
    [InlineData("log,class,at,windFrom,windTo\n3b784919-f3c3-22fd-9509-d1890d4957a1,another,2026-01-01T10:00:00Z,1,2")]
    public void What_is_no_table_of_logs_is_told_so(string text) => Assert.False(LogTable.Read(text, Demo.Classes[0].Class, Now).Ok);

    /// <summary>A log as bundles had it before there were runs: one run, no answers but what luffed first, four gates.</summary>
    [Fact]
    public void An_old_log_reads_as_one_run_and_weighs_as_it_did()
    {
        var file = JsonNode.Parse(File.ReadAllText("Data/wenlow.json"))!;
        var quillet = file["classes"]![0]!.AsObject();
        quillet["logs"] = new JsonArray(
            JsonNode.Parse(
                """
                {"key": "3b784919-f3c3-22fd-9509-d1890d4957a1", "sailedAt": "2025-06-01T14:30:00+00:00", "windFrom": 6, "windTo": 7,
                 "marks": {"gooseneck": 508}, "helmPort": 4, "helmStarboard": 5, "heel": 2, "luffing": "together", "felt": "fast",
                 "gatesHeld": ["rudderCentred", "steadyFullSpeed", "flat", "trimmed"], "windFactor": 1.05, "crewMass": 70}
                """
            )
        );
        var log = Assert.Single(BundleReader.Read(Encoding.UTF8.GetBytes(file.ToJsonString()), Now).Bundle!.Classes[0].Logs).Log;
        var run = Assert.Single(log.Runs);
        Assert.Equal((CheckGates.AllHeld, 4.5, Felt.Fast, 1.05), (run.Check!.Gates, run.Check.Helm.Mean.Degrees, run.Felt, run.WindFactor));
        Assert.Equal(1, CheckValidity.Weigh(run.Check).Weight);
        Assert.Equal(new Answer("together", null, AnswerMeaning.Fine), run.Answers[ClassQuestions.Luffing.Key]);
        Assert.Equal((Water.NotSaid, 70), (log.Water, log.CrewMass!.Value.Kilograms));
    }
}
