using System.Diagnostics;
using System.Text;
using Dapper;
using Npgsql;
using Regatta.Formats.Nmea;
using Regatta.Instruments;
using Regatta.Store;

namespace Regatta.Bench;

/// <summary>A week of seconds from the station's sentences to rows and blocks, as a ratio to PostgreSQL's own COPY of the same
/// rows.</summary>
internal static class WindIngest
{
    private const int Samples = 600_000;
    private const int Rounds = 3;

    public static async Task RunAsync(NpgsqlDataSource database)
    {
        var log = new WindLog(database);
        var club = (
            await new Clubs(database, TimeProvider.System).FoundAsync(
                "bench",
                "Bench",
                "UTC",
                isDemo: false,
                null,
                mayBeFurther: false,
                null
            )
        )!.Ref;
        var start = new DateTimeOffset(2026, 6, 1, 0, 0, 0, TimeSpan.Zero);
        var day = new WindDay(1, start, WindDay.Ordinary);
        var samples = Enumerable.Range(0, Samples).Select(_ => day.Next()).ToList();
        var bytes = Encoding.Latin1.GetBytes(
            string.Concat(
                samples.Select(sample => $"{WindSentence.Zda(sample.At)}\r\n{WindSentence.Mwd(sample.Speed, sample.From!.Value)}\r\n")
            )
        );

        var ratios = new List<double>();
        for (var round = 0; round < Rounds; round++)
        {
            await EmptyAsync(database);
            var copied = Stopwatch.StartNew();
            await using (var own = await database.OpenConnectionAsync())
            {
                await using var writer = await own.BeginBinaryImportAsync(
                    "copy wind_samples (club_id, at, speed, direction) from stdin (format binary)"
                );
                foreach (var sample in samples)
                {
                    await writer.StartRowAsync();
                    await writer.WriteAsync(club.Number);
                    await writer.WriteAsync(sample.At.UtcDateTime, NpgsqlTypes.NpgsqlDbType.TimestampTz);
                    await writer.WriteAsync(sample.Speed.MetresPerSecond);
                    await writer.WriteAsync(sample.From!.Value.Degrees);
                }

                await writer.CompleteAsync();
            }

            copied.Stop();
            await EmptyAsync(database);
            var ingested = Stopwatch.StartNew();
            var (stream, watch) = (new StationStream(byStationClock: true), new WindWatch());
            foreach (var piece in bytes.Chunk(256 * 1024))
            {
                var believed = new List<WindSample>();
                foreach (var sample in stream.Take(piece, start))
                {
                    var (taken, ended) = watch.Take(sample);
                    believed.AddRange(taken);
                    if (ended is not null)
                    {
                        await log.KeepAsync(club, ended);
                    }
                }

                if (believed.Count > 0)
                {
                    await log.AppendAsync(club, believed);
                }
            }

            ingested.Stop();
            ratios.Add(ingested.Elapsed / copied.Elapsed);
            Console.WriteLine(
                $"COPY {Samples / copied.Elapsed.TotalSeconds:0} rows/s; from sentences to rows and "
                    + $"blocks {Samples / ingested.Elapsed.TotalSeconds:0} rows/s; ratio {ratios[^1]:0.0}"
            );
        }

        Console.WriteLine($"wind: {ratios.Order().ElementAt(Rounds / 2):0.0}");
    }

    private static async Task EmptyAsync(NpgsqlDataSource database)
    {
        await using var own = await database.OpenConnectionAsync();
        await own.ExecuteAsync("truncate wind_samples, wind_blocks");
    }
}
