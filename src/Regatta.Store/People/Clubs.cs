namespace Regatta.Store;

/// <summary>A club as the database knows it.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Key">Its part of addresses.</param>
/// <param name="Name">Its name.</param>
/// <param name="TimeZone">Its time zone's name.</param>
/// <param name="IsDemo">Whether its people and boats are made up.</param>
/// <param name="SecondFactorRequired">Whether its coordinators must have a passkey or a second factor.</param>
public sealed record Club(long Id, string Key, string Name, string TimeZone, bool IsDemo, bool SecondFactorRequired)
{
    /// <summary>What everything of the club is asked for with.</summary>
    public ClubId Ref => new(Id);
}

/// <summary>Everything a request needs to know before it may go on: its club, what its person may do there, and its class's
/// stamp.</summary>
/// <param name="Club">The club of the address.</param>
/// <param name="Roles">The person's roles there; null when they are no member, or suspended.</param>
/// <param name="Captained">The numbers of the club's classes they are captain of.</param>
/// <param name="HasSecondFactor">Whether they have a passkey or a second factor.</param>
/// <param name="Class">The class of the address as it stands; null when the address names none, or there is none of that key.</param>
public sealed record Admission(
    Club Club,
    IReadOnlyList<string>? Roles,
    IReadOnlySet<long> Captained,
    bool HasSecondFactor,
    ClassStamp? Class
);

/// <summary>The clubs of the installation, and the one question each request asks about them.</summary>
public sealed partial class Clubs(Db database, TimeProvider clock) : IReadClubs
{
    private const string Columns = "c.id, c.key, c.name, c.time_zone, c.is_demo, c.second_factor_required";

    /// <summary>Condition: a club <c>c</c> has no coordinator but <c>@person</c> who may enter it.</summary>
    internal const string OnlyCoordinatedBy = """
        exists (select from memberships m where m.club_id = c.id and m.person_id = @person and 'coordinator' = any(m.roles))
          and not exists (select from memberships o where o.club_id = c.id and o.person_id <> @person
            and 'coordinator' = any(o.roles) and o.suspended_at is null)
        """;

    /// <summary>All clubs by name.</summary>
    public async Task<IReadOnlyList<Club>> AllAsync()
    {
        await using var connection = await database.OpenConnectionAsync();
        return [.. await connection.QueryAsync<Club>($"select {Columns} from clubs c order by c.name, c.id")];
    }

    /// <summary>The clubs somebody is a member of, by name.</summary>
    public async Task<IReadOnlyList<Club>> OfAsync(Guid person)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. await connection.QueryAsync<Club>(
                $"select {Columns} from clubs c join memberships m on m.club_id = c.id "
                    + "where m.person_id = @person and m.suspended_at is null order by c.name, c.id",
                new { person }
            ),
        ];
    }

    /// <summary>The clubs that have no coordinator but this one.</summary>
    public async Task<IReadOnlyList<Club>> OnlyCoordinatedByAsync(Guid person)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. await connection.QueryAsync<Club>(
                $"""
                select {Columns} from clubs c where {OnlyCoordinatedBy} order by c.name, c.id
                """,
                new { person }
            ),
        ];
    }

    /// <summary>How many clubs there are.</summary>
    public async Task<long> CountAsync()
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<long>("select count(*) from clubs");
    }

    /// <summary>A club, or null.</summary>
    public async Task<Club?> FindAsync(ClubId club)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.QuerySingleOrDefaultAsync<Club>($"select {Columns} from clubs c where c.id = @Number", club);
    }

    /// <summary>What a request for a club, and perhaps a class of it, needs to know first: in one query. Null when there is no such
    /// club.</summary>
    /// <param name="club">The club's key in the address.</param>
    /// <param name="person">Who asks; null for a stranger.</param>
    /// <param name="classKey">The class's key in the address, or null.</param>
    public async Task<Admission?> AdmitAsync(string club, Guid? person, string? classKey)
    {
        await using var connection = await database.OpenConnectionAsync();
        return (
            await connection.QuerySingleOrDefaultAsync<Row>(
                $"""
                select {Columns}, array_to_string(m.roles, ',') as roles, k.id as class_id, k.revision, k.structure, k.matrix_revision,
                  k.log_revision, database_epoch() as epoch,
                  array_to_string(array(select class_id from class_captains p where (p.club_id, p.person_id) = (c.id, @person)), ',')
                    as captained,
                  c.second_factor_required and (
                    exists (select from people p where p.id = @person and p.second_factor)
                    or exists (select from passkeys p where p.person_id = @person)) as has_second_factor
                from clubs c
                  left join memberships m on m.club_id = c.id and m.person_id = @person and m.suspended_at is null
                  left join classes k on k.club_id = c.id and k.key = @classKey
                where c.key = @club
                """,
                new
                {
                    club,
                    person,
                    classKey,
                }
            )
        )?.ToAdmission();
    }

    /// <summary>Founds a club with its first coordinator, both or neither. The first club of an installation is founded by one person
    /// alone, however many try at once.</summary>
    /// <param name="mayBeFurther">Whether it may be founded although there is a club already.</param>
    /// <param name="code">A code that is used up by it, where the installation asks for one; else null.</param>
    /// <returns>The club; null when it may not be founded any more, or its key is taken.</returns>
    public async Task<Club?> FoundAsync(
        string key,
        string name,
        string timeZone,
        bool isDemo,
        Guid? coordinator,
        bool mayBeFurther,
        string? code
    )
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await connection.ExecuteAsync("lock table clubs in share row exclusive mode");
        if (!mayBeFurther && await connection.ExecuteScalarAsync<bool>("select exists (select from clubs)"))
        {
            return null;
        }

        if (
            code is not null
            && await connection.ExecuteAsync(
                "update founding_codes set used_at = @now where hash = @hash and used_at is null",
                new { hash = Secrets.Hash(code), now = clock.GetUtcNow() }
            ) == 0
        )
        {
            return null;
        }

        var club = await connection.QuerySingleOrDefaultAsync<Club>(
            """
            insert into clubs (key, name, time_zone, is_demo, founded_at) values (@key, @name, @timeZone, @isDemo, @now)
            on conflict do nothing returning id, key, name, time_zone, is_demo, second_factor_required
            """,
            new
            {
                key,
                name,
                timeZone,
                isDemo,
                now = clock.GetUtcNow(),
            }
        );
        if (club is null)
        {
            return null;
        }

        // Codes that starts printed for the first club found no other.
        await connection.ExecuteAsync(
            "update founding_codes set used_at = @now where made_by is null and used_at is null",
            new { now = clock.GetUtcNow() }
        );
        if (coordinator is { } person)
        {
            await connection.ExecuteAsync(
                "insert into memberships (club_id, person_id, roles, joined_at) values (@Id, @person, '{coordinator,sailor}', @now)",
                new
                {
                    club.Id,
                    person,
                    now = clock.GetUtcNow(),
                }
            );
        }

        await transaction.CommitAsync();
        return club;
    }

    /// <summary>Makes a code that founds one further club, and returns it; it cannot be read again later.</summary>
    public async Task<string> MakeFoundingCodeAsync(Guid? by)
    {
        var code = Secrets.New();
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            "insert into founding_codes (hash, made_by, made_at) values (@hash, @by, @now)",
            new
            {
                hash = Secrets.Hash(code),
                by,
                now = clock.GetUtcNow(),
            }
        );
        return code;
    }

    /// <summary>Whether a code still founds a club.</summary>
    public async Task<bool> KnowsFoundingCodeAsync(string code)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<bool>(
            "select exists (select from founding_codes where hash = @hash and used_at is null)",
            new { hash = Secrets.Hash(code) }
        );
    }

    /// <summary>Says whether a club's coordinators must have a passkey or a second factor.</summary>
    public async Task RequireSecondFactorAsync(ClubId club, bool required)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            "update clubs set second_factor_required = @required where id = @Number",
            new { club.Number, required }
        );
    }

    /// <summary>Changes a club's name and time zone; its address stays.</summary>
    /// <returns>False, with nothing changed, where they are not as they were seen any more.</returns>
    public async Task<bool> ChangeAsync(ClubId club, (string Name, string TimeZone) seen, string name, string timeZone)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteAsync(
                """
                update clubs set name = @name, time_zone = @timeZone
                where id = @Number and ((name, time_zone) = (@seenName, @seenZone) or (name, time_zone) = (@name, @timeZone))
                """,
                new
                {
                    club.Number,
                    name,
                    timeZone,
                    seenName = seen.Name,
                    seenZone = seen.TimeZone,
                }
            ) == 1;
    }

    private sealed record Row(
        long Id,
        string Key,
        string Name,
        string TimeZone,
        bool IsDemo,
        bool SecondFactorRequired,
        string? Roles,
        long? ClassId,
        long? Revision,
        long? Structure,
        long? MatrixRevision,
        long? LogRevision,
        string Epoch,
        string Captained,
        bool HasSecondFactor
    )
    {
        public Admission ToAdmission() =>
            new(
                new(Id, Key, Name, TimeZone, IsDemo, SecondFactorRequired),
                Roles?.Split(',', StringSplitOptions.RemoveEmptyEntries),
                Captained.Split(',', StringSplitOptions.RemoveEmptyEntries).Select(long.Parse).ToHashSet(),
                HasSecondFactor,
                ClassId is { } number
                    ? new(new(new(Id), number), Epoch, Revision!.Value, Structure!.Value, MatrixRevision!.Value, LogRevision!.Value)
                    : null
            );
    }
}
