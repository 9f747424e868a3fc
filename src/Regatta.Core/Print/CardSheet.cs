namespace Regatta.Core.Print;

/// <summary>The printed card of a class and a sail plan: every band and control in big digits, then what changes from band to band, the
/// helm check, limits and cautions. It follows from the published matrices alone; nobody lays it out.</summary>
public sealed record CardSheet(Paper Paper, string Title, IReadOnlyList<SheetPage> Pages) : Sheet(Paper, Title, Pages)
{
    private const double Margin = 6;
    private const double HeadHeight = 12;
    private const double BandRow = 9;

    /// <summary>A letter of the sheets' font is about so much of its size wide.</summary>
    private const double Letter = 0.54;

    /// <summary>In running text, with its blanks and narrow letters, about so much.</summary>
    private const double RunningLetter = 0.465;
    private const double TallestRow = 11;
    private const double GoodRow = 6.6;
    private const double LeastRow = 4.2;

    /// <summary>Lays a card out.</summary>
    /// <param name="version">What was published.</param>
    /// <param name="plan">Which sails.</param>
    /// <param name="readings">For which boat.</param>
    /// <param name="paper">On which paper.</param>
    /// <param name="look">Drawn how.</param>
    /// <param name="unit">The reader's wind unit.</param>
    /// <param name="ofTheClub">The club's own cautions; they stand on the back.</param>
    public static CardSheet Of(
        PublishedVersion version,
        SailPlan plan,
        Readings readings,
        Paper paper,
        CardDetail look,
        SpeedUnit unit,
        IReadOnlyList<Caution> ofTheClub
    )
    {
        var matrices = version
            .Set.PlanModes.Modes.Select(mode => (Mode: mode, Matrix: readings.AsRead(version.Set[new PlanMode(plan.Key, mode.Key)])))
            .ToList();
        var bands = version
            .Set.Bands.All.Where(band => matrices.Any(matrice => matrice.Matrix.Cells.Keys.Any(address => address.Band == band.Id)))
            .ToList();
        var lines = Lines(matrices, bands);
        var layout = new Layout(paper, look, unit, bands, lines);
        var title =
            version.Class.Name
            + (version.Set.PlanModes.Plans.Count > 1 ? ", " + plan.Name : "")
            + (readings.Boat is { } boat ? ", " + boat.Name : "");
        var told = $"version {version.Number}, {version.At:d MMM yyyy}";
        return new(
            paper,
            $"{title}: card",
            [
                .. layout.Pages(title, told, Words(version.Class, plan, lines, bands, unit)),
                .. layout.Backs(title, told, CardBack.Lines(version, plan, bands, ofTheClub)),
            ]
        );
    }

    /// <summary>A line for each control and each mode that says something of it.</summary>
    private static List<CardSheetLine> Lines(IReadOnlyList<(SailingMode Mode, Matrix Matrix)> matrices, IReadOnlyList<WindBand> bands) =>
        [
            .. from control in matrices.SelectMany(matrice => matrice.Matrix.Controls).DistinctBy(control => control.Key)
            from one in matrices
            let cells = bands.Select(band => one.Matrix[band, control]?.Show(control.Scale) ?? "").ToList()
            where cells.Any(cell => cell.Length > 0)
            select new CardSheetLine(
                control,
                one.Mode == matrices[0].Mode ? control.Name : $"{control.Name}, {one.Mode.Name}",
                one.Mode.Key,
                cells
            ),
        ];

    /// <summary>What stands below the marks, a paragraph each.</summary>
    private static IReadOnlyList<(string Head, string Text)> Words(
        ClassDefinition boatClass,
        SailPlan plan,
        IReadOnlyList<CardSheetLine> lines,
        IReadOnlyList<WindBand> bands,
        SpeedUnit unit
    ) =>
        [
            .. bands.Zip(bands.Skip(1)).Select((pair, at) => ($"{pair.First.Name} to {pair.Second.Name}", Moves(lines, at))),
            (
                $"{boatClass.Balance.Title} check",
                $"aim at {boatClass.Balance.Describe(boatClass.Helm.Target)} ± {NumberText.Plain(boatClass.Helm.Tolerance.Degrees, 1)}°. "
                    + $"{string.Join(" ", boatClass.Balance.Steps)}"
            ),
            (
                "Limits",
                $"{new CarryText(unit).UpTo(ReefPoints.Of(boatClass, CrewProfile.Unknown).First(point => point.Plan.Key == plan.Key))} "
                    + $"{Marked(bands, unit)} Stop at the class’s, the club’s and your own limit. "
                    + "Class rules decide what may be changed while racing."
            ),
            ("Mind", CardBack.Mind(boatClass)),
        ];

    /// <summary>The winds there are marks for.</summary>
    private static string Marked(IReadOnlyList<WindBand> bands, SpeedUnit unit)
    {
        if (bands.Count == 0)
        {
            return "No marks with these sails.";
        }

        var (least, most) = (bands[0].From, bands[^1].To);
        var below = least.Knots > 0 ? $" or below {NumberText.Plain(least.In(unit), 1)}" : "";
        return $"No marks with these sails above {NumberText.Plain(most.In(unit), 1)} {unit.Symbol()}{below}.";
    }

    /// <summary>What each control that changes is set to in the stronger of two bands, in the modes that are sailed there.</summary>
    private static string Moves(IReadOnlyList<CardSheetLine> lines, int at) =>
        string.Join(
            "; ",
            lines
                .Where(line => line.Cells[at] != line.Cells[at + 1] && Sailed(lines, line.Mode, at + 1))
                .Select(line => line.Said(Said(line.Cells[at + 1])))
        )
            is { Length: > 0 } moves
            ? moves
            : "nothing";

    private static bool Sailed(IEnumerable<CardSheetLine> lines, ModeKey mode, int band) =>
        lines.Any(line => line.Mode == mode && line.Cells[band].Length > 0);

    private static string Said(string cell) => cell.Length > 0 ? cell : "by feel";

    private sealed record CardSheetLine(Control Control, string Name, ModeKey Mode, IReadOnlyList<string> Cells)
    {
        /// <summary>The line with what it is set to, without saying a word twice.</summary>
        public string Said(string shown) => (Control with { Name = Name }).Said(shown);
    }

    /// <summary>Where things go on the paper.</summary>
    private sealed class Layout(
        Paper paper,
        CardDetail look,
        SpeedUnit unit,
        IReadOnlyList<WindBand> bands,
        IReadOnlyList<CardSheetLine> lines
    )
    {
        private readonly double across = paper.Width - (2 * Margin);

        private bool Large => look == CardDetail.LargeType;

        /// <summary>The words take the lower part of the page where they fit beneath rows one can read, and another page where they do
        /// not.</summary>
        public IReadOnlyList<SheetPage> Pages(string title, string version, IReadOnlyList<(string Head, string Text)> words)
        {
            var room = paper.Height - (2 * Margin) - HeadHeight - BandRow;
            double Needed(double of) => (WordLines(words, of).Count * of * 1.3) + 2;
            double[] sizes = Large ? [] : [2.6, 2.3, 2.1, 1.9];
            // The largest words that leave the marks large; else the smallest that leave rows one can read; else they go on another page.
            double[] fitting =
            [
                .. sizes
                    .Where(of => room - Needed(of) >= lines.Count * GoodRow)
                    .Concat(sizes.Reverse().Where(of => room - Needed(of) >= lines.Count * LeastRow)),
            ];
            var size = fitting.FirstOrDefault();
            var together = size > 0;
            size =
                together ? size
                : Large ? 4.2
                : 2.6;
            var below = WordLines(words, size);
            var wordsHeight = Needed(size);
            var row = Math.Min(Large ? 13 : TallestRow, (together ? room - wordsHeight : room) / Math.Max(1, lines.Count));
            var top = Margin + HeadHeight + BandRow;
            var front = new SheetPage([
                .. Tints(top, row),
                .. Head(title, version),
                .. Bands(),
                .. Rows(top, row),
                .. together ? Draw(below, top + (lines.Count * row) + 4, size) : [],
            ]);
            var onBack = (int)((paper.Height - (2 * Margin) - HeadHeight) / (size * 1.3));
            return together
                ? [front]
                :
                [
                    front,
                    .. below
                        .Chunk(onBack)
                        .Select(chunk => new SheetPage([.. Head(title, version), .. Draw(chunk, Margin + HeadHeight, size)])),
                ];
        }

        /// <summary>Plain lines on as many pages as they need.</summary>
        public IEnumerable<SheetPage> Backs(string title, string version, IReadOnlyList<string> lines)
        {
            var size = Large ? 4.2 : 2.6;
            var onBack = (int)((paper.Height - (2 * Margin) - HeadHeight) / (size * 1.3));
            return lines
                .SelectMany(line => SheetWords.Wrapped(line, (int)(across / (size * RunningLetter))))
                .Chunk(onBack)
                .Select(chunk => new SheetPage([.. Head(title, version), .. Draw(chunk, Margin + HeadHeight, size)]));
        }

        private IEnumerable<SheetShape> Head(string title, string version)
        {
            yield return new SheetText(Margin, Margin + 6, title, 6);
            yield return new SheetText(paper.Width - Margin, Margin + 5, version, 3, TextAnchor.End);
        }

        private double NameWidth =>
            Math.Min(across * 0.26, 4 + (lines.Select(line => line.Name.Length).DefaultIfEmpty(0).Max() * 3.1 * Letter));

        private double Column => (across - NameWidth) / Math.Max(1, bands.Count);

        private double X(int band) => Margin + NameWidth + (band * Column);

        private IEnumerable<SheetShape> Bands()
        {
            var y = Margin + HeadHeight;
            foreach (var (band, at) in bands.Select((band, at) => (band, at)))
            {
                yield return new SheetText(X(at) + (Column / 2), y + 3, band.Name, Fitting(band.Name, 3.4, Column), TextAnchor.Middle);
                var wind = $"{NumberText.Plain(band.From.In(unit), 0)}–{NumberText.Plain(band.To.In(unit), 0)} {unit.Symbol()}";
                yield return new SheetText(X(at) + (Column / 2), y + 7, wind, Fitting(wind, 3, Column), TextAnchor.Middle);
            }
        }

        private IEnumerable<SheetShape> Tints(double top, double row) =>
            look == CardDetail.HighContrast
                ? []
                : bands.Select(
                    (_, at) =>
                        new SheetTint(
                            X(at),
                            top - BandRow,
                            Column,
                            BandRow + (lines.Count * row),
                            bands.Count == 1 ? 0.5 : (double)at / (bands.Count - 1)
                        )
                );

        private IEnumerable<SheetShape> Rows(double top, double row)
        {
            foreach (var (line, at) in lines.Select((line, at) => (line, at)))
            {
                var y = top + (at * row);
                yield return new SheetLine(Margin, y, paper.Width - Margin, y, look == CardDetail.HighContrast ? Ink.Bold : Ink.Fine);
                yield return new SheetText(Margin, y + (row * 0.66), line.Name, Fitting(line.Name, Math.Min(row * 0.5, 3.6), NameWidth));
                foreach (var (cell, band) in line.Cells.Select((cell, band) => (cell, band)))
                {
                    foreach (var shape in Cell(cell, X(band) + (Column / 2), y, row))
                    {
                        yield return shape;
                    }
                }
            }

            yield return new SheetLine(Margin, top + (lines.Count * row), paper.Width - Margin, top + (lines.Count * row), Ink.Bold);
        }

        /// <summary>A mark as large as its box allows; words in two lines where that makes them larger.</summary>
        private IEnumerable<SheetShape> Cell(string text, double middle, double y, double row)
        {
            var one = Fitting(text, Math.Min(row * 0.72, Large ? 9 : 6.5), Column);
            var halves = Halves(text);
            var two = halves.Select(half => Fitting(half, row * 0.42, Column)).Min();
            if (two > one && halves.Count == 2)
            {
                yield return new SheetText(middle, y + (row * 0.44), halves[0], two, TextAnchor.Middle);
                yield return new SheetText(middle, y + (row * 0.88), halves[1], two, TextAnchor.Middle);
            }
            else if (text.Length > 0)
            {
                yield return new SheetText(middle, y + (row * 0.5) + (one * 0.35), text, one, TextAnchor.Middle);
            }
        }

        /// <summary>A text broken at the blank nearest its middle.</summary>
        private static IReadOnlyList<string> Halves(string text)
        {
            var blank = Enumerable
                .Range(0, text.Length)
                .Where(at => text[at] == ' ')
                .OrderBy(at => Math.Abs((2 * at) - text.Length))
                .FirstOrDefault(-1);
            return blank < 0 ? [text] : [text[..blank], text[(blank + 1)..]];
        }

        private static double Fitting(string text, double size, double width) =>
            text.Length == 0 ? size : Math.Min(size, (width - 1.5) / (text.Length * Letter));

        private List<string> WordLines(IEnumerable<(string Head, string Text)> words, double size) =>
            [.. words.SelectMany(word => SheetWords.Wrapped($"{word.Head}: {word.Text}", (int)(across / (size * RunningLetter))))];

        private static IEnumerable<SheetShape> Draw(IEnumerable<string> words, double y, double size) =>
            words.Select((line, at) => new SheetText(Margin, y + size + (at * size * 1.3), line, size));
    }
}
