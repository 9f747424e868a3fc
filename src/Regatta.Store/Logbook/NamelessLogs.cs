namespace Regatta.Store;

/// <summary>Reads logs without who sailed and how heavy they were.</summary>
internal static class NamelessLogs
{
    /// <summary>What logs of a class tell the fit, oldest first.</summary>
    public static async Task<IReadOnlyList<SessionEvidence>> EvidenceAsync(DbSession connection, ClassRef one, long[]? numbers = null)
    {
        var logs = (await ReadAsync(connection, one, numbers)).ToList();
        var tracks = (
            await connection.QueryAsync<(long Id, double MadeGood, double? OffWind)>(
                $"select t.log_id, t.upwind_vmg, t.upwind_angle from {From(numbers, "log_tracks t", "t.club_id, t.log_id")} "
                    + $"where t.upwind_vmg is not null and {Which(numbers)}",
                Keys(one, numbers)
            )
        ).ToDictionary(
            row => row.Id,
            row => new TrackEvidence(
                Speed.FromMetresPerSecond(row.MadeGood),
                row.OffWind is { } degrees ? Angle.FromDegrees(degrees) : null
            )
        );
        return
        [
            .. logs.SelectMany(log =>
                log.Log.Evidence(log.Number, log.Boat)
                    .Select(run =>
                        run with
                        {
                            Reporter = log.Reporter,
                            Track = log.Log.Runs.Count == 1 ? tracks.GetValueOrDefault(log.Number) : null,
                        }
                    )
            ),
        ];
    }

    /// <summary>Tells hands apart and names nobody by itself; who knows people's numbers could try them, so no page shows it.</summary>
    private const string Reporter =
        "case when l.sailor_id is not null "
        + "then encode(sha256(convert_to(l.club_id || ':' || l.class_id || ':' || l.sailor_id, 'UTF8')), 'hex') "
        + "when l.boat_id is not null then 'boat ' || l.boat_id end";

    private const string Theirs = "l.club_id = @club and l.class_id = @classId and l.removed_at is null";

    /// <summary>So many numbers are looked up one by one: more than any page lists, fewer than a part of an export.</summary>
    private const int Few = 2500;

    private static bool IsFew(long[]? numbers) => numbers is { Length: <= Few };

    /// <summary>Which logs: of many numbers those of the range they lie in are gone through.</summary>
    private static string Which(long[]? numbers) =>
        numbers is null || IsFew(numbers) ? Theirs : $"{Theirs} and l.id between @first and @last and l.id = any (@numbers)";

    /// <summary>A table beside its logs. A few logs are looked up one by one, in this order: a list of numbers alone is not reason enough
    /// for that to the database, which thinks little of lists it does not know and of tables that have just grown.</summary>
    private static string From(long[]? numbers, string table, string number) =>
        !IsFew(numbers)
            ? $"{table} join session_logs l on (l.club_id, l.id) = ({number})"
            : "unnest(@numbers) as n (id) "
                + "cross join lateral (select * from session_logs where (club_id, id) = (@club, n.id) offset 0) l "
                + $"cross join lateral (select * from {table} where ({number}) = (@club, l.id) offset 0) {table.Split(' ')[^1]}";

    private static object Keys(ClassRef one, long[]? numbers) =>
        new
        {
            club = one.Club.Number,
            classId = one.Number,
            numbers,
            first = numbers?.DefaultIfEmpty().Min(),
            last = numbers?.DefaultIfEmpty().Max(),
        };

    /// <summary>Logs of a class that are not removed, oldest first.</summary>
    /// <param name="connection">To the database.</param>
    /// <param name="one">The class.</param>
    /// <param name="numbers">Which; null for all.</param>
    public static async Task<IEnumerable<(long Number, long? Boat, Reporter? Reporter, SessionLog Log)>> ReadAsync(
        DbSession connection,
        ClassRef one,
        long[]? numbers = null
    )
    {
        var logsOf = From(numbers, "session_logs x", "x.club_id, x.id");
        await using var rows = await connection.QueryMultipleAsync(
            $"""
            select {LogRow.Columns}, null::double precision as crew_mass from {logsOf} where {Which(numbers)} order by l.sailed_at, l.id;
            select l.id, l.boat_id as boat, {Reporter} as reporter from {logsOf} where {Which(numbers)};
            select {RunRow.Columns} from {From(numbers, "runs r", "r.club_id, r.log_id")} where {Which(numbers)};
            select {MarkRow.Columns} from {From(numbers, "log_marks m", "m.club_id, m.log_id")} where {Which(numbers)};
            """,
            Keys(one, numbers)
        );
        var logs = (await rows.ReadAsync<LogRow>()).ToList();
        var hands = (await rows.ReadAsync<(long Id, long? Boat, string? Reporter)>()).ToDictionary(row => row.Id);
        var runs = (await rows.ReadAsync<RunRow>()).ToLookup(run => run.LogId);
        var marks = (await rows.ReadAsync<MarkRow>()).ToLookup(mark => mark.LogId);
        return logs.Select(row =>
            (
                row.Id,
                hands[row.Id].Boat,
                hands[row.Id].Reporter is { } key ? new Reporter(key) : (Reporter?)null,
                row.ToLog(runs[row.Id], marks[row.Id])
            )
        );
    }
}
