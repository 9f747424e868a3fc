namespace Regatta.Store;

/// <summary>A sailor's own logs.</summary>
public sealed partial class Logs
{
    /// <summary>A sailor's own logs, newest first.</summary>
    public async Task<IReadOnlyList<OwnLog>> OwnAsync(ClubId club, Guid sailor)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await ReadOwnAsync(
            connection,
            "l.club_id = @club and l.sailor_id = @sailor and l.removed_at is null order by l.sailed_at desc, l.id desc limit 2000",
            new { club = club.Number, sailor }
        );
    }

    /// <summary>The keys of the club and the class a person sailed last, of the clubs they are in; null for none.</summary>
    public async Task<(string Club, string Class)?> SailedLastAsync(Guid sailor)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.QuerySingleOrDefaultAsync<(string, string)?>(
            """
            select b.key, c.key from session_logs l
              join classes c on c.club_id = l.club_id and c.id = l.class_id
              join clubs b on b.id = l.club_id
            where l.sailor_id = @sailor and l.removed_at is null
              and exists (select from memberships m where m.club_id = l.club_id and m.person_id = @sailor)
            order by l.sailed_at desc, l.id desc limit 1
            """,
            new { sailor }
        );
    }

    /// <summary>All logs of a person in all clubs, oldest first.</summary>
    public async Task<IReadOnlyList<OwnLog>> OfPersonAsync(Guid sailor)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await ReadOwnAsync(connection, "l.sailor_id = @sailor and l.removed_at is null order by l.sailed_at, l.id", new { sailor });
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

    /// <summary>What a sailor sent under a key in a class, removed since or not; null where nothing was.</summary>
    public async Task<SessionLog?> SentAsync(ClassRef one, Guid sailor, Guid key)
    {
        await using var connection = await database.OpenConnectionAsync();
        var own = await ReadOwnAsync(
            connection,
            "l.club_id = @club and l.class_id = @classId and l.sailor_id = @sailor and l.key = @key",
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                sailor,
                key,
            }
        );
        return own.SingleOrDefault()?.Log;
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

    /// <summary>The class of a sailor's own log, removed or not; null where it is not theirs.</summary>
    public async Task<ClassRef?> ClassOfAsync(ClubId club, Guid sailor, long number)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
            await connection.ExecuteScalarAsync<long?>(
                "select class_id from session_logs where club_id = @club and sailor_id = @sailor and id = @number",
                new
                {
                    club = club.Number,
                    sailor,
                    number,
                }
            )
                is { } one
            ? new ClassRef(club, one)
            : null;
    }

    /// <summary>Removes a sailor's own log, or brings a removed one back.</summary>
    /// <param name="one">The log's class.</param>
    /// <param name="sailor">Whose log.</param>
    /// <param name="number">The log.</param>
    /// <param name="removed">Whether it goes or comes.</param>
    /// <param name="bases">What the kept sums rest on that it folds itself into.</param>
    /// <returns>Whether there was such a log of theirs.</returns>
    public async Task<bool> RemoveOwnAsync(ClassRef one, Guid sailor, long number, bool removed, IReadOnlyList<EvidenceBasis>? bases = null)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        var before = await EvidenceSumsStore.LogRevisionAsync(connection, one) ?? 0;
        var done = await connection.ExecuteAsync(
            "update session_logs set removed_at = @at where club_id = @club and class_id = @classId and "
                + "sailor_id = @sailor and id = @number and (removed_at is null) = @removed",
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                sailor,
                number,
                removed,
                at = removed ? clock.GetUtcNow() : (DateTimeOffset?)null,
            }
        );
        await EvidenceSumsStore.FoldAsync(connection, one, number, before, bases ?? []);
        await transaction.CommitAsync();
        return done == 1;
    }

    private static async Task<IReadOnlyList<OwnLog>> ReadOwnAsync(DbSession connection, string condition, object values)
    {
        var logs = (
            await connection.QueryAsync<LogRow, ClassName, (LogRow Row, ClassName Class)>(
                $"select {LogRow.Columns}, l.crew_mass, l.club_id, l.class_id, c.key as class_key, "
                    + "c.name, l.boat_id, b.name as boat from "
                    + "session_logs l join classes c on (c.club_id, c.id) = (l.club_id, l.class_id) left "
                    + $"join boats b on (b.club_id, b.id) = (l.club_id, l.boat_id) where {condition}",
                (row, named) => (row, named),
                values,
                splitOn: "club_id"
            )
        ).ToList();
        await using var rows = await connection.QueryMultipleAsync(
            $"""
            select {RunRow.Columns} from runs r where r.club_id = any(@clubs) and r.log_id = any(@numbers);
            select {MarkRow.Columns} from log_marks m where m.club_id = any(@clubs) and m.log_id = any(@numbers);
            """,
            new { clubs = logs.Select(log => log.Class.ClubId).Distinct().ToArray(), numbers = logs.Select(log => log.Row.Id).ToArray() }
        );
        var runs = (await rows.ReadAsync<RunRow>()).ToLookup(run => run.LogId);
        var marks = (await rows.ReadAsync<MarkRow>()).ToLookup(mark => mark.LogId);
        return
        [
            .. logs.Select(log => new OwnLog(
                log.Row.Id,
                new(new(log.Class.ClubId), log.Class.ClassId),
                log.Class.ClassKey,
                log.Class.Name,
                log.Class.BoatId,
                log.Class.Boat,
                log.Row.ToLog(runs[log.Row.Id], marks[log.Row.Id])
            )),
        ];
    }

    private sealed record ClassName(long ClubId, long ClassId, string ClassKey, string Name, long? BoatId, string? Boat);
}
