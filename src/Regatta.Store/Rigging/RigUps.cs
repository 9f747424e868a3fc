using System.Text.Json;
using System.Text.Json.Serialization;

namespace Regatta.Store;

/// <summary>Rig-up runs. Private: read for their sailor alone; what is counted of them names nobody.</summary>
public sealed class RigUps(Db database)
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false) },
    };

    /// <summary>The run somebody has open in a class, the newest begun since a time; null for none.</summary>
    public async Task<RigUp?> OpenAsync(ClassRef one, Guid person, DateTimeOffset since)
    {
        await using var connection = await database.OpenConnectionAsync();
        var row = await connection.QueryFirstOrDefaultAsync<Row>(
            """
            select key, started_at, finished_at, boat_id, answers::text as answers from rig_ups
            where club_id = @club and class_id = @classId and person_id = @person and finished_at is null and started_at >= @since
            order by started_at desc, id desc
            """,
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                person,
                since = since.ToUniversalTime(),
            }
        );
        return row is null
            ? null
            : new(
                row.Key,
                row.StartedAt,
                row.FinishedAt,
                row.BoatId,
                JsonSerializer.Deserialize<Dictionary<string, RigAnswer>>(row.Answers, Json)!
            );
    }

    /// <summary>Keeps what was said so far, and ends the run where it says so. A run that has ended stays as it is, however late something
    /// of it comes; beyond what is kept of somebody the oldest go.</summary>
    /// <returns>False where the run had ended before.</returns>
    public async Task<bool> KeepAsync(ClassRef one, Guid person, RigUp run)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<bool>(
            """
            with kept as (
              insert into rig_ups (club_id, class_id, person_id, key, boat_id, started_at, finished_at, answers)
                values (@club, @classId, @person, @Key, @Boat, @started, @finished, @answers::jsonb)
              on conflict (club_id, person_id, key) do update set boat_id = excluded.boat_id,
                finished_at = case when excluded.finished_at is not null then greatest(excluded.finished_at, rig_ups.started_at) end,
                answers = rig_ups.answers || excluded.answers
                where rig_ups.finished_at is null and rig_ups.class_id = excluded.class_id
              returning id),
            gone as (
              delete from rig_ups where club_id = @club and person_id = @person and id in (
                select id from rig_ups where club_id = @club and person_id = @person order by id desc offset @most))
            select exists (select from kept)
            """,
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                person,
                run.Key,
                run.Boat,
                started = run.StartedAt.ToUniversalTime(),
                finished = run.FinishedAt?.ToUniversalTime(),
                answers = JsonSerializer.Serialize(run.Answers, Json),
                most = Limits.RigUps,
            }
        );
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

    private sealed record Row(Guid Key, DateTimeOffset StartedAt, DateTimeOffset? FinishedAt, long? BoatId, string Answers);
}
