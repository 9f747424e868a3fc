using Microsoft.AspNetCore.Identity;

namespace Regatta.Web.Access;

/// <summary>Sends the link at which a new password is set. Made beside the request, so that the answer takes as long whether there is an
/// account or not.</summary>
public sealed class PasswordLetters(
    IServiceScopeFactory scopes,
    AttemptCounts tries,
    IMail mail,
    RegattaSettings settings,
    ILogger<PasswordLetters> log
)
{
    /// <summary>Sends the letter beside the request.</summary>
    public void SendLater(Guid person, HttpRequest request, long? club)
    {
        var address = settings.AddressOf(request);
        _ = Task.Run(async () =>
        {
            try
            {
                await SendAsync(person, address, club, Strangers);
            }
            catch (Exception trouble)
            {
                log.LogError(trouble, "The letter with the link for a new password was not made");
            }
        });
    }

    /// <summary>Who asks without signing in.</summary>
    private const string Strangers = "strangers";

    /// <summary>Sends the letter; false when it could not be sent, or too many were today.</summary>
    /// <param name="id">Whose password.</param>
    /// <param name="address">Where the app is found from outside.</param>
    /// <param name="club">The club whose folder it may lie in; null for none.</param>
    /// <param name="by">Who has it sent: what strangers ask for uses up nothing of what a coordinator may send.</param>
    public async Task<bool> SendAsync(Guid id, string address, long? club, string by)
    {
        using var scope = scopes.CreateScope();
        var accounts = scope.ServiceProvider.GetRequiredService<UserManager<Person>>();
        if (
            await accounts.FindByIdAsync(id.ToString()) is not { RemovedAt: null, Email: { } email } person
            || await tries.CountAsync($"letters to {id} by {by}", AttemptCounts.LongestWindow) > Limits.LettersOfDay
        )
        {
            return false;
        }

        var token = Uri.EscapeDataString(await accounts.GeneratePasswordResetTokenAsync(person));
        return await mail.SendAsync(
            new(
                email,
                person.DisplayName,
                "A new password",
                $"""
                Somebody asked for a new password for {person.SignInName}. If it was you, set it here within two hours:

                {address}/reset?who={person.Id}&token={token}

                If it was not you, do nothing: the old password holds.
                """,
                club
            )
        );
    }
}
