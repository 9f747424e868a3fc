namespace Regatta.Store;

/// <summary>A class somebody sails, and on which boat of hers.</summary>
/// <param name="Class">The key of the class.</param>
/// <param name="Boat">The boat's number as they said it, until then as they logged it; null where they have none of their own.</param>
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
                with member as (
                  select said_sails_at is not null as said from memberships where club_id = @Number and person_id = @person),
                logged as (
                  select distinct on (class_id) class_id, boat_id, sailed_at from session_logs
                  where club_id = @Number and sailor_id = @person and removed_at is null order by class_id, sailed_at desc, id desc),
                mine as (
                  select s.class_id, s.boat_id from sailed_classes s, member
                  where member.said and s.club_id = @Number and s.person_id = @person
                  union all
                  select logged.class_id, logged.boat_id from logged, member where not member.said)
                select member.said, c.key, mine.boat_id as boat from member
                  left join (mine join classes c on (c.club_id, c.id) = (@Number, mine.class_id)
                    left join logged l on l.class_id = c.id) on true
                order by l.sailed_at desc nulls last, c.name
                """,
                new { club.Number, person }
            )
        ).ToList();
        var classes = rows.Where(row => row.Class is not null).Select(row => new SailedClass(row.Class!, row.Boat)).ToList();
        return new(classes.Count > 0 || rows.Any(row => row.Said), classes);
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
