namespace Regatta.Core.Matrices;

/// <summary>Moves the controls of a gear together.</summary>
public static class GearEdits
{
    /// <summary>The edits that move the other controls of a gear when one of them gets another mark in a band: each goes its own steps
    /// for every whole step of the gear, held inside its scale.</summary>
    /// <param name="gear">The gear.</param>
    /// <param name="matrix">The matrix.</param>
    /// <param name="band">The band.</param>
    /// <param name="control">The control that was moved.</param>
    /// <param name="to">What its cell says then.</param>
    /// <returns>The edits of the others; none where the moved one goes no whole step, or had no mark before.</returns>
    public static IReadOnlyList<CellEdit> Follow(this Gear gear, Matrix matrix, WindBand band, ControlKey control, Cell? to)
    {
        var moved = matrix.Controls.FirstOrDefault(candidate => candidate.Key == control);
        var member = gear.Members.FirstOrDefault(candidate => candidate.Control == control);
        if (moved is null || member is null || gear.Loosened || to?.Mark is not { } mark || matrix[band, moved]?.Mark is not { } before)
        {
            return [];
        }

        var steps = (int)Math.Round((mark.Position - before.Position) / moved.Scale.Step / member.Steps);
        return steps == 0
            ? []
            :
            [
                .. from other in gear.Members
                where other.Control != control
                let follower = matrix.Controls.FirstOrDefault(known => known.Key == other.Control)
                where follower is not null
                let cell = matrix[band, follower]
                where cell is { Mark: not null, Word: null }
                select new CellEdit(new(band.Id, follower.Key), cell.Moved(follower.Scale, steps * other.Steps * follower.Scale.Step)),
            ];
    }
}
