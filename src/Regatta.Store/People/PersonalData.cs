namespace Regatta.Store;

/// <summary>Everything the installation keeps of a person, for that person.</summary>
public sealed class PersonalData(Db database) : IReadPersonalData
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
                  'offsets', (select coalesce(jsonb_agg(jsonb_build_object('class', x.key, 'control', o.control, 'positions', o.positions,
                      'readIn', o.measure)), '[]') from personal_offsets o join classes x on (x.club_id, x.id) = (o.club_id, o.class_id)
                    where o.person_id = @person),
                  'notedAfloat', (select coalesce(jsonb_agg(to_jsonb(n) - 'person_id' - 'club_id' - 'class_id'
                      || jsonb_build_object('class', x.key) order by n.noted_at), '[]') from noted_runs n
                    join classes x on (x.club_id, x.id) = (n.club_id, n.class_id) where n.person_id = @person),
                  'pictureReadings', (select coalesce(jsonb_agg(to_jsonb(r) - 'person_id' - 'club_id' - 'class_id'
                      || jsonb_build_object('class', x.key, 'given', exists (select from given_pictures g
                        where (g.club_id, g.reading_id) = (r.club_id, r.id))) order by r.taken_at), '[]') from picture_readings r
                    join classes x on (x.club_id, x.id) = (r.club_id, r.class_id) where r.person_id = @person),
                  'rigUps', (select coalesce(jsonb_agg(to_jsonb(u) - 'person_id' - 'club_id' - 'class_id'
                      || jsonb_build_object('class', x.key) order by u.started_at), '[]') from rig_ups u
                    join classes x on (x.club_id, x.id) = (u.club_id, u.class_id) where u.person_id = @person),
                  'comes', (select coalesce(jsonb_agg(jsonb_build_object('day', d.title, 'from', d.from_at, 'class', x.key,
                      'boat', b.name)), '[]') from outing_people o join outings d on (d.club_id, d.id) = (o.club_id, o.outing_id)
                    join classes x on (x.club_id, x.id) = (o.club_id, o.class_id)
                    left join boats b on (b.club_id, b.id) = (o.club_id, o.boat_id) where o.person_id = @person),
                  'trials', (select coalesce(jsonb_agg(jsonb_build_object('class', x.key, 'role', r.role, 'plannedAt', t.planned_at)), '[]')
                    from trial_roles r join trials t on (t.club_id, t.id) = (r.club_id, r.trial_id)
                    join classes x on (x.club_id, x.id) = (t.club_id, t.class_id) where r.person_id = @person),
                  'sails', (select coalesce(jsonb_agg(jsonb_build_object('class', x.key, 'boat', b.name)), '[]') from sailed_classes s
                    join classes x on (x.club_id, x.id) = (s.club_id, s.class_id)
                    left join boats b on (b.club_id, b.id) = (s.club_id, s.boat_id) where s.person_id = @person),
                  'versionsSeen', (select coalesce(jsonb_agg(jsonb_build_object('class', x.key, 'version', e.version)), '[]')
                    from versions_seen e join classes x on (x.club_id, x.id) = (e.club_id, e.class_id) where e.person_id = @person),
                  'crews', (select coalesce(jsonb_agg(to_jsonb(w) - 'person_id' - 'club_id' - 'class_id'
                      || jsonb_build_object('class', x.key)), '[]')
                    from crew_profiles w join classes x on (x.club_id, x.id) = (w.club_id, w.class_id) where w.person_id = @person),
                  'logs', (select coalesce(jsonb_agg(to_jsonb(l) - 'sailor_id' - 'club_id' - 'class_id'
                      || jsonb_build_object('class', x.key,
                      'runs', (select coalesce(jsonb_agg(to_jsonb(r) - 'club_id' - 'log_id' || jsonb_build_object('marks',
                          (select coalesce(jsonb_object_agg(m.control, m.mark), '{}') from log_marks m
                            where (m.club_id, m.log_id, m.run) = (r.club_id, r.log_id, r.run))) order by r.run), '[]')
                        from runs r where (r.club_id, r.log_id) = (l.club_id, l.id)),
                      'earlier', (select coalesce(jsonb_agg(jsonb_build_object('replacedAt', e.replaced_at,
                          'log', e.log - 'sailor_id' - 'club_id' - 'class_id', 'runs', e.runs, 'marks', e.marks) order by e.id), '[]')
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
}
