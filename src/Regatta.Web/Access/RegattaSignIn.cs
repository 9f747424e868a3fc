using System.Security.Claims;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.Identity;
using Microsoft.Extensions.Options;
using SignInResult = Microsoft.AspNetCore.Identity.SignInResult;

namespace Regatta.Web.Access;

/// <summary>Signs people in and out. Each sign-in has a row of its own, which the cookie names; when the row is over, so is the
/// cookie.</summary>
public sealed class RegattaSignIn(
    UserManager<Person> users,
    IHttpContextAccessor http,
    IUserClaimsPrincipalFactory<Person> claims,
    IOptions<IdentityOptions> options,
    ILogger<SignInManager<Person>> log,
    IAuthenticationSchemeProvider schemes,
    IUserConfirmation<Person> confirmation,
    SignIns signIns,
    Members members,
    RegattaSettings settings
) : SignInManager<Person>(users, http, claims, options, log, schemes, confirmation)
{
    private Guid? kept;

    /// <summary>Whether somebody may sign in: not when the account was removed, is suspended wherever it belongs, or is of a demo that was
    /// not asked for, or is asked for from elsewhere.</summary>
    public override async Task<bool> CanSignInAsync(Person user) =>
        user.RemovedAt is null
        && (!user.IsDemo || (settings.Demo != DemoChoice.Never && Context.IsLocal()))
        && !await members.IsSuspendedAsync(user.Id);

    /// <summary>Signs somebody in who gave the right password, or asks for their second factor.</summary>
    public Task<SignInResult> EnterAsync(Person user) => SignInOrTwoFactorAsync(user, isPersistent: true);

    public override async Task SignInWithClaimsAsync(
        Person user,
        AuthenticationProperties? authenticationProperties,
        IEnumerable<Claim> additionalClaims
    )
    {
        var session = kept ?? await signIns.BeginAsync(user.Id, Context.Address(), Context.Device());
        await base.SignInWithClaimsAsync(
            user,
            authenticationProperties,
            additionalClaims.Append(new(AccountClaims.Session, session.ToString()))
        );
    }

    /// <summary>Renews what the cookie says of somebody; it is the same sign-in still.</summary>
    public override async Task RefreshSignInAsync(Person user)
    {
        kept = Context.User.Session();
        await base.RefreshSignInAsync(user);
    }

    public override async Task SignOutAsync()
    {
        if (Context.User.Session() is { } session)
        {
            await signIns.EndAsync(session, Context.User.Id());
        }

        await base.SignOutAsync();
    }

    /// <summary>Signs in by a passkey; null when what the browser sent is none.</summary>
    public async Task<SignInResult?> TryPasskeyAsync(string credential)
    {
        try
        {
            return await PasskeySignInAsync(credential);
        }
        catch (Exception wrong) when (wrong is InvalidOperationException or PasskeyException or System.Text.Json.JsonException)
        {
            return null;
        }
    }
}

/// <summary>Asks every ten seconds whether a sign-in still holds.</summary>
internal sealed class SignInValidator(
    IOptions<SecurityStampValidatorOptions> options,
    SignInManager<Person> signIn,
    ILoggerFactory log,
    SignIns signIns
) : SecurityStampValidator<Person>(options, signIn, log)
{
    protected override async Task<Person?> VerifySecurityStamp(ClaimsPrincipal? principal)
    {
        var person = await base.VerifySecurityStamp(principal);
        return
            person is not null
            && principal!.Session() is { } session
            && await SignInManager.CanSignInAsync(person)
            && await signIns.SeenAsync(session, person.Id)
            ? person
            : null;
    }

    protected override async Task SecurityStampVerified(Person user, CookieValidatePrincipalContext context)
    {
        var session = context.Principal!.FindFirst(AccountClaims.Session)!;
        await base.SecurityStampVerified(user, context);
        ((ClaimsIdentity)context.Principal!.Identity!).AddClaim(session);
    }
}
