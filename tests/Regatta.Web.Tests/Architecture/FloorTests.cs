namespace Regatta.Web.Tests.Architecture;

/// <summary>The core stands on floors: a folder uses folders of lower floors, and of its own where no circle comes of it.</summary>
public sealed class FloorTests
{
    /// <summary>From the bottom up; docs/architecture.md draws them.</summary>
    private static readonly string[][] Floors =
    [
        [""],
        ["Units", "Wind", "Marks", "Shapes", "People"],
        ["Controls", "Matrices", "Crew", "Checks", "Gauges", "Questions", "Sails", "Rigging", "Balance", "Diagnosis", "Boats", "Safety"],
        ["Classes"],
        ["Evidence", "Logbook", "Carrying", "Cards", "Judgement", "Measuring", "Advice"],
        ["Print", "Station", "Outings", "Tracks"],
    ];

    private static readonly CoreFloors Core = CoreFloors.Of(typeof(Core.Parsed<>).Assembly.Location);

    [Fact]
    public void Every_folder_has_a_floor()
    {
        var placed = Floors.SelectMany(floor => floor).ToHashSet();
        var folders = Core.Uses.Keys.SelectMany(use => new[] { use.From, use.To }).Distinct().ToList();
        Assert.True(folders.Count > 20, $"Only {folders.Count} folders were seen.");
        Assert.Equal([], folders.Except(placed));
        Assert.Equal([], placed.Except(folders).Except(["People", "Tracks", "Outings"]));
    }

    [Fact]
    public void No_folder_uses_one_above_it()
    {
        var floor = Floors
            .SelectMany((folders, at) => folders.Select(folder => (folder, at)))
            .ToDictionary(one => one.folder, one => one.at);
        Assert.Equal(
            [],
            Core.Uses.Where(use => floor[use.Key.To] > floor[use.Key.From])
                .Select(use => $"{use.Key.From} → {use.Key.To}: {string.Join(", ", use.Value)}")
        );
    }

    [Fact]
    public void No_circle_of_folders()
    {
        var uses = Core.Uses.Keys.ToLookup(use => use.From, use => use.To);
        var done = new HashSet<string>();
        foreach (var folder in Floors.SelectMany(floor => floor))
        {
            Visit(folder, []);
        }

        void Visit(string folder, IReadOnlyList<string> path)
        {
            Assert.False(path.Contains(folder), $"A circle: {string.Join(" → ", path.Append(folder))}");
            if (done.Contains(folder))
            {
                return;
            }

            foreach (var next in uses[folder])
            {
                Visit(next, [.. path, folder]);
            }

            done.Add(folder);
        }
    }
}
