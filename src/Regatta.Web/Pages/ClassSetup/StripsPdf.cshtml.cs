using Regatta.Formats.Sheets;

namespace Regatta.Web.Pages.ClassSetup;

/// <summary>The mark strips and stickers as a PDF, for members.</summary>
[Authorize(Policies.Member)]
public sealed class StripsPdfModel(ClubContext here, StripMaking making) : PageModel
{
    public async Task<IActionResult> OnGetAsync(string? boat, string? paper, string? link) =>
        await making.ForAsync(boat, paper, link, Request) is { Sheet: { Pages.Count: > 0 } sheet }
            ? File(SheetPdf.Write(sheet), "application/pdf", $"{Path.GetFileName(here.ClassPath)}-strips.pdf")
            : NotFound();
}
