namespace Regatta.Core.Cards;

/// <summary>A matrix as it is read in a wind. A class that reads between its bands has no jump at their edges: from the middle of one band
/// to the middle of the next each mark goes along the curve through the bands' marks, by steps of its scale.</summary>
public static class BetweenBands
{
    /// <summary>A matrix as it is read in a wind: the band of the wind has the marks of that wind where the class reads between its bands.
    /// Gears and words stay the band's.</summary>
    /// <param name="definition">The class.</param>
    /// <param name="matrix">One of its matrices, as sailed and as the crew sets it.</param>
    /// <param name="wind">The wind the crew reads the card at.</param>
    public static Matrix Read(ClassDefinition definition, Matrix matrix, Speed wind)
    {
        if (!definition.ReadsBetween)
        {
            return matrix;
        }

        var here = matrix.Bands.At(wind);
        var next = wind < here.Middle ? matrix.Bands.Below(here) : matrix.Bands.Above(here);
        return next is null
            ? matrix
            : matrix.With(
                from control in matrix.Controls
                where control.Scale.ReadsBetween && definition.GearOf(control.Key) is null
                let cell = matrix[here, control]
                where cell is { Mark: not null, Word: null } && IsFar(cell, matrix[next, control], control.Scale)
                let further = BandCurve.ThroughAll(matrix, control)!.At(wind).Position - cell.Mark!.Value.Position
                select new CellEdit(new(here.Id, control.Key), cell.Moved(control.Scale, further))
            );
    }

    /// <summary>A step more or less at the edge is what a step is for.</summary>
    private static bool IsFar(Cell here, Cell? next, Scale scale) =>
        next is { Mark: { } other } && here.Mark!.Value.DistanceTo(other) > scale.Step * (1 + 1e-9);
}
