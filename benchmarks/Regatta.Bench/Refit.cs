using System.Diagnostics;
using System.Globalization;
using Dapper;
using Npgsql;

namespace Regatta.Bench;

/// <summary>The sums of 200,000 runs made anew: rows, weights sought, sums; beside one aggregate scan of as many rows in the database. The
/// rows are left in a file for R.</summary>
internal static class Refit
{
    private const int Runs = 200_000;

    public static async Task RunAsync(NpgsqlDataSource database)
    {
        var boat = new HiddenBoat(new World("base"), new Random(1));
        var sessions = boat.Season(Runs, new(2026, 4, 1, 8, 0, 0, TimeSpan.Zero)).ToList();
        var basis = new EvidenceBasis(boat.Class, [boat.State]);
        var whole = Stopwatch.StartNew();
        var (kept, fitted) = PlanModeSums.Of(basis, PlanMode.Usual, sessions);
        whole.Stop();
        var arithmetic = Stopwatch.StartNew();
        var again = HelmSums.Of(kept.Sums.Width, fitted.Select(one => one.Counted));
        var model = basis.ModelOf(PlanMode.Usual, kept.Sailed, kept.Boats);
        var posterior = HelmPosterior.After(model.Priors, again);
        arithmetic.Stop();
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"{posterior.Rows} runs, {kept.Sums.Width} columns, scatter {posterior.Scatter:0.000}"
            )
        );
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync("create table refit (row_values double precision[], helm double precision, weight double precision)");
        await using (var rows = await connection.BeginBinaryImportAsync("copy refit from stdin (format binary)"))
        {
            foreach (var one in fitted)
            {
                await rows.StartRowAsync();
                await rows.WriteAsync(one.Run.Row.ToArray());
                await rows.WriteAsync(one.Run.Helm);
                await rows.WriteAsync(one.Counted.Weight);
            }

            await rows.CompleteAsync();
        }

        await connection.ExecuteAsync("vacuum analyze refit");
        var scan = Enumerable.Range(0, 3).Select(_ => ScanAsync(connection).Result).Min();
        var file = Environment.GetEnvironmentVariable("REGATTA_REFIT")!;
        await File.WriteAllLinesAsync(
            file,
            fitted.Select(one =>
                string.Join(
                    ',',
                    new[] { one.Run.Helm, one.Counted.Weight }
                        .Concat(one.Run.Row)
                        .Select(value => value.ToString("R", CultureInfo.InvariantCulture))
                )
            )
        );
        await File.WriteAllLinesAsync(
            file + ".seconds",
            new[] { whole.Elapsed.TotalSeconds, arithmetic.Elapsed.TotalSeconds, scan }.Select(value =>
                value.ToString("R", CultureInfo.InvariantCulture)
            )
        );
    }

    /// <summary>One pass over all rows that reads each of them.</summary>
    private static async Task<double> ScanAsync(NpgsqlConnection connection)
    {
        var watch = Stopwatch.StartNew();
        await connection.ExecuteScalarAsync<double>(
            "select sum(weight * helm * helm) + sum((select sum(x) from unnest(row_values) as x)) from refit"
        );
        return watch.Elapsed.TotalSeconds;
    }
}
