using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Regatta.Store;

namespace Regatta.Web.Access;

/// <summary>Accounts, cookie and who may do what.</summary>
internal static class SignInSetup
{
    public static void AddRegattaSignIn(this IServiceCollection services)
    {
        services.AddIdentityCore<Person>(options =>
            {
                options.Password.RequiredLength = 10;
                options.Password.RequireDigit = options.Password.RequireUppercase = options.Password.RequireLowercase = options.Password.RequireNonAlphanumeric = false;
                options.Lockout.MaxFailedAccessAttempts = 5;
                options.User.RequireUniqueEmail = false;
            })
            .AddUserStore<PersonStore>()
            .AddClaimsPrincipalFactory<StandingClaims>()
            .AddSignInManager();
        services.AddAuthentication(IdentityConstants.ApplicationScheme).AddCookie(IdentityConstants.ApplicationScheme, options =>
        {
            options.LoginPath = "/sign-in";
            options.AccessDeniedPath = "/not-yours";
            options.ReturnUrlParameter = "back";
            options.ExpireTimeSpan = TimeSpan.FromDays(30);
            options.Cookie.Name = "regatta";
            options.Cookie.HttpOnly = true;
            options.Cookie.SameSite = SameSiteMode.Lax;
            options.Events.OnValidatePrincipal = SecurityStampValidator.ValidatePrincipalAsync;
        });
        services.Configure<SecurityStampValidatorOptions>(options => options.ValidationInterval = TimeSpan.FromMinutes(1));
        services.AddAuthorizationBuilder()
            .AddPolicy(Policies.Member, policy => policy.RequireAuthenticatedUser())
            .AddPolicy(Policies.Coordinator, policy => policy.RequireRole(Roles.Coordinator))
            .AddPolicy(Policies.EditsClass, policy => policy.AddRequirements(new ClassAccess(ReadingIsForMembers: false)))
            .AddPolicy(Policies.ReadsClass, policy => policy.AddRequirements(new ClassAccess(ReadingIsForMembers: true)))
            .AddPolicy(Policies.ReadsClub, policy => policy.AddRequirements(new ClassAccess(ReadingIsForMembers: true)))
            .SetFallbackPolicy(new AuthorizationPolicyBuilder().RequireAuthenticatedUser().Build());
        services.AddSingleton<IAuthorizationHandler, ClassAccessHandler>();
    }
}
