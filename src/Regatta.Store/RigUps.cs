using System.Text.Json;
using System.Text.Json.Serialization;
using Dapper;
using Npgsql;
using Regatta.Core.Rigging;

namespace Regatta.Store;

/// <summary>Rig-up runs. Private: read for their sailor alone; what is counted of them names nobody.</summary>
public sealed class RigUps(NpgsqlDataSource database)
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false) },
    };

    /// <summary>The run somebody has open in a class; null for none since a time.</summary>
    public async Task<RigUp?> OpenAsync(ClassRef one, Guid person, DateTimeOffset since)
    {
        await using var connection = await database.OpenConnectionAsync();
        var row = await connection.QuerySingleOrDefaultAsync<Row>(
            """
            select started_at, finished_at, boat_id, answers::text as answers from rig_ups
            where club_id = @club and class_id = @classId and person_id = @person and finished_at is null and started_at >= @since
            """,
            Keys(one, person, since)
        );
        return row is null
            ? null
            : new(row.StartedAt, row.FinishedAt, row.BoatId, JsonSerializer.Deserialize<Dictionary<string, RigAnswer>>(row.Answers, Json)!);
    }

    /// <summary>Keeps what was said so far; the first that is said begins the run.</summary>
    /// <param name="one">The class.</param>
    /// <param name="person">Whose run.</param>
    /// <param name="run">What was said; whole, so that what came late or twice does no harm.</param>
    /// <param name="since">A run that began before this was given up, and is forgotten.</param>
    public async Task KeepAsync(ClassRef one, Guid person, RigUp run, DateTimeOffset since)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await connection.ExecuteAsync(
            """
            delete from rig_ups where club_id = @club and class_id = @classId and person_id = @person and finished_at is null
              and started_at < @since;
            insert into rig_ups (club_id, class_id, person_id, boat_id, started_at, finished_at, answers)
              values (@club, @classId, @person, @boat, @started, null, @answers::jsonb)
            on conflict (club_id, class_id, person_id) where finished_at is null do update
              set boat_id = excluded.boat_id, answers = rig_ups.answers || excluded.answers;
            update rig_ups set finished_at = greatest(@finished::timestamptz, started_at) where club_id = @club and class_id = @classId
              and person_id = @person and finished_at is null and @finished::timestamptz is not null;
            """,
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                person,
                since = since.ToUniversalTime(),
                boat = run.Boat,
                started = run.StartedAt.ToUniversalTime(),
                finished = run.FinishedAt?.ToUniversalTime(),
                answers = JsonSerializer.Serialize(run.Answers, Json),
            },
            transaction
        );
        await transaction.CommitAsync();
    }

    /// <summary>How often each step was left out in the runs finished since a time, the most first; how long a run took in the middle, in
    /// minutes; and how many there were.</summary>
    public async Task<(IReadOnlyList<SkippedStep> Steps, double? Minutes, int Runs)> SkippedAsync(ClassRef one, DateTimeOffset since)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var rows = await connection.QueryMultipleAsync(
            """
            select step, count(*) filter (where answer->>'state' = 'skipped')::int as skipped, count(*)::int as of
            from rig_ups r cross join lateral jsonb_each(r.answers) as a(step, answer)
            where club_id = @club and class_id = @classId and finished_at >= @since
            group by step having count(*) filter (where answer->>'state' = 'skipped') > 0 order by 2 desc, 1;
            select percentile_cont(0.5) within group (order by extract(epoch from finished_at - started_at) / 60)::double precision,
              count(*)::int
            from rig_ups where club_id = @club and class_id = @classId and finished_at >= @since;
            """,
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                since = since.ToUniversalTime(),
            }
        );
        var steps = (await rows.ReadAsync<SkippedStep>()).ToList();
        var (minutes, runs) = await rows.ReadSingleAsync<(double?, int)>();
        return (steps, minutes, runs);
    }

    private static object Keys(ClassRef one, Guid person, DateTimeOffset since) =>
        new
        {
            club = one.Club.Number,
            classId = one.Number,
            person,
            since = since.ToUniversalTime(),
        };

    private sealed record Row(DateTimeOffset StartedAt, DateTimeOffset? FinishedAt, long? BoatId, string Answers);
}
