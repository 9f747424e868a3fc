using Microsoft.AspNetCore.RateLimiting;
using Regatta.Formats.Bundles;

namespace Regatta.Web.Pages.Sharing;

/// <summary>Imports a bundle, all or nothing; for the coordinator.</summary>
[Authorize(Policies.Coordinator)]
[NeedsProof]
[RequestSizeLimit(Limits.BundleBytes + Limits.FormBytes)]
[EnableRateLimiting(RequestLimits.Uploads)]
public sealed class ImportModel(ClubContext here, ImportClasses import, TimeProvider clock) : PageModel
{
    public IReadOnlyList<BundleProblem> Problems { get; private set; } = [];

    public ImportResult? Result { get; private set; }

    /// <summary>The part that came in, where others follow; null where it was all.</summary>
    public BundlePart? FirstPart { get; private set; }

    public async Task<IActionResult> OnPostAsync(IFormFile? bundle)
    {
        if (bundle is null || bundle.Length == 0)
        {
            Problems = [new("the file", "Choose a bundle file first.")];
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        using var memory = new MemoryStream();
        await bundle.CopyToAsync(memory, HttpContext.RequestAborted);
        var reading = BundleReader.Read(memory.GetBuffer().AsSpan(0, (int)memory.Length), clock.GetUtcNow());
        Problems = reading.Problems;
        if (reading.Bundle is { Part: { Adds: true } part } more)
        {
            var added = await import.AddPartAsync(here.Club.Ref, more.Classes[0], part);
            Result = added.Ok ? new([added.Value], []) : null;
            Problems = added.Ok ? Problems : [new("part", added.Problem!)];
        }
        else if (reading.Bundle is { } read)
        {
            Result = await import.RunAsync(here.Club.Ref, read, new Dictionary<string, Guid>());
            FirstPart = read.Part;
        }

        here.Note.Tell(string.Join(", ", reading.Bundle?.Classes.Select(held => held.Class.Key) ?? []));
        if (Problems.Count > 0)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        }

        return Page();
    }
}
