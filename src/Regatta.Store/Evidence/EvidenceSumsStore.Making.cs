namespace Regatta.Store;

/// <summary>Sums that are being made anew: where their rows go, and of which logs they are at the least.</summary>
public sealed record SumsInMaking(ClassRef Class, EvidenceBasis Basis, string Set, long LogRevision);

/// <summary>How sums are made anew while logs come in: beside those that are read, with nobody waiting but for the moment in which they
/// take their place.</summary>
public sealed partial class EvidenceSumsStore
{
    /// <summary>Rows that go in, or out, between two breaths of the database.</summary>
    private const int Batch = 10_000;

    /// <summary>A making that is older was given up by an app that ended.</summary>
    private static readonly TimeSpan Longest = TimeSpan.FromHours(1);

    /// <summary>Begins to make sums anew; the logs are to be read after it. What changes from here on is noted, and folded in at the
    /// end.</summary>
    /// <returns>Null where the class is gone.</returns>
    public async Task<SumsInMaking?> BeginAsync(ClassRef one, EvidenceBasis basis)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        if (await LogRevisionAsync(connection, one) is not { } revision)
        {
            return null;
        }

        var making = new SumsInMaking(one, basis, $"{basis.Key}/{Guid.CreateVersion7():n}", revision);
        await connection.ExecuteAsync(
            """
            insert into kept_bases (club_id, class_id, basis, rests_on, ready, log_revision, runs, settled)
              values (@Club, @Class, @Basis, @restsOn, false, @revision, 0, 0)
            """,
            new
            {
                Club = one.Club.Number,
                Class = one.Number,
                Basis = making.Set,
                restsOn = basis.Key,
                revision,
            }
        );
        await transaction.CommitAsync();
        return making;
    }

    /// <summary>Writes what was made, folds in what changed meanwhile, and puts it in place of what was read before.</summary>
    /// <param name="making">What was begun.</param>
    /// <param name="planModes">All plans and modes that were sailed.</param>
    /// <param name="wanted">The bases that are still of use.</param>
    /// <param name="telling">Whether open pages are to hear of it.</param>
    /// <returns>Whether it is read from now on: not where logs changed in a way that cannot be folded in.</returns>
    public async Task<bool> WriteAsync(
        SumsInMaking making,
        IReadOnlyList<FreshPlanMode> planModes,
        IReadOnlyList<string> wanted,
        bool telling
    )
    {
        var isReady = false;
        try
        {
            isReady = await FillAsync(making, planModes) && await FinishAsync(making, planModes, wanted, telling);
        }
        finally
        {
            if (!isReady)
            {
                await GiveUpAsync(making);
            }
        }

        await SweepAsync(making.Class);
        return isReady;
    }

    /// <summary>Takes back what was begun.</summary>
    public async Task GiveUpAsync(SumsInMaking making)
    {
        await using var connection = await database.Uncancelled.OpenConnectionAsync();
        await connection.ExecuteAsync(
            "update kept_bases set begun_at = '-infinity' where (club_id, class_id, basis) = (@Club, @Class, @Basis) and not ready",
            Keys(making)
        );
    }

    private async Task<bool> FillAsync(SumsInMaking making, IReadOnlyList<FreshPlanMode> planModes)
    {
        var keys = Keys(making);
        try
        {
            foreach (var planMode in planModes)
            {
                var fitted = planMode.Fitted.ToDictionary(run => (run.Session.Number, run.Session.Run));
                foreach (var runs in planMode.Runs.Chunk(Batch))
                {
                    await using var part = await database.OpenConnectionAsync();
                    await SummedRunRow.CopyAsync(part, keys, making.Basis, runs, fitted);
                }

                await using var connection = await database.OpenConnectionAsync();
                await SumsRow.SaveAsync(connection, keys, planMode.PlanMode, planMode.Kept);
                await TallyRow.AddAsync(connection, keys, planMode.PlanMode, RunFacts.Count(making.Basis.Definition, planMode.Runs));
            }

            return true;
        }
        catch (PostgresException gone) when (gone.SqlState == PostgresErrorCodes.ForeignKeyViolation)
        {
            // A log, or the class, was deleted meanwhile.
            return false;
        }
    }

    private async Task<bool> FinishAsync(
        SumsInMaking making,
        IReadOnlyList<FreshPlanMode> planModes,
        IReadOnlyList<string> wanted,
        bool telling
    )
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        var keys = Keys(making);
        if (
            await LogRevisionAsync(connection, making.Class) is not { } revision
            || await ChangedAsync(connection, making, revision) is not { } changed
        )
        {
            return false;
        }

        var fold = new SumsFold(connection, keys, making.Basis, await SumsRow.AllAsync(connection, keys));
        foreach (var sessions in await SessionsAsync(connection, making.Class, changed))
        {
            await fold.ReplaceAsync(sessions.Key, sessions.Value);
        }

        var fitted = planModes.Sum(planMode => planMode.Fitted.Count);
        await connection.ExecuteAsync(
            """
            update kept_bases set ready = false, begun_at = '-infinity'
              where club_id = @Club and class_id = @Class and ready and (rests_on = @restsOn or rests_on <> all (@wanted));
            update kept_bases set ready = true, settled = @fitted, runs = @fitted, changes = 0
              where (club_id, class_id, basis) = (@Club, @Class, @Basis);
            delete from log_changes where club_id = @Club and class_id = @Class and not exists (select from kept_bases
              where club_id = @Club and class_id = @Class and not ready and begun_at > @since);
            """,
            new
            {
                keys.Club,
                keys.Class,
                keys.Basis,
                restsOn = making.Basis.Key,
                wanted = wanted.ToArray(),
                fitted,
                since = DateTimeOffset.UtcNow - Longest,
            }
        );
        await fold.SaveAsync(revision);
        if (telling)
        {
            await TellAsync(connection, making.Class, revision);
        }

        await transaction.CommitAsync();
        return true;
    }

    /// <summary>The logs that changed since a making began; null where something else changed that cannot be told.</summary>
    private static async Task<IReadOnlyList<long>?> ChangedAsync(DbSession connection, SumsInMaking making, long revision)
    {
        var changes = await connection.QueryAsync<(long Before, long After, long? Log)>(
            """
            select before_revision, after_revision, log_id from log_changes
              where club_id = @Club and class_id = @Class and after_revision > @LogRevision order by after_revision
            """,
            new
            {
                Club = making.Class.Club.Number,
                Class = making.Class.Number,
                making.LogRevision,
            }
        );
        var at = making.LogRevision;
        var logs = new HashSet<long>();
        foreach (var (before, after, log) in changes.TakeWhile(change => change.Before == at))
        {
            at = after;
            if (log is { } number)
            {
                logs.Add(number);
            }
        }

        return at == revision ? [.. logs] : null;
    }

    /// <summary>Logs by their number as they stand; none of one that was removed.</summary>
    private static async Task<Dictionary<long, IReadOnlyList<SessionEvidence>>> SessionsAsync(
        DbSession connection,
        ClassRef one,
        IReadOnlyList<long> numbers
    )
    {
        var found = (await NamelessLogs.EvidenceAsync(connection, one, [.. numbers])).ToLookup(run => run.Number);
        return numbers.ToDictionary(number => number, number => (IReadOnlyList<SessionEvidence>)[.. found[number]]);
    }

    /// <summary>Notes that logs changed, for sums that are being made meanwhile.</summary>
    /// <param name="connection">The session, in the transaction that changed them.</param>
    /// <param name="one">The class.</param>
    /// <param name="before">The revision of the logs before.</param>
    /// <param name="number">The log; null where none changed.</param>
    private static Task NoteChangeAsync(DbSession connection, ClassRef one, long before, long? number) =>
        connection.ExecuteAsync(
            """
            insert into log_changes (club_id, class_id, after_revision, before_revision, log_id)
              select c.club_id, c.id, c.log_revision, @before, @number from classes c
              where c.club_id = @club and c.id = @id and c.log_revision > @before
                and exists (select from kept_bases k where k.club_id = @club and k.class_id = @id and not k.ready)
            """,
            new
            {
                club = one.Club.Number,
                id = one.Number,
                before,
                number,
            }
        );

    /// <summary>Deletes the rows of sets that are read no more, in pieces that nobody waits for.</summary>
    private async Task SweepAsync(ClassRef one)
    {
        await using var connection = await database.OpenConnectionAsync();
        var old = await connection.QueryAsync<string>(
            "select basis from kept_bases where club_id = @club and class_id = @id and not ready and begun_at < @since",
            new
            {
                club = one.Club.Number,
                id = one.Number,
                since = DateTimeOffset.UtcNow - Longest,
            }
        );
        foreach (var set in old)
        {
            var keys = new KeyRow(one.Club.Number, one.Number, set);
            int deleted;
            do
            {
                deleted = await connection.ExecuteAsync(
                    """
                    delete from kept_runs where ctid = any (array(
                      select ctid from kept_runs where (club_id, class_id, basis) = (@Club, @Class, @Basis) limit @Batch))
                    """,
                    new
                    {
                        keys.Club,
                        keys.Class,
                        keys.Basis,
                        Batch,
                    }
                );
            } while (deleted == Batch);
            await connection.ExecuteAsync("delete from kept_bases where (club_id, class_id, basis) = (@Club, @Class, @Basis)", keys);
        }
    }

    private static KeyRow Keys(SumsInMaking making) => new(making.Class.Club.Number, making.Class.Number, making.Set);
}
