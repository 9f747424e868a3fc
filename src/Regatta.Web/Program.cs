using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.HttpOverrides;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.ResponseCompression;
using Regatta.Store;
using Regatta.Web;
using Regatta.Web.Access;
using Regatta.Web.Benches;
using Regatta.Web.Station;
using Serilog;

var builder = WebApplication.CreateBuilder(args);
builder.Host.UseSerilog((context, log) => log.ReadFrom.Configuration(context.Configuration));

var settings = RegattaSettings.From(builder.Configuration);
builder.Services.AddSingleton(settings);
builder.Services.AddSingleton(TimeProvider.System);
builder.Services.AddSingleton(_ => Database.Connect(settings.Database));
builder.Services.AddSingleton<Classes>().AddSingleton<Cells>().AddSingleton<Versions>().AddSingleton<ShareLinks>().AddSingleton<Logs>();
builder.Services.AddSingleton<Controls>().AddSingleton<Boats>().AddSingleton<ReadingRoom>().AddSingleton<Crews>();
builder.Services.AddSingleton<Decisions>().AddSingleton<People>().AddSingleton<Bundles>();
builder.Services.AddSingleton<BenchRoom>().AddSingleton<ClassWatch>().AddHostedService(services => services.GetRequiredService<ClassWatch>()).AddSingleton<ClubClock>().AddScoped<DemoLoader>().AddScoped<Reader>();
builder.Services.AddSingleton(StationSettings.From(builder.Configuration)).AddSingleton<WindLog>().AddSingleton<Outings>().AddSingleton<StationDesk>().AddHostedService<StationReader>();
builder.Services.AddHttpContextAccessor();

builder.Services.AddRegattaSignIn();
builder.Services.AddRazorPages();
builder.Services.AddAntiforgery(options => options.HeaderName = "X-Form-Token");
builder.Services.AddRouting(options => options.LowercaseUrls = true);
builder.Services.AddResponseCompression(options =>
{
    options.EnableForHttps = true;
    options.MimeTypes = [.. ResponseCompressionDefaults.MimeTypes, "image/svg+xml"];
});
if (settings.KeyFolder is { } folder)
{
    builder.Services.AddDataProtection().PersistKeysToFileSystem(new(folder)).SetApplicationName("Regatta");
}

var app = builder.Build();
app.UseForwardedHeaders(new() { ForwardedHeaders = ForwardedHeaders.XForwardedProto });
app.UseResponseCompression();
app.UseExceptionHandler("/trouble");
app.UseStatusCodePagesWithReExecute("/trouble", "?status={0}");
app.UseSecurityHeaders(SecurityPolicy.Headers());
app.UseRouting();
app.UseAuthentication();
app.UseAuthorization();
app.MapStaticAssets().AllowAnonymous();
app.MapRazorPages().WithStaticAssets();
app.MapBoardStream();
app.MapClassStream();

await Database.AloneAsync(settings.Database, async () =>
{
    await Database.MigrateAsync(settings.Database);
    using var scope = app.Services.CreateScope();
    await scope.ServiceProvider.GetRequiredService<DemoLoader>().PrepareAsync();
});

app.Run();

/// <summary>The entry point, named for the test host.</summary>
public sealed partial class Program;
