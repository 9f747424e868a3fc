using System.Globalization;

namespace Regatta.Application.Membership;

/// <summary>An invitation that was made.</summary>
/// <param name="Address">Where it is taken up.</param>
/// <param name="Sent">Whether it went by mail.</param>
public sealed record MadeInvitation(string Address, bool Sent);

/// <summary>Asks people into a club by a link that is theirs alone.</summary>
public sealed class InvitePeople(Invitations invitations, AttemptCounts tries, IMail mail)
{
    /// <summary>Makes an invitation and sends it: a junior's to the guardian as well.</summary>
    /// <param name="actor">Who asks.</param>
    /// <param name="who">Who is asked, and as what.</param>
    /// <param name="address">Where the app is found from outside.</param>
    public async Task<Parsed<MadeInvitation>> RunAsync(Actor actor, Invited who, string address)
    {
        if (await RefusalAsync(actor) is { } refusal)
        {
            return Parsed<MadeInvitation>.Bad(refusal);
        }

        var link = $"{address}/invitation?token={await invitations.MakeAsync(actor.Club.Ref, who, actor.Person)}";
        var text = $"""
            {actor.Name} invites {who.Name} to {actor.Club.Name}.

            Open this address to take the invitation up; it holds for {Invitations.Lasts.Days.ToString(
                CultureInfo.InvariantCulture
            )} days and works once:

            {link}

            If you expect nothing of the kind, do nothing.
            """;
        var sent = await mail.SendAsync(new(who.Email, who.Name, $"Invitation to {actor.Club.Name}", text, actor.Club.Id));
        if (who.GuardianEmail is { } guardian)
        {
            sent &= await mail.SendAsync(
                new(
                    guardian,
                    $"Guardian of {who.Name}",
                    $"{PersonName.Shorten(who.Name)} is invited to {actor.Club.Name}",
                    $"{actor.Name} invites {who.Name} to {actor.Club.Name} as a junior. "
                        + $"Others there read the name as “{PersonName.Shorten(who.Name)}”. If you do not agree, answer the club.",
                    actor.Club.Id
                )
            );
        }

        return Parsed<MadeInvitation>.Good(new(link, sent && mail.Delivers));
    }

    /// <summary>Invites everybody of a list as sailors, each by an address of their own; nobody where the day's invitations do not
    /// suffice for all.</summary>
    /// <param name="actor">Who asks.</param>
    /// <param name="people">Who is asked.</param>
    /// <param name="address">Where the app is found from outside.</param>
    public async Task<Parsed<IReadOnlyList<(string Name, MadeInvitation Made)>>> ListAsync(
        Actor actor,
        IReadOnlyList<(string Name, string Email)> people,
        string address
    )
    {
        var left = Limits.InvitationsOfDay - await tries.CountedAsync($"invitations of {actor.Person}", AttemptCounts.LongestWindow);
        if (people.Count > left)
        {
            return Parsed<IReadOnlyList<(string, MadeInvitation)>>.Bad(
                $"{Math.Max(0, left)} invitations are left of today’s {Limits.InvitationsOfDay}. Send a shorter list, or go on tomorrow."
            );
        }

        var made = new List<(string, MadeInvitation)>();
        foreach (var (name, email) in people)
        {
            var one = await RunAsync(actor, new(name, email, false, null, [Roles.Sailor], null), address);
            if (!one.Ok)
            {
                return Parsed<IReadOnlyList<(string, MadeInvitation)>>.Bad(one.Problem!);
            }

            made.Add((name, one.Value));
        }

        return Parsed<IReadOnlyList<(string, MadeInvitation)>>.Good(made);
    }

    /// <summary>Makes an address for a whole group, which its members hand on: each takes one of its places, as a
    /// sailor.</summary>
    /// <param name="actor">Who asks.</param>
    /// <param name="group">The group.</param>
    /// <param name="until">Until when it holds.</param>
    /// <param name="address">Where the app is found from outside.</param>
    public async Task<Parsed<MadeInvitation>> GroupAsync(Actor actor, Invited group, DateTimeOffset until, string address) =>
        await RefusalAsync(actor) is { } refusal
            ? Parsed<MadeInvitation>.Bad(refusal)
            : Parsed<MadeInvitation>.Good(
                new($"{address}/invitation?token={await invitations.MakeAsync(actor.Club.Ref, group, actor.Person, until)}", false)
            );

    private async Task<string?> RefusalAsync(Actor actor) =>
        actor.Club.IsDemo
            ? "This is a demo club: its people are made up and their password is known. Found a club of your own, then invite people there."
        : await tries.CountAsync($"invitations of {actor.Person}", AttemptCounts.LongestWindow) > Limits.InvitationsOfDay
            ? $"You have sent {Limits.InvitationsOfDay} invitations within a day. Go on tomorrow."
        : null;

    /// <summary>Sends an open invitation again, with another address; the one sent before opens nothing any more.</summary>
    /// <param name="actor">Who sends it.</param>
    /// <param name="invitation">The invitation.</param>
    /// <param name="address">Where the app is found from outside.</param>
    /// <returns>Null where it is open no longer.</returns>
    public async Task<Parsed<MadeInvitation>?> AgainAsync(Actor actor, Invitation invitation, string address) =>
        await WithdrawAsync(actor, invitation.Id) ? await RunAsync(actor, invitation.Who, address) : null;

    /// <summary>Takes an invitation back; false when it is open no longer.</summary>
    public Task<bool> WithdrawAsync(Actor actor, Guid invitation) => invitations.WithdrawAsync(actor.Club.Ref, invitation);

    /// <summary>Takes an invitation up for somebody with an account; false when it holds no longer.</summary>
    public Task<bool> AcceptAsync(Invitation invitation, Guid person) =>
        Retry.RunAsync(() => invitations.AcceptAsync(invitation.Club, invitation.Id, person));
}
