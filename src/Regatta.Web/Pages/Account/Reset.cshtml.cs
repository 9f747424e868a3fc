using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.RateLimiting;

namespace Regatta.Web.Pages.Account;

/// <summary>Sets a new password by the link of a letter, once; every sign-in of the account ends. For anybody.</summary>
[AllowAnonymous]
[EnableRateLimiting(RequestLimits.Doors)]
public sealed class ResetModel(UserManager<Person> accounts, OwnAccount account, SignInThrottle guessing, ActNote note) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string Who { get; set; } = "";

    [BindProperty(SupportsGet = true)]
    public string Token { get; set; } = "";

    public string Name { get; private set; } = "";

    public string? Problem { get; private set; }

    public async Task<IActionResult> OnGetAsync()
    {
        // Without the message nobody reads the name.
        var person = await accounts.FindByIdAsync(Who);
        Name = person is not null && await HoldsAsync(person) ? person.SignInName : "";
        return Page();
    }

    public async Task<IActionResult> OnPostAsync(string? password)
    {
        var person = await accounts.FindByIdAsync(Who);
        note.Of(person?.Id);
        Name = person is not null && await HoldsAsync(person) ? person.SignInName : "";
        var set = person is { RemovedAt: null }
            ? await accounts.ResetPasswordAsync(person, Token, password ?? "")
            : IdentityResult.Failed(accounts.ErrorDescriber.InvalidToken());
        if (!set.Succeeded)
        {
            Problem = set.Errors.Any(error => error.Code == nameof(IdentityErrorDescriber.InvalidToken))
                ? "This link holds no longer: it is older than two hours, or was used. Ask for another."
                : string.Join(" ", set.Errors.Select(error => error.Description));
            note.Refuse(Problem);
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        await account.EndSignInsAsync(person!.Id, but: null);
        await guessing.RightAsync(person.SignInName);
        return RedirectToPage("/Account/SignIn");
    }

    private Task<bool> HoldsAsync(Person person) =>
        accounts.VerifyUserTokenAsync(
            person,
            accounts.Options.Tokens.PasswordResetTokenProvider,
            UserManager<Person>.ResetPasswordTokenPurpose,
            Token
        );
}
