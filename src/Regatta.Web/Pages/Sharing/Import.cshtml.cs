using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Application.Exchange;
using Regatta.Formats.Bundles;
using Regatta.Web.Access;

namespace Regatta.Web.Pages.Sharing;

/// <summary>Imports a bundle, all or nothing; for the coordinator.</summary>
[Authorize(Policies.Coordinator)]
[RequestSizeLimit(BundleReader.MostBytes + 65536)]
public sealed class ImportModel(ClubContext here, ImportClasses import, TimeProvider clock) : PageModel
{
    public IReadOnlyList<BundleProblem> Problems { get; private set; } = [];

    public ImportResult? Result { get; private set; }

    public async Task<IActionResult> OnPostAsync(IFormFile? bundle)
    {
        if (bundle is null || bundle.Length == 0)
        {
            Problems = [new("the file", "Choose a bundle file first.")];
            return Page();
        }

        using var memory = new MemoryStream();
        await bundle.CopyToAsync(memory);
        var reading = BundleReader.Read(memory.GetBuffer().AsSpan(0, (int)memory.Length), clock.GetUtcNow());
        if (reading.Bundle is { } read)
        {
            Result = await import.RunAsync(here.Club.Ref, read, new Dictionary<string, Guid>());
        }

        Problems = reading.Problems;
        return Page();
    }
}
