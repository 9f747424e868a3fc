using Dapper;
using Npgsql;

namespace Regatta.Store;

/// <summary>Somebody in a club: their roles there, and the classes they are captain of.</summary>
public sealed record Member(Guid Id, string DisplayName, string SignInName, bool CanSignIn, string Roles, string CaptainOf);

/// <summary>Who belongs to a club, and what they may do there.</summary>
public sealed class Members(NpgsqlDataSource database, TimeProvider clock)
{
    /// <summary>Everybody in a club, by name.</summary>
    public async Task<IReadOnlyList<Member>> AllAsync(ClubId club)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. await connection.QueryAsync<Member>(
                """
                select p.id, p.display_name, p.sign_in_name, p.password_hash is not null as can_sign_in, array_to_string(m.roles,
                  ', ') as roles,
                  coalesce((select string_agg(c.definition->>'name', ', ' order by c.definition->>'name') from class_captains k
                    join classes c on (c.club_id, c.id) = (k.club_id, k.class_id)
                            where k.club_id = m.club_id and k.person_id = p.id), '') as captain_of
                from memberships m join people p on p.id = m.person_id where m.club_id = @Number order by p.display_name
                """,
                club
            ),
        ];
    }

    /// <summary>Makes somebody a member with roles and captaincies, or gives a member others.</summary>
    public async Task SetAsync(ClubId club, Guid person, IReadOnlyList<string> roles, IReadOnlyList<string> captainOf)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await connection.ExecuteAsync(
            """
            insert into memberships (club_id, person_id, roles, joined_at) values (@Number, @person, @roles, @now)
              on conflict (club_id, person_id) do update set roles = excluded.roles;
            delete from class_captains where club_id = @Number and person_id = @person;
            insert into class_captains (club_id, class_id, person_id) select @Number, c.id, @person from classes c
              where c.club_id = @Number and c.key = any(@captainOf);
            """,
            new
            {
                club.Number,
                person,
                roles = roles.ToArray(),
                captainOf = captainOf.ToArray(),
                now = clock.GetUtcNow(),
            },
            transaction
        );
        await transaction.CommitAsync();
    }
}
