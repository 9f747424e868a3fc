using System.Globalization;
using System.Text;
using System.Text.Json.Nodes;
using Regatta.Formats.Bundles;
using Regatta.Formats.Tables;

namespace Regatta.Core.Tests.Formats;

/// <summary>A number nothing can be computed with is refused at the door, whichever door: a table of logs, a bundle, a file of sums. What is
/// let in can be computed with.</summary>
public sealed class OddNumberTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 30, 12, 0, 0, TimeSpan.Zero);

    /// <summary>As they stand in a table.</summary>
    private static readonly string[] InTables =
    [
        "NaN",
        "Infinity",
        "-Infinity",
        "∞",
        "0",
        "-0",
        "5e-324",
        "1e155",
        "-1e155",
        "1e200",
        "-1e200",
        "1e308",
        "1.7976931348623157e308",
    ];

    /// <summary>As JSON can hold them.</summary>
    private static readonly double[] InJson = [0, -0.0, 5e-324, 1e155, -1e155, 1e200, -1e200, 1e308, double.MaxValue, double.MinValue];

    private static BundledClass Quillet { get; } =
        BundleReader.Read(File.ReadAllBytes("Data/wenlow.json"), Now).Bundle!.Classes.First(one => one.Class.Key == "quillet");

    [Fact]
    public void A_line_of_a_logbook_table_with_any_odd_number_is_refused_or_can_be_computed_with()
    {
        var head = LogTable.Head;
        IReadOnlyList<string> row = [.. LogTable.Rows(new(Quillet.Class.Key, Quillet.Logs[0].Log)).First()];
        var (taken, refused) = (0, 0);
        foreach (var odd in InTables)
        {
            foreach (var column in Enumerable.Range(0, head.Count))
            {
                foreach (var cell in Odd(row[column], odd))
                {
                    IReadOnlyList<string> changed = [.. row.Take(column), cell, .. row.Skip(column + 1)];
                    var read = LogTable.Read(CsvText.Write(head, [changed]), Quillet.Class, Now);
                    (taken, refused) = read.Ok ? (taken + 1, refused) : (taken, refused + 1);
                    if (read.Ok)
                    {
                        Computes(Quillet.Class, read.Value, $"{head[column]} {cell}");
                    }
                }
            }
        }

        Assert.True(refused > 100 && taken > 0, $"{refused} refused, {taken} taken.");
    }

    [Fact]
    public void A_mark_far_off_its_scale_is_named_with_its_control()
    {
        var row = LogTable.Rows(new(Quillet.Class.Key, Quillet.Logs[0].Log)).First();
        var gooseneck = Quillet.Logs[0].Log.Runs[0].Marks[new("gooseneck")].Position.ToString("R", CultureInfo.InvariantCulture);
        IReadOnlyList<string> changed =
        [
            .. row.Select(cell => cell.Replace($"gooseneck={gooseneck}", "gooseneck=1e200", StringComparison.Ordinal)),
        ];
        var read = LogTable.Read(CsvText.Write(LogTable.Head, [changed]), Quillet.Class, Now);
        Assert.Contains("Gooseneck", read.Problem, StringComparison.Ordinal);
        Assert.Contains("far off its scale", read.Problem, StringComparison.Ordinal);
    }

    [Fact]
    public void A_bundle_with_any_odd_number_is_refused_or_can_be_computed_with()
    {
        var bundle = JsonNode.Parse(File.ReadAllBytes("Data/wenlow.json"))!.AsObject();
        var classes = bundle["classes"]!.AsArray();
        // One with everything in it: reefs, limits, a drawing, boats with sails.
        foreach (var other in classes.Where(one => (string?)one!["key"] != "orlop-9").ToList())
        {
            classes.Remove(other);
        }

        var trimaran = classes[0]!.AsObject();
        trimaran["logs"] = new JsonArray([.. trimaran["logs"]!.AsArray().Take(4).Select(log => log!.DeepClone())]);
        trimaran["versions"] = new JsonArray(trimaran["versions"]!.AsArray()[^1]!.DeepClone());
        var places = Numbers(bundle).GroupBy(place => place.Kind).SelectMany(same => same.Take(1)).ToList();
        Assert.True(places.Count > 60, $"Only {places.Count} kinds of numbers.");
        var refused = 0;
        foreach (var (kind, holder, put) in places)
        {
            var was = holder();
            foreach (var odd in InJson)
            {
                put(JsonValue.Create(odd));
                var read = BundleReader.Read(Encoding.UTF8.GetBytes(bundle.ToJsonString()), Now);
                refused += read.Problems.Count > 0 ? 1 : 0;
                foreach (var one in read.Bundle?.Classes ?? [])
                {
                    Computes(one.Class, [.. one.Logs.Select(log => log.Log)], $"{kind} = {odd:R}", one.Draft);
                }
            }

            put(was?.DeepClone());
        }

        Assert.True(refused > places.Count, $"Only {refused} refused.");
    }

    [Fact]
    public void Sums_with_any_odd_number_are_refused_or_can_be_added()
    {
        var definition = Quillet.Class;
        var width = SharedSums.Width(definition.HelmControls.Count(), definition.Bands.All.Count);
        Assert.True(width > 3);
        foreach (var odd in InJson)
        {
            double[] precision = [.. Enumerable.Repeat(0.0, width * width)];
            precision[0] = 12;
            precision[(width * width) - 1] = odd;
            var sent = HelmSums.Sent(precision, new double[width], 1, 12, 12);
            Assert.True(!sent.Ok || Math.Abs(odd) <= HelmSums.MostSum, $"{odd:R} was taken.");
        }
    }

    /// <summary>A cell with its number odd, and each number of its pairs.</summary>
    private static IEnumerable<string> Odd(string cell, string odd)
    {
        if (double.TryParse(cell, NumberStyles.Float, CultureInfo.InvariantCulture, out _))
        {
            yield return odd;
        }

        var pairs = cell.Split(';');
        for (var at = 0; at < pairs.Length && cell.Contains('='); at++)
        {
            var (name, value) = (pairs[at].Split('=')[0], pairs[at].Split('=')[^1].Split(':'));
            var changed = value.Length > 1 ? string.Join(':', [value[0], odd, .. value.Skip(2)]) : odd;
            yield return string.Join(';', [.. pairs[..at], $"{name}={changed}", .. pairs[(at + 1)..]]);
        }
    }

    /// <summary>Every number of a document: its place without the numbers of lists, what it is, and how it is changed.</summary>
    private static IEnumerable<(string Kind, Func<JsonNode?> Was, Action<JsonNode?> Put)> Numbers(JsonNode node, string kind = "")
    {
        switch (node)
        {
            case JsonObject whole:
                foreach (var name in whole.Select(member => member.Key).ToList())
                {
                    if (whole[name] is JsonValue value && value.GetValueKind() == System.Text.Json.JsonValueKind.Number)
                    {
                        yield return ($"{kind}.{name}", () => whole[name], put => whole[name] = put);
                    }
                    else if (whole[name] is { } inside and not JsonValue)
                    {
                        foreach (var found in Numbers(inside, $"{kind}.{name}"))
                        {
                            yield return found;
                        }
                    }
                }

                break;
            case JsonArray list:
                for (var at = 0; at < list.Count; at++)
                {
                    var place = at;
                    if (list[at] is JsonValue value && value.GetValueKind() == System.Text.Json.JsonValueKind.Number)
                    {
                        yield return ($"{kind}[]", () => list[place], put => list[place] = put);
                    }
                    else if (list[at] is { } inside and not JsonValue)
                    {
                        foreach (var found in Numbers(inside, $"{kind}[]"))
                        {
                            yield return found;
                        }
                    }
                }

                break;
        }
    }

    private static SessionEvidence Evidence(SessionLog log, Run run) =>
        new(1, log.SailedAt, run.Wind, run.Marks, run.Check, run.Felt) { Answers = run.Answers };

    /// <summary>Cards, findings and evidence of what was let in: all of it finite, and nothing thrown.</summary>
    private static void Computes(ClassDefinition definition, IReadOnlyList<SessionLog> logs, string what, ClassState? state = null)
    {
        try
        {
            var own = state ?? Quillet.Draft;
            var version = new PublishedVersion(1, Now, "", "", own);
            foreach (var band in definition.Bands.All)
            {
                var card = CardReading.Of(version, new(band.Middle), null, null, CardReader.OfTheClass);
                _ = new CarryText(SpeedUnit.Knot).TooMuch(card.Carry);
            }

            Assert.All(logs.SelectMany(log => log.Runs).SelectMany(run => run.Marks.Values), mark => Assert.True(Mark.Is(mark.Position)));
            foreach (var planMode in definition.PlanModes.All)
            {
                _ = MatrixJudgement.Of(own.Set[planMode], new PlanModeRuns(definition.Bands, [], []));
            }

            var model = new HelmModel(definition, definition.Bands, new(definition.PlanModes.First, [own]), []);
            var runs = logs.SelectMany(log => log.Runs.Select(run => Evidence(log, run))).ToList();
            var fit = HelmFit.Of(model, runs);
            Assert.All(fit.Posterior.Deviations, deviation => Assert.True(double.IsFinite(deviation), "An effect is no number."));
            _ = definition.Problems();
            _ = definition.Remarks();
        }
        catch (Exception wrong) when (wrong is not Xunit.Sdk.XunitException)
        {
            Assert.Fail($"{what}: {wrong.GetType().Name} {wrong.Message}");
        }
    }
}
