using Dapper;
using Microsoft.Extensions.Time.Testing;
using Npgsql;
using Regatta.Formats.Bundles;
using Regatta.Store;

[assembly: AssemblyFixture(typeof(Regatta.Store.Tests.StoreFixture))]

namespace Regatta.Store.Tests;

/// <summary>A database of its own on the server that ./test started, with the demo classes and two people in it.</summary>
public sealed class StoreFixture : IAsyncLifetime
{
    public static readonly DateTimeOffset Now = new(2026, 6, 1, 12, 0, 0, TimeSpan.Zero);

    private readonly string name = "store_" + Guid.NewGuid().ToString("N");

    public string Connection { get; private set; } = "";

    public NpgsqlDataSource Database { get; private set; } = null!;

    public FakeTimeProvider Clock { get; } = new(Now);

    public Classes Classes { get; private set; } = null!;

    public Cells Cells { get; private set; } = null!;

    public Versions Versions { get; private set; } = null!;

    public Logs Logs { get; private set; } = null!;

    public Boats Boats { get; private set; } = null!;

    public Bundles Bundles { get; private set; } = null!;

    public Person Ann { get; } = new() { SignInName = "ann", NormalizedName = "ANN", DisplayName = "Ann", SecurityStamp = "1" };

    public Person Ben { get; } = new() { SignInName = "ben", NormalizedName = "BEN", DisplayName = "Ben", SecurityStamp = "1" };

    private static string Server => Environment.GetEnvironmentVariable("REGATTA_TEST_SERVER")
        ?? throw new InvalidOperationException("REGATTA_TEST_SERVER holds no connection string. Run the tests by ./test, or point it at a PostgreSQL server.");

    public async ValueTask InitializeAsync()
    {
        await using (var server = new NpgsqlConnection(Server))
        {
            await server.ExecuteAsync($"create database {name}");
        }

        Connection = new NpgsqlConnectionStringBuilder(Server) { Database = name, Pooling = true }.ConnectionString;
        Database = Regatta.Store.Database.Connect(Connection);

        // Two instances that start together: the lock lets one of them migrate, and both come up.
        await Task.WhenAll(Enumerable.Range(0, 2).Select(_ => Regatta.Store.Database.AloneAsync(Connection, () => Regatta.Store.Database.MigrateAsync(Connection))));
        (Classes, Cells, Versions, Logs, Boats) = (new(Database), new(Database, Clock), new(Database, Clock), new(Database, Clock), new(Database, Clock));
        Bundles = new(Database, Classes, Boats, Versions, Logs, Clock);
        var people = new People(Database);
        await people.SaveAsync(Ann);
        await people.SaveAsync(Ben);
        var bundle = BundleReader.Read(await File.ReadAllBytesAsync(Path.Combine(AppContext.BaseDirectory, "club.json")), new(2026, 11, 23, 0, 0, 0, TimeSpan.Zero)).Bundle!;
        await Bundles.ImportAsync(bundle, new Dictionary<string, Guid> { ["tamsin"] = Ann.Id });
    }

    public async ValueTask DisposeAsync()
    {
        await Database.DisposeAsync();
        NpgsqlConnection.ClearAllPools();
        await using var server = new NpgsqlConnection(Server);
        await server.ExecuteAsync($"drop database {name} with (force)");
    }

    /// <summary>A fresh copy of a demo class under a key of its own, so that tests do not meet.</summary>
    public async Task<ClassDraft> FreshClassAsync()
    {
        var bundle = (await Bundles.ExportAsync("quillet"))!;
        var key = "c" + Guid.NewGuid().ToString("N");
        var one = bundle.Classes[0];
        await Bundles.ImportAsync(bundle with { Classes = [one with { Class = one.Class with { Key = key }, Boats = [], Logs = [] }] }, new Dictionary<string, Guid>());
        return (await Classes.DraftAsync(key))!;
    }
}
