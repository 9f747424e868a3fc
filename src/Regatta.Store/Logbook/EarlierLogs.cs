namespace Regatta.Store;

/// <summary>What a log said until it was corrected.</summary>
public sealed record EarlierLog(DateTimeOffset ReplacedAt, SessionLog Log);

/// <summary>What logs said before they were corrected. Read for their sailor alone.</summary>
public sealed class EarlierLogs(Db database) : IReadEarlierLogs
{
    /// <summary>What a sailor's own log said before it was corrected, newest first.</summary>
    public async Task<IReadOnlyList<EarlierLog>> OfAsync(ClubId club, Guid sailor, long number)
    {
        await using var connection = await database.OpenConnectionAsync();
        const string Own = """
            from earlier_logs e join session_logs own on (own.club_id, own.id) = (e.club_id, e.log_id)
            """;
        const string Its = "where e.club_id = @club and e.log_id = @number and own.sailor_id = @sailor";
        await using var rows = await connection.QueryMultipleAsync(
            $"""
            select e.id as earlier, e.replaced_at, {LogRow.Columns}, l.crew_mass {Own}
              cross join lateral jsonb_populate_record(null::session_logs, @before::jsonb || e.log) l {Its} order by e.id desc;
            select e.id as earlier, e.schema, {RunRow.Columns} {Own}
              cross join lateral jsonb_populate_recordset(null::runs, e.runs) r {Its};
            select e.id as earlier, {MarkRow.Columns} {Own} cross join lateral jsonb_populate_recordset(null::log_marks, e.marks) m {Its};
            """,
            new
            {
                club = club.Number,
                sailor,
                number,
                // What a log did not say before it could be said.
                before = """{"note_for": "nobody"}""",
            }
        );
        var logs = rows.Read<Replaced, LogRow, (Replaced Replaced, LogRow Row)>((replaced, row) => (replaced, row), splitOn: "id").ToList();
        var runs = rows.Read<Spelled, RunRow, (long Earlier, RunRow Run)>(
                (of, run) => (of.Earlier, run.Lifted(of.Schema)),
                splitOn: "log_id"
            )
            .ToLookup(row => row.Earlier, row => row.Run);
        var marks = rows.Read<long, MarkRow, (long Earlier, MarkRow Mark)>((earlier, mark) => (earlier, mark), splitOn: "log_id")
            .ToLookup(row => row.Earlier, row => row.Mark);
        return
        [
            .. logs.Select(log => new EarlierLog(
                log.Replaced.ReplacedAt,
                log.Row.ToLog(runs[log.Replaced.Earlier], marks[log.Replaced.Earlier])
            )),
        ];
    }

    private sealed record Spelled(long Earlier, int Schema);

    private sealed record Replaced(long Earlier, DateTimeOffset ReplacedAt);
}
