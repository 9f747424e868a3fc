using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Formats.Bundles;
using Regatta.Store;
using Regatta.Web.Access;

namespace Regatta.Web.Pages.Sharing;

/// <summary>A class as a bundle, without names and crew masses; for members.</summary>
[Authorize(Policies.Member)]
public sealed class TakeOutModel(Bundles bundles) : PageModel
{
    public async Task<IActionResult> OnGetAsync(string key) => await bundles.ExportAsync(key) is { } bundle
        ? File(BundleWriter.Write(bundle), "application/json", $"{key}.regatta.json")
        : NotFound();
}
