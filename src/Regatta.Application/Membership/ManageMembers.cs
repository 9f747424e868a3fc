namespace Regatta.Application.Membership;

/// <summary>What a coordinator does with the members of the club. Each answers null when it was done, else the reason it was not.</summary>
public sealed class ManageMembers(Members members, SignIns signIns, People people)
{
    private const string LastCoordinator = "The club would have no coordinator then. Hand over first, or make somebody else one.";

    /// <summary>Gives a member other roles and captaincies.</summary>
    public async Task<string?> ChangeRolesAsync(ClubId club, Guid person, bool coordinates, IReadOnlyList<string> captainOf) =>
        await Retry.RunAsync(() => members.ChangeRolesAsync(club, person, Roles.Of(coordinates, captainOf.Count > 0), captainOf))
            ? null
            : LastCoordinator;

    /// <summary>Suspends a member, or lets them in again. Whoever may enter no club any more is signed out everywhere.</summary>
    public async Task<string?> SuspendAsync(ClubId club, Guid person, bool suspended)
    {
        if (!await Retry.RunAsync(() => members.SuspendAsync(club, person, suspended)))
        {
            return LastCoordinator;
        }

        if (suspended && await members.IsSuspendedAsync(person))
        {
            await signIns.EndAllAsync(person, but: null);
        }

        return null;
    }

    /// <summary>Takes a member out of the club; an account that belongs to no other club goes with it. What they made stays,
    /// nameless.</summary>
    public async Task<string?> RemoveAsync(ClubId club, Guid person)
    {
        if (!await Retry.RunAsync(() => members.RemoveAsync(club, person)))
        {
            return LastCoordinator;
        }

        await Retry.RunAsync(() => people.RemoveAsync(person, evenAMember: false));
        return null;
    }

    /// <summary>Removes somebody's own account, from every club.</summary>
    public async Task<string?> LeaveAsync(Guid person) =>
        await Retry.RunAsync(() => people.RemoveAsync(person, evenAMember: true)) ? null : LastCoordinator;

    /// <summary>Makes another member the coordinator in the actor's place.</summary>
    public async Task<string?> HandOverAsync(Actor actor, Guid to) =>
        await Retry.RunAsync(() => members.HandOverAsync(actor.Club.Ref, actor.Person, to)) ? null : LastCoordinator;
}
