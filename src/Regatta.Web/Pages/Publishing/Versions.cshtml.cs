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
public sealed class VersionsModel(BenchRoom room, Versions versions, Cells cells) : PageModel
{
    public Bench Bench { get; private set; } = null!;

    /// <summary>Newest first, each with what it changed; null for the first.</summary>
    public IReadOnlyList<(PublishedMatrix Version, IReadOnlyList<MatrixChange>? Changes)> History { get; private set; } = [];

    public string Reason { get; private set; } = "";

    public string? Problem { get; private set; }

    /// <summary>What is wrong with publishing although something does not fit.</summary>
    public string? UnfitProblem { get; private set; }

    public async Task<IActionResult> OnGetAsync(string key) => await LoadAsync(key) ? Page() : NotFound();

    public async Task<IActionResult> OnPostAsync(string key, int after, long revision, string? reason, string? unfit)
    {
        if (!await LoadAsync(key))
        {
            return NotFound();
        }

        Reason = reason?.Trim() ?? "";
        UnfitProblem = unfit is null && Bench.Findings.Any() ? "Mend it, or tick that it is meant so." : null;
        Problem = Reason.Length switch
        {
            0 => "Say why. A changed mark without a reason is not trusted.",
            > PublishedMatrix.LongestReason => $"Keep it under {PublishedMatrix.LongestReason} letters.",
            _ when Bench.Newest is not null && Bench.Changes.Count == 0 => "There is nothing to publish: the draft says what the newest version says.",
            _ when revision != Bench.Draft.Stamp.MatrixRevision => "The draft changed while you were reading. Look at the changes above once more, then publish.",
            _ when UnfitProblem is not null => null,
            _ => await versions.PublishAsync(Bench.Draft.Stamp.Id, Bench.Set, after, User.DisplayName(), Reason) is null
                ? "Somebody published another version meanwhile. Look at what is left, then publish."
                : null,
        };
        if (Problem is null && UnfitProblem is null)
        {
            return RedirectToPage(new { key });
        }

        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    /// <summary>Makes the draft say what an older version says, as one deed that can be undone.</summary>
    public async Task<IActionResult> OnPostRestoreAsync(string key, int version)
    {
        if (!await LoadAsync(key) || History.FirstOrDefault(one => one.Version.Number == version).Version is not { } older)
        {
            return NotFound();
        }

        var writes = Bench.Set.Towards(older.Set).Select(edit => new CellWrite(edit.Place, edit.Cell, Bench.Revision(edit.Place))).ToList();
        var saved = await cells.SaveAsync(Bench.Draft.Stamp.Id, writes, $"version {version} brought back", User.Id());
        TempData["Status"] = saved switch
        {
            SaveOutcome.Saved => $"The draft says what version {version} says: {writes.Count} {(writes.Count == 1 ? "cell" : "cells")}. Bands and controls stay as they are now.",
            SaveOutcome.Conflict => "Somebody changed the draft at the same moment, so nothing was brought back. Do it once more.",
            _ => $"The draft says already what version {version} says.",
        };
        return Redirect($"/classes/{key}");
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
