namespace Regatta.Web.Pages.Cards;

/// <summary>What an address asks of a printed card.</summary>
public sealed record CardSheetQuery(string? Plan, string? Boat, string? Paper, string? Look);

/// <summary>The printed card of a class, as the page and the printer get it.</summary>
/// <param name="Version">What is published.</param>
/// <param name="Plan">Which sails.</param>
/// <param name="Choice">The boat.</param>
/// <param name="Look">Drawn how.</param>
/// <param name="Sheet">The card.</param>
public sealed record CardLinks(PublishedVersion Version, SailPlan Plan, BoatChoice Choice, CardDetail Look, CardSheet Sheet)
{
    /// <summary>The same in an address.</summary>
    public string Query => $"plan={Plan.Key}&boat={Choice.InAddress}&paper={Sheet.Paper.Name}&look={Look}";

    /// <summary>Lays it out; null when there is no such class, or nothing published of it.</summary>
    public static async Task<CardLinks?> ForAsync(
        ClubContext here,
        BoatReadings readings,
        IReadSafetyRules rules,
        SpeedUnit unit,
        CardSheetQuery ask
    )
    {
        if ((await here.ClassAsync()).Newest is not { } version)
        {
            return null;
        }

        var choice = await readings.ForAsync(here.Class.Class, here.Actor.Person, ask.Boat ?? BoatChoice.OfTheClass);
        var plan = version.Set.PlanModes.Find(version.Set.PlanModes.Nearest(ask.Plan, null).Plan)!;
        var look = EnumText.Find<CardDetail>(ask.Look) ?? CardDetail.Tinted;
        return new(
            version,
            plan,
            choice,
            look,
            CardSheet.Of(
                version,
                plan,
                choice.Readings,
                Paper.Named(Paper.ForCards, ask.Paper),
                look,
                unit,
                (await rules.FindAsync(here.Club.Ref)).Safety.Cautions
            )
        );
    }
}
