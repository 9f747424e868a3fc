namespace Regatta.Store;

/// <summary>A class somebody sails, and on which boat of hers.</summary>
/// <param name="Class">The key of the class.</param>
/// <param name="Boat">The boat's number; null where they have none of their own.</param>
public sealed record SailedClass(string Class, long? Boat);

/// <summary>What a member sails.</summary>
/// <param name="IsKnown">Whether they said so, or logged anything; else they are asked.</param>
/// <param name="Classes">The classes, the one sailed last first.</param>
public sealed record OwnSails(bool IsKnown, IReadOnlyList<SailedClass> Classes)
{
    public bool Sails(string key) => Classes.Any(own => own.Class == key);
}

/// <summary>What the members of a club sail: what they said, until then what they logged. Read for its owner alone.</summary>
public sealed class Sails(Db database, TimeProvider clock) : IReadSails
{
    /// <summary>What somebody sails in a club.</summary>
    public async Task<OwnSails> OfAsync(ClubId club, Guid person)
    {
        await using var connection = await database.OpenConnectionAsync();
        var rows = (
            await connection.QueryAsync<(bool Said, string? Class, long? Boat)>(
                """
                with logged as (
                  select distinct on (class_id) class_id, boat_id, sailed_at from session_logs
                  where club_id = @Number and sailor_id = @person and removed_at is null order by class_id, sailed_at desc, id desc)
                select m.said_sails_at is not null as said, c.key, coalesce(s.boat_id, l.boat_id) as boat
                from memberships m
                  left join classes c on c.club_id = m.club_id
                  left join sailed_classes s on (s.club_id, s.person_id, s.class_id) = (m.club_id, m.person_id, c.id)
                  left join logged l on l.class_id = c.id
                where m.club_id = @Number and m.person_id = @person
                  and case when m.said_sails_at is null then l.class_id is not null else s.class_id is not null end
                order by l.sailed_at desc nulls last, c.name
                """,
                new { club.Number, person }
            )
        ).ToList();
        var said =
            rows.Count > 0
            || await connection.ExecuteScalarAsync<bool>(
                "select exists (select from memberships where club_id = @Number and person_id = @person and said_sails_at is not null)",
                new { club.Number, person }
            );
        return new(said, [.. rows.Select(row => new SailedClass(row.Class!, row.Boat))]);
    }

    /// <summary>Whether somebody is in a club to sail alone: neither its coordinator nor anybody's captain.</summary>
    public async Task<bool> OnlySailsAsync(ClubId club, Guid person)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<bool>(
            """
            select exists (select from memberships m where m.club_id = @Number and m.person_id = @person
                and not 'coordinator' = any (m.roles))
              and not exists (select from class_captains k where k.club_id = @Number and k.person_id = @person)
            """,
            new { club.Number, person }
        );
    }

    /// <summary>Keeps what a member says they sail, all of it; a boat that is not of its class is left out.</summary>
    public async Task SaveAsync(ClubId club, Guid person, IReadOnlyList<SailedClass> classes)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await connection.ExecuteAsync(
            """
            update memberships set said_sails_at = @now where club_id = @Number and person_id = @person;
            delete from sailed_classes where club_id = @Number and person_id = @person;
            insert into sailed_classes (club_id, person_id, class_id, boat_id)
            select m.club_id, m.person_id, c.id, b.id
            from unnest(@keys, @boats) as said (key, boat)
              join memberships m on m.club_id = @Number and m.person_id = @person
              join classes c on c.club_id = @Number and c.key = said.key
              left join boats b on (b.club_id, b.class_id, b.id) = (c.club_id, c.id, said.boat)
            on conflict do nothing;
            """,
            new
            {
                club.Number,
                person,
                now = clock.GetUtcNow(),
                keys = classes.Select(own => own.Class).ToArray(),
                boats = classes.Select(own => own.Boat).ToArray(),
            }
        );
        await transaction.CommitAsync();
    }
}
