using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core.Fleet;
using Regatta.Core.Matrices;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Benches;

namespace Regatta.Web.Pages.Tuning;

/// <summary>What the pages beside the matrix share: the layer they came from, and writing many cells as one deed before going back to it.</summary>
public abstract class LayerPageModel(BenchRoom room, Cells cells, ClubClock clock) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string Key { get; set; } = "";

    [BindProperty(SupportsGet = true)]
    public string? View { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Plan { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Mode { get; set; }

    public Bench Bench { get; private set; } = null!;

    public LayerBench Layer { get; private set; } = null!;

    public BoatClass Class => Bench.Class;

    /// <summary>The query of the layer.</summary>
    public string Query => $"?view={(View == MatrixModel.Table ? MatrixModel.Table : MatrixModel.Lanes)}&plan={Layer.Layer.Plan}&mode={Layer.Layer.Mode}";

    protected BenchRoom Room => room;

    protected async Task<bool> LoadAsync()
    {
        if (await room.FindAsync(Key) is not { } bench)
        {
            return false;
        }

        (Bench, Layer) = (bench, bench.On(bench.Set.Layers.Nearest(Plan, Mode)));
        return true;
    }

    /// <summary>Writes the edits at the revisions they were worked out for, and goes back to the matrix, which tells what came of it.</summary>
    protected async Task<IActionResult> WriteAsync(IReadOnlyList<CellEdit> edits, string what, IReadOnlyList<string> left)
    {
        var saved = await cells.SaveAsync(Bench.Draft.Stamp.Id, Layer.Writes(edits, await clock.TodayAsync()), what, User.Id());
        TempData["Status"] = saved switch
        {
            SaveOutcome.Saved => $"{char.ToUpperInvariant(what[0])}{what[1..]}: {edits.Count} {(edits.Count == 1 ? "cell" : "cells")}.",
            SaveOutcome.Conflict => "Somebody changed one of these cells at the same moment, so nothing was written. Do it once more.",
            _ => "That would have changed nothing.",
        } + (left.Count > 0 ? " Left: " + string.Join(" ", left.Take(8)) : "");
        return Redirect($"/classes/{Key}{Query}");
    }
}
