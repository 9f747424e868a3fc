using System.Text;
using Regatta.Formats.Calendars;

namespace Regatta.Web.Pages.Planning;

/// <summary>A club's days on the water as a feed, for the calendar of whichever member made the unguessable address. It carries no notes
/// but which trials are planned, and names nobody. For anybody.</summary>
[AllowAnonymous]
public sealed class CalendarFeedModel(
    IReadCalendarFeeds feeds,
    IReadClubs clubs,
    IReadOutings outings,
    IReadClasses classes,
    IReadTrials trials,
    TimeProvider clock
) : PageModel
{
    public async Task<IActionResult> OnGetAsync(string token, [FromQuery(Name = "class")] string? one)
    {
        if (await feeds.FindAsync(token) is not { Club: var club } || await clubs.FindAsync(club) is not { } whole)
        {
            return NotFound();
        }

        var names = (await classes.NamesAsync(club)).ToDictionary(line => line.Key, line => line.Name);
        var tried = await trials.OpenAsync(club);
        var days = (await outings.EndingAfterAsync(club, clock.GetUtcNow().AddYears(-1)))
            .Where(day => one is null || day.Outing.Classes.Contains(one))
            .Select(day => day.Outing with { Notes = string.Join("\n", tried.Where(trial => trial.Outing == day.Number).Select(Told)) });

        string Told(PlannedTrial trial) =>
            $"Trial: {names.GetValueOrDefault(trial.ClassKey, trial.ClassKey)}, {trial.Trial.Control.Name}"
            + (trial.Plan.BeginsAt is { } begins ? $", {TimeZoneInfo.ConvertTime(begins, whole.Zone()):HH:mm}" : "");
        return File(
            Encoding.UTF8.GetBytes(CalendarFile.Write(days, key => names.GetValueOrDefault(key, key), clock.GetUtcNow())),
            "text/calendar",
            "days.ics"
        );
    }
}
