using Npgsql;
using Regatta.Application.Reading;
using Regatta.Store;

namespace Regatta.Bench;

/// <summary>What pages read of the kept sums against what a fit made anew of the logs says, over all classes of a database.</summary>
internal static class SumsCheck
{
    private const double Same = 1e-9;

    public static async Task RunAsync(NpgsqlDataSource database)
    {
        // What is believed of today is believed of the same moment.
        var clock = new Stopped(DateTimeOffset.UtcNow);
        var (classes, versions, logs) = (new Classes(database), new Versions(database, clock), new Logs(database, clock));
        var loader = new EvidenceLoader(new(database), new(database, clock), new(database, clock), logs, clock) { WaitedFor = 1_000_000 };
        var (fits, worst, counts) = (0, 0.0, 0);
        foreach (var stamp in await classes.LatelySailedAsync(int.MaxValue))
        {
            var read = await OfAsync(stamp);
            await loader.WeighAnewAsync(stamp.Class);
            var anew = await OfAsync((await classes.StampAsync(stamp.Class))!);
            var definition = (await classes.DraftAsync(stamp.Class))!.Class;
            foreach (var planMode in definition.PlanModes.All)
            {
                var (fit, other) = (read.Of(planMode, definition), anew.Of(planMode, definition));
                fits++;
                counts +=
                    (fit.Runs.Count, fit.Runs.Valid, fit.Posterior.Rows) == (other.Runs.Count, other.Runs.Valid, other.Posterior.Rows)
                        ? 0
                        : 1;
                worst = fit
                    .Posterior.Mean.Zip(other.Posterior.Mean)
                    .Concat(fit.Posterior.Deviations.Zip(other.Posterior.Deviations))
                    .Select(pair => Math.Abs(pair.First - pair.Second))
                    .Append(worst)
                    .Max();
            }
        }

        Console.WriteLine($"sums: {fits} of plans and modes, {counts} counts differ, worst difference {worst:g2}");
        Environment.ExitCode = fits > 0 && counts == 0 && worst <= Same ? 0 : 1;

        async Task<ClassEvidence> OfAsync(ClassStamp stamp)
        {
            var snapshot = (await classes.SnapshotAsync(stamp.Class))!;
            var published = await versions.StatesAsync(stamp.Class, snapshot.Newest?.Number ?? 0);
            return await loader.OfAsync(stamp, snapshot.Draft.Class, snapshot.Newest?.Class, published);
        }
    }

    private sealed class Stopped(DateTimeOffset at) : TimeProvider
    {
        public override DateTimeOffset GetUtcNow() => at;
    }
}
