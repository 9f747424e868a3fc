namespace Regatta.Core.Matrices;

/// <summary>The quick ways to fill a matrix. Each gives the edits it would make; none makes an edit that changes nothing.</summary>
public static class Building
{
    /// <summary>Works out the empty cells of a control between the bands that are known, and those that were worked out before anew;
    /// snapped to the step, and interpolated until somebody confirms them.</summary>
    public static IReadOnlyList<CellEdit> Interpolate(Matrix matrix, Control control)
    {
        if (!control.Scale.HasMarks || BandCurve.Through(matrix, control) is not { } curve)
        {
            return [];
        }

        return
        [
            .. from band in matrix.Bands.All
            where matrix[band, control] is null or { Source: CellSource.Interpolated }
            let mark = curve.At(band)
            where mark is not null
            let cell = Cell.Of(control.Scale.Snap(mark.Value), control.Scale.UsualTolerance, "", "", CellSource.Interpolated).Value
            where matrix[band, control] != cell.On(matrix[band, control]?.Day)
            select new CellEdit(new(band.Id, control.Key), cell),
        ];
    }

    /// <summary>Gives what a control says in the first of some bands to the others.</summary>
    /// <param name="matrix">The matrix.</param>
    /// <param name="control">The control.</param>
    /// <param name="bands">Two bands or more; the first is the one that is copied.</param>
    public static IReadOnlyList<CellEdit> FillAcross(Matrix matrix, Control control, IReadOnlyList<WindBand> bands) =>
        matrix[bands[0], control] is not { } cell
            ? []
            : News(matrix, bands.Skip(1).Select(band => new CellEdit(new(band.Id, control.Key), cell)));

    /// <summary>Gives what the first of some controls says in a band to the others, each read on its own scale; those it cannot be read on
    /// are left.</summary>
    /// <param name="matrix">The matrix.</param>
    /// <param name="band">The band.</param>
    /// <param name="controls">Two controls or more; the first is the one that is copied.</param>
    public static Transferred FillDown(Matrix matrix, WindBand band, IReadOnlyList<Control> controls) =>
        Transfer.Gather(
            matrix,
            controls.Skip(1).Select(control => (new CellAddress(band.Id, control.Key), matrix[band, controls[0]], controls[0], control)),
            overwrite: true
        );

    /// <summary>Moves marks by whole steps, never past a scale's end; cells without a number stay.</summary>
    public static IReadOnlyList<CellEdit> Shift(Matrix matrix, IEnumerable<CellAddress> addresses, int steps) =>
        News(
            matrix,
            from address in addresses
            let control = matrix.Controls.FirstOrDefault(control => control.Key == address.Control)
            where control is not null && matrix[address] is { Mark: not null }
            let cell = matrix[address]!
            select new CellEdit(address, cell.Moved(control.Scale, steps * control.Scale.Step).From(CellSource.Entered))
        );

    /// <summary>Somebody stands up for interpolated cells: they count as entered.</summary>
    public static IReadOnlyList<CellEdit> Confirm(Matrix matrix, IEnumerable<CellAddress> addresses) =>
        [
            .. from address in addresses
            where matrix[address] is { Source: CellSource.Interpolated }
            select new CellEdit(address, matrix[address]!.From(CellSource.Entered)),
        ];

    /// <summary>Empties cells.</summary>
    public static IReadOnlyList<CellEdit> Clear(Matrix matrix, IEnumerable<CellAddress> addresses) =>
        [.. addresses.Where(address => matrix[address] is not null).Select(address => new CellEdit(address, null))];

    /// <summary>What changed between two matrices, as the edits that make the second of the first.</summary>
    public static IReadOnlyList<CellEdit> Towards(Matrix start, Matrix to) =>
        News(
            start,
            from control in start.Controls
            from band in start.Bands.All
            select new CellEdit(new(band.Id, control.Key), to[new CellAddress(band.Id, control.Key)])
        );

    /// <summary>The edits that would say something else than the cell says.</summary>
    internal static IReadOnlyList<CellEdit> News(Matrix matrix, IEnumerable<CellEdit> edits) =>
        [.. edits.Where(edit => !(matrix[edit.Address]?.SaysSame(edit.Cell) ?? edit.Cell is null))];
}
