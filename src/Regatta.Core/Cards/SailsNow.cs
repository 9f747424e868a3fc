namespace Regatta.Core.Cards;

/// <summary>What a class carries in a band, and what it changes to in the neighbouring ones; empty where it has no choice, or does not
/// change.</summary>
/// <param name="Now">In the band.</param>
/// <param name="IfLighter">One band down.</param>
/// <param name="IfStronger">One band up.</param>
public sealed record SailsNow(string Now, string IfLighter, string IfStronger)
{
    /// <summary>The sails of a band in a mode.</summary>
    public static SailsNow Of(MatrixSet set, WindBand band, ModeKey mode)
    {
        var now = set.PlanIn(band, mode);
        string Then(WindBand? neighbour) =>
            neighbour is not null && set.PlanIn(neighbour, mode) is var plan && plan != now ? plan.Name : "";
        return set.PlanModes.Plans.Count > 1 ? new(now.Name, Then(set.Bands.Below(band)), Then(set.Bands.Above(band))) : new("", "", "");
    }
}
