using Regatta.Core.Fleet;
using Regatta.Core.Wind;

namespace Regatta.Core.Matrices;

/// <summary>All matrices of a class: one for each sail plan in each mode, over the same bands, each with the controls that belong
/// there.</summary>
public sealed record MatrixSet
{
    private readonly IReadOnlyDictionary<Layer, Matrix> matrices;

    /// <summary>Joins the parts.</summary>
    /// <param name="layers">The plans and modes.</param>
    /// <param name="bands">The bands, light to strong.</param>
    /// <param name="controls">The controls, in set-up order.</param>
    /// <param name="cells">The cells that say something, each in a layer of <paramref name="layers"/>.</param>
    public MatrixSet(Layers layers, WindBands bands, IReadOnlyList<Control> controls, IReadOnlyDictionary<CellPlace, Cell> cells)
    {
        (Layers, Bands, Controls) = (layers, bands, controls);
        var byLayer = cells.ToLookup(cell => cell.Key.Layer);
        matrices = layers.All.ToDictionary(
            layer => layer,
            layer => new Matrix(
                bands,
                controls.All(control => control.BelongsTo(layer)) ? controls : [.. controls.Where(control => control.BelongsTo(layer))],
                byLayer[layer].ToDictionary(cell => cell.Key.Address, cell => cell.Value)
            )
        );
    }

    /// <summary>The plans and modes.</summary>
    public Layers Layers { get; }

    /// <summary>The bands, light to strong.</summary>
    public WindBands Bands { get; }

    /// <summary>The controls, in set-up order.</summary>
    public IReadOnlyList<Control> Controls { get; }

    /// <summary>The matrix of a layer.</summary>
    /// <exception cref="KeyNotFoundException">The class has no such layer.</exception>
    public Matrix this[Layer layer] => matrices[layer];

    /// <summary>The cell at a place, or null when it is empty or there is no such layer.</summary>
    public Cell? this[CellPlace place] => matrices.GetValueOrDefault(place.Layer)?[place.Address];

    /// <summary>The matrix of a layer as it is sailed: what it does not say is as in the first mode with the same sails, and borrowed from
    /// there.</summary>
    public Matrix AsSailed(Layer layer)
    {
        var first = Layers.Modes[0];
        var home = matrices[layer with { Mode = first.Key }];
        return layer.Mode == first.Key
            ? home
            : matrices[layer]
                .With(
                    home.Cells.Where(cell =>
                            matrices[layer][cell.Key] is null && matrices[layer].Controls.Any(control => control.Key == cell.Key.Control)
                        )
                        .Select(cell => new CellEdit(cell.Key, cell.Value.From(CellSource.Borrowed, first.Name)))
                );
    }

    /// <summary>The edits that make this set say what another says, in the layers, bands and controls both have.</summary>
    public IReadOnlyList<(CellPlace Place, Cell? Cell)> Towards(MatrixSet other) =>
        [
            .. from layer in Layers.All.Where(other.Layers.Has)
            from edit in Building.Towards(matrices[layer], other[layer])
            where other.Bands.Find(edit.Address.Band) is not null && other.Controls.Any(control => control.Key == edit.Address.Control)
            select (new CellPlace(layer, edit.Address), edit.Cell),
        ];

    /// <summary>The matrix of the first plan in the first mode.</summary>
    public Matrix First => matrices[Layers.First];

    /// <summary>Every cell that says something.</summary>
    public IEnumerable<(CellPlace Place, Cell Cell)> Cells =>
        from layer in Layers.All
        from cell in matrices[layer].Cells
        select (new CellPlace(layer, cell.Key), cell.Value);

    /// <summary>How many cells say something, and how many there are.</summary>
    public (int Filled, int All) Fill =>
        (matrices.Values.Sum(matrix => matrix.Fill.Filled), matrices.Values.Sum(matrix => matrix.Fill.All));

    /// <summary>The layer asked for; without a plan the class has, with the sails that are carried in a band.</summary>
    public Layer LayerIn(WindBand band, string? plan, string? mode)
    {
        var asked = Layers.Nearest(plan, mode);
        return asked.Plan.Name == plan ? asked : asked with { Plan = PlanIn(band, asked.Mode).Key };
    }

    /// <summary>The largest plan that has marks in a band, in a mode: what to carry there. The first plan where none has any.</summary>
    public SailPlan PlanIn(WindBand band, ModeKey mode) =>
        Layers.Plans.FirstOrDefault(plan => matrices[new(plan.Key, mode)].Cells.Keys.Any(address => address.Band == band.Id))
        ?? Layers.Plans[0];
}
