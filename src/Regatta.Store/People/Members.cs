namespace Regatta.Store;

/// <summary>Somebody in a club: their roles there, and the classes they are captain of.</summary>
/// <param name="Id">Their account.</param>
/// <param name="DisplayName">The name everybody reads.</param>
/// <param name="FullName">A junior's whole name, for the coordinator alone; null for anybody else.</param>
/// <param name="SignInName">The name they sign in with.</param>
/// <param name="Email">Where mail reaches them.</param>
/// <param name="GuardianEmail">A junior's guardian's address.</param>
/// <param name="IsJunior">Whether they are a junior.</param>
/// <param name="CanSignIn">Whether they have a password.</param>
/// <param name="HasSecondFactor">Whether they have a passkey or a second factor.</param>
/// <param name="SuspendedAt">Since when they are suspended; null when they are not.</param>
/// <param name="Roles">Their roles, listed.</param>
/// <param name="CaptainOf">The names of the classes they are captain of, listed.</param>
/// <param name="CaptainOfKeys">The keys of those classes, listed.</param>
public sealed record Member(
    Guid Id,
    string DisplayName,
    string? FullName,
    string SignInName,
    string? Email,
    string? GuardianEmail,
    bool IsJunior,
    bool CanSignIn,
    bool HasSecondFactor,
    DateTimeOffset? SuspendedAt,
    string Roles,
    string CaptainOf,
    string CaptainOfKeys
);

/// <summary>Who belongs to a club, and what they may do there.</summary>
public sealed class Members(Db database, TimeProvider clock) : IReadMembers
{
    /// <summary>Everybody in a club, by name.</summary>
    public async Task<IReadOnlyList<Member>> AllAsync(ClubId club)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. await connection.QueryAsync<Member>(
                """
                select p.id, p.display_name, p.full_name, p.sign_in_name, p.email, p.guardian_email, p.is_junior,
                  p.password_hash is not null as can_sign_in,
                  p.second_factor or exists (select from passkeys y where y.person_id = p.id) as has_second_factor,
                  m.suspended_at, array_to_string(m.roles, ', ') as roles,
                  coalesce(k.names, '') as captain_of, coalesce(k.keys, '') as captain_of_keys
                from memberships m join people p on p.id = m.person_id
                  left join lateral (
                    select string_agg(c.name, ', ' order by c.name) as names,
                      string_agg(c.key, ',' order by c.key) as keys
                    from class_captains k join classes c on (c.club_id, c.id) = (k.club_id, k.class_id)
                    where k.club_id = m.club_id and k.person_id = p.id) k on true
                where m.club_id = @Number order by p.display_name, p.id
                """,
                club
            ),
        ];
    }

    /// <summary>Makes somebody a member with roles and captaincies, or gives a member others.</summary>
    public Task<bool> SetAsync(ClubId club, Guid person, IReadOnlyList<string> roles, IReadOnlyList<string> captainOf) =>
        SetAsync(
            club,
            person,
            roles,
            captainOf,
            """
            insert into memberships (club_id, person_id, roles, joined_at) values (@Number, @person, @roles, @now)
              on conflict (club_id, person_id) do update set roles = excluded.roles;
            """
        );

    /// <summary>Gives a member other roles and captaincies; whoever is none any more stays none.</summary>
    /// <returns>Whether it was done: a club is never left without a coordinator who had one.</returns>
    public Task<bool> ChangeRolesAsync(ClubId club, Guid person, IReadOnlyList<string> roles, IReadOnlyList<string> captainOf) =>
        SetAsync(club, person, roles, captainOf, "update memberships set roles = @roles where club_id = @Number and person_id = @person;");

    /// <summary>Suspends a member, or lets them in again.</summary>
    /// <returns>Whether it was done: a club is never left without a coordinator.</returns>
    public async Task<bool> SuspendAsync(ClubId club, Guid person, bool suspended) =>
        await ChangeAsync(
            club,
            "update memberships set suspended_at = @at where club_id = @Number and person_id = @person",
            new
            {
                club.Number,
                person,
                at = suspended ? clock.GetUtcNow() : (DateTimeOffset?)null,
            }
        );

    /// <summary>Takes a member out of the club.</summary>
    /// <returns>Whether it was done: a club is never left without a coordinator.</returns>
    public async Task<bool> RemoveAsync(ClubId club, Guid person) =>
        await ChangeAsync(club, "delete from memberships where club_id = @Number and person_id = @person", new { club.Number, person });

    /// <summary>Makes another member the coordinator in somebody's place, both in one transaction.</summary>
    public async Task<bool> HandOverAsync(ClubId club, Guid from, Guid to) =>
        await ChangeAsync(
            club,
            """
            update memberships set roles = array(select distinct role from unnest(roles || '{coordinator}') role order by role)
              where club_id = @Number and person_id = @to and suspended_at is null;
            update memberships set roles = array_remove(roles, 'coordinator')
              where club_id = @Number and person_id = @from
                and exists (select from memberships o where o.club_id = @Number and o.person_id = @to and o.suspended_at is null
                  and 'coordinator' = any(o.roles));
            """,
            new
            {
                club.Number,
                from,
                to,
            }
        );

    /// <summary>In how many clubs other than this somebody is a member.</summary>
    public async Task<long> ElsewhereAsync(ClubId club, Guid person)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<long>(
            "select count(*) from memberships where person_id = @person and club_id <> @Number",
            new { club.Number, person }
        );
    }

    /// <summary>Whether somebody belongs to clubs and is suspended in every one.</summary>
    public async Task<bool> IsSuspendedAsync(Guid person)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<bool>(
            "select coalesce(bool_and(suspended_at is not null), false) from memberships where person_id = @person",
            new { person }
        );
    }

    private Task<bool> SetAsync(
        ClubId club,
        Guid person,
        IReadOnlyList<string> roles,
        IReadOnlyList<string> captainOf,
        string membership
    ) =>
        ChangeAsync(
            club,
            membership
                + """
                delete from class_captains where club_id = @Number and person_id = @person;
                insert into class_captains (club_id, class_id, person_id) select @Number, c.id, m.person_id
                  from classes c join memberships m on m.club_id = c.club_id and m.person_id = @person
                  where c.club_id = @Number and c.key = any(@captainOf);
                """,
            new
            {
                club.Number,
                person,
                roles = roles.ToArray(),
                captainOf = captainOf.ToArray(),
                now = clock.GetUtcNow(),
            }
        );

    private async Task<bool> ChangeAsync(ClubId club, string sql, object values)
    {
        const string Coordinated =
            "select exists (select from memberships where club_id = @Number and 'coordinator' = any(roles) and suspended_at is null)";
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        // Two who step down at once must not both be let.
        await connection.ExecuteAsync("select from clubs where id = @Number for update", club);
        var was = await connection.ExecuteScalarAsync<bool>(Coordinated, club);
        await connection.ExecuteAsync(sql, values);
        if (was && !await connection.ExecuteScalarAsync<bool>(Coordinated, club))
        {
            return false;
        }

        await transaction.CommitAsync();
        return true;
    }
}
