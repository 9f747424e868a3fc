using System.Collections.Concurrent;
using System.Globalization;
using Npgsql;

namespace Regatta.Web.Live;

/// <summary>Hears from the database that a class changed, whoever changed it in whichever instance, and wakes the pages that have it
/// open.</summary>
public sealed class ClassWatch(Classes classes, ILogger<ClassWatch> log) : BackgroundService
{
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(2);

    private readonly ConcurrentDictionary<ClassRef, TaskCompletionSource> waiting = new();

    /// <summary>Done when the class changes next.</summary>
    public Task Next(ClassRef one) => waiting.GetOrAdd(one, _ => new(TaskCreationOptions.RunContinuationsAsynchronously)).Task;

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                // What changed while nobody listened is not known, so everybody looks again as soon as the line stands.
                await classes.ListenAsync(WakeAll, Wake, stoppingToken);
            }
            catch (Exception trouble) when (trouble is NpgsqlException or IOException or TimeoutException)
            {
                log.LogWarning("The database does not tell of changes: {Trouble}", trouble.Message);
                await Task.Delay(Pause, stoppingToken);
            }
        }
    }

    private void WakeAll()
    {
        foreach (var one in waiting.Keys)
        {
            Wake(one);
        }
    }

    private void Wake(ClassRef one)
    {
        if (waiting.TryRemove(one, out var page))
        {
            page.TrySetResult();
        }
    }
}

/// <summary>Tells open matrices how often their class and its logs have changed, so that they look when they are behind.</summary>
internal static class ClassStream
{
    private static readonly TimeSpan AtMostEvery = TimeSpan.FromMilliseconds(250);

    public static void MapClassStream(this WebApplication app) =>
        app.MapGet(
                "/{club}/classes/{key}/stream",
                (HttpContext context, ClubContext here, Classes classes, ClassWatch watch, IHostApplicationLifetime life) =>
                    EventStream.Of(
                        context,
                        life,
                        "class",
                        AtMostEvery,
                        () => watch.Next(here.Class.Class),
                        async () =>
                            await classes.StampAsync(here.Class.Class) is { } stamp
                                ? (stamp.MatrixRevision + stamp.LogRevision).ToString(CultureInfo.InvariantCulture)
                                : "gone"
                    )
            )
            .RequireAuthorization(Policies.Member)
            .RequireRateLimiting(RequestLimits.Streams);
}
