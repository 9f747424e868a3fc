using Regatta.Core.Sheets;
using Regatta.Web.Benches;

namespace Regatta.Web.Pages.FittingOut;

/// <summary>The strips of a class for a boat and a paper, as the page and the printer get them.</summary>
/// <param name="Bench">The class.</param>
/// <param name="Choice">The boat.</param>
/// <param name="Sheet">The strips, with the marks of the newest version or, before one, of the draft.</param>
internal sealed record StripMaking(Bench Bench, BoatChoice Choice, StripSheet Sheet)
{
    /// <summary>Lays them out; null when there is no such class.</summary>
    public static async Task<StripMaking?> ForAsync(BenchRoom room, ReadingRoom readings, Guid reader, string key, string? boat, string? paper)
    {
        if (await room.FindAsync(key) is not { } bench)
        {
            return null;
        }

        var choice = await readings.ForAsync(bench.Draft.Stamp.Id, reader, boat ?? BoatChoice.OfTheClass);
        return new(bench, choice, StripSheet.Of(bench.Class, (bench.Newest?.Set ?? bench.Set).First, choice.Readings, Paper.Named(Paper.ForStrips, paper)));
    }
}
