using System.IO.Compression;
using System.Net;
using Dapper;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.Mvc.Testing.Handlers;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;
using Regatta.Store;
using Regatta.Web.Station;

[assembly: AssemblyFixture(typeof(Regatta.Web.Tests.ClubHost))]

namespace Regatta.Web.Tests;

/// <summary>The whole application over a database of its own, with the demo club loaded.</summary>
public sealed class ClubHost : WebApplicationFactory<Program>, IAsyncLifetime
{
    /// <summary>Loading the demo takes a second or two, copying a database that has it hardly any.</summary>
    private static readonly string Template = "template_" + Guid.NewGuid().ToString("N");

    /// <summary>The password of Kim, who founds clubs.</summary>
    public const string KimsPassword = "tulip gravel spoon harrow";

    private readonly string name;
    private readonly string demo;
    private readonly bool ownsDatabase;
    private readonly bool isFirst;
    private (string Name, string Value)[] settings = [];

    public ClubHost()
        : this("web_" + Guid.NewGuid().ToString("N"), "IfEmpty", ownsDatabase: true) => isFirst = true;

    private ClubHost(string name, string demo, bool ownsDatabase) => (this.name, this.demo, this.ownsDatabase) = (name, demo, ownsDatabase);

    private static string TestServer =>
        Environment.GetEnvironmentVariable("REGATTA_TEST_SERVER")
        ?? throw new InvalidOperationException(
            "REGATTA_TEST_SERVER holds no connection string. Run the tests by ./test, or point it at a PostgreSQL server."
        );

    /// <summary>The first host makes the template for all others.</summary>
    public async ValueTask InitializeAsync()
    {
        await using (var server = new NpgsqlConnection(TestServer))
        {
            await server.ExecuteAsync($"create database {Template}");
        }

        await using (var first = new ClubHost(Template, "IfEmpty", ownsDatabase: false))
        {
            first.StartServer();
        }

        // A database somebody is connected to cannot be copied; what migrated it has a pool of its own.
        NpgsqlConnection.ClearAllPools();
        await StartOwnAsync();
    }

    private async Task StartOwnAsync()
    {
        await using var server = new NpgsqlConnection(TestServer);
        await server.ExecuteAsync(demo == "Never" ? $"create database {name}" : $"create database {name} template {Template}");
        StartServer();
    }

    public override async ValueTask DisposeAsync()
    {
        await base.DisposeAsync();
        if (!ownsDatabase)
        {
            return;
        }

        await using var server = new NpgsqlConnection(TestServer);
        await server.ExecuteAsync($"drop database {name} with (force)");
        if (isFirst)
        {
            await server.ExecuteAsync($"drop database {Template} with (force)");
        }
    }

    /// <summary>Another application over another database, for tests that change much.</summary>
    public async Task<ClubHost> AnotherAsync(string demoChoice, params (string Name, string Value)[] settings)
    {
        var another = new ClubHost("web_" + Guid.NewGuid().ToString("N"), demoChoice, ownsDatabase: true) { settings = settings };
        await another.StartOwnAsync();
        return another;
    }

    /// <summary>Another application over a database of an older shape, from a zipped dump.</summary>
    /// <param name="dump">The dump.</param>
    /// <param name="before">What is done to the old database before it is brought up.</param>
    public static async Task<ClubHost> OverDumpAsync(string dump, string before)
    {
        var name = "web_" + Guid.NewGuid().ToString("N");
        await using (var server = new NpgsqlConnection(TestServer))
        {
            await server.ExecuteAsync($"create database {name}");
        }

        var address = new NpgsqlConnectionStringBuilder(TestServer) { Database = name, Pooling = false }.ConnectionString;
        await using (var old = new NpgsqlConnection(address))
        {
            await using var zipped = new GZipStream(File.OpenRead(dump), CompressionMode.Decompress);
            using var text = new StreamReader(zipped);
            await old.ExecuteAsync(await text.ReadToEndAsync(), commandTimeout: 120);
            await old.ExecuteAsync("set search_path = public; " + before);
        }

        var over = new ClubHost(name, "IfEmpty", ownsDatabase: true);
        over.StartServer();
        return over;
    }

    /// <summary>Another start over the same database.</summary>
    public ClubHost Again(string demoChoice, params (string Name, string Value)[] with)
    {
        var again = new ClubHost(name, demoChoice, ownsDatabase: false) { settings = with };
        again.StartServer();
        return again;
    }

    /// <summary>A visitor who keeps cookies and does not follow redirects by itself.</summary>
    public Visitor Visit() => new(CreateClient(new() { AllowAutoRedirect = false, HandleCookies = true }));

    /// <summary>The same, signed in as one of the demo club's people.</summary>
    public async Task<Visitor> VisitAsAsync(string person)
    {
        var visitor = Visit();
        await visitor.SignInAsync(person);
        return visitor;
    }

    /// <summary>The address at which the first club of an empty installation is founded.</summary>
    public async Task<string> FoundingAddressAsync() =>
        "/found?code=" + await Services.GetRequiredService<Clubs>().MakeFoundingCodeAsync(by: null);

    /// <summary>Founds a club that is no demo, and returns its coordinator Kim, signed in.</summary>
    public async Task<Visitor> FoundAsync(string clubName)
    {
        var founder = Visit();
        var address = await FoundingAddressAsync();
        var founded = await founder.SendAsync(
            await founder.GetAsync(address),
            "form.stack",
            "/found",
            ("clubName", clubName),
            ("zone", "UTC"),
            ("name", "Kim Alder"),
            ("signin", "kim"),
            ("password", KimsPassword)
        );
        Assert.Equal(302, (int)founded.Status);
        return founder;
    }

    /// <summary>A browser of sorts, with its jar of cookies.</summary>
    public (Visitor Visitor, CookieContainer Jar) VisitWithCookies()
    {
        var jar = new CookieContainer();
        return (VisitWith(jar), jar);
    }

    /// <summary>A browser of sorts with the cookies of another.</summary>
    public Visitor VisitWith(CookieContainer jar) => new(CreateDefaultClient(ClientOptions.BaseAddress, new CookieContainerHandler(jar)));

    /// <summary>Where its database is.</summary>
    public string Connection => new NpgsqlConnectionStringBuilder(TestServer) { Database = name }.ConnectionString;

    /// <summary>One value of the database.</summary>
    public async Task<T?> ScalarAsync<T>(string query)
    {
        await using var connection = await Services
            .GetRequiredService<NpgsqlDataSource>()
            .OpenConnectionAsync(TestContext.Current.CancellationToken);
        return await connection.ExecuteScalarAsync<T>(query);
    }

    /// <summary>Takes the database away from the application, or gives it back.</summary>
    public async Task LetConnectAsync(bool allowed)
    {
        await using var server = new NpgsqlConnection(TestServer);
        await server.ExecuteAsync(
            $"alter database {name} allow_connections {allowed}; "
                + $"select pg_terminate_backend(pid) from pg_stat_activity where datname = '{name}' and pid <> pg_backend_pid()"
        );
        NpgsqlConnection.ClearAllPools();
    }

    /// <summary>Stops the application as a kill does: its connections are cut first, so that it can give nothing back.</summary>
    public async Task CloseWithoutReleaseAsync()
    {
        await Services.GetRequiredService<NpgsqlDataSource>().DisposeAsync();
        await base.DisposeAsync();
    }

    /// <summary>A club of this application.</summary>
    public ClubId ClubOf(string key) =>
        Services.GetRequiredService<Clubs>().AllAsync().GetAwaiter().GetResult().Single(club => club.Key == key).Ref;

    /// <summary>A club's station as its pages see it.</summary>
    public ClubStation StationOf(string key) => Services.GetRequiredService<StationStates>().Of(ClubOf(key));

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        builder.UseSetting("REGATTA_DATABASE", Connection);
        builder.UseSetting("REGATTA_WARM_CLASSES", "0");
        builder.UseSetting(
            "REGATTA_DEMO_BUNDLE",
            string.Join(
                Path.PathSeparator,
                new[] { "wenlow.json", "tessick.json" }.Select(file => Path.Combine(AppContext.BaseDirectory, file))
            )
        );
        builder.UseSetting("REGATTA_DEMO", demo);
        foreach (var (setting, value) in settings)
        {
            builder.UseSetting(setting, value);
        }

        builder.UseSetting("Serilog:MinimumLevel:Default", "Warning");
        // Hundreds sign in here, and nobody guesses.
        builder.ConfigureServices(services => services.Configure<PasswordHasherOptions>(options => options.IterationCount = 1_000));
    }
}
