namespace Regatta.Store;

/// <summary>Somebody who asked for a letter a day.</summary>
/// <param name="Person">Who.</param>
/// <param name="Name">Their name.</param>
/// <param name="Email">Where it goes.</param>
/// <param name="Since">When they had the last one, or asked for them.</param>
public sealed record LetterReader(Guid Person, string Name, string Email, DateTimeOffset Since);

/// <summary>Who wants a letter a day of what is new, and when they had the last one. Read for its owner, and by who writes the
/// letters.</summary>
public sealed class DailyLetters(Db database, TimeProvider clock) : IReadDailyLetters
{
    /// <summary>Whether somebody asked for them.</summary>
    public async Task<bool> WantsAsync(Guid person)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<bool>("select letters = 'daily' from people where id = @person", new { person });
    }

    /// <summary>Somebody asks for them, or for no more. What was new before they asked is not told.</summary>
    public async Task ChooseAsync(Guid person, bool daily)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            """
            update people set letters = @letters, letter_at = case when letters = @letters then letter_at else @now end where id = @person
            """,
            new
            {
                person,
                letters = daily ? "daily" : "none",
                now = clock.GetUtcNow(),
            }
        );
    }

    /// <summary>Those who had their last letter before a time, longest ago first.</summary>
    public async Task<IReadOnlyList<LetterReader>> BeforeAsync(DateTimeOffset time, int most)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. await connection.QueryAsync<LetterReader>(
                """
                select id as person, display_name as name, email, letter_at as since from people
                where letters = 'daily' and email is not null and letter_at < @time order by letter_at, id limit @most
                """,
                new { time = time.ToUniversalTime(), most }
            ),
        ];
    }

    /// <summary>Takes a reader's turn, so that nobody else writes to them too.</summary>
    /// <returns>Whether it was still to be taken.</returns>
    public async Task<bool> TakeAsync(LetterReader reader)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteAsync(
                "update people set letter_at = @now where id = @Person and letters = 'daily' and letter_at = @since",
                new
                {
                    reader.Person,
                    since = reader.Since.ToUniversalTime(),
                    now = clock.GetUtcNow(),
                }
            ) > 0;
    }

    /// <summary>Gives a turn back whose letter could not be sent.</summary>
    public async Task GiveBackAsync(LetterReader reader)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            "update people set letter_at = @since where id = @Person",
            new { reader.Person, since = reader.Since.ToUniversalTime() }
        );
    }
}
