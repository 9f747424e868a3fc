namespace Regatta.Store;

/// <summary>How a log folds itself in.</summary>
public sealed partial class EvidenceSumsStore
{
    /// <summary>Folds what a log says now into what is kept, in place of what it said before. Called last in the transaction that changed
    /// it.</summary>
    /// <param name="connection">The log's.</param>
    /// <param name="transaction">The log's.</param>
    /// <param name="one">The class.</param>
    /// <param name="number">The log.</param>
    /// <param name="before">The revision of the logs before.</param>
    /// <param name="bases">What is kept rests on; what rests on anything else stays behind.</param>
    internal static async Task FoldAsync(
        NpgsqlConnection connection,
        NpgsqlTransaction transaction,
        ClassRef one,
        long number,
        long before,
        IReadOnlyList<EvidenceBasis> bases
    )
    {
        if (bases.Count == 0)
        {
            return;
        }

        // A log is never lost for its sums: where they cannot be had, they stay behind.
        await transaction.SaveAsync("fold");
        try
        {
            await FoldInAsync(connection, transaction, one, number, before, bases);
        }
        catch (Exception trouble) when (trouble is not (NpgsqlException or TimeoutException or OperationCanceledException))
        {
            await transaction.RollbackAsync("fold");
        }
    }

    private static async Task FoldInAsync(
        NpgsqlConnection connection,
        NpgsqlTransaction transaction,
        ClassRef one,
        long number,
        long before,
        IReadOnlyList<EvidenceBasis> bases
    )
    {
        var after = await LogRevisionAsync(connection, transaction, one);
        var sessions = await NamelessLogs.EvidenceAsync(connection, one, [number], transaction);
        foreach (var basis in bases)
        {
            var keys = new KeyRow(one.Club.Number, one.Number, basis.Key);
            if (await BasisRow.FindAsync(connection, transaction, keys) is not { } found || found.LogRevision != before)
            {
                continue;
            }

            var planModes = await SumsRow.AllAsync(connection, transaction, keys);
            var (touched, grown) = (new HashSet<PlanMode>(), 0);
            foreach (var old in await SummedRunRow.TakeOutAsync(connection, transaction, keys, number))
            {
                await TallyRow.TakeOutAsync(connection, transaction, keys, old);
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
                await SummedRunRow.AddAsync(connection, transaction, keys, session, run, facts);
                await TallyRow.AddAsync(
                    connection,
                    transaction,
                    keys,
                    session.PlanMode,
                    [.. facts.Select(fact => new FactTally(fact, 1, session.SailedAt))]
                );
            }

            foreach (var planMode in touched)
            {
                await SumsRow.SaveAsync(connection, transaction, keys, planMode, planModes[planMode]);
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
                },
                transaction
            );
        }
    }
}
