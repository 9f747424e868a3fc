namespace Regatta.Store;

/// <summary>One time somebody signed in.</summary>
/// <param name="Id">Its number, which the cookie carries.</param>
/// <param name="PersonId">Who.</param>
/// <param name="BeganAt">When they signed in.</param>
/// <param name="SeenAt">When it was last used, to the minute or so.</param>
/// <param name="ProvedAt">When password or passkey were last shown.</param>
/// <param name="Address">The network address it began from.</param>
/// <param name="Device">The browser, as it names itself.</param>
/// <param name="Unexpected">Whether neither browser nor address were its owner's before, and they have not said whose it was.</param>
public sealed record SignIn(
    Guid Id,
    Guid PersonId,
    DateTimeOffset BeganAt,
    DateTimeOffset SeenAt,
    DateTimeOffset ProvedAt,
    string Address,
    string Device,
    bool Unexpected
);

/// <summary>Who is signed in where. A cookie holds only as long as its row here does.</summary>
public sealed class SignIns(Db database, TimeProvider clock) : IReadSignIns
{
    /// <summary>A sign-in that is not used for so long is over.</summary>
    public static readonly TimeSpan Idle = TimeSpan.FromDays(14);

    /// <summary>However much it is used, it is over after so long.</summary>
    public static readonly TimeSpan Longest = TimeSpan.FromDays(90);

    private const string Columns = "id, person_id, began_at, seen_at, proved_at, address, device, unexpected";
    private const string Ended = "sign_in_ended";
    private const string Holds = "ended_at is null and seen_at > @now - @Idle and began_at > @now - @Longest";

    /// <summary>Begins a sign-in. By a browser and from an address that its owner never signed in with, once they have, it is
    /// unexpected.</summary>
    public async Task<Guid> BeginAsync(Guid person, string address, string device)
    {
        var id = Guid.CreateVersion7();
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            """
            insert into sign_ins (id, person_id, began_at, seen_at, proved_at, address, device, unexpected)
            select @id, @person, @now, @now, @now, @address, @device, exists (select from sign_ins where person_id = @person)
              and not exists (select from sign_ins where person_id = @person and (device = @device or address = @address))
            """,
            new
            {
                id,
                person,
                now = clock.GetUtcNow(),
                address,
                device,
            }
        );
        return id;
    }

    /// <summary>Whether a sign-in of somebody holds; notes, once a minute, that it is used.</summary>
    public async Task<bool> SeenAsync(Guid id, Guid person)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<bool>(
            $"""
            with noted as (
              update sign_ins set seen_at = @now
              where id = @id and person_id = @person and seen_at < @now - interval '1 minute' and {Holds})
            select exists (select from sign_ins where id = @id and person_id = @person and {Holds})
            """,
            new
            {
                id,
                person,
                now = clock.GetUtcNow(),
                Idle,
                Longest,
            }
        );
    }

    /// <summary>A sign-in that holds, or null.</summary>
    public async Task<SignIn?> FindAsync(Guid id)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.QuerySingleOrDefaultAsync<SignIn>(
            $"select {Columns} from sign_ins where id = @id and {Holds}",
            new
            {
                id,
                now = clock.GetUtcNow(),
                Idle,
                Longest,
            }
        );
    }

    /// <summary>Where somebody is signed in, the last used first.</summary>
    public async Task<IReadOnlyList<SignIn>> OfAsync(Guid person)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. await connection.QueryAsync<SignIn>(
                $"select {Columns} from sign_ins where person_id = @person and {Holds} order by seen_at desc, id",
                new
                {
                    person,
                    now = clock.GetUtcNow(),
                    Idle,
                    Longest,
                }
            ),
        ];
    }

    /// <summary>Notes that password or passkey were shown again.</summary>
    public async Task ProveAsync(Guid id)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync("update sign_ins set proved_at = @now where id = @id", new { id, now = clock.GetUtcNow() });
    }

    /// <summary>Ends one sign-in of somebody.</summary>
    public async Task EndAsync(Guid id, Guid person)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            $"""
            with ended as (update sign_ins set ended_at = @now where id = @id and person_id = @person and ended_at is null returning id)
            select pg_notify('{Ended}', id::text) from ended
            """,
            new
            {
                id,
                person,
                now = clock.GetUtcNow(),
            }
        );
    }

    /// <summary>Ends all sign-ins of somebody but one.</summary>
    public async Task EndAllAsync(Guid person, Guid? but)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            $"""
            with ended as (update sign_ins set ended_at = @now
              where person_id = @person and id is distinct from @but and ended_at is null returning id)
            select pg_notify('{Ended}', id::text) from ended
            """,
            new
            {
                person,
                but,
                now = clock.GetUtcNow(),
            }
        );
    }

    /// <summary>The sign-ins of somebody that they did not expect, the newest first; those that are over too.</summary>
    /// <param name="person">Who.</param>
    /// <param name="but">The sign-in that asks: nobody answers for themselves.</param>
    public async Task<IReadOnlyList<SignIn>> UnexpectedAsync(Guid person, Guid? but)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. await connection.QueryAsync<SignIn>(
                $"select {Columns} from sign_ins where person_id = @person and unexpected and id is distinct from @but "
                    + "order by began_at desc",
                new { person, but }
            ),
        ];
    }

    /// <summary>Its owner expects a sign-in: it was they.</summary>
    public async Task ExpectAsync(Guid id, Guid person)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync("update sign_ins set unexpected = false where id = @id and person_id = @person", new { id, person });
    }

    /// <summary>Listens for sign-ins that end, until cancelled.</summary>
    /// <param name="listening">Called once the line stands: what ended before is not heard.</param>
    /// <param name="ended">Called with each that ended.</param>
    /// <param name="until">Ends the listening.</param>
    /// <exception cref="NpgsqlException">The database went away.</exception>
    public Task ListenAsync(Action listening, Action<Guid> ended, CancellationToken until) =>
        database.ListenAsync(Ended, listening, told => ended(Guid.Parse(told)), until);

    /// <summary>Forgets sign-ins that have been over for a month.</summary>
    public async Task<int> ForgetOldAsync()
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteAsync(
            "delete from sign_ins where coalesce(ended_at, seen_at) < @until",
            new { until = clock.GetUtcNow() - Idle - TimeSpan.FromDays(30) }
        );
    }
}
