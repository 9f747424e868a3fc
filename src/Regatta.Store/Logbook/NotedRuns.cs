namespace Regatta.Store;

/// <summary>What sailors note afloat. Private: read for who noted it alone, until their log is sent.</summary>
public sealed class NotedRuns(Db database)
{
    /// <summary>Keeps a note. The same key a second time changes nothing; beyond what is kept the oldest go.</summary>
    public async Task AddAsync(ClassRef one, Guid person, Guid key, NotedRun note)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            """
            insert into noted_runs
              (club_id, class_id, person_id, key, noted_at, boat_id, plan, mode, purpose, wind_from, wind_to, gust, control, mark,
               card_wind, felt)
            values
              (@club, @classId, @person, @key, @at, @Boat, @plan, @mode, @purpose, @from, @to, @gust, @control, @mark, @cardWind, @felt)
            on conflict do nothing;
            delete from noted_runs where club_id = @club and person_id = @person and id not in (
              select id from noted_runs where club_id = @club and person_id = @person order by id desc limit @most)
              -- What a boat was rigged with is where she goes back to, however often she was changed since.
              and id not in (
                select min(id) from noted_runs where club_id = @club and person_id = @person and noted_at > @at - @kept
                group by class_id, boat_id);
            """,
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                person,
                key,
                at = note.At.ToUniversalTime(),
                note.Boat,
                plan = note.PlanMode.Plan.Name,
                mode = note.PlanMode.Mode.Name,
                purpose = note.Purpose?.Name,
                from = note.Wind?.From.MetresPerSecond,
                to = note.Wind?.To.MetresPerSecond,
                gust = note.Wind?.Gust?.MetresPerSecond,
                control = note.Differs?.Control.Name,
                mark = note.Differs?.Mark.Position,
                cardWind = note.CardWind?.MetresPerSecond,
                felt = EnumText.Of(note.Felt),
                most = Limits.Notes,
                kept = NotedRun.Kept,
            }
        );
    }

    /// <summary>What somebody noted in a class since a time, in the order it was noted.</summary>
    public async Task<IReadOnlyList<NotedRun>> SinceAsync(ClassRef one, Guid person, DateTimeOffset since)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. (
                await connection.QueryAsync<NoteRow>(
                    """
                    select key, noted_at, boat_id, plan, mode, purpose, wind_from, wind_to, gust, control, mark, card_wind, felt
                    from noted_runs
                    where club_id = @club and class_id = @classId and person_id = @person and noted_at >= @since order by noted_at, id
                    """,
                    new
                    {
                        club = one.Club.Number,
                        classId = one.Number,
                        person,
                        since = since.ToUniversalTime(),
                    }
                )
            ).Select(row => row.ToNote()),
        ];
    }

    /// <summary>Forgets one note.</summary>
    public async Task ForgetAsync(ClassRef one, Guid person, Guid key)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            "delete from noted_runs where club_id = @club and class_id = @classId and person_id = @person and key = @key",
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                person,
                key,
            }
        );
    }

    /// <summary>Forgets all that somebody noted in a class.</summary>
    public async Task ForgetAsync(ClassRef one, Guid person)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            "delete from noted_runs where club_id = @club and class_id = @classId and person_id = @person",
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                person,
            }
        );
    }

    /// <summary>Forgets what somebody noted in a class until a time, of the boat noted then: it stands in their log. What they noted of
    /// another boat waits for its own.</summary>
    public async Task ForgetAsync(ClassRef one, Guid person, DateTimeOffset until)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            """
            with own as (
              select * from noted_runs where club_id = @club and class_id = @classId and person_id = @person and noted_at <= @until)
            delete from noted_runs using (select boat_id from own order by noted_at desc, id desc limit 1) as last
            where noted_runs.club_id = @club and noted_runs.id in (select id from own)
              and noted_runs.boat_id is not distinct from last.boat_id
            """,
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                person,
                until = until.ToUniversalTime(),
            }
        );
    }

    private sealed record NoteRow(
        Guid Key,
        DateTimeOffset NotedAt,
        long? BoatId,
        string Plan,
        string Mode,
        string? Purpose,
        double? WindFrom,
        double? WindTo,
        double? Gust,
        string? Control,
        double? Mark,
        double? CardWind,
        string Felt
    )
    {
        public NotedRun ToNote() =>
            new(
                NotedAt,
                BoatId,
                new(new(Plan), new(Mode)),
                Purpose is { } purpose ? new PurposeKey(purpose) : null,
                WindFrom is { } from ? StoredWind.Of(from, WindTo!.Value, Gust) : null,
                Control is { } control ? (new ControlKey(control), new Mark(Mark!.Value)) : null
            )
            {
                Key = Key,
                CardWind = CardWind is { } read ? Speed.FromMetresPerSecond(read) : null,
                Felt = EnumText.Read<Felt>(Felt).Value,
            };
    }
}
