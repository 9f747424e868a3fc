using Microsoft.AspNetCore.HttpOverrides;
using Microsoft.AspNetCore.ResponseCompression;
using Regatta.Store;
using Regatta.Web;
using Regatta.Web.Access;
using Regatta.Web.Live;
using Regatta.Web.Station;
using Serilog;

var builder = WebApplication.CreateBuilder(args);
builder.Host.UseSerilog((context, log) => log.ReadFrom.Configuration(context.Configuration));

var settings = RegattaSettings.From(builder.Configuration);
builder.Services.AddSingleton(settings);
builder.Services.AddSingleton(TimeProvider.System);
builder.Services.AddStore(settings.Database);
builder.Services.AddUseCases();
builder.Services.AddPages(StationSettings.From(builder.Configuration));
builder.Services.AddDatabaseKeyRing();
builder.Services.AddResponseCompression(options =>
{
    options.EnableForHttps = true;
    options.MimeTypes = [.. ResponseCompressionDefaults.MimeTypes, "image/svg+xml"];
});

var app = builder.Build();
app.UseForwardedHeaders(new() { ForwardedHeaders = ForwardedHeaders.XForwardedProto });
app.UseResponseCompression();
app.UseExceptionHandler("/trouble");
app.UseStatusCodePagesWithReExecute("/trouble", "?status={0}");
app.UseSecurityHeaders(SecurityPolicy.Headers());
app.UseRouting();
app.UseAuthentication();
app.UseMiddleware<ClubAdmission>();
app.UseAuthorization();
app.MapStaticAssets().AllowAnonymous();
app.MapRazorPages().WithStaticAssets();
app.MapBoardStream();
app.MapClassStream();

await Database.WithAdvisoryLockAsync(
    settings.Database,
    async () =>
    {
        await Database.MigrateAsync(settings.Database);
        using var scope = app.Services.CreateScope();
        DatabaseKeyRing.Adopt(scope.ServiceProvider.GetRequiredService<DataProtectionKeys>(), settings.OldKeys);
        await scope.ServiceProvider.GetRequiredService<DemoLoader>().PrepareAsync();
        await scope
            .ServiceProvider.GetRequiredService<StationSettings>()
            .KeepAsync(scope.ServiceProvider.GetRequiredService<Clubs>(), scope.ServiceProvider.GetRequiredService<Stations>());
    }
);

app.Run();

/// <summary>The entry point, named for the test host.</summary>
public sealed partial class Program;
