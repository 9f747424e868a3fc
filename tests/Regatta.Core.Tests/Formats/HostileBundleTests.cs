using System.Globalization;
using System.Text;
using System.Text.Json.Nodes;
using Regatta.Formats.Bundles;

namespace Regatta.Core.Tests.Formats;

/// <summary>One value of a whole bundle made wrong at a time: each is named by its place, and nothing of the file is used.</summary>
public sealed class HostileBundleTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 23, 12, 0, 0, TimeSpan.Zero);
    private static readonly string Whole = File.ReadAllText("Data/wenlow.json");

    [Theory]
    [InlineData("classes/0/definition/bands/1/from", "2.0", "overlap")]
    [InlineData("classes/0/definition/bands/1/from", "3.0", "gap")]
    [InlineData("classes/0/definition/bands/0/number", "0", "number of 1 or more")]
    [InlineData("classes/0/definition/bands/0/number", "2", "same number")]
    [InlineData("classes/0/definition/bands/5/to", "400", "0 ≤ from < to")]
    [InlineData("classes/0/definition/controls/halyard-point/key", "\"head-line\"", "another key than its own")]
    [InlineData("classes/0/definition/controls/halyard-point/key", "\"Goose Neck\"", "another key than its own")]
    [InlineData("classes/0/definition/controls/halyard-point/when", "\"sometimes\"", "none of ashore, afloat, racing")]
    [InlineData("classes/0/definition/controls/halyard-point/asWindBuilds", "\"sideways\"", "none of either, up, down")]
    [InlineData("classes/0/definition/controls/halyard-point/scale/unit", "\"ft\"", "needs a unit")]
    [InlineData("classes/0/definition/controls/halyard-point/scale/step", "0", "step between zero")]
    [InlineData("classes/0/definition/controls/halyard-point/scale/max", "1", "highest mark above")]
    [InlineData("classes/0/definition/controls/cunningham/scale/stops", "[\"on\",\"On\"]", "all different")]
    [InlineData("classes/0/definition/controls/gooseneck/scale/kind", "\"guess\"", "no kind of scale")]
    [InlineData("classes/1/definition/controls/rake/scale/count", "1", "highest mark above")]
    [InlineData("classes/0/cells/12/mark", "1.1", "no mark of this control")]
    [InlineData("classes/0/cells/12/mark", "99999", "no mark of this control")]
    [InlineData("classes/0/cells/0/control", "\"mast\"", "no such control")]
    [InlineData("classes/0/cells/0/tolerance", "-1", "zero or more")]
    [InlineData("classes/0/cells/1/band", "1", "stands twice")]
    [InlineData("classes/0/cells/0/source", "\"rumour\"", "none of entered, proposed")]
    [InlineData("classes/0/versions/0/number", "3", "numbered 1, 2, 3")]
    [InlineData("classes/0/definition/helm/tolerance", "0", "above zero")]
    [InlineData("classes/0/logs/0/runs/0/windFrom", "-1", "outside what anybody sails in")]
    [InlineData("classes/0/logs/0/runs/0/windTo", "0", "below its lower end|below the mean")]
    [InlineData("classes/0/logs/0/runs/0/gust", "0.1", "below the mean")]
    [InlineData("classes/0/logs/0/runs/0/helmPort", "200", "45° at the most")]
    [InlineData("classes/0/logs/0/runs/0/heel", "120", "45° at the most, heel 90°")]
    [InlineData("classes/0/logs/0/crewMass", "-3", "outside what anybody sails in")]
    [InlineData("classes/0/logs/0/runs", "[]", "1 to 12 runs")]
    [InlineData("classes/0/logs/0/runs/0/answers", "{\"luffing\":{\"said\":\"low\",\"means\":\"odd\"}}", "means fine, tooLittle")]
    [InlineData("classes/0/logs/0/runs/0/answers", "{\"Luff ing\":{\"said\":\"low\",\"means\":\"fine\"}}", "Its answer to")]
    [InlineData("classes/0/logs/0/water", "\"deep\"", "none of notSaid")]
    [InlineData("classes/1/definition/balance/kind", "\"wheel\"", "none of tiller")]
    [InlineData("classes/0/definition/questions/0/words", "[{\"text\":\"yes\",\"means\":\"fine\"}]", "one answer asks nothing")]
    [InlineData("classes/0/definition/questions/0/control", "\"mast\"", "no such control")]
    [InlineData("classes/0/definition/questions/0/key", "\"luffing\"", "same key|Two questions")]
    [InlineData("classes/0/definition/purposes", "[{\"key\":\"racing\",\"name\":\"racing\"}]", "2 to 8")]
    [InlineData("classes/0/definition/controls/halyard-point/byPurpose/0/mark", "9", "off its scale")]
    [InlineData("classes/0/definition/crewSteps/0/trait", "\"tall\"", "none of")]
    [InlineData("classes/0/definition/crewSteps/0/control", "\"mast\"", "no such control")]
    [InlineData("classes/0/definition/crewColumns/heavy", "20", "weighs more than the light one")]
    [InlineData("classes/1/definition/crewRule/people", "0", "1 to 20 are aboard")]
    [InlineData("classes/7/definition/gears/0/members", "[{\"control\":\"outhaul\",\"steps\":1}]", "two controls or more")]
    [InlineData("classes/7/definition/gears/0/members/1/control", "\"footstraps\"", "no step in common")]
    [InlineData("classes/7/definition/gears/0/members/1/steps", "0", "no common step")]
    [InlineData("classes/7/boats/0/sails/0/area", "-1", "a size that can be")]
    [InlineData("classes/0/boats/5/fittings/gooseneck/kind", "\"rope\"", "a lever or a bolt")]
    [InlineData("classes/0/logs/0/runs/0/felt", "\"quick\"", "none of notSaid")]
    [InlineData("classes/0/logs/0/runs/0/marks", "{\"mast\":3}", "no such control")]
    [InlineData("classes/6/definition/plans/0/statedArea", "0", "above zero")]
    [InlineData("classes/6/definition/plans/0/statedArm", "1e999", "beyond what can be")]
    [InlineData("classes/6/definition/plans/0/sails/0/outline", "[]", "3 to 200 corners")]
    [InlineData(
        "classes/6/definition/plans/0/sails/0/outline",
        "[{\"x\":0,\"z\":0},{\"x\":2000,\"z\":2000},{\"x\":2000,\"z\":0},{\"x\":0,\"z\":2000}]",
        "crosses itself"
    )]
    [InlineData("classes/6/definition/plans/0/sails/0/outline/0", "[1]", "right shape")]
    [InlineData("classes/6/definition/modes/2/trigger/back", "9", "lies above the way in")]
    [InlineData("classes/6/definition/modes/2/trigger/on", "\"puff\"", "none of mean, gust, lull")]
    [InlineData("classes/6/definition/reefing/newcomer", "-1", "share lies above 0")]
    [InlineData("classes/6/definition/sailLimits/0/open", "-4", "zero or more")]
    [InlineData("classes/6/definition/sailLimits/0/to", "200", "0 to 180")]
    [InlineData("classes/6/definition/procedures/0/key", "\"../x\"", "no key")]
    [InlineData("classes/6/definition/procedures/0/steps", "[]", "1 to 20 steps")]
    [InlineData("classes/6/definition/cautions/0", "{\"text\":\"Mind.\",\"decides\":\"nobody\"}", "none of skipper")]
    [InlineData("classes/6/definition/cautions/0", "{\"text\":\"Mind.\",\"control\":\"mast\"}", "does not have")]
    [InlineData("classes/3/definition/drawing/waterline", "0", "waterline")]
    [InlineData(
        "classes/3/definition/drawing/hull/outline",
        "[{\"x\":0,\"z\":0},{\"x\":1000,\"z\":1000},{\"x\":1000,\"z\":0},{\"x\":0,\"z\":1000}]",
        "crosses itself"
    )]
    [InlineData("classes/3/definition/drawing/hull/outline/0", "[1]", "right shape")]
    [InlineData("classes/3/definition/drawing/boardMoves", "\"sinking\"", "none of fixed")]
    [InlineData("classes/3/definition/drawing/effects/0/move", "\"everything\"", "none of rake")]
    [InlineData("classes/3/definition/drawing/effects/0/perUnit", "0", "not zero")]
    [InlineData("classes/3/definition/drawing/effects/0/zero", "1e300", "beyond what can be")]
    [InlineData("classes/0/definition/drawing/lateen/between", "180", "20 to 120")]
    [InlineData("classes/3/definition/cures", "[{\"sign\":\"turnsUp\",\"kind\":\"free\",\"why\":\"\",\"act\":\"x\"}]", "says why")]
    [InlineData("classes/3/definition/cures", "[{\"sign\":\"sinks\",\"kind\":\"free\",\"why\":\"x\",\"act\":\"x\"}]", "none of turnsUp")]
    [InlineData(
        "classes/3/definition/cures",
        "[{\"sign\":\"turnsUp\",\"kind\":\"sail\",\"why\":\"x\",\"control\":\"vang\",\"steps\":99}]",
        "1 to 6 steps"
    )]
    [InlineData(
        "classes/3/definition/controls/mast-foot/who",
        "\"somebody whose name is far too long to be anybody aboard\"",
        "who sets it"
    )]
    [InlineData("classes/1/definition/rake/plate", "{\"x\":9000,\"z\":0}", "aft of the mast")]
    [InlineData("classes/1/definition/rake/holes", "\"mast\"", "no such control")]
    [InlineData("classes/6/versions/0/definition/plans/0/sails/0/outline", "[]", "3 to 200 corners")]
    [InlineData("classes/1/key", "\"quillet\"", "same key")]
    public void A_wrong_value_is_named_by_its_place(string path, string value, string says)
    {
        var reading = BundleReader.Read(With(path, value), Now);
        Assert.Null(reading.Bundle);
        var problem = reading.Problems[0];
        Assert.StartsWith("classes", problem.Where);
        Assert.Contains(says.Split('|'), part => problem.What.Contains(part, StringComparison.Ordinal));
    }

    [Theory]
    [InlineData("classes/0/definition/name", "null")]
    [InlineData("classes/0/definition/bands/0/from", "\"calm\"")]
    [InlineData("classes/0/logs/0/key", "\"not a key\"")]
    [InlineData("classes/0/logs/0/sailedAt", "\"yesterday\"")]
    [InlineData("classes/0/cells", "[null]")]
    [InlineData("classes/6/definition/cautions/0", "{\"text\":\"Mind.\",\"loud\":true}")]
    [InlineData("classes/6/definition/cautions/0", "7")]
    [InlineData("classes/6/definition/cautions/0", "{}")]
    public void A_value_of_the_wrong_kind_is_refused_with_the_file(string path, string value)
    {
        var reading = BundleReader.Read(With(path, value), Now);
        Assert.Null(reading.Bundle);
        Assert.Single(reading.Problems);
    }

    [Fact]
    public void A_byte_order_mark_is_no_problem() =>
        Assert.NotNull(BundleReader.Read([0xEF, 0xBB, 0xBF, .. Encoding.UTF8.GetBytes(Whole)], Now).Bundle);

    [Fact]
    public void A_file_too_large_or_too_deep_is_refused_unread()
    {
        Assert.Contains("larger than", BundleReader.Read(new byte[Limits.BundleBytes + 1], Now).Problems[0].What);
        Assert.Null(BundleReader.Read(Encoding.UTF8.GetBytes(new string('[', 10_000)), Now).Bundle);
    }

    [Fact]
    public void Many_problems_are_told_up_to_a_readable_number()
    {
        var bundle = JsonNode.Parse(Whole)!;
        foreach (var log in bundle["classes"]![0]!["logs"]!.AsArray())
        {
            log!["runs"]![0]!["helmPort"] = 99;
        }

        Assert.Equal(20, BundleReader.Read(Encoding.UTF8.GetBytes(bundle.ToJsonString()), Now).Problems.Count);
    }

    private static byte[] With(string path, string value)
    {
        var root = JsonNode.Parse(Whole)!;
        var names = path.Split('/');
        if (names.Contains("versions") && names.Contains("definition"))
        {
            // A version without a definition has the class's own.
            root["classes"]![int.Parse(names[1], CultureInfo.InvariantCulture)]!["versions"]![0]!["definition"] = root["classes"]![
                int.Parse(names[1], CultureInfo.InvariantCulture)
            ]!["definition"]!.DeepClone();
        }

        var parent = names[..^1].Aggregate(root, (node, name) => (int.TryParse(name, out var at) ? node[at] : node[name])!);
        if (parent is JsonArray items)
        {
            items[int.Parse(names[^1], CultureInfo.InvariantCulture)] = JsonNode.Parse(value);
        }
        else
        {
            parent[names[^1]] = JsonNode.Parse(value);
        }

        return Encoding.UTF8.GetBytes(root.ToJsonString());
    }
}
