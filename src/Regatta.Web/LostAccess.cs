using Microsoft.AspNetCore.Identity;

namespace Regatta.Web;

/// <summary>The way back for somebody whom nobody in the club can let in again: whoever starts the app on its machine has an address
/// printed for them, that works once and for two hours. It is written to the terminal alone, never to a log.</summary>
public sealed class LostAccess(UserManager<Person> accounts, RegattaSettings settings, IConfiguration configuration)
{
    /// <summary>What the address is good for.</summary>
    public const string Purpose = "RegainAccess";

    /// <summary>Prints the address where the start asks for one.</summary>
    /// <exception cref="StartRefusedException">Nobody signs in by that name.</exception>
    public async Task OfferAsync(TextWriter terminal)
    {
        if (settings.ResetAccess is not { } name)
        {
            return;
        }

        if (await accounts.FindByNameAsync(name) is not { RemovedAt: null } person)
        {
            throw new StartRefusedException($"Nobody signs in as “{name}”.");
        }

        var token = await accounts.GenerateUserTokenAsync(person, accounts.Options.Tokens.PasswordResetTokenProvider, Purpose);
        await terminal.WriteLineAsync(
            $"Whoever opens this address within two hours sets a new password for {person.DisplayName}, once, and the second factor is "
                + $"taken off:\n{settings.AddressFrom(configuration)}/reset?who={person.Id}&token={Uri.EscapeDataString(token)}"
        );
    }
}
