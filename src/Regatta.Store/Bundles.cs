using Dapper;
using Npgsql;
using Regatta.Formats.Bundles;

namespace Regatta.Store;

/// <summary>The club as the database knows it.</summary>
public sealed record Club(string Name, string TimeZone, bool IsDemo);

/// <summary>What came of bringing a bundle in.</summary>
public sealed record ImportResult(IReadOnlyList<string> Added, IReadOnlyList<string> AlreadyThere);

/// <summary>Brings bundles in and gathers them up again.</summary>
public sealed class Bundles(NpgsqlDataSource database, Classes classes, Boats boats, Versions versions, Logs logs, TimeProvider clock)
{
    /// <summary>The club, or null before it has a name.</summary>
    public async Task<Club?> ClubAsync()
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.QuerySingleOrDefaultAsync<Club>("select name, time_zone, is_demo from club");
    }

    /// <summary>Names the club, if it has no name yet.</summary>
    public async Task FoundClubAsync(string name, string timeZone, bool isDemo)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync("insert into club (name, time_zone, is_demo) values (@name, @timeZone, @isDemo) on conflict do nothing", new { name, timeZone, isDemo });
    }

    /// <summary>Adds the classes of a bundle, all or none. A class whose key is taken stays as it is.</summary>
    /// <param name="bundle">The bundle.</param>
    /// <param name="sailors">The account of a sailor's key; logs of others count but belong to nobody.</param>
    public async Task<ImportResult> ImportAsync(Bundle bundle, IReadOnlyDictionary<string, Guid> sailors)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        var (added, kept) = (new List<string>(), new List<string>());
        foreach (var one in bundle.Classes)
        {
            var isNew = await ImportClassAsync(connection, transaction, one, sailors);
            (isNew ? added : kept).Add(one.Class.Name);
        }

        await transaction.CommitAsync();
        return new(added, kept);
    }

    /// <summary>A class as a bundle, or null when there is none of that key.</summary>
    public async Task<Bundle?> ExportAsync(string key)
    {
        if (await classes.DraftAsync(key) is not { } draft)
        {
            return null;
        }

        var published = (await versions.AllAsync(draft.Stamp.Id)).Reverse().ToList();
        return new(null, [], [new(
            draft.Class,
            draft.Set,
            [.. (await boats.AllAsync(draft.Stamp.Id)).Select(boat => new BundledBoat(boat.Name, boat.Note, boat.Measured))],
            published,
            [.. (await logs.AllAsync(draft.Stamp.Id)).Select(log => new BundledLog(null, null, log))])]);
    }

    private async Task<bool> ImportClassAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, BundledClass bundled, IReadOnlyDictionary<string, Guid> sailors)
    {
        var (boatClass, draft, fleet, published, sessions) = bundled;
        var id = await connection.ExecuteScalarAsync<long?>(
            """
            insert into boat_classes (key, name, family, about, helm_target, helm_tolerance, reference_wind, helm_per_heel, cautions, checks, wind_height, crew)
            values (@Key, @Name, @Family, @About, @Target, @Tolerance, @Reference, @PerHeelDegree, @Cautions, @Checks, @WindHeight, @Crew::jsonb)
            on conflict (key) do nothing returning id
            """,
            new
            {
                boatClass.Key,
                boatClass.Name,
                boatClass.Family,
                boatClass.About,
                Target = boatClass.Helm.Target.Degrees,
                Tolerance = boatClass.Helm.Tolerance.Degrees,
                Reference = boatClass.Helm.ReferenceWind.MetresPerSecond,
                boatClass.Helm.PerHeelDegree,
                Cautions = boatClass.Cautions.ToArray(),
                Checks = boatClass.Checks.ToArray(),
                WindHeight = boatClass.WindHeight.Metres,
                Crew = CrewJson.Write(boatClass.Crew),
            },
            transaction);
        if (id is not { } classId)
        {
            return false;
        }

        await connection.ExecuteAsync(
            "insert into controls (class_id, key, position, definition, retired) values (@classId, @Name, @position, @definition::jsonb, @retired)",
            boatClass.Known.Select((control, position) => new { classId, control.Key.Name, position, definition = ControlJson.Write(control), retired = position >= draft.Controls.Count }),
            transaction);
        await Classes.InsertLayersAsync(connection, transaction, classId, draft.Layers);
        await connection.ExecuteAsync(
            "insert into bands (class_id, number, name, low, high) values (@classId, @Number, @Name, @Low, @High)",
            draft.Bands.All.Select(band => new { classId, band.Id.Number, band.Name, Low = band.From.MetresPerSecond, High = band.To.MetresPerSecond }),
            transaction);
        await connection.ExecuteAsync(
            "insert into cells (class_id, plan, mode, band, control, content, edited_at) values (@classId, @Plan, @Mode, @Band, @Control, @content::jsonb, @now)",
            draft.Cells.Select(cell => new
            {
                classId,
                Plan = cell.Place.Layer.Plan.Name,
                Mode = cell.Place.Layer.Mode.Name,
                Band = cell.Place.Address.Band.Number,
                Control = cell.Place.Address.Control.Name,
                content = CellContent.Write(cell.Cell),
                now = clock.GetUtcNow(),
            }),
            transaction);
        await connection.ExecuteAsync(
            "insert into matrix_versions (class_id, number, published_at, published_by, reason, content) values (@classId, @Number, @At, @By, @Reason, @content::jsonb)",
            published.Select(version => new { classId, version.Number, At = version.At.ToUniversalTime(), version.By, version.Reason, content = MatrixJson.Write(version.Set) }),
            transaction);
        var numbers = new Dictionary<string, long>();
        foreach (var boat in fleet)
        {
            numbers[boat.Name] = (await Boats.InsertAsync(connection, transaction, classId, boat.Name, boat.Note))!.Value;
            foreach (var (control, pairs) in boat.Measured)
            {
                await Boats.InsertPairsAsync(connection, transaction, classId, numbers[boat.Name], control, pairs, null, clock.GetUtcNow());
            }
        }

        foreach (var (sailor, boat, log) in sessions)
        {
            var whose = sailor is not null && sailors.TryGetValue(sailor, out var known) ? known : (Guid?)null;
            // Marks in a bundle are the class's own, whatever the boat read.
            var sailed = new SailedMarks(boat is null ? null : numbers[boat], log.Marks.Keys.ToHashSet());
            await Logs.InsertAsync(connection, transaction, classId, whose, sailed, log, clock.GetUtcNow());
        }

        return true;
    }
}
