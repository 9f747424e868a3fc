using Dapper;
using Npgsql;

namespace Regatta.Store.Tests;

/// <summary>What one use case does to the database is kept whole or not at all, and of two at once the second sees the first.</summary>
public sealed class TransactionTests(StoreFixture store) : IClassFixture<StoreFixture>
{
    private static readonly CellPlace Gooseneck = new(PlanMode.Usual, new(new(2), new("gooseneck")));

    private Db Db => new(store.Database);

    [Fact]
    public async Task What_several_stores_do_in_one_is_taken_back_together()
    {
        var draft = await store.FreshClassAsync();
        var (one, trials) = (draft.Stamp.Class, new Trials(Db, store.Clock));
        var before = (await store.Logs.EvidenceAsync(one)).Count;
        var trial = await trials.AddAsync(one, ATrial, null, TrialPlan.None);
        await Assert.ThrowsAsync<InvalidOperationException>(() =>
            Db.InOneAsync<int>(async () =>
            {
                Assert.True(await trials.LockAsync(one, trial));
                Assert.Equal(LogOutcome.Added, (await new Logs(Db, store.Clock).AddAsync(one, store.Ann.Id, Sailed, ALog())).Outcome);
                await trials.EndAsync(one, trial);
                throw new InvalidOperationException("the power went");
            })
        );
        Assert.Equal(before, (await store.Logs.EvidenceAsync(one)).Count);
        Assert.Null((await trials.FindAsync(one, trial))!.EndedAt);
    }

    [Fact]
    public async Task A_log_takes_the_notes_of_its_boat_and_leaves_those_of_another()
    {
        var draft = await store.FreshClassAsync();
        var (one, notes) = (draft.Stamp.Class, new NotedRuns(Db));
        var boat = await new Boats(Db, store.Clock).AddAsync(one, "Teal", "");
        NotedRun Note(int minute, long? of) => new(StoreFixture.Now.AddMinutes(minute), of, PlanMode.Usual, null, null, null);
        foreach (var note in new[] { Note(0, null), Note(20, boat), Note(40, boat), Note(60, null) })
        {
            await notes.AddAsync(one, store.Ann.Id, Guid.NewGuid(), note);
        }

        async Task<IEnumerable<double>> Waiting() =>
            (await notes.SinceAsync(one, store.Ann.Id, StoreFixture.Now)).Select(note => (note.At - StoreFixture.Now).TotalMinutes);
        await notes.ForgetAsync(one, store.Ann.Id, StoreFixture.Now.AddMinutes(40));
        Assert.Equal([0, 60], await Waiting());
        await notes.ForgetAsync(one, store.Ann.Id, StoreFixture.Now.AddMinutes(40));
        Assert.Equal([60], await Waiting());
        await notes.ForgetAsync(one, store.Ann.Id);
        Assert.Empty(await Waiting());
    }

    [Fact]
    public async Task Whatever_a_sailor_may_read_a_length_in_is_kept_and_what_is_left_out_is_as_the_card_says()
    {
        var one = (await store.FreshClassAsync()).Stamp.Class;
        var crews = new Crews(Db);
        var (slide, other) = (new ControlKey("slide"), new ControlKey("other"));
        foreach (var measure in OwnMeasure.All)
        {
            await crews.SaveWaysAsync(
                one,
                store.Ann.Id,
                new(new Dictionary<ControlKey, double> { [other] = 5 }, new Dictionary<ControlKey, OwnMeasure> { [slide] = measure })
            );
            var ways = await crews.WaysAsync(one, store.Ann.Id);
            Assert.Equal((measure, 5), (ways.Measures[slide], ways.Offsets[other]));
            Assert.Equal((1, 1), (ways.Measures.Count, ways.Offsets.Count));
        }

        Assert.Empty((await crews.WaysAsync(one, store.Ben.Id)).Measures);
        await crews.SaveWaysAsync(one, store.Ann.Id, new(new Dictionary<ControlKey, double>(), new Dictionary<ControlKey, OwnMeasure>()));
        Assert.Empty((await crews.WaysAsync(one, store.Ann.Id)).Measures);
    }

    [Fact]
    public async Task However_many_notes_are_made_of_a_boat_what_she_was_rigged_with_stays_the_first()
    {
        var draft = await store.FreshClassAsync();
        var (one, notes) = (draft.Stamp.Class, new NotedRuns(Db));
        var boat = await new Boats(Db, store.Clock).AddAsync(one, "Teal", "");
        for (var minute = 0; minute < Limits.Notes + 5; minute++)
        {
            long? of = minute % 3 == 0 ? boat : null;
            await notes.AddAsync(
                one,
                store.Ann.Id,
                Guid.NewGuid(),
                new(StoreFixture.Now.AddMinutes(minute), of, PlanMode.Usual, null, null, null)
            );
        }

        var kept = (await notes.SinceAsync(one, store.Ann.Id, StoreFixture.Now.AddDays(-1)))
            .Select(note => (note.At - StoreFixture.Now).TotalMinutes)
            .ToList();
        Assert.Equal([0, 1, .. Enumerable.Range(5, Limits.Notes).Select(minute => (double)minute)], kept);
    }

    [Fact]
    public async Task One_note_is_taken_back_by_its_key_and_by_nobody_else()
    {
        var one = (await store.FreshClassAsync()).Stamp.Class;
        var notes = new NotedRuns(Db);
        var (first, second) = (Guid.NewGuid(), Guid.NewGuid());
        foreach (var (key, minute) in new[] { (first, 0), (second, 10) })
        {
            await notes.AddAsync(one, store.Ann.Id, key, new(StoreFixture.Now.AddMinutes(minute), null, PlanMode.Usual, null, null, null));
        }

        await notes.ForgetAsync(one, store.Ben.Id, second);
        Assert.Equal([first, second], (await notes.SinceAsync(one, store.Ann.Id, StoreFixture.Now)).Select(note => note.Key));
        await notes.ForgetAsync(one, store.Ann.Id, second);
        Assert.Equal([first], (await notes.SinceAsync(one, store.Ann.Id, StoreFixture.Now)).Select(note => note.Key));
    }

    [Fact]
    public async Task A_drill_that_is_sent_twice_counts_once_and_of_a_day_the_best_stands()
    {
        var one = (await store.FreshClassAsync()).Stamp.Class;
        var drills = new Drills(Db, store.Clock);
        var day = DateOnly.FromDateTime(StoreFixture.Now.UtcDateTime);
        var first = Guid.NewGuid();
        foreach (var (key, seconds) in new[] { (first, 50), (first, 50), (Guid.NewGuid(), 41), (Guid.NewGuid(), 60) })
        {
            await drills.AddAsync(one, key, "reef", TimeSpan.FromSeconds(seconds), day);
        }

        Assert.Equal(new BestDrill("reef", 41, day, 3), Assert.Single(await drills.BestAsync(one)));
    }

    [Fact]
    public async Task A_part_that_is_taken_back_leaves_the_rest()
    {
        var draft = await store.FreshClassAsync();
        var log = ALog();
        var number = await Db.InOneAsync(async () =>
        {
            var logs = new Logs(Db, store.Clock);
            var first = await logs.AddAsync(draft.Stamp.Class, store.Ann.Id, Sailed, log);
            // The same log again says nothing new: its part goes, the log stays.
            Assert.Equal(
                (first.Number, LogOutcome.SentBefore),
                ((await logs.AddAsync(draft.Stamp.Class, store.Ann.Id, Sailed, log)).Number, LogOutcome.SentBefore)
            );
            return first.Number;
        });
        Assert.NotNull(await store.Logs.RunAsync(draft.Stamp.Class, number, 1));
    }

    [Fact]
    public async Task A_run_that_comes_while_its_trial_is_ended_is_in_it_or_told_that_it_came_late()
    {
        var one = (await store.FreshClassAsync()).Stamp.Class;
        var trials = new Trials(Db, store.Clock);
        for (var time = 0; time < 10; time++)
        {
            var trial = await trials.AddAsync(one, ATrial, null, TrialPlan.None);
            var (counted, kept) = (0, false);
            await Task.WhenAll(
                Task.Run(async () =>
                    counted = await Db.InOneAsync(async () =>
                    {
                        await trials.LockAsync(one, trial);
                        var runs = (await trials.FindAsync(one, trial))!.Runs.Count;
                        await Task.Delay(5);
                        await trials.EndAsync(one, trial);
                        return runs;
                    })
                ),
                Task.Run(async () => kept = await trials.KeepAsync(one, trial, new(1, 0, 3, 4, 6, StoreFixture.Now)))
            );
            Assert.Equal(kept ? 1 : 0, counted);
            Assert.Equal(counted, (await trials.FindAsync(one, trial))!.Runs.Count);
        }
    }

    [Fact]
    public async Task Of_two_decisions_on_one_proposal_one_is_kept()
    {
        for (var time = 0; time < 6; time++)
        {
            var draft = await store.FreshClassAsync();
            var cell = Cell.Of(new Mark(21 * 25.4), 12.7, "", "", CellSource.Proposed).Value;
            Task<SaveOutcome> Decide(DecisionKind kind, Cell? becomes, Guid by) =>
                Task.Run(() =>
                    store.Decisions.AddAsync(
                        draft.Stamp.Class,
                        draft.Stamp.Structure,
                        Gooseneck,
                        kind,
                        new(508),
                        new(533.4),
                        "s",
                        "r",
                        3,
                        by,
                        null,
                        becomes,
                        draft.Cells[Gooseneck].Revision
                    )
                );

            var outcomes = await Task.WhenAll(
                Decide(DecisionKind.Accepted, cell, store.Ann.Id),
                Decide(DecisionKind.SetAside, null, store.Ben.Id)
            );
            Assert.Equal([SaveOutcome.Saved, SaveOutcome.Conflict], outcomes.Order());
            Assert.Single(await store.Decisions.AllAsync(draft.Stamp.Class));
        }
    }

    [Fact]
    public async Task Statements_end_with_whoever_asked_and_the_trail_does_not()
    {
        using var gone = new CancellationTokenSource();
        var db = new Db(store.Database, () => gone.Token);
        await using (var session = await db.OpenConnectionAsync())
        {
            var slow = session.ExecuteScalarAsync<int>("select 1 from pg_sleep(20)");
            await gone.CancelAsync();
            await Assert.ThrowsAnyAsync<OperationCanceledException>(() => slow);
        }

        await Assert.ThrowsAnyAsync<OperationCanceledException>(async () =>
        {
            await using var late = await db.OpenConnectionAsync();
            await late.ExecuteScalarAsync<int>("select 1");
        });
        await using var other = await db.Uncancelled.OpenConnectionAsync();
        Assert.Equal(1, await other.ExecuteScalarAsync<int>("select 1"));
    }

    private static readonly SailedMarks Sailed = new(null, new HashSet<ControlKey>());

    private static Trial ATrial => new(PlanMode.Usual, new(2), new("gooseneck"), new(508), new(520.7), TrialDesign.Ladder, [1]);

    private static SessionLog ALog()
    {
        var wind = Speed.FromKnots(9);
        return new(
            Guid.NewGuid(),
            StoreFixture.Now.AddHours(-2),
            null,
            [
                new(
                    WindRange.Of(wind, wind, null).Value,
                    new Dictionary<ControlKey, Mark> { [new("gooseneck")] = new(508) },
                    null,
                    Felt.Fast
                ),
            ],
            "",
            null
        );
    }
}
