using System.Text.Json;
using Dapper;
using Npgsql;
using Regatta.Core.Fleet;
using Regatta.Core.Logbook;

namespace Regatta.Store;

/// <summary>A log on its way into the database: whose, on which boat's marks.</summary>
internal sealed record SentLog(Guid? Sailor, SailedMarks Sailed, SessionLog Log)
{
    /// <summary>The row by the names of its columns, for a statement that takes many at once.</summary>
    public object ToJson() =>
        new
        {
            sailor = Sailor,
            boat = Sailed.Boat,
            key = Log.Key,
            sailed_at = Log.SailedAt.ToUniversalTime(),
            wind_from = Log.Wind.From.MetresPerSecond,
            wind_to = Log.Wind.To.MetresPerSecond,
            gust = Log.Wind.Gust?.MetresPerSecond,
            crew_mass = Log.CrewMass?.Kilograms,
            helm_port = Log.Check?.Helm.Port?.Degrees,
            helm_starboard = Log.Check?.Helm.Starboard?.Degrees,
            heel = Log.Check?.Heel?.Degrees,
            rudder_centred = Log.Check?.Gates.RudderCentred ?? false,
            steady_full_speed = Log.Check?.Gates.SteadyFullSpeed ?? false,
            flat = Log.Check?.Gates.Flat ?? false,
            trimmed = Log.Check?.Gates.Trimmed ?? false,
            luffing = Log.Luffing.ToString(),
            felt = Log.Felt.ToString(),
            note = Log.Note,
            version = Log.Version,
            plan = Log.Layer.Plan.Name,
            mode = Log.Layer.Mode.Name,
            marks = Log.Marks.Select(mark => new
            {
                control = mark.Key.Name,
                mark = mark.Value.Position,
                measured = Sailed.Measured.Contains(mark.Key),
            }),
        };

    /// <summary>Adds logs with their marks in one statement; those that are there already are left as they are.</summary>
    /// <returns>The numbers of those that were added.</returns>
    public static async Task<IReadOnlyList<long>> InsertAsync(
        NpgsqlConnection connection,
        NpgsqlTransaction transaction,
        ClassRef one,
        IReadOnlyList<SentLog> logs,
        DateTimeOffset now
    ) =>
        [
            .. await connection.QueryAsync<long>(
                """
                with sent as (
                  select distinct on (sailor, key) * from jsonb_to_recordset(@rows::jsonb) as r (sailor uuid, boat bigint, key uuid,
                    sailed_at timestamptz, wind_from float8, wind_to float8, gust float8, crew_mass float8, helm_port float8,
                    helm_starboard float8, heel float8, rudder_centred boolean, steady_full_speed boolean, flat boolean, trimmed boolean,
                    luffing text, felt text, note text, version int, plan text, mode text, marks jsonb)),
                added as (
                  insert into session_logs (club_id, class_id, sailor_id, boat_id, key, sailed_at, wind_from, wind_to, gust, crew_mass,
                    helm_port, helm_starboard, heel, rudder_centred, steady_full_speed, flat, trimmed, luffing, felt, note, version, plan,
                    mode, logged_at)
                  select @club, @classId, sailor, boat, key, sailed_at, wind_from, wind_to, gust, crew_mass, helm_port, helm_starboard,
                    heel, rudder_centred, steady_full_speed, flat, trimmed, luffing, felt, note, version, plan, mode, @now from sent
                  on conflict do nothing
                  returning id, sailor_id, key),
                marked as (
                  insert into log_marks (club_id, log_id, control, mark, measured)
                  select @club, added.id, m.control, m.mark, m.measured
                  from added join sent on sent.key = added.key and sent.sailor is not distinct from added.sailor_id,
                    jsonb_to_recordset(sent.marks) as m (control text, mark float8, measured boolean))
                select id from added
                """,
                new
                {
                    club = one.Club.Number,
                    classId = one.Number,
                    rows = JsonSerializer.Serialize(logs.Select(log => log.ToJson())),
                    now,
                },
                transaction
            ),
        ];
}
