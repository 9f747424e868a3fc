namespace Regatta.Store;

/// <summary>What is kept of a class under a basis, as it was read.</summary>
/// <param name="Fits">What the logs of each plan and mode say.</param>
/// <param name="Runs">How many runs are in.</param>
/// <param name="Settled">How many they were when their weights were sought last.</param>
/// <param name="Changes">How many came, went or were corrected since.</param>
public sealed record FitCache(IReadOnlyDictionary<PlanMode, HelmFit> Fits, int Runs, int Settled, int Changes)
{
    /// <summary>Whether the weights of the runs are to be sought anew: of few at every change, of many after some.</summary>
    public bool IsDue => Changes > (Settled <= EvidenceRules.WeighedAlways ? 0 : Settled * EvidenceRules.Growth);
}

/// <summary>A plan and mode as it was worked out from nothing.</summary>
/// <param name="PlanMode">Which.</param>
/// <param name="Kept">Its sums.</param>
/// <param name="Fitted">The runs in them, with their weights.</param>
/// <param name="Runs">All its runs, whether their check counts or not.</param>
public sealed record FreshPlanMode(
    PlanMode PlanMode,
    PlanModeSums Kept,
    IReadOnlyList<FittedSession> Fitted,
    IReadOnlyList<SessionEvidence> Runs
);

/// <summary>Keeps what the logs say as sums and counts, so that a page reads as much with many logs as with few. A log folds itself in, in
/// its own transaction; whatever else changes logs leaves the kept behind, and who reads makes it anew.</summary>
public sealed partial class EvidenceSumsStore(Db database)
{
    /// <summary>What is kept of a class; null where nothing is, or where it is behind its logs.</summary>
    /// <param name="one">The class.</param>
    /// <param name="basis">What it rests on.</param>
    /// <param name="logRevision">The logs it must hold at least.</param>
    public async Task<FitCache?> ReadAsync(ClassRef one, EvidenceBasis basis, long logRevision)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var snapshot = await connection.BeginTransactionAsync(System.Data.IsolationLevel.RepeatableRead);
        if (await BasisRow.FindAsync(connection, one, basis) is not { } found || found.LogRevision < logRevision)
        {
            return null;
        }

        var keys = new KeyRow(one.Club.Number, one.Number, found.Set);
        var planModes = await SumsRow.AllAsync(connection, keys);
        var tallies = (await TallyRow.AllAsync(connection, keys)).ToLookup(row => row.PlanMode);
        var newest = (await ListedAsync(connection, keys)).ToList();
        var sessions = (await NamelessLogs.EvidenceAsync(connection, one, [.. newest.Select(row => row.LogId).Distinct()])).ToDictionary(
            run => (run.Number, run.Run)
        );
        var listed = newest.ToLookup(row => (row.PlanMode, row.Wild), row => sessions.GetValueOrDefault((row.LogId, row.Run)));
        return new(
            tallies
                .Select(group => group.Key)
                .ToDictionary(
                    planMode => planMode,
                    planMode =>
                    {
                        var kept = planModes.GetValueOrDefault(planMode) ?? PlanModeSums.Empty(basis, planMode);
                        return HelmFit.Of(
                            basis.ModelOf(planMode, kept.Sailed, kept.Boats),
                            kept.Sums,
                            new(
                                basis.Definition.Bands,
                                tallies[planMode].Select(row => row.ToTally()),
                                listed[(planMode, false)].OfType<SessionEvidence>()
                            ),
                            [.. listed[(planMode, true)].OfType<SessionEvidence>()]
                        ) with
                        {
                            Reporters = kept.Reporters,
                        };
                    }
                ),
            found.Runs,
            found.Settled,
            found.Changes
        );
    }

    /// <summary>How many runs of a plan and mode have something in each column; none where nothing is kept.</summary>
    /// <param name="one">The class.</param>
    /// <param name="basis">What the columns rest on.</param>
    /// <param name="planMode">The plan and mode.</param>
    public async Task<IReadOnlyList<int>> FilledAsync(ClassRef one, EvidenceBasis basis, PlanMode planMode)
    {
        await using var connection = await database.OpenConnectionAsync();
        var rows = await connection.QueryAsync<(int Column, int Runs)>(
            """
            select value.place::int, count(*)::int from kept_bases base join kept_runs run using (club_id, class_id, basis),
              unnest(run.row_values) with ordinality value (number, place)
            where base.club_id = @club and base.class_id = @id and base.rests_on = @basis and base.ready
              and run.plan = @plan and run.mode = @mode
              and run.weight > 0 and value.number <> 0 group by 1
            """,
            new
            {
                club = one.Club.Number,
                id = one.Number,
                basis = basis.Key,
                plan = planMode.Plan.Name,
                mode = planMode.Mode.Name,
            }
        );
        var filled = rows.ToDictionary(row => row.Column, row => row.Runs);
        return [.. Enumerable.Range(1, filled.Count == 0 ? 0 : filled.Keys.Max()).Select(column => filled.GetValueOrDefault(column))];
    }

    /// <summary>Of how many sailors the runs in the sums of a plan and mode are that were logged since.</summary>
    /// <param name="one">The class.</param>
    /// <param name="basis">What the columns rest on.</param>
    /// <param name="planMode">The plan and mode.</param>
    /// <param name="since">Since when.</param>
    public async Task<int> SailorsSinceAsync(ClassRef one, EvidenceBasis basis, PlanMode planMode, DateTimeOffset since)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<int>(
            """
            select count(distinct l.sailor_id)::int from kept_bases base join kept_runs run using (club_id, class_id, basis)
              join session_logs l on (l.club_id, l.id) = (run.club_id, run.log_id)
            where base.club_id = @club and base.class_id = @id and base.rests_on = @basis and base.ready
              and run.plan = @plan and run.mode = @mode
              and run.weight > 0 and l.logged_at > @since
            """,
            new
            {
                club = one.Club.Number,
                id = one.Number,
                basis = basis.Key,
                plan = planMode.Plan.Name,
                mode = planMode.Mode.Name,
                since,
            }
        );
    }

    /// <summary>Has the weights of a class's runs sought anew by whoever reads next.</summary>
    public async Task UnsettleAsync(ClassRef one)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        if (await LogRevisionAsync(connection, one) is { } revision)
        {
            await connection.ExecuteAsync(
                "update kept_bases set settled = 0, changes = changes + 1 where club_id = @club and class_id = @id and ready",
                new { club = one.Club.Number, id = one.Number }
            );
            await TellAsync(connection, one, revision);
        }

        await transaction.CommitAsync();
    }

    /// <summary>Raises the revision of a class's logs, of which open pages hear; what is kept of the logs before holds for it.</summary>
    internal static async Task TellAsync(DbSession connection, ClassRef one, long before)
    {
        await connection.ExecuteAsync(
            """
            update kept_bases set log_revision = @before + 1
              where club_id = @club and class_id = @id and log_revision = @before and ready;
            update classes set log_revision = @before + 1 where club_id = @club and id = @id;
            select pg_notify('class_changed', @club || ':' || @id);
            """,
            new
            {
                club = one.Club.Number,
                id = one.Number,
                before,
            }
        );
        await NoteChangeAsync(connection, one, before, null);
    }

    /// <summary>The revision of a class's logs, held until the transaction ends.</summary>
    internal static Task<long?> LogRevisionAsync(DbSession connection, ClassRef one) =>
        connection.ExecuteScalarAsync<long?>(
            "select log_revision from classes where club_id = @club and id = @id for update",
            new { club = one.Club.Number, id = one.Number }
        );

    /// <summary>The newest runs of each band and the newest wild ones of each plan and mode.</summary>
    private static Task<IEnumerable<ListedRow>> ListedAsync(DbSession connection, KeyRow keys) =>
        connection.QueryAsync<ListedRow>(
            """
            select b.plan, b.mode, false as wild, r.log_id, r.run from
              (select distinct plan, mode, band from kept_tallies
                where (club_id, class_id, basis) = (@Club, @Class, @Basis) and kind = 0) b
              cross join lateral (select log_id, run from kept_runs x
                where (x.club_id, x.class_id, x.basis, x.plan, x.mode, x.band) = (@Club, @Class, @Basis, b.plan, b.mode, b.band)
                order by x.sailed_at desc, x.log_id desc limit @most) r
            union all
            select l.plan, l.mode, true, r.log_id, r.run from
              (select plan, mode from kept_layers where (club_id, class_id, basis) = (@Club, @Class, @Basis)) l
              cross join lateral (select log_id, run from kept_runs x
                where (x.club_id, x.class_id, x.basis, x.plan, x.mode) = (@Club, @Class, @Basis, l.plan, l.mode) and x.belief < 0.1
                order by x.sailed_at desc limit @mostWild) r
            """,
            new
            {
                keys.Club,
                keys.Class,
                keys.Basis,
                most = EvidenceRules.Listed,
                mostWild = HelmFit.MostWild,
            }
        );

    private sealed record ListedRow(string Plan, string Mode, bool Wild, long LogId, int Run)
    {
        public PlanMode PlanMode => new(new(Plan), new(Mode));
    }
}

/// <summary>Whose kept rows, and of which set.</summary>
internal sealed record KeyRow(long Club, long Class, string Basis);
