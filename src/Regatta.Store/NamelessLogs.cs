using Dapper;
using Npgsql;
using Regatta.Core.Evidence;
using Regatta.Core.Fleet;
using Regatta.Core.Logbook;

namespace Regatta.Store;

/// <summary>Reads logs without who sailed and how heavy they were.</summary>
internal static class NamelessLogs
{
    /// <summary>What logs of a class tell the fit, oldest first.</summary>
    public static async Task<IReadOnlyList<SessionEvidence>> EvidenceAsync(
        NpgsqlConnection connection,
        ClassRef one,
        long[]? numbers = null,
        NpgsqlTransaction? transaction = null
    ) => [.. (await ReadAsync(connection, one, numbers, transaction)).SelectMany(log => log.Log.Evidence(log.Number, log.Boat))];

    /// <summary>Logs of a class that are not removed, oldest first.</summary>
    /// <param name="connection">To the database.</param>
    /// <param name="one">The class.</param>
    /// <param name="numbers">Which; null for all.</param>
    /// <param name="transaction">The transaction to read in; null for none.</param>
    public static async Task<IEnumerable<(long Number, long? Boat, SessionLog Log)>> ReadAsync(
        NpgsqlConnection connection,
        ClassRef one,
        long[]? numbers = null,
        NpgsqlTransaction? transaction = null
    )
    {
        // Each table by its own numbers, so that a few logs are as quickly found among many.
        string Theirs(string number) =>
            "l.club_id = @club and l.class_id = @classId and l.removed_at is null"
            + (numbers is null ? "" : $" and l.id = any (@numbers) and {number} = any (@numbers)");

        await using var rows = await connection.QueryMultipleAsync(
            $"""
            select {LogRow.Columns}, null::double precision as crew_mass from session_logs l where {Theirs(
                "l.id"
            )} order by l.sailed_at, l.id;
            select id, boat_id from session_logs l where boat_id is not null and {Theirs("l.id")};
            select {RunRow.Columns} from runs r join session_logs l on (l.club_id, l.id) = (r.club_id, r.log_id)
              where {Theirs("r.log_id")};
            select {MarkRow.Columns} from log_marks m join session_logs l on (l.club_id, l.id) = (m.club_id, m.log_id)
              where {Theirs("m.log_id")};
            """,
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                numbers,
            },
            transaction
        );
        var logs = (await rows.ReadAsync<LogRow>()).ToList();
        var boats = (await rows.ReadAsync<(long Id, long Boat)>()).ToDictionary(row => row.Id, row => row.Boat);
        var runs = (await rows.ReadAsync<RunRow>()).ToLookup(run => run.LogId);
        var marks = (await rows.ReadAsync<MarkRow>()).ToLookup(mark => mark.LogId);
        return logs.Select(row =>
            (row.Id, boats.TryGetValue(row.Id, out var boat) ? boat : (long?)null, row.ToLog(runs[row.Id], marks[row.Id]))
        );
    }
}
