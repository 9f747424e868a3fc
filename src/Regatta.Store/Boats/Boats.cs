using System.Text.Json;

namespace Regatta.Store;

/// <summary>A measured pair as it was taken, with the number it can be removed by.</summary>
public sealed record TakenPair(long Number, CalibrationPair Pair, string TakenBy, DateTimeOffset TakenAt);

/// <summary>The boats of a class and what was measured on them.</summary>
public sealed class Boats(Db database, TimeProvider clock) : IReadBoats
{
    /// <summary>The boats of a class by name.</summary>
    public async Task<IReadOnlyList<Boat>> AllAsync(ClassRef one)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var rows = await connection.QueryMultipleAsync(
            """
            select id, name, note, fittings::text as fittings, sails::text as sails, retired_on, xmin::text::bigint as revision from boats
              where club_id = @club and class_id = @classId order by lower(name);
            select id, boat_id, control, reading, millimetres from measured_pairs where club_id = @club and class_id = @classId order by id;
            """,
            new { club = one.Club.Number, classId = one.Number }
        );
        var boats = (await rows.ReadAsync<BoatRow>()).ToList();
        var pairs = (await rows.ReadAsync<PairRow>()).ToLookup(pair => pair.BoatId);
        return
        [
            .. boats.Select(boat => new Boat(
                boat.Id,
                boat.Name,
                boat.Note,
                pairs[boat.Id]
                    .GroupBy(pair => pair.Control)
                    .ToDictionary(
                        group => new ControlKey(group.Key),
                        group => (IReadOnlyList<CalibrationPair>)[.. group.Select(pair => pair.ToPair())]
                    )
            )
            {
                Fittings = JsonSerializer.Deserialize<Dictionary<ControlKey, Fitting>>(boat.Fittings, ClassValues.Options)!,
                Sails = JsonSerializer.Deserialize<IReadOnlyList<BoatSail>>(boat.Sails, ClassValues.Options)!,
                RetiredOn = boat.RetiredOn,
                Revision = boat.Revision,
            }),
        ];
    }

    /// <summary>Adds a boat; null when the class has one of that name.</summary>
    public async Task<long?> AddAsync(ClassRef one, string name, string note)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await InsertAsync(connection, one, name, note);
    }

    /// <summary>Gives a boat of the class another name and note.</summary>
    /// <returns>False when another boat has that name.</returns>
    public async Task<bool> RenameAsync(ClassRef one, long boat, string name, string note)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteAsync(
                """
                update boats set name = @name, note = @note where club_id = @club and id = @boat and class_id = @classId
                  and not exists (select from boats other where other.club_id = @club and other.class_id = @classId and other.id <> @boat
                    and lower(other.name) = lower(@name))
                """,
                new
                {
                    club = one.Club.Number,
                    classId = one.Number,
                    boat,
                    name,
                    note,
                }
            ) == 1;
    }

    /// <summary>Removes a boat that nobody measured or sailed.</summary>
    /// <returns>False when there is something to lose.</returns>
    public async Task<bool> RemoveAsync(ClassRef one, long boat)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteAsync(
                """
                delete from boats b where b.club_id = @club and b.id = @boat and b.class_id = @classId
                  and not exists (select from measured_pairs p where (p.club_id, p.boat_id) = (b.club_id, b.id))
                  and not exists (select from session_logs l where (l.club_id, l.boat_id) = (b.club_id, b.id))
                """,
                new
                {
                    club = one.Club.Number,
                    classId = one.Number,
                    boat,
                }
            ) == 1;
    }

    /// <summary>Takes a boat out of use since a day, or back into use.</summary>
    public async Task RetireAsync(ClassRef one, long boat, DateOnly? on)
    {
        await using var connection = await database.OpenConnectionAsync();
        await RetireAsync(connection, one, boat, on);
    }

    internal static Task RetireAsync(DbSession connection, ClassRef one, long boat, DateOnly? on) =>
        connection.ExecuteAsync(
            "update boats set retired_on = @on where club_id = @club and class_id = @classId and id = @boat",
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                boat,
                on,
            }
        );

    /// <summary>The pairs of one control of a boat in the order they were taken, with who took them.</summary>
    public async Task<IReadOnlyList<TakenPair>> PairsAsync(ClassRef one, long boat, ControlKey control)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. (
                await connection.QueryAsync<TakenRow>(
                    """
                    select p.id, p.reading, p.millimetres, coalesce(w.display_name, '') as taken_by, p.taken_at
                    from measured_pairs p left join people w on w.id = p.taken_by where p.club_id = @club and p.class_id = @classId
                      and p.boat_id = @boat and p.control = @Name order by p.id
                    """,
                    new
                    {
                        club = one.Club.Number,
                        classId = one.Number,
                        boat,
                        control.Name,
                    }
                )
            ).Select(row => new TakenPair(row.Id, new(row.Reading, Length.FromMillimetres(row.Millimetres)), row.TakenBy, row.TakenAt)),
        ];
    }

    /// <summary>Adds measured pairs to a control of a boat, all or none.</summary>
    public async Task MeasureAsync(ClassRef one, long boat, ControlKey control, IEnumerable<CalibrationPair> pairs, Guid by)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await InsertPairsAsync(connection, one, boat, control, pairs, by, clock.GetUtcNow());
        await transaction.CommitAsync();
    }

    /// <summary>Removes one pair of a control of a boat, or the one taken last.</summary>
    public async Task RemovePairAsync(ClassRef one, long boat, ControlKey control, long? pair)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            """
            delete from measured_pairs where club_id = @club and class_id = @classId and boat_id = @boat and control = @Name
              and id = coalesce(@pair, (select max(id) from measured_pairs where club_id = @club and class_id = @classId
                and boat_id = @boat and control = @Name))
            """,
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                boat,
                control.Name,
                pair,
            }
        );
    }

    /// <summary>Keeps how some of a boat's controls are fitted; the others stay as they are.</summary>
    /// <param name="one">The class.</param>
    /// <param name="boat">The boat.</param>
    /// <param name="said">How they are fitted.</param>
    /// <param name="unsaid">Those nobody says anything of any more.</param>
    /// <param name="seen">The revision of the boat that was seen; null where one control is fitted whatever became of the others.</param>
    /// <returns>False, with nothing kept, when somebody changed the boat meanwhile.</returns>
    public Task<bool> FitAsync(
        ClassRef one,
        long boat,
        IReadOnlyDictionary<ControlKey, Fitting> said,
        IEnumerable<ControlKey> unsaid,
        long? seen
    ) =>
        ChangeAsync(
            "fittings",
            "(fittings - @gone::text[]) || @value::jsonb",
            one,
            boat,
            JsonSerializer.Serialize(said, ClassValues.Options),
            [.. unsaid.Select(control => control.Name)],
            seen
        );

    /// <summary>Keeps a boat's sails.</summary>
    /// <returns>False, with nothing kept, when somebody changed the boat since the revision that was seen.</returns>
    public Task<bool> CarryAsync(ClassRef one, long boat, IReadOnlyList<BoatSail> sails, long seen) =>
        ChangeAsync("sails", "@value::jsonb", one, boat, JsonSerializer.Serialize(sails, ClassValues.Options), [], seen);

    /// <summary>Sets a column where the boat is as it was seen, or says so already: done again after a lost answer it is done.</summary>
    private async Task<bool> ChangeAsync(string column, string to, ClassRef one, long boat, string value, string[] gone, long? seen)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteAsync(
                $"update boats set {column} = {to} where club_id = @club and class_id = @classId and id = @boat "
                    + $"and (@seen::bigint is null or xmin::text::bigint = @seen or {column} = {to})",
                new
                {
                    club = one.Club.Number,
                    classId = one.Number,
                    boat,
                    value,
                    gone,
                    seen,
                }
            ) == 1;
    }

    internal static Task FitAsync(
        DbSession connection,
        ClassRef one,
        long boat,
        IReadOnlyDictionary<ControlKey, Fitting> fittings,
        IReadOnlyList<BoatSail> sails
    ) =>
        connection.ExecuteAsync(
            "update boats set fittings = @fitted::jsonb, sails = @carried::jsonb "
                + "where club_id = @club and class_id = @classId and id = @boat",
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                boat,
                fitted = JsonSerializer.Serialize(fittings, ClassValues.Options),
                carried = JsonSerializer.Serialize(sails, ClassValues.Options),
            }
        );

    internal static async Task<long?> InsertAsync(DbSession connection, ClassRef one, string name, string note) =>
        await connection.ExecuteScalarAsync<long?>(
            "insert into boats (club_id, class_id, name, note) values (@club, @classId, @name, @note) on conflict do nothing returning id",
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                name,
                note,
            }
        );

    internal static Task InsertPairsAsync(
        DbSession connection,
        ClassRef one,
        long boat,
        ControlKey control,
        IEnumerable<CalibrationPair> pairs,
        Guid? by,
        DateTimeOffset now
    ) =>
        connection.ExecuteAsync(
            """
            insert into measured_pairs (club_id, class_id, boat_id, control, reading, millimetres, taken_by, taken_at)
            values (@club, @classId, @boat, @Name, @Reading, @Millimetres, @by, @now)
            """,
            pairs.Select(pair => new
            {
                club = one.Club.Number,
                classId = one.Number,
                boat,
                control.Name,
                pair.Reading,
                pair.Length.Millimetres,
                by,
                now,
            })
        );

    private sealed record BoatRow(long Id, string Name, string Note, string Fittings, string Sails, DateOnly? RetiredOn, long Revision);

    private sealed record PairRow(long Id, long BoatId, string Control, double Reading, double Millimetres)
    {
        public CalibrationPair ToPair() => new(Reading, Length.FromMillimetres(Millimetres));
    }

    private sealed record TakenRow(long Id, double Reading, double Millimetres, string TakenBy, DateTimeOffset TakenAt);
}
