using System.Text.Json;
using Dapper;
using Npgsql;
using Regatta.Core.Evidence;
using Regatta.Core.Fleet;
using Regatta.Core.Marks;

namespace Regatta.Store;

/// <summary>What is kept of a class under one basis.</summary>
internal sealed record KeptBasisRow(long LogRevision, int Runs, int Settled)
{
    public static Task<KeptBasisRow?> FindAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, KeptKey keys) =>
        connection.QuerySingleOrDefaultAsync<KeptBasisRow>(
            "select log_revision, runs, settled from kept_bases where (club_id, class_id, basis) = (@Club, @Class, @Basis)",
            keys,
            transaction
        );

    public static Task AddAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, KeptKey keys, long logRevision, int runs) =>
        connection.ExecuteAsync(
            "insert into kept_bases (club_id, class_id, basis, log_revision, runs, settled) "
                + "values (@Club, @Class, @Basis, @logRevision, @runs, @runs)",
            new
            {
                keys.Club,
                keys.Class,
                keys.Basis,
                logRevision,
                runs,
            },
            transaction
        );
}

/// <summary>The sums of a layer as their row.</summary>
internal sealed record KeptLayerRow
{
    public string Plan { get; init; } = "";

    public string Mode { get; init; } = "";

    public long[] Boats { get; init; } = [];

    public string Sailed { get; init; } = "";

    public double[] PrecisionSums { get; init; } = [];

    public double[] Products { get; init; } = [];

    public double Squares { get; init; }

    public double Counted { get; init; }

    public int Rows { get; init; }

    public int HeelCount { get; init; }

    public double HeelSum { get; init; }

    public double HeelSquares { get; init; }

    public static async Task<Dictionary<Layer, KeptLayer>> AllAsync(
        NpgsqlConnection connection,
        NpgsqlTransaction transaction,
        KeptKey keys
    ) =>
        (
            await connection.QueryAsync<KeptLayerRow>(
                """
                select plan, mode, boats, sailed::text as sailed, precision_sums, products, squares, counted, rows, heel_count, heel_sum,
                  heel_squares from kept_layers where (club_id, class_id, basis) = (@Club, @Class, @Basis)
                """,
                keys,
                transaction
            )
        ).ToDictionary(row => new Layer(new(row.Plan), new(row.Mode)), row => row.ToKept());

    public static Task SaveAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, KeptKey keys, Layer layer, KeptLayer kept) =>
        connection.ExecuteAsync(
            """
            insert into kept_layers (club_id, class_id, basis, plan, mode, boats, sailed, precision_sums, products, squares, counted, rows,
                heel_count, heel_sum, heel_squares)
              values (@Club, @Class, @Basis, @plan, @mode, @boats, @sailed::jsonb, @precision, @products, @Squares, @Counted, @Rows,
                @heelCount, @heelSum, @heelSquares)
            on conflict (club_id, class_id, basis, plan, mode) do update set (boats, sailed, precision_sums, products, squares, counted,
                rows, heel_count, heel_sum, heel_squares) = (excluded.boats, excluded.sailed, excluded.precision_sums, excluded.products,
                excluded.squares, excluded.counted, excluded.rows, excluded.heel_count, excluded.heel_sum, excluded.heel_squares)
            """,
            new
            {
                keys.Club,
                keys.Class,
                keys.Basis,
                plan = layer.Plan.Name,
                mode = layer.Mode.Name,
                boats = kept.Boats.ToArray(),
                sailed = JsonSerializer.Serialize(kept.Sailed.ToDictionary(mark => mark.Key.Name, mark => mark.Value.Position)),
                precision = kept.Sums.Precision.ToArray(),
                products = kept.Sums.Products.ToArray(),
                kept.Sums.Squares,
                kept.Sums.Counted,
                kept.Sums.Rows,
                heelCount = kept.Heel.Count,
                heelSum = kept.Heel.Sum,
                heelSquares = kept.Heel.Squares,
            },
            transaction
        );

    private KeptLayer ToKept() =>
        new(
            HelmSums.Stored(PrecisionSums, Products, Squares, Counted, Rows),
            new(HeelCount, HeelSum, HeelSquares),
            Boats,
            JsonSerializer
                .Deserialize<Dictionary<string, double>>(Sailed)!
                .ToDictionary(mark => new ControlKey(mark.Key), mark => new Mark(mark.Value))
        );
}
