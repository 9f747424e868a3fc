using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core.Matrices;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Benches;

namespace Regatta.Web.Pages.Publishing;

/// <summary>What was published, by whom and why, and what changed; members read, who may change the class publishes.</summary>
[Authorize(Policies.ReadsClass)]
public sealed class VersionsModel(BenchRoom room, Versions versions) : PageModel
{
    public Bench Bench { get; private set; } = null!;

    /// <summary>Newest first, each with what it changed; null for the first.</summary>
    public IReadOnlyList<(PublishedMatrix Version, IReadOnlyList<MatrixChange>? Changes)> History { get; private set; } = [];

    public string Reason { get; private set; } = "";

    public string? Problem { get; private set; }

    public async Task<IActionResult> OnGetAsync(string key) => await LoadAsync(key) ? Page() : NotFound();

    public async Task<IActionResult> OnPostAsync(string key, int after, long revision, string? reason)
    {
        if (!await LoadAsync(key))
        {
            return NotFound();
        }

        Reason = reason?.Trim() ?? "";
        Problem = Reason.Length switch
        {
            0 => "Say why. A changed mark without a reason is not trusted.",
            > PublishedMatrix.LongestReason => $"Keep it under {PublishedMatrix.LongestReason} letters.",
            _ when Bench.Newest is not null && Bench.Changes.Count == 0 => "There is nothing to publish: the draft says what the newest version says.",
            _ when revision != Bench.Draft.Stamp.MatrixRevision => "The draft changed while you were reading. Look at the changes above once more, then publish.",
            _ => await versions.PublishAsync(Bench.Draft.Stamp.Id, Bench.Set, after, User.DisplayName(), Reason) is null
                ? "Somebody published another version meanwhile. Look at what is left, then publish."
                : null,
        };
        return Problem is null ? RedirectToPage(new { key }) : Page();
    }

    private async Task<bool> LoadAsync(string key)
    {
        if (await room.FindAsync(key) is not { } bench)
        {
            return false;
        }

        Bench = bench;
        var all = await versions.AllAsync(bench.Draft.Stamp.Id);
        History =
        [
            .. all.Select((version, at) => (version, at + 1 < all.Count ? MatrixDiff.Between(all[at + 1].Set, version.Set) : null)),
        ];
        return true;
    }
}
