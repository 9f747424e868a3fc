using System.Diagnostics;
using Dapper;
using Npgsql;
using Regatta.Formats.Kits;
using Regatta.Store;

namespace Regatta.Bench;

/// <summary>The time of a cell save as a ratio to one trivial UPDATE through the same pool.</summary>
internal static class CellSave
{
    private const int WarmUp = 300;
    private const int Rounds = 3000;

    public static async Task RunAsync(NpgsqlDataSource database)
    {
        var editor = Guid.NewGuid();
        var kit = StarterKits.Find("lateen-board-boat")!;
        await using (var own = await database.OpenConnectionAsync())
        {
            await own.ExecuteAsync(
                "insert into people (id, sign_in_name, normalized_name, display_name, "
                    + "security_stamp) values (@editor, 'bench', 'BENCH', 'Bench', '1')",
                new { editor }
            );
        }

        var clubs = new Clubs(database, TimeProvider.System);
        var club = (await clubs.FoundAsync("bench", "Bench", "UTC", isDemo: false, editor, mayBeFurther: false, null))!.Ref;
        await new Imports(database, TimeProvider.System).AddAsync(club, [new(kit.Draft, [], [], [])]);
        var stamp = (await new Classes(database).StampAsync(club, kit.Class.Key))!;
        var (cells, place) = (new Cells(database, TimeProvider.System), new CellPlace(PlanMode.Usual, new(new(1), new("gooseneck"))));
        var (saves, updates) = (new List<double>(), new List<double>());
        for (var round = 0; round < WarmUp + Rounds; round++)
        {
            var cell = Cell.Of(new Mark(400 + (12.7 * (round % 20))), 12.7, "", "", CellSource.Entered).Value;
            var save = Stopwatch.StartNew();
            if (await cells.SaveAsync(stamp.Class, stamp.Structure, [new(place, cell, round)], "one cell", editor) != SaveOutcome.Saved)
            {
                throw new InvalidOperationException("A save with nobody else about was refused.");
            }

            save.Stop();
            var update = Stopwatch.StartNew();
            await using (var own = await database.OpenConnectionAsync())
            {
                await own.ExecuteAsync(
                    "update people set security_stamp = @stamp where id = @editor",
                    new { editor, stamp = round.ToString(System.Globalization.CultureInfo.InvariantCulture) }
                );
            }

            update.Stop();
            if (round >= WarmUp)
            {
                saves.Add(save.Elapsed.TotalMilliseconds);
                updates.Add(update.Elapsed.TotalMilliseconds);
            }
        }

        var (one, other) = (Median(saves), Median(updates));
        Console.WriteLine($"cell save {one:0.000} ms, trivial UPDATE {other:0.000} ms, ratio of medians {one / other:0.00}");
        Console.WriteLine($"cells: {one / other:0.00}");
    }

    private static double Median(List<double> times) => times.Order().ElementAt(times.Count / 2);
}
