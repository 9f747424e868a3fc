using Npgsql;
using Regatta.Store.Storage;

namespace Regatta.Web.Live;

/// <summary>Works out, once the app is up, what the classes that were sailed lately say, so that the first look at them does not wait for
/// it. One after the other: who asks meanwhile comes first.</summary>
internal sealed class WarmViews(
    Classes classes,
    ClassCache views,
    RegattaSettings settings,
    IHostApplicationLifetime life,
    ILogger<WarmViews> log
) : BackgroundService
{
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        var up = new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously);
        await using var started = life.ApplicationStarted.Register(up.SetResult);
        await up.Task.WaitAsync(stoppingToken);
        try
        {
            var lately = await classes.LatelySailedAsync(settings.WarmClasses);
            foreach (var stamp in lately)
            {
                stoppingToken.ThrowIfCancellationRequested();
                await WarmAsync(stamp);
            }

            if (lately.Count == 0)
            {
                return;
            }

            // What was read for it goes now, and not while somebody waits.
            GC.Collect();
            log.LogInformation("What {Classes} classes say has been worked out", lately.Count);
        }
        catch (Exception trouble) when (trouble is NpgsqlException or TimeoutException)
        {
            log.LogWarning("What classes say is worked out when somebody looks: {Trouble}", trouble.Message);
        }
    }

    private async Task WarmAsync(ClassStamp stamp)
    {
        try
        {
            var view = await views.FindAsync(stamp);
            foreach (var read in new[] { view, view.ForSailors }.Distinct())
            {
                ClassCover.Of(read);
                _ = read.On(read.Class.PlanModes.First).Proven;
            }
        }
        catch (UnreadableClassException broken)
        {
            log.LogWarning("A class cannot be read: {Why}", broken.Why);
        }
    }
}
