using Microsoft.AspNetCore.RateLimiting;
using Regatta.Formats.Bundles;

namespace Regatta.Web.Pages.Sharing;

/// <summary>A class as a bundle, or a part of it, without names and crew masses; for members.</summary>
[Authorize(Policies.Member)]
[EnableRateLimiting(RequestLimits.Exports)]
public sealed class ExportModel(ClubContext here, ExportClass export) : PageModel
{
    public async Task<IActionResult> OnGetAsync(int part = 1)
    {
        if (await export.RunAsync(here.Class.Class, withDraft: here.MayEdit, part) is not { } bundle)
        {
            return NotFound();
        }

        Response.ContentType = "application/json";
        Response.Headers.ContentDisposition = $"attachment; filename={Name(bundle)}";
        await BundleWriter.WriteAsync(bundle, Response.Body, HttpContext.RequestAborted);
        return new EmptyResult();
    }

    private static string Name(Bundle bundle) =>
        $"{bundle.Classes[0].Class.Key}{(bundle.Part is { } part ? $"-{part.Number}-of-{part.Of}" : "")}.regatta.json";
}
