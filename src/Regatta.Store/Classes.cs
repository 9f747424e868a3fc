using Dapper;
using Npgsql;
using Regatta.Core.Crew;
using Regatta.Core.Fleet;
using Regatta.Core.Matrices;
using Regatta.Core.Units;
using Regatta.Core.Wind;
using Regatta.Formats.Bundles;

namespace Regatta.Store;

/// <summary>What a class looked like when it was read: equal stamps, equal content.</summary>
public sealed record ClassStamp(long Id, long MatrixRevision, long LogRevision);

/// <summary>One line of the fleet.</summary>
public sealed record FleetLine(string Key, string Name, string Family, string About, int? Version, DateTimeOffset? PublishedAt, int Logs, int Filled, int Cells, string Captains);

/// <summary>A draft cell with what guards it against two editors: its revision, and who wrote it when.</summary>
public sealed record DraftCell(Cell? Cell, int Revision, string EditedBy, DateTimeOffset? EditedAt);

/// <summary>A class with its draft.</summary>
public sealed record ClassDraft(ClassStamp Stamp, BoatClass Class, MatrixSet Set, IReadOnlyDictionary<CellPlace, DraftCell> Cells);

/// <summary>Reads classes, their controls, bands and draft cells.</summary>
public sealed class Classes(NpgsqlDataSource database)
{
    /// <summary>The stamp of a class, or null when there is none of that key. The one query a page needs before it can use what it kept.</summary>
    public async Task<ClassStamp?> StampAsync(string key)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.QuerySingleOrDefaultAsync<ClassStamp>(
            "select id, matrix_revision, log_revision from boat_classes where key = @key", new { key });
    }

    /// <summary>Listens for changes of classes until cancelled, and calls with the number of each class that changed.</summary>
    /// <exception cref="NpgsqlException">The database went away.</exception>
    public async Task ListenAsync(Action<long> changed, CancellationToken until)
    {
        await using var connection = await database.OpenConnectionAsync(until);
        connection.Notification += (_, told) => changed(long.Parse(told.Payload, System.Globalization.CultureInfo.InvariantCulture));
        await connection.ExecuteAsync("listen class_changed");
        while (true)
        {
            await connection.WaitAsync(until);
        }
    }

    /// <summary>The keys and stamps of all classes, by name.</summary>
    public async Task<IReadOnlyList<(string Key, ClassStamp Stamp)>> StampsAsync()
    {
        await using var connection = await database.OpenConnectionAsync();
        return [.. (await connection.QueryAsync<(string Key, long Id, long MatrixRevision, long LogRevision)>("select key, id, matrix_revision, log_revision from boat_classes order by name"))
            .Select(row => (row.Key, new ClassStamp(row.Id, row.MatrixRevision, row.LogRevision)))];
    }

    /// <summary>How many classes there are.</summary>
    public async Task<long> CountAsync()
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<long>("select count(*) from boat_classes");
    }

    /// <summary>All classes by name.</summary>
    public async Task<IReadOnlyList<FleetLine>> FleetAsync()
    {
        await using var connection = await database.OpenConnectionAsync();
        return [.. await connection.QueryAsync<FleetLine>(
            """
            select c.key, c.name, c.family, c.about, v.number as version, v.published_at,
                   (select count(*)::int from session_logs l where l.class_id = c.id) as logs,
                   (select count(*)::int from cells x join controls k on k.class_id = x.class_id and k.key = x.control where x.class_id = c.id and x.content is not null and not k.retired) as filled,
                   (select count(*)::int from bands b, controls k, sail_plans s, sailing_modes m where b.class_id = c.id and k.class_id = c.id and not k.retired and s.class_id = c.id and m.class_id = c.id) as cells,
                   coalesce((select string_agg(p.display_name, ', ' order by p.display_name)
                             from class_captains cc join people p on p.id = cc.person_id where cc.class_id = c.id), '') as captains
            from boat_classes c
            left join lateral (select number, published_at from matrix_versions where class_id = c.id order by number desc limit 1) v on true
            order by c.name
            """)];
    }

    /// <summary>A class with its draft; null when there is none of that key.</summary>
    public async Task<ClassDraft?> DraftAsync(string key)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var rows = await connection.QueryMultipleAsync(
            """
            select id, matrix_revision, log_revision, key, name, family, about, helm_target, helm_tolerance, reference_wind, helm_per_heel, cautions, checks, wind_height, crew
              from boat_classes where key = @key;
            select k.definition, k.retired from controls k join boat_classes c on c.id = k.class_id where c.key = @key order by k.position;
            select b.number, b.name, b.low, b.high from bands b join boat_classes c on c.id = b.class_id where c.key = @key;
            select x.plan, x.mode, x.band, x.control, x.revision, x.content, coalesce(p.display_name, '') as edited_by, x.edited_at
              from cells x join boat_classes c on c.id = x.class_id join controls k on k.class_id = x.class_id and k.key = x.control and not k.retired left join people p on p.id = x.edited_by where c.key = @key;
            select s.key, s.name from sail_plans s join boat_classes c on c.id = s.class_id where c.key = @key order by s.position;
            select m.key, m.name from sailing_modes m join boat_classes c on c.id = m.class_id where c.key = @key order by m.position;
            """,
            new { key });
        if (await rows.ReadSingleOrDefaultAsync<ClassRow>() is not { } row)
        {
            return null;
        }

        var all = (await rows.ReadAsync<ControlRow>()).ToLookup(control => control.Retired, control => ControlJson.Read(control.Definition));
        var controls = all[false].ToList();
        var bands = WindBands.Of((await rows.ReadAsync<BandRow>()).Select(band => band.ToBand())).Value;
        var cells = (await rows.ReadAsync<CellRow>()).ToDictionary(cell => cell.Place, cell => cell.ToDraft());
        var filled = cells.Where(cell => cell.Value.Cell is not null).ToDictionary(cell => cell.Key, cell => cell.Value.Cell!);
        var plans = (await rows.ReadAsync<NamedRow>()).Select(plan => new SailPlan(new(plan.Key), plan.Name)).ToList();
        var layers = Layers.Of(plans, [.. (await rows.ReadAsync<NamedRow>()).Select(mode => new SailingMode(new(mode.Key), mode.Name))]).Value;
        return new(new(row.Id, row.MatrixRevision, row.LogRevision), row.ToClass(controls, [.. all[true]], layers), new(layers, bands, controls, filled), cells);
    }

    /// <summary>Writes the height a class's bands are meant at, and how it reads its card for other crews.</summary>
    public async Task SaveCrewAsync(long classId, Length windHeight, CrewReading crew)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            "update boat_classes set wind_height = @Metres, crew = @crew::jsonb, matrix_revision = matrix_revision + 1 where id = @classId",
            new { classId, windHeight.Metres, crew = CrewJson.Write(crew) });
    }

    /// <summary>Writes the plans and modes of a class anew, in their order. Those left out go, with their cells.</summary>
    public async Task SaveLayersAsync(long classId, Layers layers)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await connection.ExecuteAsync(
            """
            delete from sail_plans where class_id = @classId and key <> all (@plans);
            delete from sailing_modes where class_id = @classId and key <> all (@modes);
            """,
            new { classId, plans = layers.Plans.Select(plan => plan.Key.Name).ToArray(), modes = layers.Modes.Select(mode => mode.Key.Name).ToArray() },
            transaction);
        await InsertLayersAsync(connection, transaction, classId, layers);
        await transaction.CommitAsync();
    }

    /// <summary>Writes new edges and names for all bands of a class at once; the bands keep their cells.</summary>
    public async Task SaveBandsAsync(long classId, WindBands bands)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await connection.ExecuteAsync(
            "update bands set name = @Name, low = @Low, high = @High where class_id = @classId and number = @Number",
            bands.All.Select(band => new { classId, band.Name, Low = band.From.MetresPerSecond, High = band.To.MetresPerSecond, band.Id.Number }),
            transaction);
        await transaction.CommitAsync();
    }

    /// <summary>Splits a band at a wind inside it; the upper part is a new band with the same cells.</summary>
    /// <returns>False when there is no such band or the wind does not lie inside it.</returns>
    public async Task<bool> SplitBandAsync(long classId, BandId band, Speed at, string upperName)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        var upper = await connection.ExecuteScalarAsync<int?>(
            """
            with halved as (
              update bands b set high = @at from bands was where was.class_id = b.class_id and was.number = b.number
                and b.class_id = @classId and b.number = @Number and b.low < @at and b.high > @at
              returning was.high)
            insert into bands (class_id, number, name, low, high)
            select @classId, (select max(number) + 1 from bands where class_id = @classId), @upperName, @at, high from halved
            returning number
            """,
            new { classId, band.Number, at = at.MetresPerSecond, upperName },
            transaction);
        await connection.ExecuteAsync(
            "insert into cells (class_id, plan, mode, band, control, content, edited_by, edited_at) select class_id, plan, mode, @upper, control, content, edited_by, edited_at from cells where class_id = @classId and band = @Number and @upper is not null",
            new { classId, band.Number, upper },
            transaction);
        await transaction.CommitAsync();
        return upper is not null;
    }

    /// <summary>Joins a band with the next stronger one. Its own cells stay; where it has none it takes the other's.</summary>
    /// <returns>False when there is no next band.</returns>
    public async Task<bool> JoinBandsAsync(long classId, BandId lower)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        var upper = await connection.ExecuteScalarAsync<int?>(
            "select up.number from bands b join bands up on up.class_id = b.class_id and up.low = b.high where b.class_id = @classId and b.number = @Number", new { classId, lower.Number }, transaction);
        if (upper is null)
        {
            return false;
        }

        await connection.ExecuteAsync(
            """
            insert into cells (class_id, plan, mode, band, control, content, edited_by, edited_at)
              select class_id, plan, mode, @Number, control, content, edited_by, edited_at from cells where class_id = @classId and band = @upper and content is not null
              on conflict (class_id, plan, mode, band, control) do update set content = excluded.content, revision = cells.revision + 1 where cells.content is null;
            update bands set high = (select high from bands where class_id = @classId and number = @upper) where class_id = @classId and number = @Number;
            delete from bands where class_id = @classId and number = @upper;
            """,
            new { classId, lower.Number, upper },
            transaction);
        await transaction.CommitAsync();
        return true;
    }

    internal static async Task InsertLayersAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, long classId, Layers layers)
    {
        await connection.ExecuteAsync(
            "insert into sail_plans (class_id, key, position, name) values (@classId, @key, @at, @Name) on conflict (class_id, key) do update set position = excluded.position, name = excluded.name",
            layers.Plans.Select((plan, at) => new { classId, key = plan.Key.Name, at, plan.Name }),
            transaction);
        await connection.ExecuteAsync(
            "insert into sailing_modes (class_id, key, position, name) values (@classId, @key, @at, @Name) on conflict (class_id, key) do update set position = excluded.position, name = excluded.name",
            layers.Modes.Select((mode, at) => new { classId, key = mode.Key.Name, at, mode.Name }),
            transaction);
    }

    // The driver announces text[] as a plain array, which no constructor can match by itself.
    [method: ExplicitConstructor]
    private sealed record ClassRow(
        long Id, long MatrixRevision, long LogRevision, string Key, string Name, string Family, string About,
        double HelmTarget, double HelmTolerance, double ReferenceWind, double HelmPerHeel, string[] Cautions, string[] Checks, double WindHeight, string? Crew)
    {
        public BoatClass ToClass(IReadOnlyList<Control> controls, IReadOnlyList<Control> retired, Layers layers) => new(
            Key, Name, Family, About,
            new(Angle.FromDegrees(HelmTarget), Angle.FromDegrees(HelmTolerance), Speed.FromMetresPerSecond(ReferenceWind), HelmPerHeel),
            controls,
            Cautions)
        {
            Checks = this.Checks,
            Layers = layers,
            Retired = retired,
            WindHeight = Length.FromMetres(this.WindHeight),
            Crew = CrewJson.Read(this.Crew),
        };
    }

    private sealed record NamedRow(string Key, string Name);

    private sealed record ControlRow(string Definition, bool Retired);

    private sealed record BandRow(int Number, string Name, double Low, double High)
    {
        public WindBand ToBand() => new(new(Number), Name, Speed.FromMetresPerSecond(Low), Speed.FromMetresPerSecond(High));
    }

    private sealed record CellRow(string Plan, string Mode, int Band, string Control, int Revision, string? Content, string EditedBy, DateTimeOffset? EditedAt)
    {
        public CellPlace Place => new(new(new(Plan), new(Mode)), new(new(Band), new(Control)));

        public DraftCell ToDraft() => new(CellContent.Read(Content), Revision, EditedBy, EditedAt);
    }
}
