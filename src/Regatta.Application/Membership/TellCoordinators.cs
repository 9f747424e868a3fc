namespace Regatta.Application.Membership;

/// <summary>Tells the other coordinators of a club by letter of what gives power or takes a guard away, so that none of it is done behind
/// their backs.</summary>
public sealed class TellCoordinators(Members members, IMail mail)
{
    /// <summary>Writes to every other coordinator who has a mail address and is not suspended.</summary>
    /// <param name="actor">Who did it.</param>
    /// <param name="what">What was done, as it goes on after their name.</param>
    public async Task RunAsync(Actor actor, string what)
    {
        foreach (var other in await members.AllAsync(actor.Club.Ref))
        {
            if (
                other is { Email: { } address, SuspendedAt: null }
                && other.Id != actor.Person
                && other.Roles.Split(", ").Contains(Roles.Coordinator)
            )
            {
                await mail.SendAsync(
                    new(
                        address,
                        other.DisplayName,
                        $"{actor.Club.Name}: {actor.Name} {what}",
                        $"""
                        {actor.Name} {what}, in {actor.Club.Name}.

                        You read this because you coordinate that club too. If it should not be, look at “Who did what” there
                        and talk to them.
                        """,
                        actor.Club.Id
                    )
                );
            }
        }
    }
}
