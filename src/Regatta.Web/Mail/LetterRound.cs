using Npgsql;

namespace Regatta.Web.Mail;

/// <summary>Looks every few minutes whose letter of the day is due.</summary>
internal sealed class LetterRound(
    DailyLetter letters,
    StopLetters stop,
    RegattaSettings settings,
    IConfiguration configuration,
    TimeProvider clock,
    ILogger<LetterRound> log
) : BackgroundService
{
    private static readonly TimeSpan Between = TimeSpan.FromMinutes(10);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                if (await letters.RunAsync(settings.AddressFrom(configuration), stop.PathOf) is var sent and > 0)
                {
                    log.LogInformation("{Letters} letters of the day were sent", sent);
                }
            }
            catch (Exception trouble) when (trouble is NpgsqlException or TimeoutException)
            {
                log.LogWarning("No letters were written this time: {Trouble}", trouble.Message);
            }

            await Task.Delay(Between, clock, stoppingToken);
        }
    }
}
