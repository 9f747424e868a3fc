using System.Security.Claims;

namespace Regatta.Web.Access;

/// <summary>The club and the class of this request, and what its person may do with them: resolved once, from the route alone. No page
/// takes a club or a class from anywhere else.</summary>
public sealed class ClubContext(ClassCache cache, ActNote note)
{
    private Admission? admission;
    private ClaimsPrincipal user = new();

    /// <summary>Whether the address lies in a club.</summary>
    public bool HasClub => admission is not null;

    /// <summary>What the person acting tells the trail of it.</summary>
    public ActNote Note => note;

    /// <summary>The club.</summary>
    /// <exception cref="InvalidOperationException">The address lies in no club.</exception>
    public Club Club => Admission.Club;

    /// <summary>The class as it stood when the request came.</summary>
    /// <exception cref="InvalidOperationException">The address names no class.</exception>
    public ClassStamp Class => Admission.Class ?? throw new InvalidOperationException("This address names no class.");

    /// <summary>Whether the address names a class the club has.</summary>
    public bool HasClass => admission?.Class is not null;

    /// <summary>Whether the person asking belongs to the club.</summary>
    public bool IsMember => admission?.Roles is not null;

    /// <summary>Whether they coordinate the club's fleet.</summary>
    public bool IsCoordinator => admission?.Roles?.Contains(Roles.Coordinator) == true;

    /// <summary>Whether the club asks its coordinators for more than a password, and this one has nothing more.</summary>
    public bool LacksSecondFactor => IsCoordinator && Club.SecondFactorRequired && !Admission.HasSecondFactor;

    /// <summary>Whether they may change the class: its captain and the coordinator.</summary>
    public bool MayEdit => HasClass && MayEditClass(Class.Class);

    /// <summary>The same of any class of the club.</summary>
    public bool MayEditClass(ClassRef one) => IsMember && (IsCoordinator || Admission.Captained.Contains(one.Number));

    /// <summary>Where the club's pages begin.</summary>
    public string Path => "/" + Club.Key;

    /// <summary>The class's key in the address; empty when it names none.</summary>
    public string ClassKey { get; private set; } = "";

    /// <summary>Where the class's pages begin.</summary>
    public string ClassPath { get; private set; } = "";

    /// <summary>A page of the class.</summary>
    public ClassAddress Address(string page = "") => new(page.Length == 0 ? ClassPath : $"{ClassPath}/{page}");

    /// <summary>A page of another class of the club.</summary>
    public ClassAddress AddressOf(string classKey, string page = "") =>
        new($"{Path}/classes/{classKey}{(page.Length == 0 ? "" : "/" + page)}");

    /// <summary>Who acts, in this club.</summary>
    public Actor Actor => new(user.Id(), user.DisplayName(), Club);

    private Admission Admission => admission ?? throw new InvalidOperationException("This address lies in no club.");

    /// <summary>Lets the request in, as the route named it.</summary>
    public void Enter(Admission known, ClaimsPrincipal asking, string? classKey)
    {
        (admission, user) = (known, asking);
        ClassKey = classKey ?? "";
        ClassPath = classKey is null ? "" : $"{Path}/classes/{classKey}";
    }

    /// <summary>All there is to show of the class to who asks: of a draft nothing to who may not change it.</summary>
    public async Task<ClassView> ClassAsync() => AsSeen(await cache.FindAsync(Class));

    /// <summary>The same after something was written.</summary>
    public async Task<ClassView> ClassAnewAsync() =>
        await ClassAsync(Class.Class) ?? throw new InvalidOperationException("The class is gone.");

    /// <summary>All classes of the club as who asks sees them.</summary>
    public async Task<FleetViews> ClassesAsync()
    {
        var all = await cache.AllAsync(Club.Ref);
        return all with { Classes = [.. all.Classes.Select(AsSeen)] };
    }

    /// <summary>A class of the club as who asks sees it; null where it is gone.</summary>
    public async Task<ClassView?> ClassAsync(ClassRef one) => await cache.FindAsync(one) is { } view ? AsSeen(view) : null;

    private ClassView AsSeen(ClassView view) => MayEditClass(view.Ref) ? view : view.ForSailors;
}

/// <summary>Resolves club and class of a request before anything else looks at it. What is not there, and what belongs to a club the asker
/// is no member of, answers alike.</summary>
internal sealed class ClubAdmission(RequestDelegate next)
{
    /// <summary>The route's name for the club.</summary>
    public const string ClubRoute = "club";

    /// <summary>The route's name for the class.</summary>
    public const string ClassRoute = "key";

    public async Task InvokeAsync(HttpContext context, Clubs clubs, ClubContext here)
    {
        if (context.Request.RouteValues[ClubRoute] is string club)
        {
            var signedIn = context.User.Identity?.IsAuthenticated == true;
            var classKey = context.Request.RouteValues[ClassRoute] as string;
            var known = await clubs.AdmitAsync(club, signedIn ? context.User.Id() : null, classKey);
            if (known is not null)
            {
                here.Enter(known, context.User, classKey);
            }

            if (signedIn && (!here.IsMember || (classKey is not null && !here.HasClass)))
            {
                context.Response.StatusCode = StatusCodes.Status404NotFound;
                return;
            }

            if (here.HasClub && here.LacksSecondFactor)
            {
                here.Note.Refuse("the club asks for more than a password");
                context.Response.Redirect("/me/security?because=club");
                return;
            }
        }

        await next(context);
    }
}
