using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Regatta.Core.Fleet;
using Regatta.Core.Matrices;
using Regatta.Core.Wind;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Benches;

namespace Regatta.Web.Pages.Tuning;

/// <summary>Copies a band, another layer, or another class into a layer; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class CopyModel(BenchRoom room, Cells cells, ClubClock clock) : LayerPageModel(room, cells, clock)
{
    /// <summary>The layers there are to copy from, in this class and in the others, each with a name for the form.</summary>
    public IReadOnlyList<(string Name, string Label)> Sources { get; private set; } = [];

    /// <summary>The source chosen last.</summary>
    public string From { get; private set; } = "";

    public string? Problem { get; private set; }

    public async Task<IActionResult> OnGetAsync() => await LoadAsync() && await FindSourcesAsync() ? Page() : NotFound();

    public async Task<IActionResult> OnPostBandAsync(int from, int to, string? overwrite)
    {
        if (!await LoadAsync() || Layer.Matrix.Bands.Find(new(from)) is not { } source || Layer.Matrix.Bands.Find(new(to)) is not { } goal)
        {
            return NotFound();
        }

        return await WriteAsync(Transfer.Band(Layer.Matrix, source, goal, overwrite is not null), $"copied {source.Name} to {goal.Name}", []);
    }

    public async Task<IActionResult> OnPostLayerAsync(string? from, string? overwrite)
    {
        if (!await LoadAsync() || !await FindSourcesAsync())
        {
            return NotFound();
        }

        From = from ?? "";
        if (Sources.FirstOrDefault(source => source.Name == From) is not { Label: not null } chosen || From.Split('/') is not [var key, var plan, var mode] || await Room.FindAsync(key) is not { } other)
        {
            Problem = "Choose what to copy first.";
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        var carried = Transfer.All(other.Set[new Layer(new(plan), new(mode))], Layer.Matrix, chosen.Label, overwrite is not null);
        return await WriteAsync(carried.Edits, $"copied from {chosen.Label}", carried.Left);
    }

    private async Task<bool> FindSourcesAsync()
    {
        var sources = new List<(string, string)>();
        foreach (var bench in (await Room.AllAsync()).OrderBy(bench => bench.Class.Key != Key))
        {
            var here = bench.Class.Key == Key;
            foreach (var layer in bench.Set.Layers.All.Where(layer => bench.Set[layer].Cells.Count > 0 && !(here && layer == Layer.Layer)))
            {
                var described = bench.Set.Layers.Describe(layer);
                sources.Add(($"{bench.Class.Key}/{layer.Plan}/{layer.Mode}", here ? described : described.Length > 0 ? $"{bench.Class.Name}, {described}" : bench.Class.Name));
            }
        }

        Sources = sources;
        return true;
    }
}
