namespace Regatta.Web.Pages.ClassSetup;

/// <summary>The strips of a class for a boat and a paper, as the page and the printer get them.</summary>
/// <param name="Version">The version whose marks they carry.</param>
/// <param name="Choice">The boat.</param>
/// <param name="Sheet">The strips.</param>
internal sealed record StripMaking(PublishedVersion Version, BoatChoice Choice, StripSheet Sheet)
{
    /// <summary>Lays them out; null before anything is published.</summary>
    public static async Task<StripMaking?> ForAsync(ClubContext here, BoatReadings readings, string? boat, string? paper)
    {
        if ((await here.ClassAsync()).Newest is not { } version)
        {
            return null;
        }

        var choice = await readings.ForAsync(here.Class.Class, here.Actor.Person, boat ?? BoatChoice.OfTheClass);
        return new(version, choice, StripSheet.Of(version.Class, version.Set.First, choice.Readings, Paper.Named(Paper.ForStrips, paper)));
    }
}
