namespace Regatta.Store;

/// <summary>Sums another club gave, as the file had them.</summary>
public sealed record BorrowedSumsFile(long Id, string FromClub, string Document, double Weight, DateTimeOffset BroughtAt);

/// <summary>Keeps the sums other clubs gave of a class.</summary>
public sealed class BorrowedSumsStore(Db database, TimeProvider clock) : IReadBorrowedSumsStore
{
    /// <summary>All of a class, the oldest first.</summary>
    public async Task<IReadOnlyList<BorrowedSumsFile>> AllAsync(ClassRef one)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. await connection.QueryAsync<BorrowedSumsFile>(
                "select id, from_club, document::text as document, weight, brought_at from borrowed_sums "
                    + "where club_id = @club and class_id = @id order by id",
                new { club = one.Club.Number, id = one.Number }
            ),
        ];
    }

    /// <summary>Keeps a file.</summary>
    public async Task AddAsync(ClassRef one, string fromClub, string document, double weight)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            "insert into borrowed_sums (club_id, class_id, from_club, document, weight, brought_at) "
                + "values (@club, @id, @fromClub, @document::jsonb, @weight, @now)",
            new
            {
                club = one.Club.Number,
                id = one.Number,
                fromClub,
                document,
                weight,
                now = clock.GetUtcNow(),
            }
        );
    }

    /// <summary>Sets how much one counts.</summary>
    /// <returns>Whether there was such a one.</returns>
    public async Task<bool> WeighAsync(ClassRef one, long number, double weight)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteAsync(
                "update borrowed_sums set weight = @weight where club_id = @club and class_id = @id and id = @number",
                new
                {
                    club = one.Club.Number,
                    id = one.Number,
                    number,
                    weight,
                }
            ) == 1;
    }

    /// <summary>Takes one back out.</summary>
    public async Task RemoveAsync(ClassRef one, long number)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            "delete from borrowed_sums where club_id = @club and class_id = @id and id = @number",
            new
            {
                club = one.Club.Number,
                id = one.Number,
                number,
            }
        );
    }
}
