using System.Text.RegularExpressions;

namespace Regatta.Core.Matrices;

/// <summary>Cells as people write them in one line: <c>16</c>, <c>16 in ± 1/2</c>, <c>15–17</c>, <c>max</c>, <c>as below</c>, <c>just
/// on</c>, a stop, or words to look for.</summary>
public static partial class CellText
{
    private static readonly (CellWord Word, string[] Forms)[] Words =
    [
        (CellWord.AsBelow, ["as below", "same", "same as below", "ditto", "idem", "\"", "''", "〃", "″", "\" \""]),
        (CellWord.Max, ["max", "max.", "maximum", "full on", "hard on", "all the way"]),
        (CellWord.JustOn, ["just on", "barely on"]),
    ];

    /// <summary>A word as it is shown.</summary>
    public static string Show(this CellWord word) => Words.First(known => known.Word == word).Forms[0];

    /// <summary>What is written where nothing is said: an empty field, a dash.</summary>
    public static bool IsEmpty(string text) => text.Trim().Trim('\u00a0') is "" or "-" or "–" or "—" or "n/a" or "N/A" or "?";

    /// <summary>The mark part of a cell as one line; empty where it has only a target.</summary>
    public static string Write(Cell cell, Scale scale) =>
        cell switch
        {
            { Word: { } word, Mark: { } came } => $"{word.Show()} ({scale.Show(came)})",
            { Word: { } word } => word.Show(),
            { IsRange: true, Span: { } span } => $"{scale.Show(span.Low)} – {scale.Show(span.High)}",
            { Mark: { } mark } => scale.Show(mark),
            _ => "",
        };

    /// <summary>What an edit of one cell is called: "Outhaul, light: 14.5 cm → 14 cm".</summary>
    /// <param name="control">The cell's control.</param>
    /// <param name="band">The cell's band.</param>
    /// <param name="before">What it said; null for nothing.</param>
    /// <param name="after">What it says; null for nothing.</param>
    public static string Change(Control control, WindBand band, Cell? before, Cell? after)
    {
        return $"{control.Name}, {band.Name}: {Said(before)} → {Said(after)}";

        string Said(Cell? cell) => PlainText.Shown(cell?.Show(control.Scale) ?? "nothing");
    }

    /// <summary>The mark part of a cell as it is typed: a word without what it comes to.</summary>
    public static string Typed(Cell? cell, Scale scale) => cell is null ? "" : cell.Word?.Show() ?? Write(cell, scale);

    /// <summary>A whole cell in one line, for a spreadsheet: the mark, its tolerance where it is not the usual one, and what to look for in
    /// brackets behind it; or the words alone.</summary>
    public static string Line(Cell? cell, Scale scale) =>
        (Typed(cell, scale) + Unusual(cell, scale), cell?.Target ?? "") switch
        {
            ("", var target) => target,
            (var said, "") => said,
            var (said, target) => $"{said} ({target})",
        };

    /// <summary>Reads the mark part of a cell. Words that are no mark of this control are refused.</summary>
    /// <param name="control">The control it is of.</param>
    /// <param name="text">What was written; not empty.</param>
    /// <param name="tolerance">The tolerance where the text gives none.</param>
    /// <param name="target">What to look for.</param>
    /// <param name="note">A remark.</param>
    /// <param name="read">Reads one mark: on the grid of steps for a card, anywhere on the scale where a doubt is told later.</param>
    public static Parsed<Cell> Read(
        Control control,
        string text,
        double tolerance,
        string target,
        string note,
        Func<string, Parsed<Mark>>? read = null
    )
    {
        var scale = control.Scale;
        read ??= scale.ReadOnStep;
        var plain = text.Trim();
        if (scale.Choices?.Contains(plain, StringComparer.OrdinalIgnoreCase) != true && WordOf(plain) is { } word)
        {
            return !scale.HasMarks && word == CellWord.Max
                ? Parsed<Cell>.Bad($"{control.Name} has no scale and so no end of it.")
                : Cell.Saying(word, tolerance, target, note, CellSource.Entered);
        }

        if (scale.Choices is null && WithTolerance().Match(plain) is { Success: true } within)
        {
            return read(within.Groups["mark"].Value)
                .Then(mark =>
                    scale.ReadDistance(within.Groups["by"].Value).Then(by => Cell.Of(mark, by, target, note, CellSource.Entered))
                );
        }

        var one = scale.HasMarks ? read(plain) : Parsed<Mark>.Bad($"{control.Name} is set by what you see: write what to look for.");
        if (!one.Ok && scale.HasMarks && scale.Choices is null && Ends(plain) is var (from, to))
        {
            return read(WithUnitOf(from, to)).Then(low => read(to).Then(high => Cell.Between(low, high, target, note, CellSource.Entered)));
        }

        return one.Then(mark => Cell.Of(mark, tolerance, target, note, CellSource.Entered));
    }

    /// <summary>Reads a whole cell written in one line, where words may be a target, and a remark may stand in brackets behind.</summary>
    /// <returns>The cell; null for an empty one; or why it was not understood.</returns>
    public static Parsed<Cell?> ReadLine(Control control, string text, double tolerance, Func<string, Parsed<Mark>>? read = null)
    {
        if (IsEmpty(text))
        {
            return Parsed<Cell?>.Good(null);
        }

        var (said, note) = WithRemark().Match(text.Trim()) is { Success: true } remark
            ? (remark.Groups["said"].Value, remark.Groups["note"].Value)
            : (text.Trim(), "");
        var cell = Read(control, said, tolerance, "", note, read);
        if (!cell.Ok && (!control.Scale.HasMarks || !said.Any(char.IsDigit)))
        {
            cell = Cell.Of(null, 0, said, note, CellSource.Entered);
        }

        return cell.Then(Parsed<Cell?>.Good);
    }

    /// <summary>Reads the one line a cell is written anew in: the tolerance, the remark and what stood beside the old mark stay where the
    /// line says nothing of them.</summary>
    /// <param name="control">The control it is of.</param>
    /// <param name="text">What was written.</param>
    /// <param name="before">What the cell said.</param>
    public static Parsed<Cell?> ReadOver(Control control, string text, Cell? before) =>
        ReadLine(control, text, before is { IsRange: false, Mark: not null } ? before.Tolerance : control.Scale.UsualTolerance)
            .Then(cell =>
            {
                var noted = cell is { Note.Length: 0 } && before is not null ? cell.Noted(before.Note) : cell;
                return noted is { Target.Length: 0 } && before is { Target.Length: > 0 } && Typed(before, control.Scale).Length > 0
                    ? noted.Looking(before.Target).Then(Parsed<Cell?>.Good)
                    : Parsed<Cell?>.Good(noted);
            });

    private static string Unusual(Cell? cell, Scale scale) =>
        cell is { Mark: not null, IsRange: false, Word: null }
        && scale.Choices is null
        && Math.Abs(cell.Tolerance - scale.UsualTolerance) > 1e-9
            ? $" ± {scale.ShowDistance(cell.Tolerance)}"
            : "";

    private static CellWord? WordOf(string plain) =>
        Words
            .Where(known => known.Forms.Contains(plain, StringComparer.OrdinalIgnoreCase))
            .Select(known => (CellWord?)known.Word)
            .FirstOrDefault();

    private static (string From, string To)? Ends(string text) =>
        Range().Match(text) is { Success: true } match ? (match.Groups["from"].Value.Trim(), match.Groups["to"].Value.Trim()) : null;

    /// <summary>"15–17 in" means inches at both ends.</summary>
    private static string WithUnitOf(string from, string to) =>
        Unit().Match(from).Success || Unit().Match(to) is not { Success: true } unit ? from : $"{from} {unit.Value}";

    [GeneratedRegex(@"^(?<mark>.+?)\s*(?:±|\+/-|\+-)\s*(?<by>.+)$", RegexOptions.NonBacktracking)]
    private static partial Regex WithTolerance();

    [GeneratedRegex(@"^(?<from>.*[0-9][^0-9]*?|.*[½¼¾⅛⅜⅝⅞][^0-9]*?)\s*(?:–|—|-|\bto\b|\.\.+|…)\s*(?<to>.+)$", RegexOptions.NonBacktracking)]
    private static partial Regex Range();

    [GeneratedRegex(@"[^0-9\s½¼¾⅛⅜⅝⅞/.,]+.*$", RegexOptions.NonBacktracking)]
    private static partial Regex Unit();

    [GeneratedRegex(@"^(?<said>[^()\[\]]+?)\s*[(\[](?<note>[^()\[\]]+)[)\]]$", RegexOptions.NonBacktracking)]
    private static partial Regex WithRemark();
}
