using Microsoft.AspNetCore.RateLimiting;
using Regatta.Formats.Bundles;

namespace Regatta.Web.Pages.Sharing;

/// <summary>A class as a bundle, or a part of it, without names and crew masses; for members.</summary>
[Authorize(Policies.Member)]
[EnableRateLimiting(RequestLimits.Exports)]
public sealed class ExportModel(ClubContext here, ExportClass export) : PageModel
{
    public async Task<IActionResult> OnGetAsync(int part = 1) =>
        await export.RunAsync(here.Class.Class, withDraft: here.MayEdit, part) is { } bundle ? new BundleFile(bundle) : NotFound();

    /// <summary>A bundle as a file, written piece by piece.</summary>
    private sealed class BundleFile(Bundle bundle) : FileResult("application/json")
    {
        public override Task ExecuteResultAsync(ActionContext context)
        {
            var (response, one) = (context.HttpContext.Response, bundle.Classes[0].Class.Key);
            response.ContentType = ContentType;
            response.Headers.ContentDisposition =
                $"attachment; filename={one}{(bundle.Part is { } part ? $"-{part.Number}-of-{part.Of}" : "")}.regatta.json";
            return BundleWriter.WriteAsync(bundle, response.Body, context.HttpContext.RequestAborted);
        }
    }
}
