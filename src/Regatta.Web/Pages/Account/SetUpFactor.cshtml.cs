using System.Text.Encodings.Web;
using Microsoft.AspNetCore.Identity;
using QRCoder;

namespace Regatta.Web.Pages.Account;

/// <summary>Sets a second factor up: a code that an authenticator app makes anew every half minute.</summary>
[Authorize(Policies.Member)]
[NeedsProof]
public sealed class SetUpFactorModel(
    UserManager<Person> accounts,
    RegattaSignIn signIn,
    IUserStore<Person> store,
    SignInThrottle guessing,
    ActNote note
) : PageModel
{
    private const string Tries = "setting a second factor up";
    private const string ServiceName = "Regatta";

    private readonly IUserAuthenticatorKeyStore<Person> keys = (IUserAuthenticatorKeyStore<Person>)store;

    public bool IsOn { get; private set; }

    /// <summary>What the app makes its codes from, in groups for typing.</summary>
    public string Key { get; private set; } = "";

    /// <summary>The same as a picture for the app's camera.</summary>
    public string Picture { get; private set; } = "";

    public string? Problem { get; private set; }

    public IReadOnlyList<string> NewCodes { get; private set; } = [];

    public async Task OnGetAsync() => await LoadAsync();

    public async Task<IActionResult> OnPostAsync(string? code)
    {
        var me = await LoadAsync();
        var digits = new string([.. (code ?? "").Where(char.IsAsciiDigit)]);
        var isRight =
            await guessing.MayAsync(Tries, me.Id)
            && digits.Length == 6
            && await accounts.VerifyTwoFactorTokenAsync(me, TokenOptions.DefaultAuthenticatorProvider, digits)
            // What set it up is used: nobody who read it over a shoulder comes in by it.
            && await guessing.FirstAsync($"code {me.Id} {digits}");
        if (!isRight)
        {
            Problem = "That is not the code of this key. See that the clock of your device is right, and type the code it shows now.";
            note.Refuse(Problem);
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        await accounts.SetTwoFactorEnabledAsync(me, true);
        NewCodes = [.. await accounts.GenerateNewTwoFactorRecoveryCodesAsync(me, SecurityModel.Codes) ?? []];
        await signIn.RefreshSignInAsync(me);
        IsOn = true;
        return Page();
    }

    public async Task<IActionResult> OnPostOffAsync()
    {
        var me = await LoadAsync();
        await accounts.TakeOffSecondFactorAsync(me);
        await signIn.RefreshSignInAsync(me);
        return RedirectToPage("/Account/Security");
    }

    private async Task<Person> LoadAsync()
    {
        var me = await accounts.GetUserAsync(User) ?? throw new InvalidOperationException("The account is gone.");
        IsOn = me.SecondFactor;
        if (!IsOn && await accounts.GetAuthenticatorKeyAsync(me) is null)
        {
            // Kept by itself: to look at this page ends no other sign-in.
            await keys.SetAuthenticatorKeyAsync(me, accounts.GenerateNewAuthenticatorKey(), HttpContext.RequestAborted);
            await accounts.UpdateAsync(me);
        }

        var key = await accounts.GetAuthenticatorKeyAsync(me) ?? "";
        Key = string.Join(' ', key.Chunk(4).Select(part => new string(part))).ToLowerInvariant();
        var name = UrlEncoder.Default.Encode($"{ServiceName}:{me.SignInName}");
        using var code = QRCodeGenerator.GenerateQrCode(
            $"otpauth://totp/{name}?secret={key}&issuer={ServiceName}&digits=6",
            QRCodeGenerator.ECCLevel.Q
        );
        Picture = Convert.ToBase64String(new PngByteQRCode(code).GetGraphic(6));
        return me;
    }
}
