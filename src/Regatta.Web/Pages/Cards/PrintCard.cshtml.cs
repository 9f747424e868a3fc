using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Application.Reading;
using Regatta.Store;
using Regatta.Web.Access;

namespace Regatta.Web.Pages.Cards;

/// <summary>The printed card of a class and a plan, for members.</summary>
[Authorize(Policies.Member)]
public sealed class PrintCardModel(ClubContext here, BoatReadings readings, SafetyRules rules, UnitPreferences units) : PageModel
{
    public CardMaking Making { get; private set; } = null!;

    public async Task<IActionResult> OnGetAsync([FromQuery] CardSheetAsk ask)
    {
        if (await CardMaking.ForAsync(here, readings, rules, units.Wind, ask) is not { } making)
        {
            return NotFound();
        }

        Making = making;
        return Page();
    }
}
