using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Formats.Sheets;
using Regatta.Web.Access;
using Regatta.Web.Benches;

namespace Regatta.Web.Pages.FittingOut;

/// <summary>The mark strips as a PDF, for members.</summary>
[Authorize(Policies.Member)]
public sealed class StripsPdfModel(BenchRoom room, ReadingRoom readings) : PageModel
{
    public async Task<IActionResult> OnGetAsync(string key, string? boat, string? paper) =>
        await StripMaking.ForAsync(room, readings, User.Id(), key, boat, paper) is { Sheet: { Pages.Count: > 0 } sheet }
            ? File(SheetPdf.Write(sheet), "application/pdf", $"{key}-strips.pdf")
            : NotFound();
}
