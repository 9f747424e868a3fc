using Regatta.Formats.Sheets;

namespace Regatta.Web.Pages.ClassSetup;

/// <summary>The mark strips as a PDF, for members.</summary>
[Authorize(Policies.Member)]
public sealed class StripsPdfModel(ClubContext here, BoatReadings readings) : PageModel
{
    public async Task<IActionResult> OnGetAsync(string? boat, string? paper) =>
        await StripMaking.ForAsync(here, readings, boat, paper) is { Sheet: { Pages.Count: > 0 } sheet }
            ? File(SheetPdf.Write(sheet), "application/pdf", $"{Path.GetFileName(here.ClassPath)}-strips.pdf")
            : NotFound();
}
