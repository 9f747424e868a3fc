using Microsoft.AspNetCore.RateLimiting;

namespace Regatta.Web.Pages.Account;

/// <summary>Asks whoever gave the right password for the code of their device, or for a recovery code. For anybody.</summary>
[AllowAnonymous]
[EnableRateLimiting(RequestLimits.Doors)]
public sealed class SecondFactorModel(RegattaSignIn signIn, SignInThrottle guessing, ActNote note) : PageModel
{
    private const string Tries = "second factor";

    [BindProperty(SupportsGet = true)]
    public string? Back { get; set; }

    /// <summary>What is wrong with the code of the device.</summary>
    public string? Problem { get; private set; }

    /// <summary>What is wrong with the recovery code.</summary>
    public string? RecoveryProblem { get; private set; }

    public async Task<IActionResult> OnGetAsync() =>
        await signIn.GetTwoFactorAuthenticationUserAsync() is null ? RedirectToPage("/Account/SignIn") : Page();

    public async Task<IActionResult> OnPostAsync(string? code)
    {
        var digits = new string([.. (code ?? "").Where(char.IsAsciiDigit)]);
        return
            await TryAsync(
                async person =>
                    digits.Length == 6
                    && await guessing.FirstAsync($"code {person.Id} {digits}")
                    && (await signIn.TwoFactorAuthenticatorSignInAsync(digits, isPersistent: true, rememberClient: false)).Succeeded,
                "That code is not right, or was used already. Wait for the next one."
            )
                is { } problem
            ? Refuse(problem, null)
            : this.BackTo(Back);
    }

    public async Task<IActionResult> OnPostRecoverAsync(string? recovery) =>
        await TryAsync(
            async _ => (await signIn.TwoFactorRecoveryCodeSignInAsync((recovery ?? "").Trim())).Succeeded,
            "That is none of your recovery codes, or it was used already."
        )
            is { } problem
            ? Refuse(null, problem)
            : this.BackTo(Back);

    private async Task<string?> TryAsync(Func<Person, Task<bool>> enters, string problem)
    {
        if (await signIn.GetTwoFactorAuthenticationUserAsync() is not { } person)
        {
            return "That took too long. Sign in again.";
        }

        note.Of(person.Id);
        if (!await guessing.MayAsync(Tries, person.Id))
        {
            return "Too many tries. Wait five minutes, then try again.";
        }

        if (!await enters(person))
        {
            return problem;
        }

        await guessing.RightAsync(Tries, person.Id);
        return null;
    }

    private PageResult Refuse(string? problem, string? recoveryProblem)
    {
        (Problem, RecoveryProblem) = (problem, recoveryProblem);
        note.Refuse(problem ?? recoveryProblem!);
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }
}
