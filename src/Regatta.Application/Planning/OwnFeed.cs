namespace Regatta.Application.Planning;

/// <summary>A member's own address of the club's days: making it, and taking it back.</summary>
public sealed class OwnFeed(CalendarFeeds feeds)
{
    /// <summary>Makes an address; one made before stops working.</summary>
    /// <returns>Its secret part, which is not kept.</returns>
    public Task<string> MakeAsync(Actor actor) => feeds.MakeAsync(actor.Club.Ref, actor.Person);

    /// <summary>Takes the address back.</summary>
    public Task WithdrawAsync(Actor actor) => feeds.WithdrawAsync(actor.Club.Ref, actor.Person);
}
