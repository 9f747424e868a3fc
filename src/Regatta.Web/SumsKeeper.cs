using Npgsql;
using Regatta.Application.Reading;

namespace Regatta.Web;

/// <summary>Seeks the weights of a class's runs anew, behind its readers' back, where they are many and have grown.</summary>
internal sealed class SumsKeeper(KeptSums sums, ILogger<SumsKeeper> log) : BackgroundService
{
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        await foreach (var (one, work) in sums.BehindAsync(stoppingToken))
        {
            try
            {
                await work();
            }
            catch (Exception trouble) when (trouble is NpgsqlException or TimeoutException)
            {
                log.LogWarning("The sums of class {Class} were not made anew this time: {Trouble}", one.Number, trouble.Message);
            }
        }
    }
}
