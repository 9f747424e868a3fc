namespace Regatta.Core.Matrices;

/// <summary>All matrices of a class: one for each sail plan in each mode, over the same bands, each with the controls that belong
/// there.</summary>
public sealed record MatrixSet
{
    private readonly IReadOnlyDictionary<PlanMode, Matrix> matrices;

    /// <summary>Joins the parts.</summary>
    /// <param name="planModes">The plans and modes.</param>
    /// <param name="bands">The bands, light to strong.</param>
    /// <param name="controls">The controls, in set-up order.</param>
    /// <param name="cells">The cells that say something, each in a plan and mode of <paramref name="planModes"/>.</param>
    public MatrixSet(PlanModes planModes, WindBands bands, IReadOnlyList<Control> controls, IReadOnlyDictionary<CellPlace, Cell> cells)
    {
        (PlanModes, Bands, Controls) = (planModes, bands, controls);
        var byLayer = cells.ToLookup(cell => cell.Key.PlanMode);
        matrices = planModes.All.ToDictionary(
            planMode => planMode,
            planMode => new Matrix(
                bands,
                controls.All(control => control.BelongsTo(planMode))
                    ? controls
                    : [.. controls.Where(control => control.BelongsTo(planMode))],
                byLayer[planMode].ToDictionary(cell => cell.Key.Address, cell => cell.Value)
            )
        );
    }

    /// <summary>The plans and modes.</summary>
    public PlanModes PlanModes { get; }

    /// <summary>The bands, light to strong.</summary>
    public WindBands Bands { get; }

    /// <summary>The controls, in set-up order.</summary>
    public IReadOnlyList<Control> Controls { get; }

    /// <summary>The matrix of a plan and mode.</summary>
    /// <exception cref="KeyNotFoundException">The class has no such plan and mode.</exception>
    public Matrix this[PlanMode planMode] => matrices[planMode];

    /// <summary>The cell at a place, or null when it is empty or there is no such plan and mode.</summary>
    public Cell? this[CellPlace place] => matrices.GetValueOrDefault(place.PlanMode)?[place.Address];

    /// <summary>The matrix of a plan and mode as it is sailed: what it does not say is as in the first mode with the same sails, and
    /// borrowed from
    /// there.</summary>
    public Matrix AsSailed(PlanMode planMode)
    {
        var first = PlanModes.Modes[0];
        var home = matrices[planMode with { Mode = first.Key }];
        return planMode.Mode == first.Key
            ? home
            : matrices[planMode]
                .With(
                    home.Cells.Where(cell =>
                            matrices[planMode][cell.Key] is null
                            && matrices[planMode].Controls.Any(control => control.Key == cell.Key.Control)
                        )
                        .Select(cell => new CellEdit(cell.Key, cell.Value.From(CellSource.Borrowed, first.Name)))
                );
    }

    /// <summary>The edits that make this set say what another says, in the plans and modes, bands and controls both have.</summary>
    public IReadOnlyList<(CellPlace Place, Cell? Cell)> Towards(MatrixSet other) =>
        [
            .. from planMode in PlanModes.All.Where(other.PlanModes.Has)
            from edit in Building.Towards(matrices[planMode], other[planMode])
            where other.Bands.Find(edit.Address.Band) is not null && other.Controls.Any(control => control.Key == edit.Address.Control)
            select (new CellPlace(planMode, edit.Address), edit.Cell),
        ];

    /// <summary>The matrix of the first plan in the first mode.</summary>
    public Matrix First => matrices[PlanModes.First];

    /// <summary>Every cell that says something.</summary>
    public IEnumerable<(CellPlace Place, Cell Cell)> Cells =>
        from planMode in PlanModes.All
        from cell in matrices[planMode].Cells
        select (new CellPlace(planMode, cell.Key), cell.Value);

    /// <summary>How many cells say something, and how many there are.</summary>
    public (int Filled, int All) Fill =>
        (matrices.Values.Sum(matrix => matrix.Fill.Filled), matrices.Values.Sum(matrix => matrix.Fill.All));
}
