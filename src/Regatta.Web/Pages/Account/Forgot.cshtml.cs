using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.RateLimiting;

namespace Regatta.Web.Pages.Account;

/// <summary>Sends whoever forgot a password an address at which to set a new one. It says the same whether there is an account or not.
/// For anybody.</summary>
[AllowAnonymous]
[EnableRateLimiting(RequestLimits.Doors)]
public sealed class ForgotModel(IReadPeople people, PasswordLetters letters, SignInThrottle guessing) : PageModel
{
    private const int MostAccounts = 5;

    public string Email { get; private set; } = "";

    public string? Problem { get; private set; }

    public bool Done { get; private set; }

    public void OnGet() { }

    public async Task OnPostAsync(string? email)
    {
        Email = email ?? "";
        var read = PersonName.ReadEmail(Email);
        if (!read.Ok)
        {
            Problem = read.Problem;
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return;
        }

        Done = true;
        if (await guessing.MayAskAsync("forgot", read.Value))
        {
            foreach (var person in (await people.FindByEmailAsync(read.Value)).Where(known => !known.IsDemo).Take(MostAccounts))
            {
                letters.SendLater(person.Id, Request, club: null);
            }
        }
    }
}
