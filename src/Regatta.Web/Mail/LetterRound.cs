using System.Security.Cryptography;
using Microsoft.AspNetCore.DataProtection;
using Npgsql;

namespace Regatta.Web.Mail;

/// <summary>The address at which somebody stops their letters without signing in: it says who they are, and nobody else can make
/// it.</summary>
public sealed class StopLetters(IDataProtectionProvider protection)
{
    private IDataProtector Protector => protection.CreateProtector("Regatta.StopLetters");

    /// <summary>The address of a person, behind the app's own.</summary>
    public string PathOf(Guid person) => $"/letters/stop?token={Protector.Protect(person.ToString())}";

    /// <summary>Whose address it is; null for nobody's.</summary>
    public Guid? WhoseIs(string? token)
    {
        try
        {
            return Guid.Parse(Protector.Unprotect(token ?? ""));
        }
        catch (Exception trouble) when (trouble is CryptographicException or FormatException)
        {
            return null;
        }
    }
}

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
