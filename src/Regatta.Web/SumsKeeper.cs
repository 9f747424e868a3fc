namespace Regatta.Web;

/// <summary>Reads the runs of a class anew behind its readers' back, where they are many.</summary>
internal sealed class SumsKeeper(EvidenceLoader sums, ILogger<SumsKeeper> log) : BackgroundService
{
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        await foreach (var (one, work) in sums.BehindAsync(stoppingToken))
        {
            try
            {
                await work();
            }
            catch (Exception trouble) when (!stoppingToken.IsCancellationRequested)
            {
                // Whatever a class says, the others are read, and this one is read by the next who asks.
                log.LogWarning(trouble, "The sums of class {Class} were not made anew this time", one.Number);
            }
        }
    }
}
