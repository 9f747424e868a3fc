namespace Regatta.Core.Classes;

/// <summary>A class at one moment: its definition, and every cell that says something. Cells of bands, plans, modes and controls that were
/// taken away are kept, out of sight, for when those come back.</summary>
public sealed record ClassState
{
    /// <summary>Joins the parts.</summary>
    /// <param name="definition">The definition.</param>
    /// <param name="kept">The cells that say something, those without a place in the definition among them.</param>
    public ClassState(ClassDefinition definition, IReadOnlyDictionary<CellPlace, Cell> kept)
    {
        (Definition, Kept) = (definition, kept);
        Cells = kept.Keys.All(definition.Has) ? kept : kept.Where(cell => definition.Has(cell.Key)).ToDictionary();
        Set = new(definition.PlanModes, definition.Bands, definition.Controls, Cells);
    }

    /// <summary>The definition.</summary>
    public ClassDefinition Definition { get; }

    /// <summary>Every cell, also those that have no place in the definition at the moment.</summary>
    public IReadOnlyDictionary<CellPlace, Cell> Kept { get; }

    /// <summary>The cells that have a place, as they were written: a word without what it comes to.</summary>
    public IReadOnlyDictionary<CellPlace, Cell> Cells { get; }

    /// <summary>The matrices, one for each sail plan in each mode.</summary>
    public MatrixSet Set { get; }

    /// <summary>The places whose cells differ from another state's.</summary>
    public IReadOnlyList<CellPlace> ChangedFrom(ClassState other) =>
        [.. Kept.Keys.Union(other.Kept.Keys).Where(place => Kept.GetValueOrDefault(place) != other.Kept.GetValueOrDefault(place))];

    /// <summary>The same cells under another definition.</summary>
    public ClassState With(ClassDefinition definition) => new(definition, Kept);
}
