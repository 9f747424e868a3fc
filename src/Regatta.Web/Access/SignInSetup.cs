using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.Identity;

namespace Regatta.Web.Access;

/// <summary>Accounts, cookie and who may do what.</summary>
internal static class SignInSetup
{
    /// <summary>The cookie of what is told at the next look, once.</summary>
    public const string ToldOnce = "regatta-told";

    /// <summary>How long the address holds at which a new password is set.</summary>
    public static readonly TimeSpan ResetHolds = TimeSpan.FromHours(2);

    public static void AddRegattaSignIn(this IServiceCollection services, RegattaSettings settings)
    {
        services
            .AddIdentityCore<Person>(options =>
            {
                options.Password.RequiredLength = 10;
                options.Password.RequireDigit =
                    options.Password.RequireUppercase =
                    options.Password.RequireLowercase =
                    options.Password.RequireNonAlphanumeric =
                        false;
                options.User.RequireUniqueEmail = false;
            })
            .AddUserStore<PersonStore>()
            .AddClaimsPrincipalFactory<AccountClaims>()
            .AddPasswordValidator<PasswordRules>()
            .AddTokenProvider<DataProtectorTokenProvider<Person>>(TokenOptions.DefaultProvider)
            .AddTokenProvider<AuthenticatorTokenProvider<Person>>(TokenOptions.DefaultAuthenticatorProvider)
            .AddSignInManager<RegattaSignIn>();
        services
            .AddScoped<ISecurityStampValidator, SignInValidator>()
            .AddScoped<PasswordWords>()
            .AddScoped<ActNote>()
            .AddScoped<ActInHand>();
        services.AddScoped<SignInThrottle>();
        services.Configure<DataProtectionTokenProviderOptions>(options => options.TokenLifespan = ResetHolds);
        services.Configure<IdentityPasskeyOptions>(options =>
        {
            // A passkey is of a name, never of a number: on 127.0.0.1 there are none, on localhost there are.
            options.ServerDomain = settings.Address is { } address ? new Uri(address).Host : null;
            options.UserVerificationRequirement = "required";
            options.ResidentKeyRequirement = "preferred";
            // What the browser says inside of it; the header it is usually compared with is hidden by the referrer policy.
            options.ValidateOrigin = made =>
                ValueTask.FromResult(!made.CrossOrigin && made.Origin == settings.AddressOf(made.HttpContext.Request));
        });
        // All of the platform's cookies: whoever is refused is signed out of each of them, also of those that nobody has yet.
        services
            .AddAuthentication(IdentityConstants.ApplicationScheme)
            .AddIdentityCookies(cookies =>
            {
                cookies.ApplicationCookie!.Configure(options =>
                {
                    options.LoginPath = "/sign-in";
                    options.AccessDeniedPath = "/not-yours";
                    options.ReturnUrlParameter = "back";
                    options.ExpireTimeSpan = SignIns.Idle;
                    options.Events.OnValidatePrincipal = SecurityStampValidator.ValidatePrincipalAsync;
                    options.Events.OnRedirectToLogin = TurnAway("not signed in");
                    options.Events.OnRedirectToAccessDenied = TurnAway("not theirs");
                    SafeCookies.Set(options.Cookie, "regatta", settings);
                });
                cookies.TwoFactorUserIdCookie!.Configure(options => SafeCookies.Set(options.Cookie, "regatta-second", settings));
            });
        services.AddAntiforgery(options =>
        {
            options.HeaderName = "X-Form-Token";
            SafeCookies.Set(options.Cookie, "regatta-form", settings);
        });
        services.Configure<CookieTempDataProviderOptions>(options => SafeCookies.Set(options.Cookie, ToldOnce, settings));
        services.Configure<SecurityStampValidatorOptions>(options => options.ValidationInterval = settings.SignInCheck);
        services
            .AddAuthorizationBuilder()
            .AddPolicy(Policies.Member, new ClubAccess(here => !here.HasClub || here.IsMember, here => !here.HasClub || here.IsMember))
            .AddPolicy(Policies.Coordinator, new ClubAccess(here => here.IsCoordinator, here => here.IsCoordinator))
            .AddPolicy(Policies.EditsClass, new ClubAccess(here => here.MayEdit, here => here.MayEdit))
            .AddPolicy(Policies.ReadsClass, new ClubAccess(here => here.IsMember, here => here.MayEdit))
            .AddPolicy(Policies.ReadsClub, new ClubAccess(here => here.IsMember, here => here.IsCoordinator))
            .SetFallbackPolicy(new AuthorizationPolicyBuilder().RequireAuthenticatedUser().Build());
        services.AddScoped<ClubContext>().AddSingleton<IAuthorizationHandler, ClubAccessHandler>();
    }

    /// <summary>Sends whoever may not elsewhere, and tells the trail.</summary>
    private static Func<RedirectContext<CookieAuthenticationOptions>, Task> TurnAway(string why) =>
        context =>
        {
            context.HttpContext.RequestServices.GetRequiredService<ActNote>().Refuse(why);
            context.Response.Redirect(context.RedirectUri);
            return Task.CompletedTask;
        };

    private static AuthorizationBuilder AddPolicy(this AuthorizationBuilder builder, string name, ClubAccess access) =>
        builder.AddPolicy(name, policy => policy.RequireAuthenticatedUser().AddRequirements(access));
}

/// <summary>How every cookie is made: unread by scripts, and bound to the host where the app is found by https.</summary>
internal static class SafeCookies
{
    /// <summary>The cookie's name.</summary>
    public static string Name(string name, RegattaSettings settings) => settings.IsSecure ? "__Host-" + name : name;

    public static void Set(CookieBuilder cookie, string name, RegattaSettings settings)
    {
        cookie.Name = Name(name, settings);
        cookie.SecurePolicy = settings.IsSecure ? CookieSecurePolicy.Always : CookieSecurePolicy.SameAsRequest;
        cookie.HttpOnly = true;
        cookie.SameSite = SameSiteMode.Lax;
        cookie.Path = "/";
        cookie.Domain = null;
    }
}
