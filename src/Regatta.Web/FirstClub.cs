namespace Regatta.Web;

/// <summary>Where there is no club yet, prints the address at which the first is founded: with a code that works once.</summary>
public sealed class FirstClub(Clubs clubs, RegattaSettings settings, IConfiguration configuration, ILogger<FirstClub> log)
{
    public async Task OfferAsync()
    {
        if (await clubs.CountAsync() > 0)
        {
            return;
        }

        var code = await clubs.MakeFoundingCodeAsync(by: null);
        log.LogInformation("There is no club yet. Found it at {Address}", $"{settings.AddressFrom(configuration)}/found?code={code}");
    }
}
