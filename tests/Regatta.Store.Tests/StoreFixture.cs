using Dapper;
using Microsoft.Extensions.Time.Testing;
using Npgsql;
using Regatta.Application.Exchange;
using Regatta.Formats.Bundles;
using Regatta.Store;

[assembly: AssemblyFixture(typeof(Regatta.Store.Tests.StoreFixture))]

namespace Regatta.Store.Tests;

/// <summary>A database of its own on the server that ./test started, with the demo classes of two clubs and two people in it.</summary>
public sealed class StoreFixture : IAsyncLifetime
{
    public static readonly DateTimeOffset Now = new(2026, 6, 1, 12, 0, 0, TimeSpan.Zero);

    private readonly string name = "store_" + Guid.NewGuid().ToString("N");

    public string Connection { get; private set; } = "";

    public NpgsqlDataSource Database { get; private set; } = null!;

    public FakeTimeProvider Clock { get; } = new(Now);

    public ClubId Club { get; private set; }

    public ClubId OtherClub { get; private set; }

    public Clubs Clubs => new(Database, Clock);

    public Members Members => new(Database, Clock);

    public Classes Classes => new(Database);

    public Cells Cells => new(Database, Clock);

    public ClassEdits Edits => new(Database, Clock);

    public ClassHistory History => new(Database);

    public RemovedParts RemovedParts => new(Database, Clock);

    public BoatLogs BoatLogs => new(Database);

    public Versions Versions => new(Database, Clock);

    public Logs Logs => new(Database, Clock);

    public EarlierLogs Earlier => new(Database);

    public Boats Boats => new(Database, Clock);

    public Decisions Decisions => new(Database, Cells, Clock);

    public ImportClasses Import => new(new Imports(Database, Clock), Classes, Clock);

    public Person Ann { get; } =
        new()
        {
            SignInName = "ann",
            NormalizedName = "ANN",
            DisplayName = "Ann",
            SecurityStamp = "1",
        };

    public Person Ben { get; } =
        new()
        {
            SignInName = "ben",
            NormalizedName = "BEN",
            DisplayName = "Ben",
            SecurityStamp = "1",
        };

    public static string Server =>
        Environment.GetEnvironmentVariable("REGATTA_TEST_SERVER")
        ?? throw new InvalidOperationException(
            "REGATTA_TEST_SERVER holds no connection string. Run the tests by ./test, or point it at a PostgreSQL server."
        );

    public async ValueTask InitializeAsync()
    {
        await using (var server = new NpgsqlConnection(Server))
        {
            await server.ExecuteAsync($"create database {name}");
        }

        Connection = new NpgsqlConnectionStringBuilder(Server) { Database = name, Pooling = true }.ConnectionString;
        Database = Regatta.Store.Database.Connect(Connection);

        // Two instances that start together: the lock lets one of them migrate, and both come up.
        await Task.WhenAll(
            Enumerable
                .Range(0, 2)
                .Select(_ =>
                    Regatta.Store.Database.WithAdvisoryLockAsync(Connection, () => Regatta.Store.Database.MigrateAsync(Connection))
                )
        );
        var people = new People(Database, Clock);
        await people.SaveAsync(Ann);
        await people.SaveAsync(Ben);
        Club = await LoadAsync("wenlow");
        OtherClub = await LoadAsync("tessick");
    }

    public async ValueTask DisposeAsync()
    {
        await Database.DisposeAsync();
        NpgsqlConnection.ClearAllPools();
        await using var server = new NpgsqlConnection(Server);
        await server.ExecuteAsync($"drop database {name} with (force)");
    }

    /// <summary>The draft of a class of the first club as it stands.</summary>
    public async Task<ClassDraft?> DraftAsync(string key) =>
        await Classes.StampAsync(Club, key) is { } stamp ? await Classes.DraftAsync(stamp.Class) : null;

    /// <summary>The same draft as it stands now.</summary>
    public async Task<ClassDraft> DraftAsync(ClassDraft draft) => (await Classes.DraftAsync(draft.Stamp.Class))!;

    /// <summary>Writes cells as somebody who saw the draft.</summary>
    public Task<SaveOutcome> SaveAsync(ClassDraft draft, IReadOnlyList<CellWrite> writes, string what, Guid who) =>
        Cells.SaveAsync(draft.Stamp.Class, draft.Stamp.Structure, writes, what, who);

    /// <summary>Writes one cell as somebody who saw the draft.</summary>
    public Task<SaveOutcome> SaveAsync(ClassDraft draft, CellPlace place, Cell? cell, int seen, Guid who) =>
        SaveAsync(draft, [new(place, cell, seen)], "one cell", who);

    /// <summary>Changes the definition as somebody who saw the draft; it must go through.</summary>
    public async Task<ClassDraft> ChangeAsync(ClassDraft draft, ClassChange change, Person who)
    {
        Assert.IsType<EditOutcome.Done>(await Edits.ApplyAsync(draft.Stamp.Class, draft.Stamp.Revision, change, who.Id));
        return await DraftAsync(draft);
    }

    /// <summary>A class as its bundle.</summary>
    public async Task<Bundle> ExportAsync(string key) =>
        (await new ExportClass(Classes, Boats, Versions, Logs).RunAsync((await Classes.StampAsync(Club, key))!.Class, withDraft: true))!;

    /// <summary>A fresh copy of a demo class under a key of its own, so that tests do not meet.</summary>
    public async Task<ClassDraft> FreshClassAsync(string of = "quillet")
    {
        var bundle = await ExportAsync(of);
        var key = "c" + Guid.NewGuid().ToString("N");
        var one = bundle.Classes[0];
        await Import.RunAsync(
            Club,
            bundle with
            {
                Classes = [one with { Draft = one.Draft.With(one.Class with { Key = key }), Boats = [], Logs = [] }],
            },
            new Dictionary<string, Guid>()
        );
        return (await DraftAsync(key))!;
    }

    private async Task<ClubId> LoadAsync(string key)
    {
        var club = (await Clubs.FoundAsync(key, key, "UTC", isDemo: false, Ann.Id, mayBeFurther: true, null))!.Ref;
        await Members.SetAsync(club, Ben.Id, ["sailor"], []);
        var bundle = BundleReader
            .Read(
                await File.ReadAllBytesAsync(Path.Combine(AppContext.BaseDirectory, key + ".json")),
                new(2026, 11, 23, 0, 0, 0, TimeSpan.Zero)
            )
            .Bundle!;
        await Import.RunAsync(club, bundle, new Dictionary<string, Guid> { ["tamsin"] = Ann.Id });
        return club;
    }
}
