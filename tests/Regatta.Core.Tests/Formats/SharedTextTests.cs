using System.Text.Json.Nodes;
using Regatta.Formats.Tables;

namespace Regatta.Core.Tests.Formats;

/// <summary>The browser reads and writes these texts by modules of its own; both are held to one file of cases.</summary>
public sealed class SharedTextTests
{
    private static readonly JsonNode Cases = JsonNode.Parse(File.ReadAllText("Data/text-cases.json"))!;

    [Fact]
    public void Cells_are_guarded_against_formulas()
    {
        Assert.All(Each("guard"), pair => Assert.Equal((string)pair.Value!, CsvText.Safe(pair.Text)));
        Assert.All(Each("unguard"), pair => Assert.Equal((string)pair.Value!, CsvText.Unguarded(pair.Text)));
        Assert.All(Each("guard"), pair => Assert.Equal(pair.Text, CsvText.Unguarded(CsvText.Safe(pair.Text))));
    }

    [Fact]
    public void Degrees_are_read() =>
        Assert.All(Each("degrees"), pair => Assert.Equal((double)pair.Value!, NumberText.Read(pair.Text).Value.Number, 9));

    [Fact]
    public void Outlines_are_read() =>
        Assert.All(
            Each("outline"),
            pair =>
                Assert.Equal(
                    pair.Value!.AsArray().Select(point => ((double)point![0]!, (double)point[1]!)),
                    SideShape
                        .Read("hull", pair.Text)
                        .Value.Outline.Select(point => (Math.Round(point.X.Metres, 9), Math.Round(point.Z.Metres, 9)))
                )
        );

    private static IReadOnlyList<(string Text, JsonNode? Value)> Each(string name)
    {
        var cases = Cases[name]!.AsArray().Select(pair => ((string)pair![0]!, pair[1])).ToList();
        Assert.NotEmpty(cases);
        return cases;
    }
}
