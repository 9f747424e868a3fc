using Regatta.Core.Matrices;
using Regatta.Core.Wind;

namespace Regatta.Core.Fleet;

/// <summary>A control of a gear, and how many of its steps it goes for one step of the gear; negative for the other way.</summary>
/// <param name="Control">The control.</param>
/// <param name="Steps">Its steps; not zero.</param>
public sealed record GearMember(ControlKey Control, int Steps);

/// <summary>Controls that move as one: one step, one line on the card, one undo.</summary>
/// <param name="Name">What sailors call it.</param>
/// <param name="Members">The controls, the one it is read by first; at least two.</param>
/// <param name="Loosened">Whether a captain lets them be set each by itself: the other school.</param>
public sealed record Gear(string Name, IReadOnlyList<GearMember> Members, bool Loosened)
{
    /// <summary>Whether it binds a control now.</summary>
    public bool Binds(ControlKey control) => !Loosened && Members.Any(member => member.Control == control);

    /// <summary>The edits that move a control of the gear to another mark in a band, with all the others: each goes its own steps for
    /// every whole step of the gear, held inside its scale.</summary>
    /// <param name="matrix">The matrix.</param>
    /// <param name="band">The band.</param>
    /// <param name="control">The control that was moved.</param>
    /// <param name="to">What its cell says then.</param>
    /// <returns>The edits of the others; none where the moved one goes no whole step, or had no mark before.</returns>
    public IReadOnlyList<CellEdit> Follow(Matrix matrix, WindBand band, ControlKey control, Cell? to)
    {
        var moved = matrix.Controls.FirstOrDefault(one => one.Key == control);
        var member = Members.FirstOrDefault(one => one.Control == control);
        if (moved is null || member is null || Loosened || to?.Mark is not { } mark || matrix[band, moved]?.Mark is not { } before)
        {
            return [];
        }

        var steps = (int)Math.Round((mark.Position - before.Position) / moved.Scale.Step / member.Steps);
        return steps == 0
            ? []
            :
            [
                .. from other in Members
                where other.Control != control
                let one = matrix.Controls.FirstOrDefault(known => known.Key == other.Control)
                where one is not null
                let cell = matrix[band, one]
                where cell is { Mark: not null, Word: null }
                select new CellEdit(new(band.Id, one.Key), cell.Moved(one.Scale, steps * other.Steps * one.Scale.Step)),
            ];
    }

    /// <summary>The same controls bound in the same way.</summary>
    public bool Equals(Gear? other) =>
        other is not null && (Name, Loosened) == (other.Name, other.Loosened) && Members.SequenceEqual(other.Members);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Name, Members.Count);
}
