using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Formats.Calendars;
using Regatta.Store;

namespace Regatta.Web.Pages.Planning;

/// <summary>A club's days on the water as a feed, for anybody whose calendar knows the unguessable address. Names nobody.</summary>
[AllowAnonymous]
public sealed class CalendarFeedModel(Clubs clubs, Outings outings, Classes classes, TimeProvider clock, IDataProtectionProvider protection)
    : PageModel
{
    private const string Purpose = "Regatta.CalendarFeed";

    /// <summary>What addresses say that were made before there was more than one club.</summary>
    private const string OfTheFirstClub = "days";

    /// <summary>The address of a club's feed; it lasts as long as the keys of the app do.</summary>
    public static string PathFor(IDataProtectionProvider protection, ClubId club) =>
        $"/calendar/{protection.CreateProtector(Purpose).Protect(club.Number.ToString(CultureInfo.InvariantCulture))}.ics";

    public async Task<IActionResult> OnGetAsync(string token)
    {
        if (await ClubOfAsync(token) is not { } club)
        {
            return NotFound();
        }

        var names = (await classes.FleetAsync(club)).ToDictionary(line => line.Key, line => line.Name);
        var days = (await outings.EndingAfterAsync(club, clock.GetUtcNow().AddYears(-1))).Select(day => day.Outing);
        return File(
            Encoding.UTF8.GetBytes(CalendarFile.Write(days, key => names.GetValueOrDefault(key, key), clock.GetUtcNow())),
            "text/calendar",
            "days.ics"
        );
    }

    private async Task<ClubId?> ClubOfAsync(string token)
    {
        try
        {
            var said = protection.CreateProtector(Purpose).Unprotect(token);
            return said == OfTheFirstClub
                ? (await clubs.AllAsync()).MinBy(club => club.Id)?.Ref
                : new ClubId(long.Parse(said, CultureInfo.InvariantCulture));
        }
        catch (Exception wrong) when (wrong is CryptographicException or FormatException)
        {
            return null;
        }
    }
}
