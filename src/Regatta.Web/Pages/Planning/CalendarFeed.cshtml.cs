using System.Security.Cryptography;
using System.Text;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Formats.Calendars;
using Regatta.Store;

namespace Regatta.Web.Pages.Planning;

/// <summary>The days on the water as a feed, for anybody whose calendar knows the unguessable address. Names nobody.</summary>
[AllowAnonymous]
public sealed class CalendarFeedModel(Outings outings, Classes classes, ClubClock clock, IDataProtectionProvider protection) : PageModel
{
    private const string Purpose = "Regatta.CalendarFeed";

    /// <summary>The address of the feed; it lasts as long as the keys of the app do.</summary>
    public static string PathFor(IDataProtectionProvider protection) => $"/calendar/{protection.CreateProtector(Purpose).Protect("days")}.ics";

    public async Task<IActionResult> OnGetAsync(string token)
    {
        try
        {
            protection.CreateProtector(Purpose).Unprotect(token);
        }
        catch (CryptographicException)
        {
            return NotFound();
        }

        var names = (await classes.FleetAsync()).ToDictionary(line => line.Key, line => line.Name);
        var days = (await outings.EndingAfterAsync(clock.Now.AddYears(-1))).Select(day => day.Outing);
        return File(Encoding.UTF8.GetBytes(CalendarFile.Write(days, key => names.GetValueOrDefault(key, key), clock.Now)), "text/calendar", "days.ics");
    }
}
