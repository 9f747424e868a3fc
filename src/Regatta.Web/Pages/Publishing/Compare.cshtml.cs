using System.Globalization;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core.Matrices;
using Regatta.Core.Wind;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Benches;
using Regatta.Web.Drawings;
using Regatta.Web.Pages.Tuning;

namespace Regatta.Web.Pages.Publishing;

/// <summary>Any two versions of a class, or one and the draft, held against each other in lanes or as a table.</summary>
[Authorize(Policies.Member)]
public sealed class CompareModel(BenchRoom room, Versions versions) : PageModel, ILanesPage
{
    public const string Draft = "draft";

    public Bench Bench { get; private set; } = null!;

    public LayerBench Layer { get; private set; } = null!;

    public MatrixSet Before { get; private set; } = null!;

    public MatrixSet After { get; private set; } = null!;

    /// <summary>The two as the address names them.</summary>
    public (string From, string To) Names { get; private set; }

    public string View { get; private set; } = MatrixModel.Lanes;

    public IReadOnlyList<MatrixChange> Changes { get; private set; } = [];

    public LaneDrawing Drawing => Layer.LanesOf(ZoomedBand);

    public WindBand? ZoomedBand { get; private set; }

    public string? Cell => null;

    public bool MayEdit => false;

    public string OfCell(string cell) => $"/classes/{Bench.Class.Key}?plan={Layer.Layer.Plan}&mode={Layer.Layer.Mode}&cell={cell}";

    public string Zoomed(int? band) => At() + (band is { } number ? $"&zoom={number}" : "");

    /// <summary>The query of this comparison with some of it changed.</summary>
    public string At(string? view = null, string? plan = null, string? mode = null) =>
        $"?from={Names.From}&to={Names.To}&view={view ?? View}&plan={plan ?? Layer.Layer.Plan.Name}&mode={mode ?? Layer.Layer.Mode.Name}";

    /// <summary>A version in words.</summary>
    public static string Describe(string name) => name == Draft ? "the draft" : $"version {name}";

    public async Task<IActionResult> OnGetAsync(string key, string from, string to, string? view, string? plan, string? mode, int? zoom)
    {
        if (await room.FindAsync(key) is not { } bench)
        {
            return NotFound();
        }

        Bench = bench;
        var all = (await versions.AllAsync(bench.Draft.Stamp.Id)).ToDictionary(version => version.Number.ToString(CultureInfo.InvariantCulture), version => version.Set);
        all[Draft] = bench.Set;
        if (!all.TryGetValue(from, out var before) || !all.TryGetValue(to, out var after))
        {
            return NotFound();
        }

        (Before, After, Names, View) = (before, after, (from, to), view == MatrixModel.Table ? view : MatrixModel.Lanes);
        Changes = MatrixDiff.Between(before, after);
        // Without being asked it opens where something changed.
        var layer = plan is null && mode is null && Changes.Select(change => change.Layer).FirstOrDefault(one => one is not null) is { } changed ? changed : after.Layers.Nearest(plan, mode);
        Layer = new(bench, after, layer, before.Layers.Has(layer) ? before[layer] : null);
        ZoomedBand = zoom is { } number ? after.Bands.Find(new(number)) : null;
        return Page();
    }
}
