namespace Regatta.Store;

/// <summary>Whose a feed is.</summary>
public sealed record FeedOwner(ClubId Club, Guid Person);

/// <summary>The addresses at which members' calendars find their club's days: one a person, withdrawable.</summary>
public sealed class CalendarFeeds(Db database, TimeProvider clock) : IReadCalendarFeeds
{
    /// <summary>Makes a member's address and returns its token, which cannot be read again later; an older one holds no longer.</summary>
    public async Task<string> MakeAsync(ClubId club, Guid person)
    {
        var token = Secrets.New();
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            """
            insert into calendar_feeds (club_id, person_id, token_hash, made_at) values (@Number, @person, @hash, @now)
            on conflict (club_id, person_id) do update set token_hash = excluded.token_hash, made_at = excluded.made_at
            """,
            new
            {
                club.Number,
                person,
                hash = Secrets.Hash(token),
                now = clock.GetUtcNow(),
            }
        );
        return token;
    }

    /// <summary>Whose a token is; null when it holds no longer, or its member is suspended.</summary>
    public async Task<FeedOwner?> FindAsync(string token)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
            await connection.QuerySingleOrDefaultAsync<(long Club, Guid Person)?>(
                """
                select f.club_id as club, f.person_id as person from calendar_feeds f join memberships m using (club_id, person_id)
                where f.token_hash = @hash and m.suspended_at is null
                """,
                new { hash = Secrets.Hash(token) }
            )
                is { } owner
            ? new(new(owner.Club), owner.Person)
            : null;
    }

    /// <summary>When a member's address was made; null when they have none.</summary>
    public async Task<DateTimeOffset?> MadeAtAsync(ClubId club, Guid person)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.QuerySingleOrDefaultAsync<DateTimeOffset?>(
            "select made_at from calendar_feeds where club_id = @Number and person_id = @person",
            new { club.Number, person }
        );
    }

    /// <summary>Withdraws a member's address.</summary>
    public async Task WithdrawAsync(ClubId club, Guid person)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            "delete from calendar_feeds where club_id = @Number and person_id = @person",
            new { club.Number, person }
        );
    }
}
