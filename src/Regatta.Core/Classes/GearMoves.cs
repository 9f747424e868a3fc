namespace Regatta.Core.Classes;

/// <summary>What goes along when a control is moved.</summary>
public static class GearMoves
{
    /// <summary>The marks that change in a band when a control goes to another: its own and, where a gear binds it, those of the whole
    /// gear.</summary>
    /// <param name="definition">The class.</param>
    /// <param name="matrix">The marks as they stand.</param>
    /// <param name="band">The band.</param>
    /// <param name="control">The control that is moved.</param>
    /// <param name="to">Where it goes.</param>
    public static IReadOnlyDictionary<ControlKey, Mark> Moved(
        this ClassDefinition definition,
        Matrix matrix,
        WindBand band,
        Control control,
        Mark to
    ) =>
        (definition.GearOf(control.Key)?.Follow(matrix, band, control.Key, matrix[band, control]?.At(to)) ?? [])
            .Where(edit => edit.Cell?.Mark is not null)
            .Select(edit => (edit.Address.Control, edit.Cell!.Mark!.Value))
            .Append((control.Key, to))
            .ToDictionary();
}
