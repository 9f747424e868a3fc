namespace Regatta.Store;

/// <summary>Up to which version members have seen what changed in a class. Read for each of them alone.</summary>
public sealed class VersionsSeen(Db database)
{
    /// <summary>The last version somebody has seen; null where they were told of none yet.</summary>
    public async Task<int?> OfAsync(ClassRef one, Guid person)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<int?>(
            "select version from versions_seen where club_id = @club and class_id = @id and person_id = @person",
            new
            {
                club = one.Club.Number,
                id = one.Number,
                person,
            }
        );
    }

    /// <summary>Somebody has seen what changed up to a version; what they saw before is not unseen by it.</summary>
    public async Task SeeAsync(ClassRef one, Guid person, int version)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            """
            insert into versions_seen (club_id, class_id, person_id, version)
              select m.club_id, v.class_id, m.person_id, v.number from memberships m
                join versions v on v.club_id = m.club_id and v.class_id = @id and v.number = @version
                where m.club_id = @club and m.person_id = @person
              on conflict (club_id, class_id, person_id) do update set version = greatest(versions_seen.version, excluded.version)
            """,
            new
            {
                club = one.Club.Number,
                id = one.Number,
                person,
                version,
            }
        );
    }
}
