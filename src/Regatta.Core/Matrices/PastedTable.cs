namespace Regatta.Core.Matrices;

/// <summary>What a heading of a pasted table was taken for.</summary>
/// <param name="At">The number of the column, or of the row, from 0.</param>
/// <param name="Text">The heading as it was pasted.</param>
/// <param name="Name">What it names here: a band's number or a control's key, with <see cref="FromOther"/> behind it where its numbers are
/// measured from the control's other datum; null for nothing.</param>
/// <param name="Doubt">Why that is not certain; null where it is.</param>
public sealed record PastedHead(int At, string Text, string? Name, string? Doubt)
{
    /// <summary>Behind a control's key: measured from its other datum.</summary>
    public const string FromOther = "/other";

    /// <summary>Whether its numbers are measured from the control's other datum.</summary>
    public bool IsFromOther => Name?.EndsWith(FromOther, StringComparison.Ordinal) ?? false;

    /// <summary>The band's number or the control's key alone.</summary>
    public string? Part => IsFromOther ? Name![..^FromOther.Length] : Name;
}

/// <summary>One cell of a pasted table that falls on a cell of the matrix.</summary>
/// <param name="Address">Which.</param>
/// <param name="Text">As it was pasted.</param>
/// <param name="Cell">What it would say; null where it was not understood.</param>
/// <param name="Before">What the matrix says there now.</param>
/// <param name="Doubt">Why somebody should look before it is taken; null where it is plain.</param>
/// <param name="Problem">Why it cannot be taken; null where it can.</param>
public sealed record PastedCell(CellAddress Address, string Text, Cell? Cell, Cell? Before, string? Doubt, string? Problem);

/// <summary>A pasted table held against a matrix: which of its headings are bands, which are controls, and what each cell would say.
/// Nothing is guessed silently.</summary>
/// <param name="BandsAcross">True when the bands are the columns.</param>
/// <param name="Columns">What the columns were taken for.</param>
/// <param name="Lines">What the rows were taken for; of those that name nothing only the first few.</param>
/// <param name="Unmatched">How many rows name nothing here.</param>
/// <param name="Cells">The cells, in the table's order.</param>
public sealed record PastedTable(
    bool BandsAcross,
    IReadOnlyList<PastedHead> Columns,
    IReadOnlyList<PastedHead> Lines,
    int Unmatched,
    IReadOnlyList<PastedCell> Cells
)
{
    /// <summary>What a heading is given to leave it out.</summary>
    public const string LeftOut = "-";

    private const int HeadRowsLookedAt = 20;
    private const int RowsLookedAt = 200;
    private const int LabelColumns = 2;
    private const int MostUnmatchedListed = 12;

    /// <summary>Holds a table against a matrix.</summary>
    /// <param name="matrix">The matrix.</param>
    /// <param name="rows">The table.</param>
    /// <param name="unit">What winds in headings are in when they do not say.</param>
    /// <param name="chosen">What somebody said a heading is: <c>c3</c> or <c>r5</c> to a band's number, a control's key, or
    /// <see cref="LeftOut"/>.</param>
    /// <returns>The reading, or a sentence when the table has no heading that is known here.</returns>
    public static Parsed<PastedTable> Read(
        Matrix matrix,
        IReadOnlyList<IReadOnlyList<string>> rows,
        SpeedUnit unit,
        IReadOnlyDictionary<string, string> chosen
    )
    {
        var heads = rows.Take(HeadRowsLookedAt)
            .Select(
                (row, at) =>
                    (
                        At: at,
                        Bands: row.Select(text => HeadWords.Band(matrix.Bands, text, unit))
                            .Distinct()
                            .Count(found => found.Band is not null),
                        Controls: row.Select(text => HeadWords.Control(matrix.Controls, text).Control).OfType<Control>().Distinct().Count()
                    )
            )
            .ToList();
        var (across, along) = (heads.MaxBy(head => head.Bands), heads.MaxBy(head => head.Controls));
        var down = Enumerable
            .Range(0, LabelColumns)
            .Max(column =>
                rows.Take(RowsLookedAt)
                    .Where(row => row.Count > column)
                    .Select(row => HeadWords.Band(matrix.Bands, row[column], unit).Band)
                    .OfType<WindBand>()
                    .Distinct()
                    .Count()
            );
        var bandsAcross = across.Bands > 0 && across.Bands >= down;
        if (heads.Count == 0 || (!bandsAcross && along.Controls == 0))
        {
            return Parsed<PastedTable>.Bad(
                "This table names no wind bands, or no controls of this class. Copy it with its headings: "
                    + "the bands in one row, the controls in the first column, or the other way round."
            );
        }

        return Parsed<PastedTable>.Good(new Reader(matrix, rows, unit, chosen, bandsAcross, bandsAcross ? across.At : along.At).Read());
    }

    private sealed class Reader(
        Matrix matrix,
        IReadOnlyList<IReadOnlyList<string>> rows,
        SpeedUnit unit,
        IReadOnlyDictionary<string, string> chosen,
        bool bandsAcross,
        int headRow
    )
    {
        private readonly Dictionary<CellAddress, PastedCell> cells = [];

        public PastedTable Read()
        {
            // The first column names the rows, unless the heads say it is one of the things named across.
            var columns = rows[headRow].Select((text, at) => Head(at, text, 'c', bandsAcross)).ToList();
            var labelColumn =
                columns.FindIndex(column => column.Name is null && column.Doubt is null) is var first and >= 0 && first < 2 ? first : 0;
            columns = [.. columns.Where(column => column.At > labelColumn)];
            var (lines, unmatched) = (new List<PastedHead>(), 0);
            for (var at = headRow + 1; at < rows.Count; at++)
            {
                var text = labelColumn < rows[at].Count ? rows[at][labelColumn] : "";
                var line = Head(at, text, 'r', !bandsAcross);
                if (rows[at].All(cell => cell.Length == 0))
                {
                    continue;
                }

                if (line.Name is null && !chosen.ContainsKey($"r{at}") && ++unmatched > MostUnmatchedListed)
                {
                    continue;
                }

                lines.Add(line);
                if (line.Name is not null and not LeftOut)
                {
                    ReadLine(line, columns);
                }
            }

            return new(bandsAcross, columns, lines, unmatched, [.. cells.Values]);
        }

        private PastedHead Head(int at, string text, char axis, bool isBand)
        {
            if (chosen.TryGetValue($"{axis}{at}", out var name) && name.Length > 0)
            {
                return new(at, text, name, null);
            }

            if (isBand)
            {
                var (band, bandDoubt) = HeadWords.Band(matrix.Bands, text, unit);
                return new(
                    at,
                    text,
                    band?.Id.Number.ToString(System.Globalization.CultureInfo.InvariantCulture),
                    bandDoubt
                        ?? (text.Length == 0 && at > 0 && axis == 'c' ? "no heading; perhaps the one before was merged over it" : null)
                );
            }

            var (control, doubt) = HeadWords.Control(matrix.Controls, text);
            return control is { OtherDatum: { } other }
                ? new(
                    at,
                    text,
                    control.Key.Name + (Says(other.Words) ? PastedHead.FromOther : ""),
                    Says(other.Words) || Says(control.Datum) ? doubt : $"from {control.Datum}, or from {other.Words}? Choose"
                )
                : new(at, text, control?.Key.Name, doubt);

            bool Says(string datum) => text.Contains(datum, StringComparison.OrdinalIgnoreCase);
        }

        private void ReadLine(PastedHead line, IReadOnlyList<PastedHead> columns)
        {
            foreach (var column in columns.Where(column => column.Name is not null and not LeftOut && column.At < rows[line.At].Count))
            {
                var (bandHead, controlHead) = bandsAcross ? (column, line) : (line, column);
                if (
                    int.TryParse(bandHead.Name, out var number)
                    && matrix.Bands.Find(new(number)) is { } band
                    && matrix.Controls.FirstOrDefault(control => control.Key.Name == controlHead.Part) is { } control
                )
                {
                    Keep(
                        band,
                        controlHead.IsFromOther ? Readings.FromOtherDatum(control) : control,
                        rows[line.At][column.At],
                        line.Doubt ?? column.Doubt,
                        HeadWords.UnitOf(controlHead.Text)
                    );
                }
            }
        }

        private void Keep(WindBand band, Control control, string text, string? headDoubt, string headUnit)
        {
            var address = new CellAddress(band.Id, control.Key);
            if (CellText.IsEmpty(text))
            {
                return;
            }

            if (cells.TryGetValue(address, out var twice))
            {
                cells[address] = twice with
                {
                    Doubt = twice.Text == text ? twice.Doubt : $"the table says it twice, also as “{Short(text)}”",
                };
                return;
            }

            var scale = control.Scale;
            var before = matrix[address];
            var written = scale.HasMarks ? HeadWords.InUnit(text, headUnit) : text;
            // What comes back as it was copied out says exactly what the cell says.
            var read =
                before is not null && text == CellText.Line(before, scale) ? Parsed<Cell?>.Good(before)
                : text.StartsWith('#') ? Parsed<Cell?>.Bad("An error of the spreadsheet, not a mark.")
                : CellText.ReadLine(control, written, scale.UsualTolerance, scale.Read);
            var cell = read.Ok ? read.Value : null;
            cells[address] = new(
                address,
                text,
                cell,
                before,
                cell is null ? null : headDoubt ?? DoubtOf(control, cell, before),
                read.Problem
            );
        }

        private static string? DoubtOf(Control control, Cell cell, Cell? before) =>
            cell switch
            {
                { Mark: { } mark, IsRange: false, Word: null } when !control.Scale.IsOnStep(mark) =>
                    $"between two steps of {control.Scale.ShowDistance(control.Scale.Step)}",
                { Mark: null, Word: null } when control.Scale.HasMarks => "words where this control has marks: taken as what to look for",
                _ when before is { Source: CellSource.Measured or CellSource.Proposed }
                        && CellText.Line(before, control.Scale) != CellText.Line(cell, control.Scale) =>
                    $"the matrix has {before.Show(control.Scale)}, "
                        + $"{(before.Source == CellSource.Measured ? "measured on a boat" : "as the logs proposed")}",
                _ => null,
            };

        private static string Short(string text) => text.Length <= 20 ? text : text[..20] + "…";
    }
}
