using Dapper;
using Regatta.Store;

namespace Regatta.Store.Tests;

/// <summary>Sums in the database against the runs they are of.</summary>
public sealed class EvidenceSumsTests(StoreFixture store)
{
    private static readonly SailedMarks NoBoat = new(null, new HashSet<ControlKey>());

    private readonly EvidenceSumsStore kept = new(store.Database);

    [Fact]
    public async Task Logs_that_come_change_and_go_leave_the_sums_and_counts_of_those_that_are_there()
    {
        var draft = await store.FreshClassAsync();
        var one = draft.Stamp.Class;
        var basis = new EvidenceBasis(draft.Class, [draft.State]);
        await MakeAsync(one, basis);
        var random = new Random(5);
        var there = new List<(long Number, Guid Key, bool Removed)>();
        for (var act = 0; act < 160; act++)
        {
            if (there.Count > 0 && random.Next(3) == 0)
            {
                var at = random.Next(there.Count);
                var (number, key, removed) = there[at];
                Assert.True(await store.Logs.RemoveOwnAsync(one, store.Ben.Id, number, !removed, [basis]));
                there[at] = (number, key, !removed);
            }
            else
            {
                var key = there.Count > 0 && random.Next(3) == 0 ? there[random.Next(there.Count)] : default;
                if (key.Removed)
                {
                    continue;
                }

                var log = Log(draft.Class, random, key.Key == default ? Guid.NewGuid() : key.Key);
                var sent = await store.Logs.AddAsync(one, store.Ben.Id, NoBoat, log, [basis]);
                if (key.Key == default)
                {
                    there.Add((sent.Number, log.Key, false));
                }
            }
        }

        var revision = (await store.Classes.StampAsync(one))!.LogRevision;
        var found = await kept.ReadAsync(one, basis, revision);
        Assert.NotNull(found);
        var runs = await store.Logs.EvidenceAsync(one);
        Assert.True(runs.Count > 25);
        var fit = found.Fits[PlanMode.Usual];
        var counted = PlanModeRuns.Of(draft.Class, runs);
        Assert.Equal((counted.Count, counted.Valid), (fit.Runs.Count, fit.Runs.Valid));
        Assert.Equal(counted.Valid, found.Runs);
        foreach (var band in draft.Class.Bands.All)
        {
            Assert.Equal(counted.CountIn(band.Id), fit.Runs.CountIn(band.Id));
            Assert.Equal(counted.In(band.Id).Select(run => run.Number), fit.Runs.In(band.Id).Select(run => run.Number));
            foreach (var control in draft.Class.Controls)
            {
                Assert.Equal(Told(counted.At(band.Id, control.Key, _ => true)), Told(fit.Runs.At(band.Id, control.Key, _ => true)));
            }
        }

        // The sums are those of the stored rows and weights, to 1e-9.
        await using var connection = await store.Database.OpenConnectionAsync(TestContext.Current.CancellationToken);
        var rows = await connection.QueryAsync<(double[] Row, double Helm, double Weight)>(
            "select row_values, helm, weight from kept_runs where class_id = @Number and row_values is not null",
            one
        );
        var width = fit.Model.Columns.Count;
        var fresh = HelmPosterior.After(
            fit.Model.Priors,
            HelmSums.Of(width, rows.Select(row => new HelmRun([.. row.Row, .. new double[width - row.Row.Length]], row.Helm, row.Weight)))
        );
        Assert.Equal(fresh.Rows, fit.Posterior.Rows);
        Assert.All(fresh.Mean.Zip(fit.Posterior.Mean), pair => Assert.Equal(pair.First, pair.Second, 1e-9));
        Assert.All(fresh.Deviations.Zip(fit.Posterior.Deviations), pair => Assert.Equal(pair.First, pair.Second, 1e-9));
    }

    [Fact]
    public async Task What_changes_logs_without_folding_leaves_the_kept_behind_and_what_is_behind_is_not_read()
    {
        var draft = await store.FreshClassAsync();
        var one = draft.Stamp.Class;
        var basis = new EvidenceBasis(draft.Class, [draft.State]);
        await MakeAsync(one, basis);
        Assert.NotNull(await kept.ReadAsync(one, basis, (await store.Classes.StampAsync(one))!.LogRevision));
        var other = new EvidenceBasis(draft.Class with { Helm = draft.Class.Helm with { PerHeelDegree = 0.31 } }, [draft.State]);
        Assert.Null(await kept.ReadAsync(one, other, 0));
        var random = new Random(1);
        await store.Logs.AddAsync(one, store.Ben.Id, NoBoat, Log(draft.Class, random, Guid.NewGuid()));
        Assert.Null(await kept.ReadAsync(one, basis, (await store.Classes.StampAsync(one))!.LogRevision));
        // A log that folds itself in does not mend what was behind before.
        await store.Logs.AddAsync(one, store.Ben.Id, NoBoat, Log(draft.Class, random, Guid.NewGuid()), [basis]);
        Assert.Null(await kept.ReadAsync(one, basis, (await store.Classes.StampAsync(one))!.LogRevision));
        // Nor is it kept what was worked out of logs that have changed since in a way nobody noted.
        var stale = (await kept.BeginAsync(one, basis))! with
        {
            LogRevision = 1,
        };
        Assert.False(await kept.WriteAsync(stale, [], [basis.Key], telling: false));
        await MakeAsync(one, basis);
        Assert.Equal(2, (await kept.ReadAsync(one, basis, 0))!.Fits[PlanMode.Usual].Runs.Count);
    }

    [Fact]
    public async Task What_was_made_behind_is_told_and_holds_for_the_revision_it_raises()
    {
        var draft = await store.FreshClassAsync();
        var one = draft.Stamp.Class;
        var basis = new EvidenceBasis(draft.Class, [draft.State]);
        await store.Logs.AddAsync(one, store.Ben.Id, NoBoat, Log(draft.Class, new Random(1), Guid.NewGuid()));
        var before = (await store.Classes.StampAsync(one))!.LogRevision;
        await MakeAsync(one, basis, telling: true);
        var after = (await store.Classes.StampAsync(one))!.LogRevision;
        Assert.Equal(before + 1, after);
        Assert.False((await kept.ReadAsync(one, basis, after))!.IsDue);
        // Weights that are to be sought anew are so for everybody, and the sums stay readable meanwhile.
        await kept.UnsettleAsync(one);
        var raised = (await store.Classes.StampAsync(one))!.LogRevision;
        Assert.Equal(after + 1, raised);
        Assert.True((await kept.ReadAsync(one, basis, raised))!.IsDue);
    }

    [Fact]
    public async Task A_log_is_kept_though_its_sums_cannot_be_had_and_they_stay_behind()
    {
        var draft = await store.FreshClassAsync();
        var one = draft.Stamp.Class;
        var basis = new EvidenceBasis(draft.Class, [draft.State]);
        var random = new Random(1);
        await store.Logs.AddAsync(one, store.Ben.Id, NoBoat, Log(draft.Class, random, Guid.NewGuid()));
        await MakeAsync(one, basis);
        await using var broken = store.Database.CreateCommand(
            $"update kept_layers set precision_sums = '{{1}}' where class_id = {one.Number}"
        );
        Assert.Equal(1, await broken.ExecuteNonQueryAsync(TestContext.Current.CancellationToken));
        await store.Logs.AddAsync(one, store.Ben.Id, NoBoat, Log(draft.Class, random, Guid.NewGuid()), [basis]);
        Assert.Equal(2, (await store.Logs.EvidenceAsync(one)).Count);
        Assert.Null(await kept.ReadAsync(one, basis, (await store.Classes.StampAsync(one))!.LogRevision));
    }

    [Fact]
    public async Task A_track_is_told_with_its_run_at_once_and_leaves_the_sums_where_they_are()
    {
        var draft = await store.FreshClassAsync();
        var one = draft.Stamp.Class;
        var basis = new EvidenceBasis(draft.Class, [draft.State]);
        await store.Logs.AddAsync(one, store.Ben.Id, NoBoat, Log(draft.Class, new Random(1), Guid.NewGuid()));
        await MakeAsync(one, basis);
        var before = (await store.Classes.StampAsync(one))!.LogRevision;
        var tracks = new LogTracks(store.Database);
        var number = (await store.Logs.EvidenceAsync(one))[0].Number;
        var summary = new TrackSummary(
            900,
            Speed.FromKnots(4),
            Speed.FromKnots(6),
            null,
            4,
            Angle.FromDegrees(44),
            null,
            Speed.FromKnots(2.5)
        );
        Assert.False(await tracks.KeepAsync(one.Club, Guid.NewGuid(), number, Angle.FromDegrees(200), summary));
        Assert.True(await tracks.KeepAsync(one.Club, store.Ben.Id, number, Angle.FromDegrees(200), summary));
        var after = (await store.Classes.StampAsync(one))!.LogRevision;
        Assert.Equal(before + 1, after);
        var run = Assert.Single((await kept.ReadAsync(one, basis, after))!.Fits[PlanMode.Usual].Runs.Listed);
        Assert.Equal(2.5, run.Track!.Value.MadeGood.Knots, 9);
        Assert.Equal(44, run.Track!.Value.OffWind!.Value.Degrees, 9);
    }

    [Fact]
    public async Task Runs_are_counted_no_further_than_asked_and_not_of_removed_logs()
    {
        var one = (await store.FreshClassAsync()).Stamp.Class;
        var definition = (await store.FreshClassAsync()).Class;
        var random = new Random(1);
        for (var at = 0; at < 3; at++)
        {
            await store.Logs.AddAsync(one, store.Ben.Id, NoBoat, Log(definition, random, Guid.NewGuid()));
        }

        Assert.Equal(3, await store.Logs.CountRunsAsync(one, 10));
        Assert.Equal(2, await store.Logs.CountRunsAsync(one, 2));
        Assert.True(await store.Logs.RemoveOwnAsync(one, store.Ben.Id, (await store.Logs.EvidenceAsync(one))[0].Number, true, []));
        Assert.Equal(2, await store.Logs.CountRunsAsync(one, 10));
    }

    [Fact]
    public async Task Logs_that_come_while_sums_are_made_are_in_them_when_they_are_read()
    {
        var draft = await store.FreshClassAsync();
        var one = draft.Stamp.Class;
        var basis = new EvidenceBasis(draft.Class, [draft.State]);
        var random = new Random(7);
        var numbers = new List<long>();
        var keys = new List<Guid>();
        async Task AddAsync(Guid key)
        {
            // As from an app that knows of no sums yet.
            numbers.Add((await store.Logs.AddAsync(one, store.Ben.Id, NoBoat, Log(draft.Class, random, key))).Number);
            keys.Add(key);
        }

        for (var at = 0; at < 30; at++)
        {
            await AddAsync(Guid.NewGuid());
        }

        var making = (await kept.BeginAsync(one, basis))!;
        await AddAsync(Guid.NewGuid());
        var planModes = await FreshAsync(one, basis);
        for (var at = 0; at < 5; at++)
        {
            await AddAsync(Guid.NewGuid());
        }

        // One is corrected, one removed, one removed and brought back, one tracked; and a second making goes on beside it.
        await store.Logs.AddAsync(one, store.Ben.Id, NoBoat, Log(draft.Class, random, keys[3]));
        Assert.True(await store.Logs.RemoveOwnAsync(one, store.Ben.Id, numbers[5], true, []));
        Assert.True(await store.Logs.RemoveOwnAsync(one, store.Ben.Id, numbers[6], true, []));
        Assert.True(await store.Logs.RemoveOwnAsync(one, store.Ben.Id, numbers[6], false, []));
        var beside = (await kept.BeginAsync(one, basis))!;
        var seen = await FreshAsync(one, basis);
        Assert.True(await kept.WriteAsync(making, planModes, [basis.Key], telling: true));
        await AddAsync(Guid.NewGuid());

        var revision = (await store.Classes.StampAsync(one))!.LogRevision;
        Assert.Null(await kept.ReadAsync(one, basis, revision));
        Assert.True(await kept.WriteAsync(beside, seen, [basis.Key], telling: false));
        var found = (await kept.ReadAsync(one, basis, revision))!;
        var runs = await store.Logs.EvidenceAsync(one);
        var counted = PlanModeRuns.Of(draft.Class, runs);
        var fit = found.Fits[PlanMode.Usual];
        Assert.Equal((counted.Count, counted.Valid), (fit.Runs.Count, fit.Runs.Valid));
        Assert.Equal(counted.Valid, found.Runs);
        foreach (var band in draft.Class.Bands.All)
        {
            Assert.Equal(counted.CountIn(band.Id), fit.Runs.CountIn(band.Id));
        }

        // One set is left, and nothing is noted for nobody.
        await using var connection = await store.Database.OpenConnectionAsync(TestContext.Current.CancellationToken);
        Assert.Equal(1, await connection.ExecuteScalarAsync<int>("select count(*) from kept_bases where class_id = @Number", one));
        Assert.Equal(0, await connection.ExecuteScalarAsync<int>("select count(*) from log_changes where class_id = @Number", one));
        Assert.Equal(runs.Count, await connection.ExecuteScalarAsync<int>("select count(*) from kept_runs where class_id = @Number", one));
    }

    [Fact]
    public async Task Sums_whose_class_is_deleted_while_they_are_made_leave_nothing_behind()
    {
        var draft = await store.FreshClassAsync();
        var one = draft.Stamp.Class;
        var basis = new EvidenceBasis(draft.Class, [draft.State]);
        await store.Logs.AddAsync(one, store.Ben.Id, NoBoat, Log(draft.Class, new Random(1), Guid.NewGuid()));
        var making = (await kept.BeginAsync(one, basis))!;
        var planModes = await FreshAsync(one, basis);
        await store.Classes.DeleteAsync(one);
        Assert.False(await kept.WriteAsync(making, planModes, [basis.Key], telling: true));
        Assert.Null(await kept.BeginAsync(one, basis));
        await using var connection = await store.Database.OpenConnectionAsync(TestContext.Current.CancellationToken);
        Assert.Equal(0, await connection.ExecuteScalarAsync<int>("select count(*) from kept_bases where class_id = @Number", one));
    }

    private async Task MakeAsync(ClassRef one, EvidenceBasis basis, bool telling = false)
    {
        var making = (await kept.BeginAsync(one, basis))!;
        Assert.True(await kept.WriteAsync(making, await FreshAsync(one, basis), [basis.Key], telling));
    }

    private async Task<List<FreshPlanMode>> FreshAsync(ClassRef one, EvidenceBasis basis) =>
        [
            .. (await store.Logs.EvidenceAsync(one))
                .GroupBy(run => run.PlanMode)
                .Select(group =>
                {
                    var (sums, fitted) = PlanModeSums.Of(basis, group.Key, [.. group]);
                    return new FreshPlanMode(group.Key, sums, fitted, [.. group]);
                }),
        ];

    private static IEnumerable<FactTally> Told(IEnumerable<FactTally> tallies) =>
        tallies.OrderBy(tally => tally.Fact.Position).ThenBy(tally => tally.Fact.Feedback);

    private static SessionLog Log(ClassDefinition definition, Random random, Guid key)
    {
        var wind = Speed.FromKnots(random.Next(3, 24));
        var helm = Angle.FromDegrees(random.Next(-20, 90) / 10.0);
        return new(
            key,
            new DateTimeOffset(2026, 5, 1 + random.Next(28), 14, random.Next(60), 0, TimeSpan.Zero),
            null,
            [
                new Run(
                    WindRange.Of(wind, wind, null).Value,
                    definition
                        .Marked.Where(_ => random.Next(4) > 0)
                        .ToDictionary(
                            control => control.Key,
                            control => control.Scale.Snap(control.Scale.StepBy(control.Scale.Min, random.Next(4)))
                        ),
                    random.Next(6) == 0
                        ? null
                        : new(
                            HelmReading.Of(helm, helm).Value,
                            CheckGates.AllHeld,
                            random.Next(2) == 0 ? null : Angle.FromDegrees(random.Next(8))
                        ),
                    (Felt)random.Next(6)
                ),
            ],
            "",
            null
        );
    }
}
