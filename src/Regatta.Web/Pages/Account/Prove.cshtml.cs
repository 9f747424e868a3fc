using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.RateLimiting;

namespace Regatta.Web.Pages.Account;

/// <summary>Asks for the password once more before a grave act.</summary>
[Authorize(Policies.Member)]
[EnableRateLimiting(RequestLimits.Doors)]
public sealed class ProveModel(UserManager<Person> accounts, OwnAccount account, SignInThrottle guessing, ActNote note) : PageModel
{
    private const string Tries = "password again";

    [BindProperty(SupportsGet = true)]
    public string? Back { get; set; }

    public string? Problem { get; private set; }

    public void OnGet() { }

    public async Task<IActionResult> OnPostAsync(string? password)
    {
        var person = await accounts.GetUserAsync(User);
        var may = await guessing.MayAsync(Tries, User.Id());
        if (
            may
            && person is not null
            && User.Session() is { } session
            && password is { Length: > 0 and <= PasswordRules.Longest }
            && await accounts.CheckPasswordAsync(person, password)
        )
        {
            await guessing.RightAsync(Tries, person.Id);
            await account.ProveAsync(session);
            return this.BackTo(Back, otherwise: "/me");
        }

        Problem = may ? "That is not your password." : "Too many tries. Wait five minutes, then try again.";
        note.Refuse(Problem);
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }
}
