using Regatta.Core.Fleet;
using Regatta.Core.Sheets;
using Regatta.Core.Units;
using Regatta.Web.Benches;

namespace Regatta.Web.Pages.Cards;

/// <summary>What an address asks of a printed card.</summary>
public sealed record CardSheetAsk(string? Plan, string? Boat, string? Paper, string? Look);

/// <summary>The printed card of a class, as the page and the printer get it.</summary>
/// <param name="Bench">The class.</param>
/// <param name="Plan">Which sails.</param>
/// <param name="Choice">The boat.</param>
/// <param name="Look">Drawn how.</param>
/// <param name="Sheet">The card.</param>
public sealed record CardMaking(Bench Bench, SailPlan Plan, BoatChoice Choice, CardLook Look, CardSheet Sheet)
{
    /// <summary>The same in an address.</summary>
    public string Query => $"plan={Plan.Key}&boat={Choice.InAddress}&paper={Sheet.Paper.Name}&look={Look}";

    /// <summary>Lays it out; null when there is no such class, or nothing published of it.</summary>
    public static async Task<CardMaking?> ForAsync(BenchRoom room, ReadingRoom readings, Guid reader, SpeedUnit unit, string key, CardSheetAsk ask)
    {
        if (await room.FindAsync(key) is not { Newest: { } newest } bench)
        {
            return null;
        }

        var choice = await readings.ForAsync(bench.Draft.Stamp.Id, reader, ask.Boat ?? BoatChoice.OfTheClass);
        var plan = newest.Set.Layers.Find(newest.Set.Layers.Nearest(ask.Plan, null).Plan)!;
        var look = Enum.TryParse<CardLook>(ask.Look, ignoreCase: true, out var asked) && Enum.IsDefined(asked) ? asked : CardLook.Tinted;
        return new(bench, plan, choice, look, CardSheet.Of(bench.Class, newest, plan, choice.Readings, Paper.Named(Paper.ForCards, ask.Paper), look, unit));
    }
}
