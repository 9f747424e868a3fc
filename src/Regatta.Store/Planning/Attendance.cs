namespace Regatta.Store;

/// <summary>Somebody who says they come on a day.</summary>
/// <param name="Person">Who.</param>
/// <param name="Name">Their name as members read it.</param>
/// <param name="ClassKey">In which class.</param>
/// <param name="Boat">Their boat's number; null for no boat of their own choosing.</param>
/// <param name="BoatName">Its name; empty for none.</param>
public sealed record Attendee(Guid Person, string Name, string ClassKey, long? Boat, string BoatName);

/// <summary>A day somebody comes to.</summary>
/// <param name="Number">The day's number.</param>
/// <param name="Title">What it is called.</param>
/// <param name="From">When it begins.</param>
/// <param name="ClassName">In which class they come.</param>
public sealed record OwnDay(long Number, string Title, DateTimeOffset From, string ClassName);

/// <summary>Who says they come on a club's days.</summary>
public sealed class Attendance(Db database, TimeProvider clock) : IReadAttendance
{
    /// <summary>Those who come on a day, by name; whoever is suspended does not.</summary>
    public async Task<IReadOnlyList<Attendee>> AllAsync(ClubId club, long outing)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. await connection.QueryAsync<Attendee>(
                """
                select o.person_id as person, p.display_name as name, c.key as class_key, b.id as boat,
                  coalesce(b.name, '') as boat_name
                from outing_people o
                join outings d on (d.club_id, d.id) = (o.club_id, o.outing_id)
                join memberships m on (m.club_id, m.person_id) = (o.club_id, o.person_id) and m.suspended_at is null
                join people p on p.id = o.person_id
                join classes c on (c.club_id, c.id) = (o.club_id, o.class_id)
                left join boats b on (b.club_id, b.id) = (o.club_id, o.boat_id)
                  and (b.retired_on is null or b.retired_on > d.from_at::date)
                where o.club_id = @club and o.outing_id = @outing order by p.display_name, p.id
                """,
                new { club = club.Number, outing }
            ),
        ];
    }

    /// <summary>The days somebody comes to that begin within a time, the next first.</summary>
    public async Task<IReadOnlyList<OwnDay>> OwnAsync(ClubId club, Guid person, DateTimeOffset from, DateTimeOffset until)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. await connection.QueryAsync<OwnDay>(
                """
                select d.id as number, d.title, d.from_at as "from", c.name as class_name from outing_people o
                join outings d on (d.club_id, d.id) = (o.club_id, o.outing_id)
                join classes c on (c.club_id, c.id) = (o.club_id, o.class_id)
                where o.club_id = @club and o.person_id = @person and d.from_at between @from and @until order by d.from_at, d.id
                """,
                new
                {
                    club = club.Number,
                    person,
                    from = from.ToUniversalTime(),
                    until = until.ToUniversalTime(),
                }
            ),
        ];
    }

    /// <summary>Somebody says they come; said again, it says what was said last.</summary>
    /// <returns>Whether day, class and boat are there.</returns>
    public async Task<bool> SayAsync(ClubId club, long outing, Guid person, string classKey, long? boat)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteAsync(
                """
                insert into outing_people (club_id, outing_id, person_id, class_id, boat_id, said_at)
                  select k.club_id, k.outing_id, @person, c.id, b.id, @now from outing_classes k
                  join classes c on (c.club_id, c.id) = (k.club_id, k.class_id) and c.key = @classKey
                  left join boats b on (b.club_id, b.class_id, b.id) = (c.club_id, c.id, @boat) and b.retired_on is null
                  where k.club_id = @club and k.outing_id = @outing and (@boat::bigint is null or b.id is not null)
                on conflict (club_id, outing_id, person_id) do update set class_id = excluded.class_id, boat_id = excluded.boat_id,
                  said_at = excluded.said_at
                """,
                new
                {
                    club = club.Number,
                    outing,
                    person,
                    classKey,
                    boat,
                    now = clock.GetUtcNow(),
                }
            ) == 1;
    }

    /// <summary>Takes back that somebody comes.</summary>
    public async Task TakeBackAsync(ClubId club, long outing, Guid person)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            "delete from outing_people where club_id = @club and outing_id = @outing and person_id = @person",
            new
            {
                club = club.Number,
                outing,
                person,
            }
        );
    }
}
