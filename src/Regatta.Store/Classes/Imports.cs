namespace Regatta.Store;

/// <summary>A boat that comes in with its class.</summary>
public sealed record ImportedBoat(
    string Name,
    string Note,
    IReadOnlyDictionary<ControlKey, IReadOnlyList<CalibrationPair>> Measured,
    IReadOnlyDictionary<ControlKey, Fitting> Fittings,
    IReadOnlyList<BoatSail> Sails,
    DateOnly? RetiredOn
);

/// <summary>A log that comes in with its class; the sailor is null where nobody here has it, the boat where none is named.</summary>
public sealed record ImportedLog(Guid? Sailor, string? Boat, SessionLog Log);

/// <summary>A class with all that hangs on it, to be added to a club.</summary>
public sealed record ImportedClass(
    ClassState Draft,
    IReadOnlyList<ImportedBoat> Boats,
    IReadOnlyList<PublishedVersion> Versions,
    IReadOnlyList<ImportedLog> Logs
);

/// <summary>Adds whole classes to a club.</summary>
public sealed class Imports(Db database, TimeProvider clock)
{
    /// <summary>Adds classes, all or none. A class whose key the club has already stays as it is.</summary>
    /// <returns>For each class, whether it was added.</returns>
    public async Task<IReadOnlyList<bool>> AddAsync(ClubId club, IReadOnlyList<ImportedClass> classes)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        var added = new List<bool>();
        foreach (var one in classes)
        {
            added.Add(await AddAsync(connection, club, one));
        }

        await transaction.CommitAsync();
        return added;
    }

    private async Task<bool> AddAsync(DbSession connection, ClubId club, ImportedClass imported)
    {
        var now = clock.GetUtcNow();
        var definition = imported.Draft.Definition;
        var id = await connection.ExecuteScalarAsync<long?>(
            """
            insert into classes (club_id, key, schema, definition) values (@Number, @Key, @Schema, @json::jsonb)
            on conflict (club_id, key) do nothing returning id
            """,
            new
            {
                club.Number,
                definition.Key,
                StoredClass.Schema,
                json = StoredClass.Write(definition),
            }
        );
        if (id is not { } number)
        {
            return false;
        }

        var one = new ClassRef(club, number);
        await connection.ExecuteAsync(
            """
            insert into cells (club_id, class_id, plan, mode, band, control, content, edited_at)
            select @club, @id, c.plan, c.mode, c.band, c.control, c.content::jsonb, @now
              from unnest(@plans, @modes, @bands, @controls, @contents) as c (plan, mode, band, control, content)
            """,
            new
            {
                club = club.Number,
                id,
                now,
                plans = imported.Draft.Cells.Keys.Select(place => place.PlanMode.Plan.Name).ToArray(),
                modes = imported.Draft.Cells.Keys.Select(place => place.PlanMode.Mode.Name).ToArray(),
                bands = imported.Draft.Cells.Keys.Select(place => place.Address.Band.Number).ToArray(),
                controls = imported.Draft.Cells.Keys.Select(place => place.Address.Control.Name).ToArray(),
                contents = imported.Draft.Cells.Values.Select(cell => CellContent.Write(cell)!).ToArray(),
            }
        );
        await AddVersionsAsync(connection, one, imported.Versions);
        var numbers = new Dictionary<string, long>();
        foreach (var boat in imported.Boats)
        {
            numbers[boat.Name] = (await Boats.InsertAsync(connection, one, boat.Name, boat.Note))!.Value;
            await Boats.FitAsync(connection, one, numbers[boat.Name], boat.Fittings, boat.Sails);
            await Boats.RetireAsync(connection, one, numbers[boat.Name], boat.RetiredOn);
            foreach (var (control, pairs) in boat.Measured)
            {
                await Boats.InsertPairsAsync(connection, one, numbers[boat.Name], control, pairs, null, now);
            }
        }

        var known = imported.Versions.Select(version => version.Number).ToHashSet();
        await SentLog.CopyAsync(connection, one, imported.Logs.Select(entry => Sent(entry, numbers, known)), now);
        return true;
    }

    /// <summary>Adds a further part of a class that came in before: the versions after its newest, and the logs it does not have.</summary>
    /// <returns>How many logs were added; or why nothing was.</returns>
    public async Task<Parsed<int>> AddPartAsync(ClassRef one, ImportedClass part)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        if (await EvidenceSumsStore.LogRevisionAsync(connection, one) is null)
        {
            return Parsed<int>.Bad("The class is gone.");
        }

        var keys = new
        {
            club = one.Club.Number,
            id = one.Number,
            logs = part.Logs.Select(entry => entry.Log.Key).ToArray(),
        };
        var newest = await connection.ExecuteScalarAsync<int>(
            "select coalesce(max(number), 0) from versions where club_id = @club and class_id = @id",
            keys
        );
        var versions = part.Versions.Where(version => version.Number > newest).ToList();
        if (versions is [var first, ..] && first.Number != newest + 1)
        {
            return Parsed<int>.Bad($"Its versions begin with {first.Number}, and the class has {newest}: a part before it is missing.");
        }

        await AddVersionsAsync(connection, one, versions);
        var known = await connection.QueryAsync<int>("select number from versions where club_id = @club and class_id = @id", keys);
        var there = await connection.QueryAsync<Guid>(
            "select key from session_logs where club_id = @club and class_id = @id and key = any (@logs)",
            keys
        );
        var added = part.Logs.ExceptBy(there, entry => entry.Log.Key).ToList();
        var numbers = new Dictionary<string, long>();
        await SentLog.CopyAsync(connection, one, added.Select(entry => Sent(entry, numbers, known.ToHashSet())), clock.GetUtcNow());
        await transaction.CommitAsync();
        return Parsed<int>.Good(added.Count);
    }

    /// <summary>A log that comes in; its marks are the class's own, whatever the boat read.</summary>
    private static SentLog Sent(ImportedLog entry, IReadOnlyDictionary<string, long> boats, IReadOnlySet<int> versions) =>
        new(
            entry.Sailor,
            new(
                entry.Boat is { } boat && boats.TryGetValue(boat, out var number) ? number : null,
                entry.Log.Runs.SelectMany(run => run.Marks.Keys).ToHashSet()
            ),
            entry.Log.Version is { } version && !versions.Contains(version) ? entry.Log with { Version = null } : entry.Log
        );

    private static Task AddVersionsAsync(DbSession connection, ClassRef one, IReadOnlyList<PublishedVersion> versions) =>
        connection.ExecuteAsync(
            """
            insert into versions (club_id, class_id, number, published_at, published_by, reason, schema, definition, cells)
            values (@club, @id, @Number, @At, @By, @Reason, @Schema, @definition::jsonb, @cells::jsonb)
            """,
            versions.Select(version => new
            {
                club = one.Club.Number,
                id = one.Number,
                version.Number,
                At = version.At.ToUniversalTime(),
                version.By,
                version.Reason,
                StoredClass.Schema,
                definition = StoredClass.Write(version.Class),
                cells = StoredClass.WriteCells(version.State),
            })
        );
}
