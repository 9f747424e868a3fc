namespace Regatta.Store;

/// <summary>How a log folds itself in.</summary>
public sealed partial class EvidenceSumsStore
{
    /// <summary>Folds what a log says now into what is kept, in place of what it said before. Called last in the transaction that changed
    /// it.</summary>
    /// <param name="connection">The log's, in its transaction.</param>
    /// <param name="one">The class.</param>
    /// <param name="number">The log.</param>
    /// <param name="before">The revision of the logs before.</param>
    /// <param name="bases">What is kept rests on; what rests on anything else stays behind.</param>
    internal static async Task FoldAsync(DbSession connection, ClassRef one, long number, long before, IReadOnlyList<EvidenceBasis> bases)
    {
        if (bases.Count == 0)
        {
            return;
        }

        // A log is never lost for its sums: where they cannot be had, they stay behind.
        await using var fold = await connection.BeginTransactionAsync();
        try
        {
            await FoldInAsync(connection, one, number, before, bases);
            await fold.CommitAsync();
        }
        catch (Exception trouble) when (trouble is not (NpgsqlException or TimeoutException or OperationCanceledException))
        {
            await fold.RollbackAsync();
        }
    }

    private static async Task FoldInAsync(DbSession connection, ClassRef one, long number, long before, IReadOnlyList<EvidenceBasis> bases)
    {
        var after = await LogRevisionAsync(connection, one);
        var sessions = await NamelessLogs.EvidenceAsync(connection, one, [number]);
        foreach (var basis in bases)
        {
            var keys = new KeyRow(one.Club.Number, one.Number, basis.Key);
            if (await BasisRow.FindAsync(connection, keys) is not { } found || found.LogRevision != before)
            {
                continue;
            }

            var planModes = await SumsRow.AllAsync(connection, keys);
            var (touched, grown) = (new HashSet<PlanMode>(), 0);
            foreach (var old in await SummedRunRow.TakeOutAsync(connection, keys, number))
            {
                await TallyRow.TakeOutAsync(connection, keys, old);
                if (old.ToKept(planModes.GetValueOrDefault(old.PlanMode)?.Sums.Width ?? 0) is { } kept)
                {
                    planModes[old.PlanMode] = planModes[old.PlanMode].Without(kept);
                    touched.Add(old.PlanMode);
                    grown--;
                }
            }

            foreach (var session in sessions.Where(basis.Takes))
            {
                var planMode = planModes.GetValueOrDefault(session.PlanMode) ?? PlanModeSums.Before(basis, session.PlanMode, session);
                var (with, run) = planMode.With(basis, session.PlanMode, session);
                planModes[session.PlanMode] = with;
                touched.Add(session.PlanMode);
                grown += run is null ? 0 : 1;
                var facts = basis.FactsOf(session).ToList();
                await SummedRunRow.AddAsync(connection, keys, session, run, facts);
                await TallyRow.AddAsync(
                    connection,
                    keys,
                    session.PlanMode,
                    [.. facts.Select(fact => new FactTally(fact, 1, session.SailedAt))]
                );
            }

            foreach (var planMode in touched)
            {
                await SumsRow.SaveAsync(connection, keys, planMode, planModes[planMode]);
            }

            await connection.ExecuteAsync(
                "update kept_bases set log_revision = @after, runs = runs + @grown "
                    + "where (club_id, class_id, basis) = (@Club, @Class, @Basis)",
                new
                {
                    keys.Club,
                    keys.Class,
                    keys.Basis,
                    after,
                    grown,
                }
            );
        }
    }
}
