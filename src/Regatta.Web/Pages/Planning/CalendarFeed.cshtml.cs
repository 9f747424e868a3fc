using System.Text;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Formats.Calendars;
using Regatta.Store;

namespace Regatta.Web.Pages.Planning;

/// <summary>A club's days on the water as a feed, for the calendar of whichever member made the unguessable address. It carries no notes
/// and names nobody. For anybody.</summary>
[AllowAnonymous]
public sealed class CalendarFeedModel(CalendarFeeds feeds, Outings outings, Classes classes, TimeProvider clock) : PageModel
{
    public async Task<IActionResult> OnGetAsync(string token)
    {
        if (await feeds.FindAsync(token) is not { } club)
        {
            return NotFound();
        }

        var names = (await classes.FleetAsync(club)).ToDictionary(line => line.Key, line => line.Name);
        var days = (await outings.EndingAfterAsync(club, clock.GetUtcNow().AddYears(-1))).Select(day => day.Outing with { Notes = "" });
        return File(
            Encoding.UTF8.GetBytes(CalendarFile.Write(days, key => names.GetValueOrDefault(key, key), clock.GetUtcNow())),
            "text/calendar",
            "days.ics"
        );
    }
}
