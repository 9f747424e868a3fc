using Regatta.Web;
using Regatta.Web.Access;
using Regatta.Web.Live;
using Regatta.Web.Station;
using Serilog;

// What keeps the app from starting is a sentence, without a trace of where it was noticed.
AppDomain.CurrentDomain.UnhandledException += (_, ended) =>
{
    if (ended.ExceptionObject is StartRefusedException refused)
    {
        Console.Error.WriteLine(Database.Sentence(refused));
        Environment.Exit(1);
    }
};

WebApplication app;
try
{
    var builder = WebApplication.CreateBuilder(args);
    builder.Host.UseSerilog(
        (context, services, log) =>
            log
                .ReadFrom.Configuration(context.Configuration)
                .Enrich.With(new RequestLog(services.GetRequiredService<IHttpContextAccessor>()))
                .ToFolder(services.GetRequiredService<RegattaSettings>().LogFolder)
    );

    var settings = RegattaSettings.From(builder.Configuration);
    DemoGuard.Check(settings, builder.Configuration);
    if (args.Contains("--migrate"))
    {
        // The role that owns the database brings it to this program's schema; the app itself runs as one that cannot.
        await Database.WithAdvisoryLockAsync(settings.Database, () => Database.MigrateAsync(settings.Database));
        return 0;
    }

    builder.Services.AddSingleton(settings);
    builder.Services.AddSingleton(TimeProvider.System);
    builder.Services.AddStore(settings.Database);
    builder.Services.AddUseCases();
    builder.Services.AddPages(settings, StationSettings.From(builder.Configuration));
    builder.Services.AddDatabaseKeyRing(settings);
    builder.Services.AddEdge(settings);
    builder.WebHost.ConfigureKestrel(HostLimits.Limit);

    app = builder.Build();
    app.UseEdge(settings);
    app.UseTroublePages();
    app.UseSecurityHeaders(SecurityPolicy.Headers(settings));
    app.UseRouting();
    app.UseAuthentication();
    app.UseMiddleware<OutboxAnswers>();
    app.UseMiddleware<Auditing>();
    app.UseRateLimiter();
    app.UseMiddleware<ClubAdmission>();
    app.UseAuthorization();
    app.UseMiddleware<UploadPlaces>();
    app.MapStaticAssets().AllowAnonymous();
    app.MapRazorPages().WithStaticAssets();
    app.MapBoardStream();
    app.MapClassStream();
    app.MapHealthChecks("/health/live", new() { Predicate = _ => false }).AllowAnonymous();
    app.MapHealthChecks("/health/ready").AllowAnonymous();
    app.MapInnerPages();

    await Database.WithAdvisoryLockAsync(
        settings.Database,
        async () =>
        {
            await Database.MigrateAsync(settings.Database);
            using var scope = app.Services.CreateScope();
            DatabaseKeyRing.Adopt(scope.ServiceProvider.GetRequiredService<DataProtectionKeys>(), settings.OldKeys);
            await scope.ServiceProvider.GetRequiredService<DemoLoader>().PrepareAsync();
            await scope.ServiceProvider.GetRequiredService<FirstClub>().OfferAsync();
            await scope.ServiceProvider.GetRequiredService<LostAccess>().OfferAsync(Console.Out);
            await scope
                .ServiceProvider.GetRequiredService<StationSettings>()
                .KeepAsync(scope.ServiceProvider.GetRequiredService<Clubs>(), scope.ServiceProvider.GetRequiredService<Stations>());
        }
    );
}
catch (Exception trouble) when (trouble.GetBaseException() is Npgsql.NpgsqlException or System.Net.Sockets.SocketException)
{
    await Console.Error.WriteLineAsync(Database.Sentence(trouble));
    return 1;
}

app.Run();
return 0;

/// <summary>The entry point, named for the test host.</summary>
public sealed partial class Program;
