using Dapper;
using Npgsql;
using Regatta.Core.Units;

namespace Regatta.Store;

/// <summary>How heavy somebody sails a class, and whether its captain may see it.</summary>
public sealed record OwnCrew(Mass Mass, bool CaptainMaySee);

/// <summary>A crew mass its owner lets the captain see.</summary>
public sealed record OpenCrew(string DisplayName, Mass Mass);

/// <summary>Crew masses. Private: read for their owner, and for the captain of the class where the owner allows it.</summary>
public sealed class Crews(NpgsqlDataSource database)
{
    /// <summary>Somebody's own crew mass in a class: what they said, or else what they logged last; null when neither.</summary>
    public async Task<OwnCrew?> OwnAsync(ClassRef one, Guid person)
    {
        await using var connection = await database.OpenConnectionAsync();
        var row = await connection.QuerySingleOrDefaultAsync<OwnRow>(
            """
            select coalesce(
                (select kilograms from crew_masses where club_id = @club and person_id = @person and class_id = @classId),
                (select crew_mass from session_logs where club_id = @club and sailor_id = @person and class_id = @classId
                  and crew_mass is not null order by sailed_at desc limit 1)) as kilograms,
              coalesce((select captain_may_see from crew_masses where club_id = @club and person_id = @person
                and class_id = @classId), false) as captain_may_see
            """,
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                person,
            }
        );
        return row?.Kilograms is { } known ? new(Mass.FromKilograms(known), row.CaptainMaySee) : null;
    }

    /// <summary>Keeps somebody's own crew mass in a class; null forgets it.</summary>
    public async Task SaveAsync(ClassRef one, Guid person, Mass? mass, bool captainMaySee)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            mass is null
                ? "delete from crew_masses where club_id = @club and person_id = @person and class_id = @classId"
                : """
                insert into crew_masses (club_id, person_id, class_id, kilograms, captain_may_see)
                  values (@club, @person, @classId, @kilograms, @captainMaySee)
                on conflict (club_id, person_id, class_id) do update
                  set kilograms = excluded.kilograms, captain_may_see = excluded.captain_may_see
                """,
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                person,
                kilograms = mass?.Kilograms,
                captainMaySee,
            }
        );
    }

    /// <summary>The crews of a class whose owners let the captain see them, by name.</summary>
    public async Task<IReadOnlyList<OpenCrew>> OpenAsync(ClassRef one)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. (
                await connection.QueryAsync<(string Name, double Kilograms)>(
                    "select p.display_name, m.kilograms from crew_masses m join people p on p.id = m.person_id where "
                        + "m.club_id = @club and m.class_id = @classId and m.captain_may_see order by p.display_name",
                    new { club = one.Club.Number, classId = one.Number }
                )
            ).Select(row => new OpenCrew(row.Name, Mass.FromKilograms(row.Kilograms))),
        ];
    }

    private sealed record OwnRow(double? Kilograms, bool CaptainMaySee);
}
