using Regatta.Core;
using Regatta.Store;

namespace Regatta.Application.Membership;

/// <summary>The roles somebody may have in a club.</summary>
public static class Roles
{
    public const string Coordinator = "coordinator";
    public const string Captain = "captain";
    public const string Sailor = "sailor";
}

/// <summary>Makes people members of a club.</summary>
public sealed class ManageMembers(Members members)
{
    /// <summary>Makes somebody with an account a sailor of the club, and perhaps captain of one of its classes.</summary>
    /// <param name="club">The club.</param>
    /// <param name="person">Their account.</param>
    /// <param name="captainOf">The class's key; null for none.</param>
    public Task AddAsync(ClubId club, Guid person, string? captainOf) =>
        members.SetAsync(
            club,
            person,
            captainOf is null ? [Roles.Sailor] : [Roles.Captain, Roles.Sailor],
            captainOf is null ? [] : [captainOf]
        );
}

/// <summary>Who may found a club in an installation that has one already.</summary>
public enum Founding
{
    /// <summary>Nobody.</summary>
    Closed,

    /// <summary>Who has a code from a coordinator.</summary>
    ByInvitation,

    /// <summary>Anybody.</summary>
    Open,
}

/// <summary>Founds clubs.</summary>
public sealed class FoundClub(Clubs clubs, Founding founding)
{
    private static readonly HashSet<string> Reserved =
    [
        "c",
        "index",
        "found",
        "sign-in",
        "me",
        "theme",
        "trouble",
        "pulse",
        "not-yours",
        "calendar",
        "classes",
        "dist",
        "lib",
        "clubs",
        "health",
    ];

    /// <summary>Whether a club may be founded now, with this code or without one.</summary>
    public async Task<bool> MayAsync(string? code) =>
        await clubs.CountAsync() == 0
        || founding == Founding.Open
        || (founding == Founding.ByInvitation && code is { Length: > 0 } && await clubs.KnowsFoundingCodeAsync(code));

    /// <summary>Founds a club with its first coordinator.</summary>
    public async Task<Parsed<Club>> RunAsync(string name, string timeZone, Guid coordinator, string? code)
    {
        var key = Keys.Of(name);
        if (Reserved.Contains(key))
        {
            return Parsed<Club>.Bad("That name is taken by a page of this place. Write the club’s name in full.");
        }

        var needsCode = founding == Founding.ByInvitation && await clubs.CountAsync() > 0;
        return
            await Retry.RunAsync(() =>
                clubs.FoundAsync(
                    key,
                    name,
                    timeZone,
                    isDemo: false,
                    coordinator,
                    mayBeFurther: founding == Founding.Open || needsCode,
                    needsCode ? code ?? "" : null
                )
            )
                is { } club
            ? Parsed<Club>.Good(club)
            : Parsed<Club>.Bad("A club of that name is here already, or clubs are not founded here any more.");
    }
}
