namespace Regatta.Application.Membership;

/// <summary>Says what a club wants minded with all its classes.</summary>
public sealed class SetClubSafety(SafetyRules rules)
{
    /// <summary>Keeps it, where it still says what its editor saw.</summary>
    /// <param name="actor">The coordinator.</param>
    /// <param name="safety">What the club says.</param>
    /// <param name="seen">The revision the editor saw.</param>
    /// <returns>False where somebody changed it meanwhile: then nothing is written.</returns>
    public Task<bool> RunAsync(Actor actor, ClubSafety safety, long seen) =>
        Retry.RunAsync(() => rules.SaveAsync(actor.Club.Ref, safety, seen));
}
