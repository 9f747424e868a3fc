using Dapper;
using Npgsql;
using Regatta.Core.Evidence;
using Regatta.Core.Fleet;
using Regatta.Core.Marks;

namespace Regatta.Store;

/// <summary>What is kept of a class under a basis, as it was read.</summary>
/// <param name="Fits">What the logs of each layer say.</param>
/// <param name="Runs">How many runs are in.</param>
/// <param name="Settled">How many they were when their weights were sought last.</param>
public sealed record KeptFits(IReadOnlyDictionary<Layer, HelmFit> Fits, int Runs, int Settled)
{
    /// <summary>Whether the runs grew so much that their weights are to be sought anew.</summary>
    public bool HasGrown => Runs > Settled * (1 + EvidenceRules.Growth);
}

/// <summary>A layer as it was worked out from nothing.</summary>
/// <param name="Layer">Which.</param>
/// <param name="Kept">Its sums.</param>
/// <param name="Fitted">The runs in them, with their weights.</param>
/// <param name="Runs">All its runs, whether their check counts or not.</param>
public sealed record FreshLayer(Layer Layer, KeptLayer Kept, IReadOnlyList<FittedSession> Fitted, IReadOnlyList<SessionEvidence> Runs);

/// <summary>Keeps what the logs say as sums and counts, so that a page reads as much with many logs as with few. A log folds itself in, in
/// its own transaction; whatever else changes logs leaves the kept behind, and who reads makes it anew.</summary>
public sealed class KeptEvidence(NpgsqlDataSource database)
{
    /// <summary>What is kept of a class; null where nothing is, or where it is behind its logs.</summary>
    /// <param name="one">The class.</param>
    /// <param name="basis">What it rests on.</param>
    /// <param name="logRevision">The logs it must hold at least.</param>
    public async Task<KeptFits?> ReadAsync(ClassRef one, EvidenceBasis basis, long logRevision)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var snapshot = await connection.BeginTransactionAsync(System.Data.IsolationLevel.RepeatableRead);
        var keys = new KeptKey(one.Club.Number, one.Number, basis.Key);
        if (await KeptBasisRow.FindAsync(connection, snapshot, keys) is not { } found || found.LogRevision < logRevision)
        {
            return null;
        }

        var layers = await KeptLayerRow.AllAsync(connection, snapshot, keys);
        var tallies = (await TallyRow.AllAsync(connection, snapshot, keys)).ToLookup(row => row.Layer);
        var newest = (await ListedAsync(connection, snapshot, keys)).ToList();
        var sessions = (
            await NamelessLogs.EvidenceAsync(connection, one, [.. newest.Select(row => row.LogId).Distinct()], snapshot)
        ).ToDictionary(run => (run.Number, run.Run));
        var listed = newest.ToLookup(row => (row.Layer, row.Wild), row => sessions.GetValueOrDefault((row.LogId, row.Run)));
        return new(
            tallies
                .Select(group => group.Key)
                .ToDictionary(
                    layer => layer,
                    layer =>
                    {
                        var kept = layers.GetValueOrDefault(layer) ?? KeptLayer.Empty(basis, layer);
                        return HelmFit.Of(
                            basis.ModelOf(layer, kept.Sailed, kept.Boats),
                            kept.Sums,
                            new(
                                basis.Definition.Bands,
                                tallies[layer].Select(row => row.ToTally()),
                                listed[(layer, false)].OfType<SessionEvidence>()
                            ),
                            [.. listed[(layer, true)].OfType<SessionEvidence>()]
                        );
                    }
                ),
            found.Runs,
            found.Settled
        );
    }

    /// <summary>Keeps what was worked out from nothing, in place of what was kept before.</summary>
    /// <param name="one">The class.</param>
    /// <param name="basis">What it rests on.</param>
    /// <param name="logRevision">The logs it was worked out of.</param>
    /// <param name="layers">All layers that were sailed.</param>
    /// <param name="wanted">The bases that are still of use.</param>
    /// <returns>Whether it was kept: not where a log came in meanwhile.</returns>
    public async Task<bool> WriteAsync(
        ClassRef one,
        EvidenceBasis basis,
        long logRevision,
        IReadOnlyList<FreshLayer> layers,
        IReadOnlyList<string> wanted
    )
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        if (await LogRevisionAsync(connection, transaction, one) != logRevision)
        {
            return false;
        }

        var keys = new KeptKey(one.Club.Number, one.Number, basis.Key);
        await connection.ExecuteAsync(
            "delete from kept_bases where club_id = @Club and class_id = @Class and (basis = @Basis or basis <> all (@wanted))",
            new
            {
                keys.Club,
                keys.Class,
                keys.Basis,
                wanted = wanted.ToArray(),
            },
            transaction
        );
        var runs = layers.Sum(layer => layer.Fitted.Count);
        await KeptBasisRow.AddAsync(connection, transaction, keys, logRevision, runs);
        foreach (var layer in layers)
        {
            await KeptLayerRow.SaveAsync(connection, transaction, keys, layer.Layer, layer.Kept);
            await KeptRunRow.CopyAsync(connection, keys, basis, layer);
            await TallyRow.AddAsync(connection, transaction, keys, layer.Layer, RunFacts.Count(basis.Definition, layer.Runs));
        }

        await transaction.CommitAsync();
        return true;
    }

    /// <summary>The revision of a class's logs, held until the transaction ends.</summary>
    internal static Task<long?> LogRevisionAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, ClassRef one) =>
        connection.ExecuteScalarAsync<long?>(
            "select log_revision from classes where club_id = @club and id = @id for update",
            new { club = one.Club.Number, id = one.Number },
            transaction
        );

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
        catch (Exception trouble) when (trouble is ArgumentException or ArithmeticException)
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
            var keys = new KeptKey(one.Club.Number, one.Number, basis.Key);
            if (await KeptBasisRow.FindAsync(connection, transaction, keys) is not { } found || found.LogRevision != before)
            {
                continue;
            }

            var layers = await KeptLayerRow.AllAsync(connection, transaction, keys);
            var (touched, grown) = (new HashSet<Layer>(), 0);
            foreach (var old in await KeptRunRow.TakeOutAsync(connection, transaction, keys, number))
            {
                await TallyRow.TakeOutAsync(connection, transaction, keys, old);
                if (old.ToKept(layers.GetValueOrDefault(old.Layer)?.Sums.Width ?? 0) is { } kept)
                {
                    layers[old.Layer] = layers[old.Layer].Without(kept);
                    touched.Add(old.Layer);
                    grown--;
                }
            }

            foreach (var session in sessions.Where(basis.Takes))
            {
                var layer = layers.GetValueOrDefault(session.Layer) ?? KeptLayer.Before(basis, session.Layer, session);
                var (with, run) = layer.With(basis, session.Layer, session);
                layers[session.Layer] = with;
                touched.Add(session.Layer);
                grown += run is null ? 0 : 1;
                var facts = basis.FactsOf(session).ToList();
                await KeptRunRow.AddAsync(connection, transaction, keys, session, run, facts);
                await TallyRow.AddAsync(
                    connection,
                    transaction,
                    keys,
                    session.Layer,
                    [.. facts.Select(fact => new FactTally(fact, 1, session.SailedAt))]
                );
            }

            foreach (var layer in touched)
            {
                await KeptLayerRow.SaveAsync(connection, transaction, keys, layer, layers[layer]);
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

    /// <summary>The newest runs of each band and the newest wild ones of each layer.</summary>
    private static Task<IEnumerable<ListedRow>> ListedAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, KeptKey keys) =>
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
            },
            transaction
        );

    private sealed record ListedRow(string Plan, string Mode, bool Wild, long LogId, int Run)
    {
        public Layer Layer => new(new(Plan), new(Mode));
    }
}

/// <summary>Whose kept rows.</summary>
internal sealed record KeptKey(long Club, long Class, string Basis);
