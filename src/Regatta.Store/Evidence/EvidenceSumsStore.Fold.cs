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
        await NoteChangeAsync(connection, one, before, number);
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
        if (await LogRevisionAsync(connection, one) is not { } after)
        {
            return;
        }

        var sessions = await NamelessLogs.EvidenceAsync(connection, one, [number]);
        foreach (var basis in bases)
        {
            if (await BasisRow.FindAsync(connection, one, basis) is not { } found || found.LogRevision != before)
            {
                continue;
            }

            var keys = new KeyRow(one.Club.Number, one.Number, found.Set);
            var fold = new SumsFold(connection, keys, basis, await SumsRow.AllAsync(connection, keys));
            await fold.ReplaceAsync(number, sessions);
            await fold.SaveAsync(after);
        }
    }
}
