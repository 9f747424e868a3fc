namespace Regatta.Core.Classes;

/// <summary>One control of a class made from somebody's own table.</summary>
/// <param name="Line">The number of its row, from 0.</param>
/// <param name="Control">The control the row becomes.</param>
/// <param name="Kind">The kind of scale it is read on.</param>
/// <param name="Problem">Why it is not read on the kind that was chosen; null where it is.</param>
public sealed record PastedControl(int Line, Control Control, PastedKind Kind, string? Problem);

/// <summary>A whole class read out of somebody's own table: its wind bands from the headings, its controls from the rows, and what its
/// cells say. What the table does not tell (where each control is measured from, what more of it does) is said to be untold.</summary>
/// <param name="Bands">The bands.</param>
/// <param name="Controls">The controls, in the table's order.</param>
/// <param name="Cells">The cells.</param>
public sealed record PastedClass(WindBands Bands, IReadOnlyList<PastedControl> Controls, IReadOnlyList<PastedCell> Cells)
{
    private const int HeadRowsLookedAt = 20;
    private const string Untold = "not said yet";

    /// <summary>Reads a table.</summary>
    /// <param name="rows">The table, the bands across or down.</param>
    /// <param name="unit">What winds in headings are in when they do not say.</param>
    /// <param name="kinds">The kind somebody chose for a row, by its number.</param>
    /// <returns>The class, or a sentence on what the table lacks.</returns>
    public static Parsed<PastedClass> Read(
        IReadOnlyList<IReadOnlyList<string>> rows,
        SpeedUnit unit,
        IReadOnlyDictionary<int, string> kinds
    )
    {
        var (across, down) = (HeadOf(rows, unit), HeadOf(Turned(rows), unit));
        return (across?.Winds.Count ?? 0, down?.Winds.Count ?? 0) switch
        {
            (0, 0) => Parsed<PastedClass>.Bad(
                "This table names no wind bands: their winds, such as 0-5, 5-9 and 9-12, stand in one row or in the first column."
            ),
            var (columns, lines) when lines > columns && down!.Value.At == 0 => ReadAcross(Turned(rows), down.Value, unit, kinds),
            _ when across is { } head => ReadAcross(rows, head, unit, kinds),
            _ => ReadAcross(Turned(rows), down!.Value, unit, kinds),
        };
    }

    /// <summary>The class as a draft.</summary>
    /// <param name="name">What the club calls it.</param>
    /// <param name="about">One sentence on the boat.</param>
    /// <param name="helm">The helm it aims at.</param>
    public ClassState Draft(string name, string about, HelmAim helm) =>
        new(
            Definition(name, about, helm),
            Cells.Where(cell => cell.Cell is not null).ToDictionary(cell => new CellPlace(PlanMode.Usual, cell.Address), cell => cell.Cell!)
        );

    private ClassDefinition Definition(string name, string about, HelmAim helm) =>
        new(Slug.Of(name), name, ClassDefinition.OwnFamily, about, helm, Bands, [.. Controls.Select(one => one.Control)], [])
        {
            LastBand = Bands.All.Max(band => band.Id.Number),
        };

    private static Parsed<PastedClass> ReadAcross(
        IReadOnlyList<IReadOnlyList<string>> rows,
        (int At, List<PastedWind> Winds) heads,
        SpeedUnit unit,
        IReadOnlyDictionary<int, string> kinds
    )
    {
        var (head, winds) = heads;
        return PastedBands.Of(winds).Then(bands => WithBands(bands));

        Parsed<PastedClass> WithBands(WindBands bands)
        {
            var (controls, lines) = (new List<PastedControl>(), new List<IReadOnlyList<string>>());
            for (var at = head + 1; at < rows.Count; at++)
            {
                var label = rows[at].Take(winds[0].Column).FirstOrDefault(text => text.Trim().Length > 0)?.Trim() ?? "";
                if (label.Length == 0)
                {
                    continue;
                }

                if (controls.Count == Limits.Controls)
                {
                    return Parsed<PastedClass>.Bad($"A class has at most {Limits.Controls} controls. Paste the rows with the marks only.");
                }

                var (name, within) = (HeadWords.NameOf(label), HeadWords.UnitOf(label));
                if (name.Length is 0 or > Control.LongestName)
                {
                    return Parsed<PastedClass>.Bad(
                        $"“{Short(label)}” is no name of a control: keep it under {Control.LongestName} letters."
                    );
                }

                if (controls.Exists(one => one.Control.IsCalled(name) || one.Control.Key.Name == Slug.Of(name)))
                {
                    return Parsed<PastedClass>.Bad($"Two rows are called “{Short(name)}”. Give each a name of its own.");
                }

                var texts = winds.ConvertAll(wind =>
                    wind.Column < rows[at].Count ? HeadWords.InUnit(rows[at][wind.Column].Trim(), within) : ""
                );
                controls.Add(Read(at, name, texts, kinds.GetValueOrDefault(at)));
                lines.Add([name, .. texts]);
            }

            if (controls.Count == 0)
            {
                return Parsed<PastedClass>.Bad("This table has no rows with a name in front of the bands. Copy it with its first column.");
            }

            var matrix = new Matrix(bands, [.. controls.Select(one => one.Control)], new Dictionary<CellAddress, Cell>());
            var heads = winds.Select((_, at) => bands.All[at].Name).Prepend("").ToList();
            return PastedTable
                .Read(matrix, [heads, .. lines], unit, new Dictionary<string, string>())
                .Then(table => Parsed<PastedClass>.Good(new(bands, controls, table.Cells)));
        }
    }

    private static PastedControl Read(int line, string name, IReadOnlyList<string> all, string? chosen)
    {
        IReadOnlyList<string> texts = [.. all.Where(text => !CellText.IsEmpty(text))];
        var guess = PastedKind.Guess(name, texts);
        var kind = PastedKind.All.FirstOrDefault(known => known.Words == chosen) ?? guess;
        var scale = kind.Fit(texts);
        var problem = scale is null ? $"Most of this row does not read as {kind.Words}." : null;
        return new(
            line,
            new(
                new(Slug.Of(name)),
                name,
                [],
                scale ?? guess.Fit(texts)!,
                Untold,
                Untold,
                "",
                WhenChanged.Afloat,
                AsWindBuilds.Either,
                null
            ),
            scale is null ? guess : kind,
            problem
        );
    }

    /// <summary>The row with most winds. Numbers alone are winds only in the first row that says anything of two columns: below it they
    /// are marks.</summary>
    private static (int At, List<PastedWind> Winds)? HeadOf(IReadOnlyList<IReadOnlyList<string>> rows, SpeedUnit unit)
    {
        if (rows.Count == 0)
        {
            return null;
        }

        var read = rows.Take(HeadRowsLookedAt).Select((row, at) => (At: at, Winds: Winds(row, unit))).ToList();
        var said = read.Select(row => row with { Winds = row.Winds.FindAll(wind => !wind.IsBare) }).MaxBy(row => row.Winds.Count);
        var first = read.Find(row => rows[row.At].Skip(1).Count(text => text.Trim().Length > 0) >= 2);
        return said.Winds is { Count: >= 2 } ? said
            : first.Winds is { Count: >= 2 } bare && bare.Count == rows[first.At].Skip(1).Count(text => text.Trim().Length > 0) ? first
            : null;
    }

    private static List<PastedWind> Winds(IReadOnlyList<string> heads, SpeedUnit unit)
    {
        var found = new List<PastedWind>();
        foreach (var (text, column) in heads.Take(Limits.TableColumns).Select((text, column) => (text.Trim(), column)))
        {
            // "light 0-5 kn", "light (0-5)": a name, then its wind.
            var from = text.IndexOfAny(['0', '1', '2', '3', '4', '5', '6', '7', '8', '9', '<', '>']);
            // Behind a name a number alone is part of it: the corner of a table often says "Ferrin 16".
            var behind = from > 0 ? text[from..].TrimEnd(')', ']') : "";
            var wind = HeadWords.Wind(text, unit) ?? (IsNumber(behind) ? null : HeadWords.Wind(behind, unit));
            if (wind is not null)
            {
                var name = from > 0 ? text[..from].Trim(' ', '(', '[', ':', ',') : "";
                found.Add(new(column, name.Length > 0 && HeadWords.Wind(text, unit) is null ? name : text, wind, IsNumber(text)));
            }
        }

        return found;
    }

    private static bool IsNumber(string text) => text.All(letter => char.IsAsciiDigit(letter) || letter is '.' or ',');

    private static List<IReadOnlyList<string>> Turned(IReadOnlyList<IReadOnlyList<string>> rows) =>
        [
            .. Enumerable
                .Range(0, Math.Min(rows.Select(row => row.Count).DefaultIfEmpty().Max(), Limits.TableColumns))
                .Select(column =>
                    (IReadOnlyList<string>)[.. rows.Take(Limits.TableColumns).Select(row => column < row.Count ? row[column] : "")]
                ),
        ];

    private static string Short(string text) => text.Length <= 30 ? text : text[..30] + "…";
}

/// <summary>A heading of a pasted table that names a wind.</summary>
/// <param name="Column">Where it stands.</param>
/// <param name="Name">What the band is called.</param>
/// <param name="Wind">Its wind.</param>
/// <param name="IsBare">Whether it is a number and nothing else.</param>
internal sealed record PastedWind(int Column, string Name, HeadWind Wind, bool IsBare);
