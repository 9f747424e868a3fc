using System.Globalization;
using System.Reflection;
using System.Text;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using CsCheck;
using Regatta.Formats.Bundles;
using Regatta.Formats.Tables;

namespace Regatta.Core.Tests;

/// <summary>How much is taken, and that what is more is told before anything is done with it.</summary>
public sealed class LimitTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 23, 12, 0, 0, TimeSpan.Zero);
    private static readonly string Whole = File.ReadAllText("Data/wenlow.json");

    [Fact]
    public void Every_limit_stands_in_the_table_of_the_operations_page()
    {
        var page = File.ReadAllLines(Path.Combine(Repository.Root, "docs", "operations.md"));
        var limits = typeof(Limits).GetFields(BindingFlags.Public | BindingFlags.Static);
        Assert.True(limits.Length > 25);
        Assert.Equal(
            [],
            limits
                .Select(limit => $"| `{limit.Name}` | {Convert.ToDouble(limit.GetRawConstantValue(), CultureInfo.InvariantCulture):#,0} |")
                .Where(row => !page.Any(line => line.StartsWith(row, StringComparison.Ordinal)))
        );
    }

    [Theory]
    [InlineData("classes", 51, "more than 50 classes")]
    [InlineData("classes/0/boats", 501, "more than 500 boats")]
    [InlineData("classes/0/versions", 201, "more than 200 versions")]
    [InlineData("classes/0/logs", 5_001, "more than 5000 logs")]
    [InlineData("classes/0/definition/controls", 81, "at most 80 controls")]
    [InlineData("classes/0/definition/controls/gooseneck/synonyms", 21, "at most 20 other names")]
    [InlineData("classes/0/definition/cautions", 41, "at most 40 cautions")]
    public void A_bundle_with_too_many_of_anything_is_refused(string list, int count, string says)
    {
        var bundle = JsonNode.Parse(Whole)!;
        var (parent, name) = Find(bundle, list);
        var one = (parent[name] as JsonArray)?.FirstOrDefault() ?? JsonValue.Create("word");
        if (parent[name] is JsonObject entries)
        {
            for (var at = entries.Count; at < count; at++)
            {
                var another = entries["gooseneck"]!.DeepClone();
                another["key"] = $"control-{at}";
                entries[$"control-{at}"] = another;
            }
        }
        else
        {
            parent[name] = new JsonArray([.. Enumerable.Range(0, count).Select(at => Another(one, at))]);
        }

        Refuses(bundle, says);
    }

    [Theory]
    [InlineData("classes/0/definition/name", "Quil\u0000let")]
    [InlineData("classes/0/definition/bands/0/name", "light\u001b[2J")]
    [InlineData("classes/0/definition/controls/gooseneck/datum", "the\u0085end")]
    [InlineData("classes/0/definition/cautions/0/text", "Do\u0007not")]
    public void A_bundle_with_a_control_character_is_refused_by_the_name_of_its_text(string place, string text)
    {
        var bundle = JsonNode.Parse(Whole)!;
        var (parent, name) = Find(bundle, place);
        if (parent is JsonArray list)
        {
            list[int.Parse(name, CultureInfo.InvariantCulture)] = "MARK";
        }
        else
        {
            parent[name] = "MARK";
        }

        // Written as an escape, for no serializer would write it.
        var escaped = string.Concat(text.Select(letter => $"\\u{(int)letter:x4}"));
        var reading = BundleReader.Read(
            Encoding.UTF8.GetBytes(bundle.ToJsonString().Replace("\"MARK\"", $"\"{escaped}\"", StringComparison.Ordinal)),
            Now
        );
        Assert.Null(reading.Bundle);
        Assert.Matches("control character|not the JSON", reading.Problems[0].What);
    }

    [Fact]
    public void A_text_longer_than_any_the_app_writes_is_refused_before_it_is_read_further()
    {
        var bundle = JsonNode.Parse(Whole)!;
        bundle["classes"]![0]!["definition"]!["about"] = new string('a', 7 * Limits.NoteLetters);
        Refuses(bundle, "“about” is longer than 1000 letters");
    }

    [Fact]
    public void Members_of_enumerations_are_read_by_name_alone()
    {
        Assert.Equal(Felt.Fast, EnumText.Find<Felt>("fast"));
        Assert.All((string?[])["77", "1", "0", "-1", "Fast,Slow", " Fast", "", null], text => Assert.Null(EnumText.Find<Felt>(text)));
        Gen.Int.Sample(number => EnumText.Find<WhenChanged>(number.ToString(CultureInfo.InvariantCulture)) is null);
    }

    [Fact]
    public void Text_a_keyboard_makes_has_no_controls_and_what_is_left_of_any_text_has_none_either()
    {
        Assert.False(PlainText.HasControls("Größe 14½ – ゲート 🛶\r\n\tnext"));
        Assert.All((string[])["\0", "a\u0001", "\u009f", "\ud83d", "\udeb6x"], text => Assert.True(PlainText.HasControls(text)));
        Gen.String.Sample(text => !PlainText.HasControls(PlainText.Shown(text)));
    }

    [Theory]
    [InlineData("NaN")]
    [InlineData("Infinity")]
    [InlineData("1e9999")]
    [InlineData("१२")]
    [InlineData("٣")]
    [InlineData("99999999999999999999")]
    public void What_is_no_plain_number_is_none(string text) =>
        Assert.False(NumberText.Read(text).Ok && NumberText.Read(text).Value.Tail == "");

    [Fact]
    public void A_number_as_long_as_a_book_is_not_looked_at() =>
        Assert.Contains("under 300 letters", NumberText.Read(new string('9', 5_000_000)).Problem);

    [Fact]
    public void No_cell_of_a_table_is_a_formula_and_numbers_stay_numbers()
    {
        Gen.Char["=+-@\t"]
            .Select(Gen.String, (first, rest) => first + rest)
            .Sample(cell =>
                double.TryParse(cell, NumberStyles.Float, CultureInfo.InvariantCulture, out _) || CsvText.Safe(cell)[0] == '\''
            );
        Assert.Equal(
            [
                ["=A1", "it's", "-2"],
            ],
            TableText.Rows("'=A1\tit's\t-2")
        );
        Assert.Equal(("-2.5", "'-2.5+1", "'=A1"), (CsvText.Safe("-2.5"), CsvText.Safe("-2.5+1"), CsvText.Safe("=A1")));
    }

    /// <summary>Twenty-six letters kept one pattern busy for a quarter of a minute once; these are a hundred thousand.</summary>
    [Fact]
    public void Every_pattern_answers_texts_made_to_keep_it_busy()
    {
        var patterns = new[] { typeof(Limits).Assembly, typeof(BundleReader).Assembly }
            .SelectMany(assembly => assembly.GetTypes())
            .SelectMany(type =>
                type.GetMethods(BindingFlags.Static | BindingFlags.NonPublic | BindingFlags.Public | BindingFlags.DeclaredOnly)
            )
            .Where(method =>
                method.ReturnType == typeof(Regex)
                && method.GetParameters().Length == 0
                && method.DeclaringType!.Namespace!.StartsWith("Regatta", StringComparison.Ordinal)
            )
            .Select(method => (Regex)method.Invoke(null, null)!)
            .ToList();
        Assert.True(patterns.Count > 10, $"Only {patterns.Count} patterns were found.");
        string[] busy = ["a", "1", " ", "1 ", "-", "1/2 ", "a a", "hole ", "turn 1 ", "<", ",1", "½", "\t\""];
        foreach (var pattern in patterns)
        {
            foreach (var text in busy.Select(part => string.Concat(Enumerable.Repeat(part, 100_000 / part.Length)) + "!"))
            {
                Assert.True(pattern.Count(text) >= 0);
            }
        }
    }

    /// <summary>The scale whose pattern was exponential: whatever a sailor writes beside it is answered.</summary>
    [Fact]
    public void A_count_answers_whatever_is_written() =>
        Gen.String[Gen.Char["abport starboard 0123456789/,.–-"], 0, 400]
            .Sample(text => new CountScale(Counted.Hole, 0, 20, 1, "the bottom", bothSides: true).Read(text).Problem != "");

    private static void Refuses(JsonNode bundle, string says)
    {
        var reading = BundleReader.Read(Encoding.UTF8.GetBytes(bundle.ToJsonString()), Now);
        Assert.Null(reading.Bundle);
        Assert.Contains(says, reading.Problems[0].What);
    }

    private static JsonNode Another(JsonNode one, int at)
    {
        var another = one.DeepClone();
        if (another is JsonObject thing && thing.ContainsKey("key"))
        {
            thing["key"] = thing["key"]!.GetValue<string>().Length == 36 ? Guid.NewGuid().ToString() : $"another-{at}";
        }

        return another;
    }

    private static (JsonNode Parent, string Name) Find(JsonNode bundle, string path)
    {
        var parts = path.Split('/');
        var parent = parts[..^1]
            .Aggregate(bundle, (node, part) => (int.TryParse(part, CultureInfo.InvariantCulture, out var at) ? node[at] : node[part])!);
        return (parent, parts[^1]);
    }
}
