using Microsoft.AspNetCore.Identity;

namespace Regatta.Web.Pages.Account;

/// <summary>A person's own ways in: password, passkeys, second factor, recovery codes, and where they are signed in.</summary>
[Authorize(Policies.Member)]
[NeedsProof]
public sealed class SecurityModel(
    UserManager<Person> accounts,
    RegattaSignIn signIn,
    IReadSignIns signIns,
    OwnAccount account,
    ActNote note
) : PageModel
{
    /// <summary>How many recovery codes are made at once.</summary>
    public const int Codes = 10;

    private const int MostPasskeys = 10;
    private const int LongestPasskeyName = 60;

    public Person Me { get; private set; } = new();

    public IReadOnlyList<UserPasskeyInfo> Passkeys { get; private set; } = [];

    public IReadOnlyList<SignIn> SignIns { get; private set; } = [];

    public int CodesLeft { get; private set; }

    /// <summary>New recovery codes, shown this once.</summary>
    public IReadOnlyList<string> NewCodes { get; private set; } = [];

    public string? Problem { get; private set; }

    public string? PasskeyProblem { get; private set; }

    /// <summary>What was done, for the page that comes next.</summary>
    [TempData]
    public string? Done { get; set; }

    /// <summary>Whether the page was opened because a club asks its coordinators for more than a password.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Because { get; set; }

    public bool TakesPasskeys => Request.IsByName();

    public async Task OnGetAsync() => await LoadAsync();

    public async Task<IActionResult> OnPostAsync(string? old, string? password)
    {
        await LoadAsync();
        var changed = await accounts.ChangePasswordAsync(Me, old ?? "", password ?? "");
        if (!changed.Succeeded)
        {
            Problem = changed.Errors.Any(error => error.Code == nameof(IdentityErrorDescriber.PasswordMismatch))
                ? "The old password is not right."
                : string.Join(" ", changed.Errors.Select(error => error.Description));
            return Refuse(Problem);
        }

        await account.EndSignInsAsync(Me.Id, User.Session());
        await signIn.RefreshSignInAsync(Me);
        return Tell("The password is changed. Every other device is signed out.");
    }

    public async Task<IActionResult> OnPostPasskeyOptionsAsync()
    {
        await LoadAsync();
        return Content(
            await signIn.MakePasskeyCreationOptionsAsync(
                new()
                {
                    Id = Me.Id.ToString(),
                    Name = Me.SignInName,
                    DisplayName = Me.DisplayName,
                }
            ),
            "application/json"
        );
    }

    public async Task<IActionResult> OnPostPasskeyAsync(string? credential, string? name)
    {
        await LoadAsync();
        var made = Passkeys.Count >= MostPasskeys ? null : await ReadAsync(credential ?? "");
        if (made is not { Succeeded: true, UserEntity: { } owner, Passkey: { } passkey } || owner.Id != Me.Id.ToString())
        {
            PasskeyProblem =
                Passkeys.Count >= MostPasskeys
                    ? $"{MostPasskeys} passkeys are enough. Remove one first."
                    : "The browser made no passkey of it. Try again.";
            return Refuse(PasskeyProblem);
        }

        var said = (name ?? "").Trim();
        passkey.Name =
            said.Length == 0 ? "Passkey"
            : said.Length > LongestPasskeyName ? said[..LongestPasskeyName]
            : said;
        await accounts.AddOrUpdatePasskeyAsync(Me, passkey);
        note.Tell(passkey.Name);
        return Tell($"The passkey {passkey.Name} opens this account now.");
    }

    public async Task<IActionResult> OnPostRemovePasskeyAsync(string? id)
    {
        await LoadAsync();
        if (Passkeys.FirstOrDefault(passkey => IdOf(passkey) == id) is not { } passkey)
        {
            return NotFound();
        }

        await accounts.RemovePasskeyAsync(Me, passkey.CredentialId);
        note.Tell(passkey.Name ?? "");
        return Tell($"The passkey {passkey.Name} opens nothing any more.");
    }

    public async Task<IActionResult> OnPostCodesAsync()
    {
        await LoadAsync();
        if (!Me.SecondFactor)
        {
            return NotFound();
        }

        NewCodes = [.. await accounts.GenerateNewTwoFactorRecoveryCodesAsync(Me, Codes) ?? []];
        CodesLeft = NewCodes.Count;
        return Page();
    }

    public async Task<IActionResult> OnPostEndAsync(Guid id)
    {
        await account.EndSignInAsync(id, User.Id());
        return Tell("That device is signed out.");
    }

    /// <summary>Says whose a sign-in was that was not expected; one that was somebody else's is over.</summary>
    public async Task<IActionResult> OnPostMineAsync(Guid id, string? mine)
    {
        if (id == User.Session())
        {
            return BadRequest();
        }

        note.Tell(mine == "yes" ? "it was me" : "it was not me");
        await account.ExpectSignInAsync(id, User.Id());
        if (mine == "yes")
        {
            return RedirectToPage();
        }

        await account.EndSignInAsync(id, User.Id());
        return Tell("That device is signed out. Choose another password now: whoever it was knows yours.");
    }

    public async Task<IActionResult> OnPostEndOthersAsync()
    {
        await account.EndSignInsAsync(User.Id(), User.Session());
        return Tell("Every other device is signed out.");
    }

    /// <summary>A passkey's number in a form.</summary>
    public static string IdOf(UserPasskeyInfo passkey) => Convert.ToHexStringLower(passkey.CredentialId);

    private async Task<PasskeyAttestationResult?> ReadAsync(string credential)
    {
        try
        {
            return await signIn.PerformPasskeyAttestationAsync(credential);
        }
        catch (Exception wrong) when (wrong is InvalidOperationException or ArgumentException or System.Text.Json.JsonException)
        {
            return null;
        }
    }

    private async Task LoadAsync()
    {
        Me = await accounts.GetUserAsync(User) ?? throw new InvalidOperationException("The account is gone.");
        Passkeys = [.. await accounts.GetPasskeysAsync(Me)];
        SignIns = await signIns.OfAsync(Me.Id);
        CodesLeft = await accounts.CountRecoveryCodesAsync(Me);
    }

    private PageResult Refuse(string why)
    {
        note.Refuse(why);
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    private RedirectToPageResult Tell(string done)
    {
        Done = done;
        return RedirectToPage();
    }
}
