using System.Text;
using System.Text.Json.Nodes;
using Regatta.Core.Tests.Evidence;
using Regatta.Core.Tests.Marks;
using Regatta.Formats.Bundles;

namespace Regatta.Core.Tests.Formats;

/// <summary>Scales, boats, couplings and retired controls in the bundle.</summary>
public sealed class MarksBundleTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 23, 12, 0, 0, TimeSpan.Zero);

    [Theory]
    [MemberData(nameof(Scales.Marked), MemberType = typeof(Scales))]
    public void A_scale_of_every_kind_survives_its_json(Scale scale)
    {
        var control = TestBoat.Slide with { Scale = scale, Disturbs = [new(TestBoat.Luff.Key, "it creases")] };
        Assert.Equal(scale, ScaleSpec.Of(scale).ToScale().Value);
        var state = TestBoat.State(TestBoat.Matrix(60)).With(TestBoat.Class with { Controls = [control, TestBoat.Luff] });
        var written = BundleWriter.Write(new Bundle(null, [], [new(new(state.Definition, new Dictionary<CellPlace, Cell>()), [], [], [])]));
        Assert.Equal(control, BundleReader.Read(written, Now).Bundle!.Classes[0].Class.Controls[0]);
    }

    [Theory]
    [InlineData("""{"kind":"strip","min":0,"max":8,"step":0.5}""", "pitch in mm")]
    [InlineData("""{"kind":"strip","min":0,"max":8,"step":0.5,"pitch":0}""", "more than zero")]
    [InlineData("""{"kind":"strip","min":8,"max":8,"step":0.5,"pitch":10}""", "highest mark above")]
    [InlineData("""{"kind":"turns","count":3}""", "countedFrom")]
    [InlineData("""{"kind":"holes","count":3,"countedFrom":" "}""", "end it starts from")]
    [InlineData("""{"kind":"angle","min":0}""", "in degrees")]
    [InlineData("""{"kind":"body","measure":"nose","min":0,"max":2,"step":1,"usual":50}""", "none of handWidth")]
    [InlineData("""{"kind":"body","measure":"fist","min":0,"max":2,"step":1}""", "usual length")]
    [InlineData("""{"kind":"length","unit":"ft","min":0,"max":8,"step":1}""", "decimalIn")]
    [InlineData("""{"kind":"length","unit":"mm","min":0,"max":1e9,"step":1}""", "beyond what can be")]
    [InlineData("""{"kind":"sextant"}""", "no kind of scale")]
    public void A_scale_that_is_none_is_refused(string scale, string says) =>
        Refused(says, file => Definition(file)["controls"]!["gooseneck"]!["scale"] = JsonNode.Parse(scale));

    [Theory]
    [InlineData("""[{"name":""}]""", "1 to 40 letters")]
    [InlineData("""[{"name":"Teasel"},{"name":"TEASEL"}]""", "Two boats")]
    [InlineData("""[{"name":"Teasel","measured":{"keel":[[1,2]]}}]""", "no such control")]
    [InlineData("""[{"name":"Teasel","measured":{"gooseneck":[[1,2,3]]}}]""", "a reading and a length")]
    [InlineData("""[{"name":"Teasel","measured":{"gooseneck":[[1,1e12]]}}]""", "a reading and a length")]
    public void A_boat_that_is_none_is_refused(string boats, string says) =>
        Refused(
            says,
            file =>
            {
                file["classes"]![0]!["boats"] = JsonNode.Parse(boats);
                file["classes"]![0]!["logs"] = new JsonArray();
            }
        );

    [Theory]
    [InlineData("crewRule", """{"reference":75,"hull":0,"arm":1100}""", "right shape")]
    [InlineData("crewRule", """{"reference":0,"hull":0,"arm":1100,"fromBand":2}""", "more than nothing")]
    [InlineData("crewRule", """{"reference":75,"hull":-3,"arm":1100,"fromBand":2}""", "zero or more")]
    [InlineData("crewOffsets", """[{"from":60,"to":50,"control":"gooseneck","steps":1}]""", "from a lighter crew to a heavier")]
    [InlineData("crewOffsets", """[{"from":50,"to":60,"control":"gooseneck","steps":99}]""", "at most 50 steps")]
    [InlineData("windHeight", "0", "between 0.1 and 60")]
    [InlineData("windHeight", "600000", "between 0.1 and 60")]
    public void A_crew_or_a_height_that_is_none_is_refused(string member, string value, string says) =>
        Refused(says, file => Definition(file)[member] = JsonNode.Parse(value));

    [Fact]
    public void Heights_and_crews_come_back_as_they_went()
    {
        var classes = Read(Demo()).Bundle!.Classes;
        var again = BundleReader.Read(BundleWriter.Write(new Bundle(null, [], classes)), Now).Bundle!.Classes;
        Assert.Equal(
            classes.Select(one => (one.Class.WindHeight, one.Class.Crew)),
            again.Select(one => (one.Class.WindHeight, one.Class.Crew))
        );
        Assert.Contains(classes, one => one.Class.Crew.Rule is not null);
        Assert.Contains(classes, one => one.Class.Crew.Offsets.Count > 0);
        Assert.Equal(0.6, classes.Single(one => one.Class.Key == "pettle-65").Class.WindHeight.Metres);
    }

    [Fact]
    public void A_boat_measured_ten_thousand_times_is_refused() =>
        Refused(
            "10000 measured pairs",
            file =>
                file["classes"]![0]!["boats"]![0]!["measured"] = new JsonObject
                {
                    ["gooseneck"] = new JsonArray([.. Enumerable.Range(0, 10_000).Select(at => (JsonNode)new JsonArray(at, at))]),
                }
        );

    [Fact]
    public void A_log_of_an_unknown_boat_a_coupling_with_nothing_and_a_control_both_used_and_retired_are_refused()
    {
        Refused("no such boat", file => file["classes"]![0]!["logs"]![0]!["boat"] = "Nobody’s");
        Refused(
            "Halyard point disturbs “keel”",
            file =>
                Definition(file)["controls"]!["halyard-point"]!["disturbs"] = JsonNode.Parse("""[{"control":"keel","why":"it is heavy"}]""")
        );
        Refused("carry the key", file => Definition(file)["inUse"]!.AsArray().Add("gooseneck"));
        Refused("has no such control", file => Definition(file)["inUse"]!.AsArray().Add("keel"));
    }

    [Fact]
    public void Logs_with_marks_of_a_retired_control_come_in()
    {
        var file = Demo();
        var inUse = Definition(file)["inUse"]!.AsArray();
        var key = (string)inUse[3]!;
        inUse.RemoveAt(3);
        foreach (var version in file["classes"]![0]!["versions"]!.AsArray())
        {
            version!["cells"] = new JsonArray();
        }

        file["classes"]![0]!["cells"] = new JsonArray([
            .. file["classes"]![0]!["cells"]!
                .AsArray()
                .Where(cell => cell!["control"]!.GetValue<string>() != key)
                .Select(cell => cell!.DeepClone()),
        ]);
        var quillet = Read(file).Bundle!.Classes[0];
        Assert.Equal(key, Assert.Single(quillet.Class.Retired).Key.Name);
        Assert.All(quillet.Logs, log => Assert.Contains(new ControlKey(key), log.Log.First.Marks.Keys));
    }

    private static void Refused(string says, Action<JsonNode> spoil)
    {
        var file = Demo();
        spoil(file);
        var reading = Read(file);
        Assert.Null(reading.Bundle);
        Assert.Contains(
            reading.Problems,
            problem =>
                problem.What.Contains(says, StringComparison.Ordinal) && problem.Where.StartsWith("classes[0]", StringComparison.Ordinal)
        );
    }

    private static JsonNode Definition(JsonNode file) => file["classes"]![0]!["definition"]!;

    private static JsonNode Demo() => JsonNode.Parse(File.ReadAllText("Data/wenlow.json"))!;

    private static BundleReading Read(JsonNode file) => BundleReader.Read(Encoding.UTF8.GetBytes(file.ToJsonString()), Now);
}
