using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Application.Planning;
using Regatta.Core.Outings;
using Regatta.Core.Station;
using Regatta.Core.Wind;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Station;

namespace Regatta.Web.Pages.Planning;

/// <summary>One day on the water: the wind it had, which boats have logged, and the way to the log. For members; the coordinator takes it
/// out.</summary>
[Authorize(Policies.ReadsClub)]
public sealed class OneDayModel(
    ClubContext here,
    Outings outings,
    PlanDays plan,
    Classes classes,
    Trials trials,
    WindLog wind,
    StationStates stations,
    ClubClock clock
) : PageModel
{
    private IReadOnlyList<FleetLine> fleet = [];

    public PlannedOuting Day { get; private set; } = null!;

    /// <summary>What the station measured in its time, at the station's height; null when it measured nothing.</summary>
    public WindRange? Measured { get; private set; }

    public int Blocks { get; private set; }

    public IReadOnlyList<BoatOut> Boats { get; private set; } = [];

    /// <summary>What is tried that day.</summary>
    public IReadOnlyList<PlannedTrial> Tried { get; private set; } = [];

    public bool Over => Day.Outing.To < clock.Now;

    public string NameOf(string classKey) => fleet.FirstOrDefault(line => line.Key == classKey)?.Name ?? classKey;

    public async Task<IActionResult> OnGetAsync(long number)
    {
        if (await outings.FindAsync(here.Club.Ref, number) is not { } day)
        {
            return NotFound();
        }

        Day = day;
        fleet = await classes.FleetAsync(here.Club.Ref);
        Boats = await outings.BoatsAsync(here.Club.Ref, day);
        Tried = await trials.OfDayAsync(here.Club.Ref, number);
        var blocks = await wind.BlocksAsync(here.Club.Ref, WindSummary.BlockOf(day.Outing.From), day.Outing.To);
        var height = stations.Of(here.Club.Ref).Height;
        (Measured, Blocks) = (Outing.WindOf(blocks, height, height), blocks.Count);
        return Page();
    }

    public async Task<IActionResult> OnPostAsync(long number)
    {
        if (await outings.FindAsync(here.Club.Ref, number) is { } day)
        {
            here.Note.Tell(day.Outing.Title, day.Outing.From.ToString("u"), "");
        }

        await plan.RemoveAsync(here.Actor, number);
        return Redirect(here.Path + "/calendar");
    }
}
