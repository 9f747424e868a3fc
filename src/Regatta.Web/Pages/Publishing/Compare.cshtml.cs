using System.Globalization;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Application.Reading;
using Regatta.Core.Matrices;
using Regatta.Core.Wind;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Drawings;
using Regatta.Web.Pages.Tuning;

namespace Regatta.Web.Pages.Publishing;

/// <summary>Any two versions of a class, or one and the draft, held against each other in lanes or as a table.</summary>
[Authorize(Policies.Member)]
public sealed class CompareModel(ClubContext here, Versions versions, UnitPreferences units) : PageModel, ILanesPage
{
    public const string Draft = "draft";

    public ClassView ClassView { get; private set; } = null!;

    public LayerView Layer { get; private set; } = null!;

    public MatrixSet Before { get; private set; } = null!;

    public MatrixSet After { get; private set; } = null!;

    /// <summary>The two as the address names them.</summary>
    public (string From, string To) Names { get; private set; }

    public string View { get; private set; } = LayerPageModel.Lanes;

    public IReadOnlyList<MatrixChange> Changes { get; private set; } = [];

    public LaneDrawing Drawing => LaneDrawing.Of(Layer, ZoomedBand, units.Wind);

    public WindBand? ZoomedBand { get; private set; }

    public string? Cell => null;

    public bool MayEdit => false;

    public string OfCell(string cell) => $"{here.ClassPath}?plan={Layer.Layer.Plan}&mode={Layer.Layer.Mode}&cell={cell}";

    public string Zoomed(int? band) => At() + (band is { } number ? $"&zoom={number}" : "");

    /// <summary>The query of this comparison with some of it changed.</summary>
    public string At(string? view = null, string? plan = null, string? mode = null) =>
        $"?from={Names.From}&to={Names.To}&view={view ?? View}&plan={plan ?? Layer.Layer.Plan.Name}&mode={mode ?? Layer.Layer.Mode.Name}";

    /// <summary>A version in words.</summary>
    public static string Describe(string name) => name == Draft ? "the draft" : $"version {name}";

    public async Task<IActionResult> OnGetAsync(string from, string to, string? view, string? plan, string? mode, int? zoom)
    {
        ClassView = await here.ClassAsync();
        if (await FindAsync(from) is not { } before || await FindAsync(to) is not { } after)
        {
            return NotFound();
        }

        (Before, After, Names, View) = (before.Set, after.Set, (from, to), view == LayerPageModel.Table ? view : LayerPageModel.Lanes);
        Changes = MatrixDiff.Between(before, after);
        // Without being asked it opens where something changed.
        var changed = plan is null && mode is null ? Changes.Select(change => change.Layer).FirstOrDefault(one => one is not null) : null;
        var layer = changed ?? After.Layers.Nearest(plan, mode);
        Layer = new(ClassView, after, layer, Before.Layers.Has(layer) ? Before[layer] : null);
        ZoomedBand = zoom is { } number ? After.Bands.Find(new(number)) : null;
        return Page();
    }

    private async Task<ClassState?> FindAsync(string name) =>
        name == Draft ? ClassView.Draft.State
        : int.TryParse(name, NumberStyles.None, CultureInfo.InvariantCulture, out var number)
            ? (await versions.FindAsync(ClassView.Ref, number))?.State
        : null;
}
