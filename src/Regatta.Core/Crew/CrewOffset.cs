namespace Regatta.Core.Crew;

/// <summary>The other school: crews of some weight set a control so many steps from the card. A class uses these or a
/// <see cref="CrewRule"/>, not both.</summary>
/// <param name="From">The lightest crew it holds for, inside.</param>
/// <param name="To">The heaviest, outside.</param>
/// <param name="Control">The control.</param>
/// <param name="Steps">How many steps more; negative for less.</param>
public sealed record CrewOffset(Mass From, Mass To, ControlKey Control, int Steps)
{
    /// <summary>Whether it holds for a crew.</summary>
    public bool HoldsFor(Mass crew) => crew.Kilograms >= From.Kilograms && crew.Kilograms < To.Kilograms;

    /// <summary>A matrix as a crew should set it: the marks of each control moved by so many steps, never past a scale's end.</summary>
    public static Matrix Apply(Matrix matrix, IEnumerable<(ControlKey Control, int Steps)> offsets)
    {
        var steps = offsets.GroupBy(offset => offset.Control).ToDictionary(group => group.Key, group => group.Sum(offset => offset.Steps));
        return matrix with { Cells = matrix.Cells.ToDictionary(cell => cell.Key, cell => Move(cell.Key, cell.Value)) };

        Cell Move(CellAddress address, Cell cell) =>
            cell.Mark is not null
            && steps.TryGetValue(address.Control, out var by)
            && by != 0
            && matrix.Controls.FirstOrDefault(control => control.Key == address.Control) is { } control
                ? cell.Moved(control.Scale, by * control.Scale.Step)
                : cell;
    }
}
