using Regatta.Formats.Sheets;

namespace Regatta.Web.Pages.Cards;

/// <summary>The printed card as a PDF, for members.</summary>
[Authorize(Policies.Member)]
public sealed class CardPdfModel(ClubContext here, BoatReadings readings, IReadSafetyRules rules, UnitPreferences units) : PageModel
{
    public async Task<IActionResult> OnGetAsync([FromQuery] CardSheetQuery ask) =>
        await CardLinks.ForAsync(here, readings, rules, units.Wind, ask) is { Sheet: var sheet }
            ? File(SheetPdf.Write(sheet), "application/pdf", $"{Path.GetFileName(here.ClassPath)}-card.pdf")
            : NotFound();
}
