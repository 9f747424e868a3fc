using Microsoft.AspNetCore.RateLimiting;
using Regatta.Web.Mail;

namespace Regatta.Web.Pages.Account;

/// <summary>Stops somebody's letters by the address in each of them: one tap, without signing in. Mail programs post here by themselves
/// where their reader says so, with nothing but the address. For anybody who has it.</summary>
[AllowAnonymous]
[IgnoreAntiforgeryToken]
[EnableRateLimiting(RequestLimits.Doors)]
public sealed class EndLettersModel(StopLetters stop, OwnAccount account) : PageModel
{
    public bool IsKnown { get; private set; }

    public bool Done { get; private set; }

    public string Token { get; private set; } = "";

    public void OnGet(string? token) => (Token, IsKnown) = (token ?? "", stop.WhoseIs(token) is not null);

    public async Task OnPostAsync(string? token)
    {
        OnGet(token);
        if (stop.WhoseIs(token) is { } person)
        {
            await account.ChooseLettersAsync(person, daily: false);
            Done = true;
        }
    }
}
