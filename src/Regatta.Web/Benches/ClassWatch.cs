using System.Collections.Concurrent;
using System.Globalization;
using Npgsql;
using Regatta.Store;
using Regatta.Web.Access;

namespace Regatta.Web.Benches;

/// <summary>Hears from the database that a class changed, whoever changed it, and wakes the pages that have it open.</summary>
public sealed class ClassWatch(Classes classes, ILogger<ClassWatch> log) : BackgroundService
{
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(2);

    private readonly ConcurrentDictionary<long, TaskCompletionSource> waiting = new();

    /// <summary>Done when the class changes next.</summary>
    public Task Next(long classId) => waiting.GetOrAdd(classId, _ => new(TaskCreationOptions.RunContinuationsAsynchronously)).Task;

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                await classes.ListenAsync(Wake, stoppingToken);
            }
            catch (Exception trouble) when (trouble is NpgsqlException or IOException or TimeoutException)
            {
                log.LogWarning("The database does not tell of changes: {Trouble}", trouble.Message);
                // What changed while nobody listened is not known, so everybody looks again.
                foreach (var id in waiting.Keys)
                {
                    Wake(id);
                }

                await Task.Delay(Pause, stoppingToken);
            }
        }
    }

    private void Wake(long classId)
    {
        if (waiting.TryRemove(classId, out var page))
        {
            page.TrySetResult();
        }
    }
}

/// <summary>Tells open matrices how often their class has changed, so that they look when they are behind.</summary>
internal static class ClassStream
{
    private static readonly TimeSpan AtMostEvery = TimeSpan.FromMilliseconds(250);

    public static void MapClassStream(this WebApplication app) => app
        .MapGet("/classes/{key}/stream", async (string key, HttpContext context, Classes classes, ClassWatch watch, IHostApplicationLifetime life) =>
        {
            if (await classes.StampAsync(key) is not { Id: var id })
            {
                context.Response.StatusCode = StatusCodes.Status404NotFound;
                return;
            }

            await EventStream.TellAsync(context, life, "class", AtMostEvery, () => watch.Next(id), async () =>
                (await classes.StampAsync(key))?.MatrixRevision.ToString(CultureInfo.InvariantCulture) ?? "gone");
        })
        .RequireAuthorization(Policies.Member);
}
