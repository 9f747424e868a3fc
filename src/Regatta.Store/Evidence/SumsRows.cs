using System.Text.Json;

namespace Regatta.Store;

/// <summary>The set of rows that is read of what rests on a basis.</summary>
internal sealed record BasisRow(string Set, long LogRevision, int Runs, int Settled, int Changes)
{
    public static Task<BasisRow?> FindAsync(DbSession connection, ClassRef one, EvidenceBasis basis) =>
        connection.QuerySingleOrDefaultAsync<BasisRow>(
            """
            select basis as set, log_revision, runs, settled, changes from kept_bases
              where (club_id, class_id, rests_on) = (@club, @id, @basis) and ready
            """,
            new
            {
                club = one.Club.Number,
                id = one.Number,
                basis = basis.Key,
            }
        );
}

/// <summary>The sums of a plan and mode as their row.</summary>
internal sealed record SumsRow
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

    public string Reporters { get; init; } = "[]";

    public static async Task<Dictionary<PlanMode, PlanModeSums>> AllAsync(DbSession connection, KeyRow keys) =>
        (
            await connection.QueryAsync<SumsRow>(
                """
                select plan, mode, boats, sailed::text as sailed, precision_sums, products, squares, counted, rows, heel_count, heel_sum,
                  heel_squares, reporters::text as reporters from kept_layers where (club_id, class_id, basis) = (@Club, @Class, @Basis)
                """,
                keys
            )
        ).ToDictionary(row => new PlanMode(new(row.Plan), new(row.Mode)), row => row.ToKept());

    public static Task SaveAsync(DbSession connection, KeyRow keys, PlanMode planMode, PlanModeSums kept) =>
        connection.ExecuteAsync(
            """
            insert into kept_layers (club_id, class_id, basis, plan, mode, boats, sailed, precision_sums, products, squares, counted, rows,
                heel_count, heel_sum, heel_squares, reporters)
              values (@Club, @Class, @Basis, @plan, @mode, @boats, @sailed::jsonb, @precision, @products, @Squares, @Counted, @Rows,
                @heelCount, @heelSum, @heelSquares, @reporters::jsonb)
            on conflict (club_id, class_id, basis, plan, mode) do update set (boats, sailed, precision_sums, products, squares, counted,
                rows, heel_count, heel_sum, heel_squares, reporters) = (excluded.boats, excluded.sailed, excluded.precision_sums,
                excluded.products,
                excluded.squares, excluded.counted, excluded.rows, excluded.heel_count, excluded.heel_sum, excluded.heel_squares,
                excluded.reporters)
            """,
            new
            {
                keys.Club,
                keys.Class,
                keys.Basis,
                plan = planMode.Plan.Name,
                mode = planMode.Mode.Name,
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
                reporters = JsonSerializer.Serialize(kept.Reporters),
            }
        );

    private PlanModeSums ToKept() =>
        new(
            HelmSums.Stored(PrecisionSums, Products, Squares, Counted, Rows),
            new(HeelCount, HeelSum, HeelSquares),
            Boats,
            JsonSerializer
                .Deserialize<Dictionary<string, double>>(Sailed)!
                .ToDictionary(mark => new ControlKey(mark.Key), mark => new Mark(mark.Value))
        )
        {
            Reporters = JsonSerializer.Deserialize<List<ConstantReporter>>(Reporters)!,
        };
}
