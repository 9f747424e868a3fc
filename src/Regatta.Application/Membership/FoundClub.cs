namespace Regatta.Application.Membership;

/// <summary>Who may found a club in an installation that has one already. The first is founded with the code the start
/// prints.</summary>
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
    /// <summary>The first part of every address that is no club's; a test holds it complete.</summary>
    private static readonly HashSet<string> Reserved =
    [
        "c",
        "index",
        "found",
        "sign-in",
        "second-factor",
        "forgot",
        "reset",
        "prove",
        "invitation",
        "outbox",
        "letters",
        "news",
        "mail",
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
        await NeedsCodeAsync() switch
        {
            true => code is { Length: > 0 } && await clubs.KnowsFoundingCodeAsync(code),
            false => true,
            null => false,
        };

    /// <summary>Founds a club with its first coordinator.</summary>
    public async Task<Parsed<Club>> RunAsync(string name, string timeZone, Guid coordinator, string? code)
    {
        var key = Slug.Of(name);
        if (Reserved.Contains(key))
        {
            return Parsed<Club>.Bad("That name is taken by a page of this place. Write the club’s name in full.");
        }

        var needsCode = await NeedsCodeAsync();
        return
            needsCode is not null
            && await Retry.RunAsync(() =>
                clubs.FoundAsync(
                    key,
                    name,
                    timeZone,
                    isDemo: false,
                    coordinator,
                    mayBeFurther: founding != Founding.Closed,
                    needsCode.Value ? code ?? "" : null
                )
            )
                is { } club
            ? Parsed<Club>.Good(club)
            : Parsed<Club>.Bad("A club of that name is here already, or clubs are not founded here any more.");
    }

    /// <summary>Makes a code with which somebody may found a further club.</summary>
    public Task<string> InviteAsync(Actor actor) => clubs.MakeFoundingCodeAsync(actor.Person);

    /// <summary>Changes a club's name and time zone; its address stays, and times already kept are shown in the new zone.</summary>
    /// <returns>False, with nothing changed, where they are not as they were seen any more.</returns>
    public Task<bool> ChangeAsync(Actor actor, (string Name, string TimeZone) seen, string name, string timeZone) =>
        Retry.RunAsync(() => clubs.ChangeAsync(actor.Club.Ref, seen, name, timeZone));

    /// <summary>Says whether a club's coordinators need more than a password.</summary>
    public Task RequireSecondFactorAsync(Actor actor, bool required) => clubs.RequireSecondFactorAsync(actor.Club.Ref, required);

    /// <summary>Whether founding needs a code; null when nobody may found.</summary>
    private async Task<bool?> NeedsCodeAsync() =>
        founding switch
        {
            _ when await clubs.CountAsync() == 0 => true,
            Founding.ByInvitation => true,
            Founding.Open => false,
            _ => null,
        };
}
