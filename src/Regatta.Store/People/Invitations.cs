namespace Regatta.Store;

/// <summary>Who is asked into a club, and as what.</summary>
/// <param name="Name">Their whole name; of a group, what it is called.</param>
/// <param name="Email">Where the invitation goes; empty for a group, whose address is handed on.</param>
/// <param name="IsJunior">Whether they are a junior.</param>
/// <param name="GuardianEmail">A junior's guardian's address; null for anybody else.</param>
/// <param name="Roles">What they will be.</param>
/// <param name="CaptainOf">The key of the class they will be captain of; null for none.</param>
public sealed record Invited(
    string Name,
    string Email,
    bool IsJunior,
    string? GuardianEmail,
    IReadOnlyList<string> Roles,
    string? CaptainOf
)
{
    /// <summary>How many may take it up; more than one for a group.</summary>
    public int Places { get; init; } = 1;

    /// <summary>Whether it is for everybody with its address.</summary>
    public bool IsGroup => Places > 1;

    /// <summary>A group of sailors.</summary>
    /// <param name="name">What it is called.</param>
    /// <param name="places">How many may join.</param>
    public static Invited Group(string name, int places) => new(name, "", false, null, ["sailor"], null) { Places = places };
}

/// <summary>An invitation that can still be taken up.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Club">The club.</param>
/// <param name="ClubName">Its name.</param>
/// <param name="ClubKey">Its key.</param>
/// <param name="By">Who made it.</param>
/// <param name="ExpiresAt">When it ends.</param>
/// <param name="Who">Who is asked, and as what.</param>
/// <param name="ClassName">The name of the class they will be captain of; null for none.</param>
/// <param name="Taken">How many took it up.</param>
public sealed record Invitation(
    Guid Id,
    ClubId Club,
    string ClubName,
    string ClubKey,
    string By,
    DateTimeOffset ExpiresAt,
    Invited Who,
    string? ClassName,
    int Taken
);

/// <summary>Invitations into clubs. A token is known to who was given it; the database keeps its hash.</summary>
public sealed class Invitations(Db database, TimeProvider clock) : IReadInvitations
{
    /// <summary>How long an invitation can be taken up.</summary>
    public static readonly TimeSpan Lasts = TimeSpan.FromDays(14);

    private const string Open = "i.used_at is null and i.withdrawn_at is null and i.expires_at > @now";

    private const string IsMember = "exists (select from memberships m where m.club_id = i.club_id and m.person_id = @person)";

    private const string Query = $"""
        select i.id, i.club_id, c.name as club_name, c.key as club_key, p.display_name as by, i.expires_at, i.name, i.email, i.is_junior,
          i.guardian_email, array_to_string(i.roles, ',') as roles, k.key as class_key, k.name as class_name, i.places, i.taken
        from invitations i join clubs c on c.id = i.club_id join people p on p.id = i.made_by
          left join classes k on (k.club_id, k.id) = (i.club_id, i.captain_of)
        where {Open}
        """;

    /// <summary>Makes an invitation and returns its token, which cannot be read again later.</summary>
    /// <param name="club">The club.</param>
    /// <param name="who">Who is asked, and as what.</param>
    /// <param name="by">Who asks.</param>
    /// <param name="until">Until when it holds; null for as long as usual.</param>
    public async Task<string> MakeAsync(ClubId club, Invited who, Guid by, DateTimeOffset? until = null)
    {
        var token = Secrets.New();
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            """
            insert into invitations (club_id, id, token_hash, name, email, is_junior, guardian_email, roles, captain_of, made_by, made_at,
              expires_at, places)
            values (@Number, @id, @hash, @Name, @Email, @IsJunior, @GuardianEmail, @roles,
              (select k.id from classes k where k.club_id = @Number and k.key = @CaptainOf), @by, @now, @until, @Places)
            """,
            new
            {
                club.Number,
                id = Guid.CreateVersion7(),
                hash = Secrets.Hash(token),
                who.Name,
                Email = who.IsGroup ? null : who.Email,
                who.IsJunior,
                who.Places,
                who.GuardianEmail,
                roles = who.Roles.ToArray(),
                who.CaptainOf,
                by,
                now = clock.GetUtcNow(),
                until = until?.ToUniversalTime() ?? clock.GetUtcNow() + Lasts,
            }
        );
        return token;
    }

    /// <summary>The invitation a token opens, or null.</summary>
    public async Task<Invitation?> FindAsync(string token)
    {
        await using var connection = await database.OpenConnectionAsync();
        return (
            await connection.QuerySingleOrDefaultAsync<Row>(
                Query + " and i.token_hash = @hash",
                new { hash = Secrets.Hash(token), now = clock.GetUtcNow() }
            )
        )?.ToInvitation();
    }

    /// <summary>The invitations of a club that nobody has taken up yet, the newest first.</summary>
    public async Task<IReadOnlyList<Invitation>> OpenAsync(ClubId club)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. (
                await connection.QueryAsync<Row>(
                    Query + " and i.club_id = @Number order by i.id desc",
                    new { club.Number, now = clock.GetUtcNow() }
                )
            ).Select(row => row.ToInvitation()),
        ];
    }

    /// <summary>Takes an invitation up: makes somebody a member with its roles, in one transaction that uses up one of its places. Who is
    /// a member already takes none of a group’s.</summary>
    /// <returns>Whether it could still be taken up.</returns>
    public async Task<bool> AcceptAsync(ClubId club, Guid id, Guid person)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        var used = await connection.ExecuteAsync(
            $"update invitations i set taken = taken + 1, used_at = case when taken + 1 = places then @now end "
                + $"where i.club_id = @Number and i.id = @id and {Open} and not (i.places > 1 and {IsMember})",
            new
            {
                club.Number,
                id,
                person,
                now = clock.GetUtcNow(),
            }
        );
        if (used == 0)
        {
            return await connection.ExecuteScalarAsync<bool>(
                $"select exists (select from invitations i where i.club_id = @Number and i.id = @id and {Open} and {IsMember})",
                new
                {
                    club.Number,
                    id,
                    person,
                    now = clock.GetUtcNow(),
                }
            );
        }

        await connection.ExecuteAsync(
            """
            insert into memberships (club_id, person_id, roles, joined_at)
              select i.club_id, @person, i.roles, @now from invitations i where i.club_id = @Number and i.id = @id
              on conflict (club_id, person_id) do update set roles =
                array(select distinct role from unnest(memberships.roles || excluded.roles) role order by role);
            insert into class_captains (club_id, class_id, person_id)
              select i.club_id, i.captain_of, @person from invitations i
              where i.club_id = @Number and i.id = @id and i.captain_of is not null
              on conflict do nothing;
            """,
            new
            {
                club.Number,
                id,
                person,
                now = clock.GetUtcNow(),
            }
        );
        await transaction.CommitAsync();
        return true;
    }

    /// <summary>Withdraws an invitation nobody took up yet; false when there is none such.</summary>
    public async Task<bool> WithdrawAsync(ClubId club, Guid id)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteAsync(
                $"update invitations i set withdrawn_at = @now where i.club_id = @Number and i.id = @id and {Open}",
                new
                {
                    club.Number,
                    id,
                    now = clock.GetUtcNow(),
                }
            ) == 1;
    }

    private sealed record Row(
        Guid Id,
        long ClubId,
        string ClubName,
        string ClubKey,
        string By,
        DateTimeOffset ExpiresAt,
        string Name,
        string? Email,
        bool IsJunior,
        string? GuardianEmail,
        string Roles,
        string? ClassKey,
        string? ClassName,
        int Places,
        int Taken
    )
    {
        public Invitation ToInvitation() =>
            new(
                Id,
                new(ClubId),
                ClubName,
                ClubKey,
                By,
                ExpiresAt,
                new(Name, Email ?? "", IsJunior, GuardianEmail, Roles.Split(',', StringSplitOptions.RemoveEmptyEntries), ClassKey)
                {
                    Places = Places,
                },
                ClassName,
                Taken
            );
    }
}
