namespace Regatta.Store;

/// <summary>Tells what was done to classes, by whom and when.</summary>
public sealed class ClassHistory(Db database) : IReadClassHistory
{
    private const int MostSince = 10;

    /// <summary>What was done to a class, newest first.</summary>
    public async Task<IReadOnlyList<ClassEdit>> AllAsync(ClassRef one, int most, DateTimeOffset? until)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await ListAsync(connection, one, null, most, until);
    }

    /// <summary>What was done to the definition of a class since a revision, newest first.</summary>
    public async Task<IReadOnlyList<ClassEdit>> SinceAsync(ClassRef one, long seen)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await SinceAsync(connection, one, seen);
    }

    internal static Task<IReadOnlyList<ClassEdit>> SinceAsync(DbSession connection, ClassRef one, long seen) =>
        ListAsync(connection, one, seen, MostSince, null);

    /// <summary>Edits of cells alone carry no revision of the definition, so they are not among those since one.</summary>
    private static async Task<IReadOnlyList<ClassEdit>> ListAsync(
        DbSession connection,
        ClassRef one,
        long? seen,
        int most,
        DateTimeOffset? until
    ) =>
        [
            .. await connection.QueryAsync<ClassEdit>(
                """
                select d.id, d.what, p.display_name as by, d.done_at as at, d.state,
                  (select count(*) from cell_edits e where (e.club_id, e.edit_id) = (d.club_id, d.id)) as cells,
                  d.after is not null as of_definition
                from class_edits d join people p on p.id = d.done_by
                where d.club_id = @club and d.class_id = @id and (@seen::bigint is null or d.revision > @seen)
                  and (@until::timestamptz is null or d.done_at <= @until)
                order by d.id desc limit @most
                """,
                new
                {
                    club = one.Club.Number,
                    id = one.Number,
                    until,
                    most,
                    seen,
                }
            ),
        ];
}
