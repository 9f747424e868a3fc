using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Formats.Sheets;
using Regatta.Web.Access;
using Regatta.Web.Benches;

namespace Regatta.Web.Pages.Cards;

/// <summary>The printed card as a PDF, for members.</summary>
[Authorize(Policies.Member)]
public sealed class CardPdfModel(BenchRoom room, ReadingRoom readings, Reader reader) : PageModel
{
    public async Task<IActionResult> OnGetAsync(string key, [FromQuery] CardSheetAsk ask) =>
        await CardMaking.ForAsync(room, readings, User.Id(), reader.Wind, key, ask) is { Sheet: var sheet }
            ? File(SheetPdf.Write(sheet), "application/pdf", $"{key}-card.pdf")
            : NotFound();
}
