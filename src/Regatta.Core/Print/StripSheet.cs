namespace Regatta.Core.Print;

/// <summary>Mark strips at true scale for every control a tape can check: ruler, numbers, the bands' marks with their tints, datum or
/// laying line, cut lines, and on each page a bar to check the printer by. Strips longer than the page go on over an overlap.</summary>
/// <param name="Paper">The paper.</param>
/// <param name="Title">What stands at the head of each page.</param>
/// <param name="Pages">The pages; none when no control has a length.</param>
public sealed record StripSheet(Paper Paper, string Title, IReadOnlyList<SheetPage> Pages) : Sheet(Paper, Title, Pages)
{
    /// <summary>The length of the bar a print is checked by.</summary>
    public const double CheckBar = 100;

    /// <summary>What a piece of a strip shares with the next, to lay them on each other.</summary>
    public const double Overlap = 12;

    /// <summary>What to tell whoever prints.</summary>
    public const string Instruction = "Print at 100 %, not fitted to the page. Then measure this bar: it must be 100 mm.";

    private const double Margin = 12;
    private const double HeadHeight = 20;
    private const double StripHeight = 22;
    private const double RowHeight = StripHeight + 12;
    private const double LabelRow = 3.4;
    private const int LabelRows = 3;

    /// <summary>A datum this near to the first mark is on the strip itself.</summary>
    private const double DatumWithin = 60;

    /// <summary>Lays the strips of a class out, with the marks of a matrix.</summary>
    /// <param name="boatClass">The class.</param>
    /// <param name="matrix">Whose marks.</param>
    /// <param name="readings">For which boat; her own readings stand beside the marks where they differ.</param>
    /// <param name="paper">On which paper.</param>
    public static StripSheet Of(ClassDefinition boatClass, Matrix matrix, Readings readings, Paper paper)
    {
        var title = readings.Boat is { } boat ? $"{boatClass.Name}, {boat.Name}: mark strips" : $"{boatClass.Name}: mark strips";
        var pieces = matrix.Controls.Where(ControlSurvey.CanBeTaped).SelectMany(control => Cut(control, matrix, readings, paper)).ToList();
        var onOnePage = (int)((paper.Height - Margin - HeadHeight) / RowHeight);
        var pages = pieces
            .Chunk(onOnePage)
            .Select(
                (chunk, page) =>
                    new SheetPage([
                        .. Head(paper, title),
                        .. chunk.SelectMany((piece, row) => piece.Draw(Margin, HeadHeight + (row * RowHeight) + 6)),
                    ])
            );
        return new(paper, title, [.. pages]);
    }

    /// <summary>The same with stickers of boats on pages of their own.</summary>
    public StripSheet With(IReadOnlyList<BoatSticker> stickers) => this with { Pages = [.. Pages, .. BoatSticker.Pages(stickers, Paper)] };

    private static IEnumerable<SheetShape> Head(Paper paper, string title)
    {
        var (left, y) = (paper.Width - Margin - CheckBar, 12.0);
        yield return new SheetText(Margin, 9, title, 5);
        yield return new SheetText(Margin, 15, Instruction, 3.2);
        yield return new SheetLine(left, y, left + CheckBar, y, Ink.Bold);
        yield return new SheetLine(left, y - 2, left, y + 2, Ink.Bold);
        yield return new SheetLine(left + CheckBar, y - 2, left + CheckBar, y + 2, Ink.Bold);
        yield return new SheetText(left + (CheckBar / 2), y - 1.5, "100 mm", 3.2, TextAnchor.Middle);
    }

    /// <summary>Cuts a control's strip into pieces that fit across the paper.</summary>
    private static IEnumerable<Piece> Cut(Control control, Matrix matrix, Readings readings, Paper paper)
    {
        var (first, last) = (LengthOf(control, control.Scale.Min), LengthOf(control, control.Scale.Max));
        var from = first > 0 && first <= DatumWithin ? 0 : first;
        var across = paper.Width - (2 * Margin);
        var count = last - from <= across ? 1 : (int)Math.Ceiling((last - from - Overlap) / (across - Overlap));
        var strip = new Strip(control, from, last, Marks(control, matrix, readings));
        return Enumerable
            .Range(0, count)
            .Select(at =>
            {
                var start = from + (at * (across - Overlap));
                return new Piece(strip, at, count, start, Math.Min(last, start + across));
            });
    }

    private static double LengthOf(Control control, Mark mark) => control.Scale.LengthAt(mark)!.Value.Millimetres;

    /// <summary>The bands' marks, those at one place together.</summary>
    private static IReadOnlyList<StripMark> Marks(Control control, Matrix matrix, Readings readings) =>
        [
            .. from band in matrix.Bands.All
            let cell = matrix[band, control]
            where cell?.Mark is not null
            group band by (cell.Mark!.Value, cell.Tolerance) into same
            let mark = same.Key.Value
            let own = readings.TrustOf(control, mark) == ReadingTrust.Measured ? readings.AsRead(control).Scale.Show(mark) : null
            select new StripMark(
                LengthOf(control, mark),
                Math.Abs(LengthOf(control, new(mark.Position + same.Key.Tolerance)) - LengthOf(control, mark)),
                matrix.Bands.All.ToList().IndexOf(same.Last()) / Math.Max(1.0, matrix.Bands.All.Count - 1),
                string.Join(", ", same.Select(band => band.Name))
                    + (own is not null && own != control.Scale.Show(mark) ? $" (she reads {own})" : "")
            ),
        ];

    private sealed record StripMark(double At, double Tolerance, double Depth, string Text);

    private sealed record Strip(Control Control, double From, double To, IReadOnlyList<StripMark> Marks);

    /// <summary>One piece of a strip, from one length to another.</summary>
    private sealed record Piece(Strip Strip, int Number, int Count, double From, double To)
    {
        private Scale Scale => Strip.Control.Scale;

        public IEnumerable<SheetShape> Draw(double x, double y)
        {
            double X(double length) => x + length - From;
            var bottom = y + StripHeight;
            var right = X(To);
            return
            [
                new SheetText(x, y - 1.5, Name(), 3.2),
                new SheetLine(x, y, right, y, Ink.Cut),
                new SheetLine(x, bottom, right, bottom, Ink.Cut),
                new SheetLine(x, y, x, bottom, Ink.Cut),
                new SheetLine(right, y, right, bottom, Ink.Cut),
                .. Laying(X, y, bottom),
                .. Labels(X, y),
                .. Ticks(X, bottom),
                .. Joins(X, y, bottom),
            ];
        }

        private string Name()
        {
            var tape = Scale.TapeUnit;
            var where =
                Number > 0 ? $"lay join {(char)('A' + Number - 1)} on join {(char)('A' + Number - 1)}"
                : Strip.From == 0 ? $"lay the datum line on {Strip.Control.Datum}"
                : $"lay its left end {tape.Show(Length.FromMillimetres(Strip.From))} from {Strip.Control.Datum}";
            return $"{Strip.Control.Name}{(Count > 1 ? $", piece {Number + 1} of {Count}" : "")}: "
                + $"{where}; read at {Strip.Control.ReadingPoint}";
        }

        private IEnumerable<SheetShape> Laying(Func<double, double> x, double y, double bottom) =>
            Number == 0
                ?
                [
                    new SheetLine(x(From), y - 1, x(From), bottom + 1, Ink.Bold),
                    new SheetText(x(From) + 0.8, bottom - 9, Strip.From == 0 ? "datum" : "lay here", 2.4),
                ]
                : [];

        /// <summary>The marks of the bands: tinted boxes as wide as the tolerance, over them a line at each mark and the bands' names where
        /// they do not run into each other.</summary>
        private IEnumerable<SheetShape> Labels(Func<double, double> x, double y)
        {
            var marks = Strip.Marks.Where(mark => mark.At >= From - 1e-6 && mark.At <= To + 1e-6).OrderBy(mark => mark.At).ToList();
            var tints = marks.Select(mark =>
            {
                var (low, high) = (
                    Math.Max(From, mark.At - Math.Max(mark.Tolerance, 0.8)),
                    Math.Min(To, mark.At + Math.Max(mark.Tolerance, 0.8))
                );
                return new SheetTint(x(low), y, high - low, LabelRows * LabelRow, mark.Depth);
            });
            return [.. tints, .. Names(x, y, marks)];
        }

        private static IEnumerable<SheetShape> Names(Func<double, double> x, double y, IEnumerable<StripMark> marks)
        {
            var taken = new double[LabelRows];
            Array.Fill(taken, double.NegativeInfinity);
            foreach (var mark in marks)
            {
                yield return new SheetLine(x(mark.At), y, x(mark.At), y + (LabelRows * LabelRow), Ink.Fine);
                var row = Array.FindIndex(taken, end => end <= x(mark.At));
                var at = row < 0 ? LabelRows - 1 : row;
                taken[at] = x(mark.At) + 1 + (mark.Text.Length * 1.55);
                yield return new SheetText(x(mark.At) + 0.6, y + ((at + 1) * LabelRow) - 0.8, mark.Text, 2.8);
            }
        }

        /// <summary>1, 2, 5, 10, 20 … however fine a step is, some of them are far enough apart.</summary>
        private static IEnumerable<int> RoundNumbers =>
            Enumerable.Range(0, 9).SelectMany(power => new[] { 1, 2, 5 }.Select(digit => digit * (int)Math.Pow(10, power)));

        private IEnumerable<SheetShape> Ticks(Func<double, double> x, double bottom)
        {
            var steps = (int)Math.Round((Scale.Max.Position - Scale.Min.Position) / Scale.Step);
            var stepLength = ControlSurvey.StepLength(Scale);
            // Numbers stand at whole units where those are neither too close nor too far apart.
            var whole = (int)Math.Round(Scale.PositionsPerUnit / Scale.Step);
            var every = RoundNumbers.Prepend(whole).First(n => n > 0 && n * stepLength >= 9 && (n != whole || n * stepLength <= 30));
            var skip = RoundNumbers.First(n => n * stepLength >= 1);
            for (var step = 0; step <= steps; step += skip)
            {
                var mark = new Mark(Scale.Min.Position + (step * Scale.Step));
                var at = LengthOf(Strip.Control, mark);
                if (at < From - 1e-6 || at > To + 1e-6)
                {
                    continue;
                }

                yield return new SheetLine(x(at), bottom, x(at), bottom - (step % every == 0 ? 5 : 3), Ink.Fine);
                if (step % every == 0)
                {
                    var anchor =
                        at - From < 2 ? TextAnchor.Start
                        : To - at < 2 ? TextAnchor.End
                        : TextAnchor.Middle;
                    yield return new SheetText(
                        x(at)
                            + (
                                anchor == TextAnchor.Start ? 0.8
                                : anchor == TextAnchor.End ? -0.6
                                : 0
                            ),
                        bottom - 5.6,
                        Numeral(mark),
                        3,
                        anchor
                    );
                }
            }
        }

        private IEnumerable<SheetShape> Joins(Func<double, double> x, double y, double bottom)
        {
            foreach (var (here, at) in new[] { (Number > 0, From + (Overlap / 2)), (Number < Count - 1, To - (Overlap / 2)) })
            {
                if (here)
                {
                    yield return new SheetLine(x(at), y - 1, x(at), bottom + 1, Ink.Fine);
                    yield return new SheetText(
                        x(at) + 0.6,
                        bottom + 2.6,
                        $"join {(char)('A' + (at == From + (Overlap / 2) ? Number - 1 : Number))}",
                        2.4
                    );
                }
            }
        }

        private string Numeral(Mark mark) =>
            NumberText.Fraction(Math.Round(Scale.ReadingAt(mark) / (Scale.ReadsLength ? Scale.PositionsPerUnit : 1), 6));
    }
}
