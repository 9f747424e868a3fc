using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Regatta.Store;

namespace Regatta.Web.Access;

/// <summary>Accounts, cookie and who may do what.</summary>
internal static class SignInSetup
{
    public static void AddRegattaSignIn(this IServiceCollection services)
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
                options.Lockout.MaxFailedAccessAttempts = 5;
                options.User.RequireUniqueEmail = false;
            })
            .AddUserStore<PersonStore>()
            .AddClaimsPrincipalFactory<AccountClaims>()
            .AddSignInManager();
        // All of the platform's cookies: whoever is refused is signed out of each of them, also of those that nobody has yet.
        services
            .AddAuthentication(IdentityConstants.ApplicationScheme)
            .AddIdentityCookies(cookies =>
                cookies.ApplicationCookie!.Configure(options =>
                {
                    options.LoginPath = "/sign-in";
                    options.AccessDeniedPath = "/not-yours";
                    options.ReturnUrlParameter = "back";
                    options.ExpireTimeSpan = TimeSpan.FromDays(30);
                    options.Cookie.Name = "regatta";
                    options.Cookie.HttpOnly = true;
                    options.Cookie.SameSite = SameSiteMode.Lax;
                    options.Events.OnValidatePrincipal = SecurityStampValidator.ValidatePrincipalAsync;
                })
            );
        services.Configure<SecurityStampValidatorOptions>(options => options.ValidationInterval = TimeSpan.FromSeconds(10));
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

    private static AuthorizationBuilder AddPolicy(this AuthorizationBuilder builder, string name, ClubAccess access) =>
        builder.AddPolicy(name, policy => policy.RequireAuthenticatedUser().AddRequirements(access));
}
