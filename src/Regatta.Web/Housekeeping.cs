using Npgsql;

namespace Regatta.Web;

/// <summary>Forgets what has been kept for its time: sign-ins that are over, counts of tries, and lines of the trail that are
/// old. Writes the lines of acts that an app which ended left in hand.</summary>
internal sealed class Housekeeping(SignIns signIns, AttemptCounts tries, AuditTrail trail, TimeProvider clock, ILogger<Housekeeping> log)
    : BackgroundService
{
    private static readonly TimeSpan Between = TimeSpan.FromMinutes(30);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                if (await trail.WriteLeftAsync() is var written and > 0)
                {
                    log.LogWarning("{Acts} acts were kept by an app that ended; their lines stand in the trail now", written);
                }

                var gone = (await signIns.ForgetOldAsync(), await tries.ForgetOldAsync(), await trail.ForgetOldAsync());
                log.LogDebug("Forgotten: {SignIns} sign-ins, {Tries} counts, {Acts} acts", gone.Item1, gone.Item2, gone.Item3);
            }
            catch (Exception trouble) when (trouble is NpgsqlException or TimeoutException)
            {
                log.LogWarning("Nothing was forgotten this time: {Trouble}", trouble.Message);
            }

            await Task.Delay(Between, clock, stoppingToken);
        }
    }
}
