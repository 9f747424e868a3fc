using Microsoft.AspNetCore.RateLimiting;
using Regatta.Formats.Bundles;

namespace Regatta.Web.Pages.Sharing;

/// <summary>A class as a bundle, or a part of it, without names and crew masses; for members.</summary>
[Authorize(Policies.Member)]
[EnableRateLimiting(RequestLimits.Exports)]
public sealed class ExportModel(ClubContext here, ExportClass export) : PageModel
{
    public async Task<IActionResult> OnGetAsync(int part = 1) =>
        await export.RunAsync(here.Class.Class, withDraft: here.MayEdit, part) is { } bundle
            ? File(BundleWriter.Write(bundle), "application/json", Name(bundle))
            : NotFound();

    private static string Name(Bundle bundle) =>
        $"{bundle.Classes[0].Class.Key}{(bundle.Part is { } part ? $"-{part.Number}-of-{part.Of}" : "")}.regatta.json";
}
