namespace Regatta.Store;

/// <summary>Who somebody sails a class as, and whether its captain may see it.</summary>
public sealed record OwnCrew(CrewProfile Profile, bool CaptainMaySee);

/// <summary>A crew its owner lets the captain see.</summary>
public sealed record OpenCrew(string DisplayName, CrewProfile Profile);

/// <summary>How somebody sets and reads controls, where that is otherwise than the card says.</summary>
/// <param name="Offsets">What they always set more, in positions.</param>
/// <param name="Measures">What they read lengths in.</param>
public sealed record OwnWays(IReadOnlyDictionary<ControlKey, double> Offsets, IReadOnlyDictionary<ControlKey, OwnMeasure> Measures);

/// <summary>Crew profiles and personal offsets. Private: read for their owner, and profiles for the captain of the class where the owner
/// allows it.</summary>
public sealed class Crews(Db database) : IReadCrews
{
    private const string Columns = "kilograms, height_mm, hiking, skill, junior, on_wire, wind_limit";

    /// <summary>Somebody's own crew in a class: what they said; the mass else of what they logged last. Null when neither.</summary>
    public async Task<OwnCrew?> OwnAsync(ClassRef one, Guid person)
    {
        await using var connection = await database.OpenConnectionAsync();
        var keys = new
        {
            club = one.Club.Number,
            classId = one.Number,
            person,
        };
        await using var rows = await connection.QueryMultipleAsync(
            $"""
            select {Columns}, captain_may_see from crew_profiles where club_id = @club and person_id = @person and class_id = @classId;
            select crew_mass from session_logs where club_id = @club and sailor_id = @person and class_id = @classId
              and crew_mass is not null order by sailed_at desc limit 1;
            """,
            keys
        );
        var row = await rows.ReadSingleOrDefaultAsync<OwnRow>();
        var logged = await rows.ReadSingleOrDefaultAsync<double?>();
        return row is not null ? new(row.ToProfile(row.Kilograms ?? logged), row.CaptainMaySee)
            : logged is { } kilograms ? new(new(Mass.FromKilograms(kilograms)), false)
            : null;
    }

    /// <summary>Somebody's own crews in a club, by the keys of the classes they said who they are in.</summary>
    public async Task<IReadOnlyDictionary<string, CrewProfile>> OfPersonAsync(ClubId club, Guid person)
    {
        await using var connection = await database.OpenConnectionAsync();
        var rows = await connection.QueryAsync<string, OwnRow, (string Class, OwnRow Row)>(
            $"""
            select class.key, {Columns}, captain_may_see from crew_profiles profile
              join classes class on class.club_id = profile.club_id and class.id = profile.class_id
              where profile.club_id = @club and profile.person_id = @person
            """,
            (key, row) => (key, row),
            new { club = club.Number, person },
            splitOn: "kilograms"
        );
        return rows.ToDictionary(row => row.Class, row => row.Row.ToProfile(row.Row.Kilograms));
    }

    /// <summary>Keeps somebody's own crew in a class; one that says nothing forgets it.</summary>
    public async Task SaveAsync(ClassRef one, Guid person, CrewProfile crew, bool captainMaySee)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            crew.IsEmpty
                ? "delete from crew_profiles where club_id = @club and person_id = @person and class_id = @classId"
                : $"""
                insert into crew_profiles (club_id, person_id, class_id, {Columns}, captain_may_see)
                  values (@club, @person, @classId, @kilograms, @height, @hiking, @skill, @Junior, @OnWire, @limit, @captainMaySee)
                on conflict (club_id, person_id, class_id) do update set kilograms = excluded.kilograms, height_mm = excluded.height_mm,
                  hiking = excluded.hiking, skill = excluded.skill, junior = excluded.junior, on_wire = excluded.on_wire,
                  wind_limit = excluded.wind_limit,
                  captain_may_see = excluded.captain_may_see
                """,
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                person,
                kilograms = crew.Mass?.Kilograms,
                height = crew.Height?.Millimetres,
                hiking = EnumText.Of(crew.Hiking),
                skill = EnumText.Of(crew.Skill),
                crew.Junior,
                crew.OnWire,
                limit = crew.Limit?.MetresPerSecond,
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
                await connection.QueryAsync<NamedRow, OwnRow, OpenCrew>(
                    $"select p.display_name, {Columns}, captain_may_see from crew_profiles m join people p on p.id = m.person_id where "
                        + "m.club_id = @club and m.class_id = @classId and m.captain_may_see order by p.display_name",
                    (named, row) => new(named.DisplayName, row.ToProfile(row.Kilograms)),
                    new { club = one.Club.Number, classId = one.Number },
                    splitOn: "kilograms"
                )
            ),
        ];
    }

    /// <summary>How somebody sets and reads a class's controls, where that is otherwise than the card says.</summary>
    public async Task<OwnWays> WaysAsync(ClassRef one, Guid person)
    {
        await using var connection = await database.OpenConnectionAsync();
        var rows = (
            await connection.QueryAsync<(string Control, double Positions, string? Measure)>(
                "select control, positions, measure from personal_offsets "
                    + "where club_id = @club and person_id = @person and class_id = @classId",
                new
                {
                    club = one.Club.Number,
                    classId = one.Number,
                    person,
                }
            )
        ).ToList();
        return new(
            rows.Where(row => row.Positions != 0).ToDictionary(row => new ControlKey(row.Control), row => row.Positions),
            rows.Where(row => row.Measure is not null)
                .ToDictionary(row => new ControlKey(row.Control), row => OwnMeasure.Named(row.Measure!))
        );
    }

    /// <summary>Keeps how somebody sets and reads a class's controls; what is not named is set and read as the card says.</summary>
    public async Task SaveWaysAsync(ClassRef one, Guid person, OwnWays ways)
    {
        var (offsets, measures) = ways;
        var controls = offsets.Keys.Union(measures.Keys).ToList();
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await connection.ExecuteAsync(
            """
            delete from personal_offsets where club_id = @club and person_id = @person and class_id = @classId;
            insert into personal_offsets (club_id, class_id, person_id, control, positions, measure)
              select @club, @classId, @person, o.* from unnest(@controls, @positions, @measures) as o;
            """,
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                person,
                controls = controls.Select(control => control.Name).ToArray(),
                positions = controls.Select(control => offsets.GetValueOrDefault(control)).ToArray(),
                measures = controls.Select(control => measures.TryGetValue(control, out var measure) ? measure.Name : null).ToArray(),
            }
        );
        await transaction.CommitAsync();
    }

    private sealed record NamedRow(string DisplayName);

    private sealed record OwnRow(
        double? Kilograms,
        double? HeightMm,
        string Hiking,
        string Skill,
        bool Junior,
        int? OnWire,
        double? WindLimit,
        bool CaptainMaySee
    )
    {
        public CrewProfile ToProfile(double? kilograms) =>
            new(kilograms is { } mass ? Mass.FromKilograms(mass) : null)
            {
                Height = HeightMm is { } height ? Length.FromMillimetres(height) : null,
                Hiking = EnumText.Read<Hiking>(Hiking).Value,
                Skill = EnumText.Read<Skill>(Skill).Value,
                Junior = Junior,
                OnWire = OnWire,
                Limit = WindLimit is { } limit ? Speed.FromMetresPerSecond(limit) : null,
            };
    }
}
