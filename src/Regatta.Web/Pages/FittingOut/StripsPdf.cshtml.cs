using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core.Sheets;
using Regatta.Formats.Sheets;
using Regatta.Web.Access;
using Regatta.Web.Benches;

namespace Regatta.Web.Pages.FittingOut;

/// <summary>The mark strips as a PDF, for members.</summary>
[Authorize(Policies.Member)]
public sealed class StripsPdfModel(BenchRoom room, ReadingRoom readings) : PageModel
{
    public async Task<IActionResult> OnGetAsync(string key, string? boat, string? paper)
    {
        if (await room.FindAsync(key) is not { } bench)
        {
            return NotFound();
        }

        var choice = await readings.ForAsync(bench.Draft.Stamp.Id, User.Id(), boat ?? BoatChoice.OfTheClass);
        var sheet = StripSheet.Of(bench.Class, bench.Newest?.Matrix ?? bench.Matrix, choice.Readings, Paper.Named(paper));
        return sheet.Pages.Count == 0 ? NotFound() : File(SheetPdf.Write(sheet), "application/pdf", $"{key}-strips.pdf");
    }
}
