using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Application.Reading;
using Regatta.Formats.Sheets;
using Regatta.Store;
using Regatta.Web.Access;

namespace Regatta.Web.Pages.Cards;

/// <summary>The printed card as a PDF, for members.</summary>
[Authorize(Policies.Member)]
public sealed class CardPdfModel(ClubContext here, BoatReadings readings, SafetyRules rules, UnitPreferences units) : PageModel
{
    public async Task<IActionResult> OnGetAsync([FromQuery] CardSheetAsk ask) =>
        await CardMaking.ForAsync(here, readings, rules, units.Wind, ask) is { Sheet: var sheet }
            ? File(SheetPdf.Write(sheet), "application/pdf", $"{Path.GetFileName(here.ClassPath)}-card.pdf")
            : NotFound();
}
