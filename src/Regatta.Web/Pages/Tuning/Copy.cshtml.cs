using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Regatta.Application.Editing;
using Regatta.Application.Reading;
using Regatta.Core.Fleet;
using Regatta.Core.Matrices;
using Regatta.Web.Access;

namespace Regatta.Web.Pages.Tuning;

/// <summary>Copies a band, another layer, or another class into a layer; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class CopyModel(ClubContext here, EditCells editCells, ClassCache cache) : LayerPageModel(here, editCells)
{
    /// <summary>The layers there are to copy from, in this class and in the others, each with a name for the form.</summary>
    public IReadOnlyList<(string Name, string Label)> Sources { get; private set; } = [];

    /// <summary>The source chosen last.</summary>
    public string From { get; private set; } = "";

    public string? Problem { get; private set; }

    public async Task<IActionResult> OnGetAsync()
    {
        await LoadAsync();
        await FindSourcesAsync();
        return Page();
    }

    public async Task<IActionResult> OnPostBandAsync(int from, int to, string? overwrite)
    {
        await LoadAsync();
        return Layer.Matrix.Bands.Find(new(from)) is { } source && Layer.Matrix.Bands.Find(new(to)) is { } goal
            ? await WriteAndGoBackAsync(
                Transfer.Band(Layer.Matrix, source, goal, overwrite is not null),
                $"copied {source.Name} to {goal.Name}",
                []
            )
            : NotFound();
    }

    public async Task<IActionResult> OnPostLayerAsync(string? from, string? overwrite)
    {
        await LoadAsync();
        await FindSourcesAsync();
        From = from ?? "";
        if (
            Sources.FirstOrDefault(source => source.Name == From) is not { Label: not null } chosen
            || From.Split('/') is not [var other, var plan, var mode]
            || await cache.FindAsync(Here.Club.Ref, other) is not { } source
        )
        {
            Problem = "Choose what to copy first.";
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        var carried = Transfer.All(source.Set[new Layer(new(plan), new(mode))], Layer.Matrix, chosen.Label, overwrite is not null);
        return await WriteAndGoBackAsync(carried.Edits, $"copied from {chosen.Label}", carried.Left);
    }

    private async Task FindSourcesAsync()
    {
        var sources = new List<(string, string)>();
        foreach (var view in (await cache.AllAsync(Here.Club.Ref)).Classes.OrderBy(view => view.Ref != ClassView.Ref))
        {
            var isThis = view.Ref == ClassView.Ref;
            foreach (var layer in view.Set.Layers.All.Where(layer => view.Set[layer].Cells.Count > 0 && !(isThis && layer == Layer.Layer)))
            {
                var described = view.Set.Layers.Describe(layer);
                sources.Add(
                    (
                        $"{view.Class.Key}/{layer.Plan}/{layer.Mode}",
                        isThis ? described
                        : described.Length > 0 ? $"{view.Class.Name}, {described}"
                        : view.Class.Name
                    )
                );
            }
        }

        Sources = sources;
    }
}
