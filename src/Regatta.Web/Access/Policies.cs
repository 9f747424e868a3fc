using System.Security.Claims;

namespace Regatta.Web.Access;

/// <summary>The names of who may use a page. Every page carries one of them, or says it is for anybody.</summary>
public static class Policies
{
    /// <summary>Anybody signed in; in a club, its members.</summary>
    public const string Member = nameof(Member);

    /// <summary>The club's fleet coordinator.</summary>
    public const string Coordinator = nameof(Coordinator);

    /// <summary>Who may change the class of the address: its captain and the coordinator.</summary>
    public const string EditsClass = nameof(EditsClass);

    /// <summary>Any member may look; only who may change the class may send anything.</summary>
    public const string ReadsClass = nameof(ReadsClass);

    /// <summary>Any member may look; only the coordinator may send anything.</summary>
    public const string ReadsClub = nameof(ReadsClub);
}

/// <summary>Who is signed in.</summary>
public static class SignedIn
{
    public static Guid Id(this ClaimsPrincipal user) => Guid.Parse(user.FindFirstValue(ClaimTypes.NameIdentifier)!);

    /// <summary>The number of this sign-in; null without a sign-in, or for a cookie from before sign-ins had numbers.</summary>
    public static Guid? Session(this ClaimsPrincipal user) =>
        Guid.TryParse(user.FindFirstValue(AccountClaims.Session), out var session) ? session : null;

    public static string DisplayName(this ClaimsPrincipal user) => user.FindFirstValue(AccountClaims.DisplayName) ?? "";
}

/// <summary>Asks whether the request's person may do what a policy names, with the club and class of the request.</summary>
/// <param name="Reading">Whether they may look.</param>
/// <param name="Sending">Whether they may send.</param>
public sealed record ClubAccess(Func<ClubContext, bool> Reading, Func<ClubContext, bool> Sending) : IAuthorizationRequirement;

/// <summary>Answers <see cref="ClubAccess"/> from the club context of the request.</summary>
internal sealed class ClubAccessHandler(IHttpContextAccessor http) : AuthorizationHandler<ClubAccess>
{
    protected override Task HandleRequirementAsync(AuthorizationHandlerContext context, ClubAccess requirement)
    {
        var request = http.HttpContext!;
        var here = request.RequestServices.GetRequiredService<ClubContext>();
        var reads = HttpMethods.IsGet(request.Request.Method) || HttpMethods.IsHead(request.Request.Method);
        if (context.User.Identity?.IsAuthenticated == true && (reads ? requirement.Reading(here) : requirement.Sending(here)))
        {
            context.Succeed(requirement);
        }

        return Task.CompletedTask;
    }
}
