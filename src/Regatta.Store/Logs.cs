using Dapper;
using Npgsql;
using Regatta.Core.Checks;
using Regatta.Core.Evidence;
using Regatta.Core.Fleet;
using Regatta.Core.Logbook;
using Regatta.Core.Marks;
using Regatta.Core.Tracks;
using Regatta.Core.Units;
using Regatta.Core.Wind;

namespace Regatta.Store;

/// <summary>A log as its sailor sees it; the boat is null when none was named.</summary>
public sealed record OwnLog(long Number, ClassRef Class, string ClassKey, string ClassName, long? Boat, string? BoatName, SessionLog Log);

/// <summary>Which boat the marks of a log were read on.</summary>
/// <param name="Boat">The boat's number; null when none was named.</param>
/// <param name="Measured">The controls whose marks were read by what was measured there; the others were taken at the class's
/// reading.</param>
public sealed record SailedMarks(long? Boat, IReadOnlySet<ControlKey> Measured);

/// <summary>Session logs. Who sailed and how heavy they were is read only for the sailor asking.</summary>
public sealed class Logs(NpgsqlDataSource database, TimeProvider clock)
{
    private const string Columns = """
        l.id, l.key, l.sailed_at, l.wind_from, l.wind_to, l.gust, l.helm_port, l.helm_starboard, l.heel,
        l.rudder_centred, l.steady_full_speed, l.flat, l.trimmed, l.luffing, l.felt, l.note, l.version, l.plan, l.mode
        """;

    /// <summary>Adds a log; the same key from the same sailor a second time changes nothing.</summary>
    /// <returns>The log's number, the first one's when it was sent before.</returns>
    public async Task<long> AddAsync(ClassRef one, Guid? sailor, SailedMarks sailed, SessionLog log)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        var number = await new SentLog(sailor, sailed, log).InsertAsync(connection, transaction, one, clock.GetUtcNow());
        await transaction.CommitAsync();
        return number
            ?? await connection.ExecuteScalarAsync<long>(
                "select id from session_logs where club_id = @club and class_id = "
                    + "@classId and sailor_id is not distinct from @sailor and key = @Key",
                new
                {
                    club = one.Club.Number,
                    classId = one.Number,
                    sailor,
                    log.Key,
                }
            );
    }

    /// <summary>What the logs of a class tell the fit, oldest first: nobody's name and nobody's mass.</summary>
    public async Task<IReadOnlyList<SessionEvidence>> EvidenceAsync(ClassRef one) =>
        [.. (await NamelessAsync(one)).Select(log => log.Log.Evidence(log.Number))];

    /// <summary>The logs of a class for exporting, oldest first: nobody's name and nobody's mass, and notes and times of day only of those
    /// who share them.</summary>
    public async Task<IReadOnlyList<SessionLog>> AllAsync(ClassRef one)
    {
        await using var connection = await database.OpenConnectionAsync();
        var shared = (
            await connection.QueryAsync<long>(
                """
                select l.id from session_logs l join people p on p.id = l.sailor_id
                where l.club_id = @club and l.class_id = @classId and p.shares_notes
                """,
                new { club = one.Club.Number, classId = one.Number }
            )
        ).ToHashSet();
        return [.. (await NamelessAsync(one)).Select(log => shared.Contains(log.Number) ? log.Log : log.Log.ForOthers())];
    }

    /// <summary>A sailor's own logs, newest first.</summary>
    public async Task<IReadOnlyList<OwnLog>> OwnAsync(ClubId club, Guid sailor)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await ReadOwnAsync(
            connection,
            "l.club_id = @club and l.sailor_id = @sailor and l.removed_at is null order by l.sailed_at desc, l.id desc limit 200",
            new { club = club.Number, sailor }
        );
    }

    /// <summary>One log, if it is the sailor's own; null otherwise, as if it did not exist.</summary>
    public async Task<OwnLog?> OwnAsync(ClubId club, Guid sailor, long number)
    {
        await using var connection = await database.OpenConnectionAsync();
        return (
            await ReadOwnAsync(
                connection,
                "l.club_id = @club and l.sailor_id = @sailor and l.id = @number and l.removed_at is null",
                new
                {
                    club = club.Number,
                    sailor,
                    number,
                }
            )
        ).SingleOrDefault();
    }

    /// <summary>A sailor's own logs that were removed within a season, the one removed last first.</summary>
    public async Task<IReadOnlyList<OwnLog>> RemovedAsync(ClubId club, Guid sailor)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await ReadOwnAsync(
            connection,
            "l.club_id = @club and l.sailor_id = @sailor and l.removed_at > @since order by l.removed_at desc limit 50",
            new
            {
                club = club.Number,
                sailor,
                since = clock.GetUtcNow() - RemovedParts.Season,
            }
        );
    }

    /// <summary>Removes a sailor's own log, or brings a removed one back.</summary>
    /// <returns>Whether there was such a log of theirs.</returns>
    public async Task<bool> RemoveOwnAsync(ClubId club, Guid sailor, long number, bool removed)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteAsync(
                "update session_logs set removed_at = @at where club_id = @club and "
                    + "sailor_id = @sailor and id = @number and (removed_at is null) = @removed",
                new
                {
                    club = club.Number,
                    sailor,
                    number,
                    removed,
                    at = removed ? clock.GetUtcNow() : (DateTimeOffset?)null,
                }
            ) == 1;
    }

    private async Task<IEnumerable<(long Number, SessionLog Log)>> NamelessAsync(ClassRef one)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var rows = await connection.QueryMultipleAsync(
            $"""
            select {Columns}, null::double precision as crew_mass from session_logs l where l.club_id = @club and l.class_id = @classId
              and l.removed_at is null order by l.sailed_at, l.id;
            select m.log_id, m.control, m.mark from log_marks m join session_logs l on (l.club_id, l.id) = (m.club_id, m.log_id)
              where l.club_id = @club and l.class_id = @classId and l.removed_at is null;
            """,
            new { club = one.Club.Number, classId = one.Number }
        );
        var logs = (await rows.ReadAsync<LogRow>()).ToList();
        var marks = (await rows.ReadAsync<MarkRow>()).ToLookup(mark => mark.LogId);
        return logs.Select(row => (row.Id, row.ToLog(marks[row.Id])));
    }

    private static async Task<IReadOnlyList<OwnLog>> ReadOwnAsync(NpgsqlConnection connection, string condition, object values)
    {
        var logs = (
            await connection.QueryAsync<LogRow, ClassName, (LogRow Row, ClassName Class)>(
                $"select {Columns}, l.crew_mass, l.club_id, l.class_id, c.key as class_key, "
                    + "coalesce(c.definition->>'name', c.key) as name, l.boat_id, b.name as boat from "
                    + "session_logs l join classes c on (c.club_id, c.id) = (l.club_id, l.class_id) left "
                    + $"join boats b on (b.club_id, b.id) = (l.club_id, l.boat_id) where {condition}",
                (row, named) => (row, named),
                values,
                splitOn: "club_id"
            )
        ).ToList();
        var marks = (
            await connection.QueryAsync<MarkRow>(
                "select log_id, control, mark from log_marks where club_id = any(@clubs) and log_id = any(@numbers)",
                new
                {
                    clubs = logs.Select(log => log.Class.ClubId).Distinct().ToArray(),
                    numbers = logs.Select(log => log.Row.Id).ToArray(),
                }
            )
        ).ToLookup(mark => mark.LogId);
        return
        [
            .. logs.Select(log => new OwnLog(
                log.Row.Id,
                new(new(log.Class.ClubId), log.Class.ClassId),
                log.Class.ClassKey,
                log.Class.Name,
                log.Class.BoatId,
                log.Class.Boat,
                log.Row.ToLog(marks[log.Row.Id])
            )),
        ];
    }

    private sealed record ClassName(long ClubId, long ClassId, string ClassKey, string Name, long? BoatId, string? Boat);

    private sealed record MarkRow(long LogId, string Control, double Mark);

    private sealed record LogRow(
        long Id,
        Guid Key,
        DateTimeOffset SailedAt,
        double WindFrom,
        double WindTo,
        double? Gust,
        double? HelmPort,
        double? HelmStarboard,
        double? Heel,
        bool RudderCentred,
        bool SteadyFullSpeed,
        bool Flat,
        bool Trimmed,
        string Luffing,
        string Felt,
        string Note,
        int? Version,
        string Plan,
        string Mode,
        double? CrewMass
    )
    {
        public SessionLog ToLog(IEnumerable<MarkRow> marks) =>
            new(
                Key,
                SailedAt,
                WindRange
                    .Of(
                        Speed.FromMetresPerSecond(WindFrom),
                        Speed.FromMetresPerSecond(WindTo),
                        Gust is { } gust ? Speed.FromMetresPerSecond(gust) : null
                    )
                    .Value,
                CrewMass is { } mass ? Mass.FromKilograms(mass) : null,
                marks.ToDictionary(mark => new ControlKey(mark.Control), mark => new Mark(mark.Mark)),
                ToCheck(),
                Enum.Parse<Luffing>(Luffing),
                Enum.Parse<Felt>(Felt),
                Note,
                Version
            )
            {
                Layer = new(new(Plan), new(Mode)),
            };

        private HelmCheck? ToCheck() =>
            HelmReading.Of(AsAngle(HelmPort), AsAngle(HelmStarboard)) is { Ok: true } helm
                ? new(helm.Value, new(RudderCentred, SteadyFullSpeed, Flat, Trimmed), AsAngle(Heel))
                : null;

        private static Angle? AsAngle(double? degrees) => degrees is { } known ? Angle.FromDegrees(known) : null;
    }
}
