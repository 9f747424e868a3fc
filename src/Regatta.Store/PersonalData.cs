using Dapper;
using Npgsql;

namespace Regatta.Store;

/// <summary>Everything the installation keeps of a person, for that person.</summary>
public sealed class PersonalData(NpgsqlDataSource database)
{
    /// <summary>All of it as one JSON document, by the names the database has for it; secrets are left out.</summary>
    public async Task<string> JsonAsync(Guid person)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<string>(
                """
                select jsonb_pretty(jsonb_build_object(
                  'account', (select to_jsonb(p) - 'password_hash' - 'security_stamp' - 'authenticator_key' - 'normalized_name'
                    from people p where p.id = @person),
                  'clubs', (select coalesce(jsonb_agg(jsonb_build_object('club', c.name, 'roles', m.roles, 'joined', m.joined_at,
                      'suspended', m.suspended_at, 'captainOf', (select coalesce(jsonb_agg(x.key), '[]') from class_captains k
                        join classes x on (x.club_id, x.id) = (k.club_id, k.class_id) 
                        where k.club_id = c.id and k.person_id = @person))), '[]')
                    from memberships m join clubs c on c.id = m.club_id where m.person_id = @person),
                  'bodyMeasures', (select coalesce(jsonb_agg(to_jsonb(b) - 'person_id'), '[]') from body_measures b
                    where b.person_id = @person),
                  'crewMasses', (select coalesce(jsonb_agg(jsonb_build_object('class', x.key, 'kilograms', w.kilograms)), '[]')
                    from crew_masses w join classes x on (x.club_id, x.id) = (w.club_id, w.class_id) where w.person_id = @person),
                  'logs', (select coalesce(jsonb_agg(to_jsonb(l) - 'sailor_id' - 'club_id' - 'class_id'
                      || jsonb_build_object('class', x.key,
                      'marks', (select coalesce(jsonb_object_agg(r.control, r.mark), '{}') from log_marks r
                        where (r.club_id, r.log_id) = (l.club_id, l.id)),
                      'earlier', (select coalesce(jsonb_agg(jsonb_build_object('replacedAt', e.replaced_at,
                          'log', e.log - 'sailor_id' - 'club_id' - 'class_id', 'marks', e.marks) order by e.id), '[]')
                        from earlier_logs e where (e.club_id, e.log_id) = (l.club_id, l.id))) order by l.sailed_at), '[]')
                    from session_logs l join classes x on (x.club_id, x.id) = (l.club_id, l.class_id) where l.sailor_id = @person),
                  'signIns', (select coalesce(jsonb_agg(to_jsonb(s) - 'person_id' order by s.began_at), '[]')
                    from sign_ins s where s.person_id = @person),
                  'acts', (select coalesce(jsonb_agg(to_jsonb(a) - 'person_id' order by a.id), '[]') from audit a
                    where a.person_id = @person)))
                """,
                new { person }
            ) ?? "{}";
    }

    /// <summary>A person's own logs as rows of text: day and time in UTC, class, winds in metres a second, helm in degrees, felt, note,
    /// and the marks in the class's positions.</summary>
    public async Task<IReadOnlyList<IReadOnlyList<string>>> LogRowsAsync(Guid person)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. (
                await connection.QueryAsync<string[]>(
                    """
                    select array[to_char(l.sailed_at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI"Z"'), x.key,
                      l.wind_from::text, l.wind_to::text,
                      coalesce(l.gust::text, ''), coalesce(l.helm_port::text, ''), coalesce(l.helm_starboard::text, ''), l.felt, l.note,
                      coalesce((select string_agg(r.control || '=' || r.mark, '; ' order by r.control) from log_marks r
                        where (r.club_id, r.log_id) = (l.club_id, l.id)), '')]
                    from session_logs l join classes x on (x.club_id, x.id) = (l.club_id, l.class_id)
                    where l.sailor_id = @person and l.removed_at is null order by l.sailed_at
                    """,
                    new { person }
                )
            ).Select(row => (IReadOnlyList<string>)row),
        ];
    }
}
