using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.RateLimiting;

namespace Regatta.Web.Pages.Account;

/// <summary>Sets a new password by the link of a letter, or by the address printed at a start, once; every sign-in of the account ends. For
/// anybody.</summary>
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

    /// <summary>Whether the address is one printed at a start, which takes the second factor off as well.</summary>
    public bool RegainsAccess { get; private set; }

    public async Task<IActionResult> OnGetAsync()
    {
        await LoadAsync();
        return Page();
    }

    public async Task<IActionResult> OnPostAsync(string? password)
    {
        var person = await LoadAsync();
        note.Of(person?.Id);
        var set = person is { RemovedAt: null }
            ? await accounts.ResetPasswordAsync(
                person,
                RegainsAccess ? await accounts.GeneratePasswordResetTokenAsync(person) : Token,
                password ?? ""
            )
            : IdentityResult.Failed(accounts.ErrorDescriber.InvalidToken());
        if (!set.Succeeded)
        {
            Problem = set.Errors.Any(error => error.Code == nameof(IdentityErrorDescriber.InvalidToken))
                ? "This link has expired: it is older than two hours, or was used. Ask for another."
                : string.Join(" ", set.Errors.Select(error => error.Description));
            note.Refuse(Problem);
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        if (RegainsAccess)
        {
            await accounts.TakeOffSecondFactorAsync(person!);
        }

        await account.EndSignInsAsync(person!.Id, but: null);
        await guessing.RightAsync(person.SignInName);
        return RedirectToPage("/Account/SignIn");
    }

    /// <summary>Whose address it is. Without one that holds nobody reads the name.</summary>
    private async Task<Person?> LoadAsync()
    {
        var person = await accounts.FindByIdAsync(Who);
        RegainsAccess = person is not null && await HoldsAsync(person, LostAccess.Purpose);
        Name =
            person is not null && (RegainsAccess || await HoldsAsync(person, UserManager<Person>.ResetPasswordTokenPurpose))
                ? person.SignInName
                : "";
        return person;
    }

    private Task<bool> HoldsAsync(Person person, string purpose) =>
        accounts.VerifyUserTokenAsync(person, accounts.Options.Tokens.PasswordResetTokenProvider, purpose, Token);
}
