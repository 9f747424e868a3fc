using System.Security.Claims;
using Microsoft.AspNetCore.Authorization;

namespace Regatta.Web.Access;

/// <summary>The names of who may use a page. Every page carries one of them, or says it is for anybody.</summary>
public static class Policies
{
    /// <summary>Anybody signed in.</summary>
    public const string Member = nameof(Member);

    /// <summary>The fleet coordinator.</summary>
    public const string Coordinator = nameof(Coordinator);

    /// <summary>Who may change the class in the address: its captain and the coordinator.</summary>
    public const string EditsClass = nameof(EditsClass);

    /// <summary>Any member may look; only who may change the class may send anything.</summary>
    public const string ReadsClass = nameof(ReadsClass);

    /// <summary>Any member may look; only the coordinator may send anything.</summary>
    public const string ReadsClub = nameof(ReadsClub);
}

/// <summary>The roles.</summary>
public static class Roles
{
    public const string Coordinator = "coordinator";
    public const string Captain = "captain";
    public const string Sailor = "sailor";
}

/// <summary>Questions about who is signed in.</summary>
public static class Standings
{
    /// <summary>The claim that names a class somebody is captain of.</summary>
    public const string CaptainOf = "captain-of";

    public static bool MayEdit(this ClaimsPrincipal user, string classKey) =>
        user.IsInRole(Roles.Coordinator) || user.HasClaim(CaptainOf, classKey);

    public static Guid Id(this ClaimsPrincipal user) => Guid.Parse(user.FindFirstValue(ClaimTypes.NameIdentifier)!);

    public static string DisplayName(this ClaimsPrincipal user) => user.FindFirstValue(StandingClaims.DisplayName) ?? "";
}

/// <summary>Asks for the right to change the class in the address, or the club where the address names no class.</summary>
public sealed record ClassAccess(bool ReadingIsForMembers) : IAuthorizationRequirement;

/// <summary>Answers <see cref="ClassAccess"/> from the address and the cookie.</summary>
internal sealed class ClassAccessHandler(IHttpContextAccessor http) : AuthorizationHandler<ClassAccess>
{
    protected override Task HandleRequirementAsync(AuthorizationHandlerContext context, ClassAccess requirement)
    {
        var request = http.HttpContext!.Request;
        var reads = HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method);
        var mayRead = requirement.ReadingIsForMembers && reads && context.User.Identity?.IsAuthenticated == true;
        var mayEdit = request.RouteValues["key"] is string key ? context.User.MayEdit(key) : context.User.IsInRole(Roles.Coordinator);
        if (mayRead || mayEdit)
        {
            context.Succeed(requirement);
        }

        return Task.CompletedTask;
    }
}
