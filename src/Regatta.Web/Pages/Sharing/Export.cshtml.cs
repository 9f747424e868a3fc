using Regatta.Formats.Bundles;

namespace Regatta.Web.Pages.Sharing;

/// <summary>A class as a bundle, without names and crew masses; for members.</summary>
[Authorize(Policies.Member)]
public sealed class ExportModel(ClubContext here, ExportClass export) : PageModel
{
    public async Task<IActionResult> OnGetAsync() =>
        await export.RunAsync(here.Class.Class, withDraft: here.MayEdit) is { } bundle
            ? File(BundleWriter.Write(bundle), "application/json", $"{bundle.Classes[0].Class.Key}.regatta.json")
            : NotFound();
}
