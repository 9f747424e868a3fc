using System.Collections.Concurrent;
using Npgsql;

namespace Regatta.Web.Live;

/// <summary>Hears from the database what happened, in whichever instance, and wakes who waits for it.</summary>
/// <param name="listen">Listens until cancelled: called with what to do once the line stands, and with each that is told.</param>
/// <param name="log">Where it is said that nothing is heard.</param>
public abstract class Watch<T>(Func<Action, Action<T>, CancellationToken, Task> listen, ILogger log) : BackgroundService
    where T : notnull
{
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(2);

    private readonly ConcurrentDictionary<T, TaskCompletionSource> waiting = new();

    /// <summary>Done when it happens next, or may have happened.</summary>
    public Task Next(T one) => waiting.GetOrAdd(one, _ => new(TaskCreationOptions.RunContinuationsAsynchronously)).Task;

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                // What happened while nobody listened is not known, so everybody looks again as soon as the line stands.
                await listen(WakeAll, Wake, stoppingToken);
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

    private void Wake(T one)
    {
        if (waiting.TryRemove(one, out var page))
        {
            page.TrySetResult();
        }
    }
}

/// <summary>Wakes the pages that have a class open when it changes, whoever changed it.</summary>
public sealed class ClassWatch(Classes classes, ILogger<ClassWatch> log) : Watch<ClassRef>(classes.ListenAsync, log);

/// <summary>Wakes the answers that last when their sign-in is over.</summary>
public sealed class SignInWatch(SignIns signIns, ILogger<SignInWatch> log) : Watch<Guid>(signIns.ListenAsync, log);
