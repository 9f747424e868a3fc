using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.RateLimiting;

namespace Regatta.Web.Pages.Account;

/// <summary>Sign-in, for anybody; with the demo club loaded, one account of each role is offered.</summary>
[AllowAnonymous]
[EnableRateLimiting(RequestLimits.Doors)]
public sealed class SignInModel(
    RegattaSignIn signIn,
    UserManager<Person> accounts,
    IReadPeople people,
    IReadClubs clubs,
    SignInThrottle guessing,
    ActNote note,
    RegattaSettings settings
) : PageModel
{
    /// <summary>What a password is compared with where there is no account, so that the answer takes as long.</summary>
    private static readonly string NobodysHash = new PasswordHasher<Person>().HashPassword(new(), Guid.NewGuid().ToString());

    [BindProperty(SupportsGet = true)]
    public string? Back { get; set; }

    public string Name { get; private set; } = "";

    public string? Problem { get; private set; }

    public IReadOnlyList<DemoAccount> DemoAccounts { get; private set; } = [];

    /// <summary>Whether passkeys can be of this address.</summary>
    public bool TakesPasskeys => Request.IsByName();

    /// <summary>Where this page lies under a name, for passkeys.</summary>
    public string NamedAddress => $"{Request.Scheme}://localhost:{Request.Host.Port}/sign-in";

    public async Task<IActionResult> OnGetAsync()
    {
        if (await clubs.CountAsync() == 0)
        {
            return Redirect("/found");
        }

        await OfferAsync();
        return Page();
    }

    public async Task<IActionResult> OnPostAsync(string? name, string? password)
    {
        Name = (name ?? "").Trim();
        var person = await accounts.FindByNameAsync(Name) ?? await ByMailAsync();
        note.Of(person?.Id);
        if (Name.Length == 0 || string.IsNullOrEmpty(password))
        {
            return await RefuseAsync("Write your name and your password.", StatusCodes.Status422UnprocessableEntity);
        }

        if (!await guessing.MayAsync(person?.SignInName ?? Name))
        {
            return await RefuseAsync("Too many tries. Wait five minutes, then try again.", StatusCodes.Status429TooManyRequests);
        }

        if (!await IsRightAsync(person, password) || person is null)
        {
            return await RefuseAsync("No account has that name and password.", StatusCodes.Status422UnprocessableEntity);
        }

        await guessing.RightAsync(person.SignInName);
        if (!await signIn.CanSignInAsync(person))
        {
            return await RefuseAsync("That account is suspended. Ask your club’s coordinator.", StatusCodes.Status403Forbidden);
        }

        var entered = await signIn.EnterAsync(person);
        return entered.RequiresTwoFactor ? RedirectToPage("/Account/SecondFactor", new { Back }) : this.BackTo(Back);
    }

    public async Task<IActionResult> OnPostPasskeyOptionsAsync() =>
        Content(await signIn.MakePasskeyRequestOptionsAsync(null), "application/json");

    public async Task<IActionResult> OnPostPasskeyAsync(string? credential)
    {
        var entered = credential is { Length: > 0 } ? await signIn.TryPasskeyAsync(credential) : null;
        if (entered?.Succeeded == true)
        {
            return this.BackTo(Back);
        }

        return await RefuseAsync("That passkey opens no account here.", StatusCodes.Status422UnprocessableEntity);
    }

    public async Task<IActionResult> OnPostDemoAsync(string? name)
    {
        await OfferAsync();
        var offered = DemoAccounts.FirstOrDefault(account => account.SignInName == name);
        if (offered is null || await accounts.FindByNameAsync(offered.SignInName) is not { } person || !await signIn.CanSignInAsync(person))
        {
            return NotFound();
        }

        note.Of(person.Id);
        await signIn.SignInAsync(person, isPersistent: true);
        return this.BackTo(Back);
    }

    /// <summary>Whose mail address was written, where it is one account's alone: a family that shares one signs in by names.</summary>
    private async Task<Person?> ByMailAsync() =>
        Name.Contains('@', StringComparison.Ordinal) && await people.FindByEmailAsync(Name) is [var only] ? only : null;

    /// <summary>Whether the password is right; it takes as long for a name nobody has.</summary>
    private async Task<bool> IsRightAsync(Person? person, string password)
    {
        var known = password.Length > PasswordRules.Longest ? "" : password;
        if (person?.PasswordHash is null)
        {
            accounts.PasswordHasher.VerifyHashedPassword(new(), NobodysHash, known);
            return false;
        }

        return await accounts.CheckPasswordAsync(person, known);
    }

    private async Task<PageResult> RefuseAsync(string problem, int status)
    {
        Problem = problem;
        note.Refuse(problem);
        Response.StatusCode = status;
        await OfferAsync();
        return Page();
    }

    private async Task OfferAsync() =>
        DemoAccounts = settings.Demo != DemoChoice.Never && HttpContext.IsLocal() ? await people.DemoAccountsAsync() : [];
}
