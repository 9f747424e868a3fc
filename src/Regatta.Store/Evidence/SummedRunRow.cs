using NpgsqlTypes;

namespace Regatta.Store;

/// <summary>A run as it is kept beside the sums.</summary>
internal sealed record SummedRunRow
{
    public int Run { get; init; }

    public string Plan { get; init; } = "";

    public string Mode { get; init; } = "";

    public DateTimeOffset SailedAt { get; init; }

    public double[]? RowValues { get; init; }

    public double? Helm { get; init; }

    public double? Weight { get; init; }

    public double? Belief { get; init; }

    public double? Heel { get; init; }

    public short[] FactKinds { get; init; } = [];

    public string[] FactControls { get; init; } = [];

    public double[] FactPositions { get; init; } = [];

    public short[] FactSaid { get; init; } = [];

    public int Band { get; init; }

    public PlanMode PlanMode => new(new(Plan), new(Mode));

    public SummedRun? ToKept(int width) =>
        RowValues is { } row && width >= row.Length
            ? new(new HelmRun([.. row, .. new double[width - row.Length]], Helm!.Value, Weight!.Value), Belief!.Value, Heel)
            : null;

    /// <summary>Deletes the rows of a log.</summary>
    public static async Task<IReadOnlyList<SummedRunRow>> TakeOutAsync(DbSession connection, KeyRow keys, long number) =>
        [
            .. await connection.QueryAsync<SummedRunRow>(
                """
                delete from kept_runs where (club_id, class_id, basis, log_id) = (@Club, @Class, @Basis, @number)
                  returning run, plan, mode, sailed_at, row_values, helm, weight, belief, heel, fact_kinds, fact_controls, fact_positions,
                    fact_said, band
                """,
                new
                {
                    keys.Club,
                    keys.Class,
                    keys.Basis,
                    number,
                }
            ),
        ];

    public static Task AddAsync(DbSession connection, KeyRow keys, SessionEvidence session, SummedRun? run, IReadOnlyList<RunFact> facts) =>
        connection.ExecuteAsync(
            """
            insert into kept_runs (club_id, class_id, basis, log_id, run, plan, mode, band, sailed_at, row_values, helm, weight, belief,
                heel, fact_kinds, fact_controls, fact_positions, fact_said)
              values (@Club, @Class, @Basis, @Number, @Run, @plan, @mode, @band, @sailedAt, @row, @helm, @weight, @belief,
                @heel, @kinds, @controls, @positions, @said)
            """,
            new
            {
                keys.Club,
                keys.Class,
                keys.Basis,
                session.Number,
                session.Run,
                plan = session.PlanMode.Plan.Name,
                mode = session.PlanMode.Mode.Name,
                band = facts[0].Band.Number,
                sailedAt = session.SailedAt.ToUniversalTime(),
                row = run?.Run.Row.ToArray(),
                helm = run?.Run.Helm,
                weight = run?.Run.Weight,
                belief = run?.Belief,
                heel = run?.Heel,
                kinds = Kinds(facts),
                controls = Controls(facts),
                positions = Positions(facts),
                said = Saids(facts),
            }
        );

    /// <summary>Writes many runs at once.</summary>
    public static async Task CopyAsync(
        DbSession connection,
        KeyRow keys,
        EvidenceBasis basis,
        IReadOnlyList<SessionEvidence> runs,
        IReadOnlyDictionary<(long Log, int Run), FittedSession> fitted
    )
    {
        await using var rows = await connection.BeginBinaryImportAsync(
            """
            copy kept_runs (club_id, class_id, basis, log_id, run, plan, mode, band, sailed_at, row_values, helm, weight, belief, heel,
              fact_kinds, fact_controls, fact_positions, fact_said) from stdin (format binary)
            """
        );
        foreach (var session in runs)
        {
            var facts = basis.FactsOf(session).ToList();
            var one = fitted.GetValueOrDefault((session.Number, session.Run));
            await rows.StartRowAsync();
            await rows.WriteAsync(keys.Club, NpgsqlDbType.Bigint);
            await rows.WriteAsync(keys.Class, NpgsqlDbType.Bigint);
            await rows.WriteAsync(keys.Basis, NpgsqlDbType.Text);
            await rows.WriteAsync(session.Number, NpgsqlDbType.Bigint);
            await rows.WriteAsync(session.Run, NpgsqlDbType.Integer);
            await rows.WriteAsync(session.PlanMode.Plan.Name, NpgsqlDbType.Text);
            await rows.WriteAsync(session.PlanMode.Mode.Name, NpgsqlDbType.Text);
            await rows.WriteAsync(facts[0].Band.Number, NpgsqlDbType.Integer);
            await rows.WriteAsync(session.SailedAt.ToUniversalTime(), NpgsqlDbType.TimestampTz);
            if (one is null)
            {
                for (var at = 0; at < 5; at++)
                {
                    await rows.WriteNullAsync();
                }
            }
            else
            {
                await rows.WriteAsync(one.Run.Row.ToArray(), NpgsqlDbType.Array | NpgsqlDbType.Double);
                await rows.WriteAsync(one.Run.Helm, NpgsqlDbType.Double);
                await rows.WriteAsync(one.Counted.Weight, NpgsqlDbType.Double);
                await rows.WriteAsync(one.Belief, NpgsqlDbType.Double);
                await (one.Session.NotedHeel is { } heel ? rows.WriteAsync(heel, NpgsqlDbType.Double) : rows.WriteNullAsync());
            }

            await rows.WriteAsync(Kinds(facts), NpgsqlDbType.Array | NpgsqlDbType.Smallint);
            await rows.WriteAsync(Controls(facts), NpgsqlDbType.Array | NpgsqlDbType.Text);
            await rows.WriteAsync(Positions(facts), NpgsqlDbType.Array | NpgsqlDbType.Double);
            await rows.WriteAsync(Saids(facts), NpgsqlDbType.Array | NpgsqlDbType.Smallint);
        }

        await rows.CompleteAsync();
    }

    private static short[] Kinds(IEnumerable<RunFact> facts) => [.. facts.Select(fact => (short)fact.Kind)];

    private static string[] Controls(IEnumerable<RunFact> facts) => [.. facts.Select(fact => fact.Control?.Name ?? "")];

    private static double[] Positions(IEnumerable<RunFact> facts) => [.. facts.Select(fact => fact.Position)];

    private static short[] Saids(IEnumerable<RunFact> facts) => [.. facts.Select(fact => (short)fact.Feedback)];
}
