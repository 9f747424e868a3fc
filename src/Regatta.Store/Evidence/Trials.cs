namespace Regatta.Store;

/// <summary>Planned trials and their runs.</summary>
public sealed class Trials(Db database, TimeProvider clock) : IReadTrials
{
    private const string Columns = """
        t.id, c.key as class_key, t.plan, t.mode, t.band, t.control, t.mark_a, t.mark_b, t.design,
        (select string_agg(coalesce(b.boat_id, 0)::text, ' ' order by b.place) from trial_boats b
          where (b.club_id, b.trial_id) = (t.club_id, t.id)) as boats,
        t.outing_id, t.begins_at, t.note, t.planned_at, t.ended_at, t.xmin::text::bigint as revision
        """;

    /// <summary>The trials of a class, the newest first.</summary>
    public async Task<IReadOnlyList<PlannedTrial>> AllAsync(ClassRef one) =>
        await ReadAsync("t.class_id = @id order by t.id desc limit 100", one.Club, one.Number);

    /// <summary>The trials planned for a day.</summary>
    public async Task<IReadOnlyList<PlannedTrial>> OfDayAsync(ClubId club, long outing) =>
        await ReadAsync("t.outing_id = @id order by t.id", club, outing);

    /// <summary>The trials of a club that are planned for a day and have not ended.</summary>
    public async Task<IReadOnlyList<PlannedTrial>> OpenAsync(ClubId club) =>
        await ReadAsync("t.outing_id is not null and t.ended_at is null order by t.id limit 200", club, 0);

    /// <summary>One trial of a class; null where there is none.</summary>
    public async Task<PlannedTrial?> FindAsync(ClassRef one, long number) =>
        (await ReadAsync("t.id = @number and t.class_id = @id", one.Club, one.Number, number)).SingleOrDefault();

    /// <summary>Plans a trial.</summary>
    /// <returns>Its number.</returns>
    public async Task<long> AddAsync(ClassRef one, Trial trial, long? outing, TrialPlan plan)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<long>(
            """
            with added as (
              insert into trials (club_id, class_id, plan, mode, band, control, mark_a, mark_b, design, outing_id, begins_at, note,
                  planned_at)
                values (@club, @classId, @plan, @mode, @band, @control, @a, @b, @design,
                  (select id from outings where club_id = @club and id = @outing), @begins, @note, @now)
                returning club_id, class_id, id),
            boats as (
              insert into trial_boats (club_id, class_id, trial_id, place, boat_id)
                select a.club_id, a.class_id, a.id, u.at - 1, b.id
                from added a cross join unnest(@boats) with ordinality u (boat, at)
                left join boats b on (b.club_id, b.class_id, b.id) = (a.club_id, a.class_id, u.boat)),
            given as (
              insert into trial_roles (club_id, trial_id, role, person_id)
                select a.club_id, a.id, g.role, g.person from added a cross join unnest(@roles, @people) as g(role, person)
                join memberships m on (m.club_id, m.person_id) = (a.club_id, g.person))
            select id from added
            """,
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                plan = trial.PlanMode.Plan.Name,
                mode = trial.PlanMode.Mode.Name,
                band = trial.Band.Number,
                control = trial.Control.Name,
                a = trial.A.Position,
                b = trial.B.Position,
                design = EnumText.Of(trial.Design),
                boats = trial.Boats.ToArray(),
                outing,
                begins = plan.BeginsAt?.ToUniversalTime(),
                note = plan.Note,
                roles = plan.Hands.Select(hand => EnumText.Of(hand.Role)).ToArray(),
                people = plan.Hands.Select(hand => hand.Person).ToArray(),
                now = clock.GetUtcNow(),
            }
        );
    }

    /// <summary>Keeps a run; sent twice it says what was sent last.</summary>
    /// <returns>Whether the trial still takes runs.</returns>
    public async Task<bool> KeepAsync(ClassRef one, long number, TrialReading run)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteAsync(
                """
                insert into trial_runs (club_id, trial_id, number, boat, helm_port, helm_starboard, wind, sailed_at, gained)
                  select club_id, id, @Number, @Boat, @HelmPort, @HelmStarboard, @Wind, @sailedAt, @Gained from trials
                  where club_id = @club and class_id = @classId and id = @trial and ended_at is null for share
                on conflict (club_id, trial_id, number, boat) do update set helm_port = excluded.helm_port,
                  helm_starboard = excluded.helm_starboard, wind = excluded.wind, gained = excluded.gained
                """,
                new
                {
                    club = one.Club.Number,
                    classId = one.Number,
                    trial = number,
                    run.Number,
                    run.Boat,
                    run.HelmPort,
                    run.HelmStarboard,
                    run.Wind,
                    run.Gained,
                    sailedAt = run.SailedAt.ToUniversalTime(),
                }
            ) == 1;
    }

    /// <summary>Holds a trial for as long as the transaction goes on, so that nobody else ends it and no run comes in
    /// meanwhile.</summary>
    /// <returns>Whether it is there and has not ended.</returns>
    public async Task<bool> LockAsync(ClassRef one, long number)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<bool>(
            "select ended_at is null from trials where club_id = @club and class_id = @classId and id = @number for update",
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                number,
            }
        );
    }

    /// <summary>Gives a trial another day, time or hands. The caller holds it.</summary>
    public async Task ChangeAsync(ClassRef one, long number, long? outing, TrialPlan plan)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            """
            update trials set outing_id = (select id from outings where club_id = @club and id = @outing), begins_at = @begins, note = @note
              where club_id = @club and class_id = @classId and id = @number;
            delete from trial_roles where club_id = @club and trial_id = @number;
            insert into trial_roles (club_id, trial_id, role, person_id)
              select @club, @number, g.role, g.person from unnest(@roles, @people) as g(role, person)
              join memberships m on (m.club_id, m.person_id) = (@club, g.person);
            """,
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                number,
                outing,
                begins = plan.BeginsAt?.ToUniversalTime(),
                note = plan.Note,
                roles = plan.Hands.Select(hand => EnumText.Of(hand.Role)).ToArray(),
                people = plan.Hands.Select(hand => hand.Person).ToArray(),
            }
        );
    }

    /// <summary>Takes a trial away if nothing was sailed of it. The caller holds it.</summary>
    /// <returns>Whether it is gone.</returns>
    public async Task<bool> CallOffAsync(ClassRef one, long number)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteAsync(
                """
                delete from trials t where t.club_id = @club and t.class_id = @classId and t.id = @number
                  and not exists (select from trial_runs r where (r.club_id, r.trial_id) = (t.club_id, t.id))
                """,
                new
                {
                    club = one.Club.Number,
                    classId = one.Number,
                    number,
                }
            ) == 1;
    }

    /// <summary>Ends a trial.</summary>
    public async Task EndAsync(ClassRef one, long number)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            "update trials set ended_at = @now where club_id = @club and class_id = @classId and id = @number and ended_at is null",
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                number,
                now = clock.GetUtcNow(),
            }
        );
    }

    private async Task<IReadOnlyList<PlannedTrial>> ReadAsync(string condition, ClubId club, long id, long number = 0)
    {
        await using var connection = await database.OpenConnectionAsync();
        var rows = (
            await connection.QueryAsync<Row>(
                $"select {Columns} from trials t join classes c on (c.club_id, c.id) = (t.club_id, t.class_id) "
                    + $"where t.club_id = @club and {condition}",
                new
                {
                    club = club.Number,
                    id,
                    number,
                }
            )
        ).ToList();
        var runs = (
            await connection.QueryAsync<RunRow>(
                "select trial_id, number, boat, helm_port, helm_starboard, wind, sailed_at, gained from trial_runs "
                    + "where club_id = @club and trial_id = any (@trials) order by number, boat",
                new { club = club.Number, trials = rows.Select(row => row.Id).ToArray() }
            )
        ).ToLookup(
            row => row.TrialId,
            row => new TrialReading(row.Number, row.Boat, row.HelmPort, row.HelmStarboard, row.Wind, row.SailedAt, row.Gained)
        );
        var hands = (
            await connection.QueryAsync<HandRow>(
                "select r.trial_id, r.role, r.person_id, p.display_name from trial_roles r join people p on p.id = r.person_id "
                    + "where r.club_id = @club and r.trial_id = any (@trials)",
                new { club = club.Number, trials = rows.Select(row => row.Id).ToArray() }
            )
        ).ToLookup(row => row.TrialId, row => new TrialHand(EnumText.Read<TrialRole>(row.Role).Value, row.PersonId, row.DisplayName));
        return [.. rows.Select(row => row.ToTrial([.. hands[row.Id].OrderBy(hand => hand.Role)], [.. runs[row.Id]]))];
    }

    private sealed record HandRow(long TrialId, string Role, Guid PersonId, string DisplayName);

    private sealed record RunRow(
        long TrialId,
        int Number,
        int Boat,
        double HelmPort,
        double HelmStarboard,
        double Wind,
        DateTimeOffset SailedAt,
        double? Gained
    );

    private sealed record Row(
        long Id,
        string ClassKey,
        string Plan,
        string Mode,
        int Band,
        string Control,
        double MarkA,
        double MarkB,
        string Design,
        string Boats,
        long? OutingId,
        DateTimeOffset? BeginsAt,
        string Note,
        DateTimeOffset PlannedAt,
        DateTimeOffset? EndedAt,
        long Revision
    )
    {
        public PlannedTrial ToTrial(IReadOnlyList<TrialHand> hands, IReadOnlyList<TrialReading> runs) =>
            new(
                Id,
                ClassKey,
                new(
                    new(new(Plan), new(Mode)),
                    new(Band),
                    new ControlKey(Control),
                    new(MarkA),
                    new(MarkB),
                    EnumText.Read<TrialDesign>(Design).Value,
                    [.. Boats.Split(' ').Select(boat => long.Parse(boat, System.Globalization.CultureInfo.InvariantCulture))]
                ),
                OutingId,
                new(BeginsAt, hands, Note),
                PlannedAt,
                EndedAt,
                runs,
                Revision
            );
    }
}
