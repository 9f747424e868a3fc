namespace Regatta.Core.Matrices;

/// <summary>What was pasted at a cell of a matrix: a table with headings of its own, or a bare block of cells.</summary>
public static class PastedBlock
{
    private static bool HasHeadings(PastedTable table) =>
        2 * table.Columns.Count(column => column.Name is not null) >= table.Columns.Count
        && table.Lines.Count(line => line.Name is not null) >= table.Unmatched;

    /// <summary>Holds what was pasted against a matrix: a table with headings by its headings, a bare block by its place. A block may hold
    /// words that are headings too (a stop called as a band is): it has headings only where half of its columns and of its rows are
    /// named.</summary>
    /// <param name="matrix">The matrix.</param>
    /// <param name="rows">The table, or the block.</param>
    /// <param name="unit">What winds in headings are in when they do not say.</param>
    /// <param name="chosen">What somebody said a heading is.</param>
    /// <param name="corner">The cell it was pasted at; null where it was not pasted at one.</param>
    public static Parsed<PastedTable> Read(
        Matrix matrix,
        IReadOnlyList<IReadOnlyList<string>> rows,
        SpeedUnit unit,
        IReadOnlyDictionary<string, string> chosen,
        CellAddress? corner
    )
    {
        var byHeads = PastedTable.Read(matrix, rows, unit, chosen);
        return
            chosen.Count > 0
            || (byHeads.Ok && HasHeadings(byHeads.Value))
            || corner is not { } first
            || WithHeads(matrix, rows, first) is not { } headed
            ? byHeads
            : PastedTable.Read(matrix, headed, unit, chosen);
    }

    /// <summary>A bare block of cells with the headings of the place it was pasted at; null when it would reach beyond the
    /// matrix.</summary>
    /// <param name="matrix">The matrix, its controls the rows and its bands the columns.</param>
    /// <param name="rows">The block.</param>
    /// <param name="corner">Where its first cell goes.</param>
    public static IReadOnlyList<IReadOnlyList<string>>? WithHeads(
        Matrix matrix,
        IReadOnlyList<IReadOnlyList<string>> rows,
        CellAddress corner
    )
    {
        var bands = matrix.Bands.All.SkipWhile(band => band.Id != corner.Band).ToList();
        var controls = matrix.Controls.SkipWhile(control => control.Key != corner.Control).ToList();
        return rows.Count == 0 || rows.Count > controls.Count || rows.Max(row => row.Count) > bands.Count
            ? null
            :
            [
                ["", .. bands.Take(rows.Max(row => row.Count)).Select(band => band.Name)],
                .. rows.Select((row, at) => (IReadOnlyList<string>)[HeadWords.Of(controls[at]), .. row]),
            ];
    }
}
