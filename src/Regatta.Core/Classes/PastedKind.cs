using System.Collections.Immutable;
using System.Text.RegularExpressions;

namespace Regatta.Core.Classes;

/// <summary>A kind of scale a row of somebody's own table may be read on, and how one is made that holds what stands in the row.</summary>
/// <param name="Words">As it is offered.</param>
/// <param name="Fit">The smallest usual scale of the kind that reads the texts; null where half or more are not of the kind.</param>
public sealed partial record PastedKind(string Words, Func<IReadOnlyList<string>, Scale?> Fit)
{
    /// <summary>Of how many different words stops are made unasked.</summary>
    private const int MostStopsGuessed = 7;

    /// <summary>Steps of room beyond the outermost marks where all marks are one.</summary>
    private const double Room = 10;

    /// <summary>What a number of a strip is, until somebody lays a tape along it.</summary>
    private static readonly Length UsualPitch = Length.FromMillimetres(10);

    private const string FromWhere = "the end your table counts from";

    private static readonly PastedKind Strip = new(
        "numbers on a strip, 10 mm each until measured",
        texts =>
            Within(texts, new StripScale(-100, 1000, 0.25, default, UsualPitch), [1, 0.5, 0.25]) is var (low, high, step)
                ? new StripScale(low, high, step, default, UsualPitch)
                : null
    );

    private static readonly PastedKind Target = new("what to look for, in words", _ => new TargetScale());

    private static readonly PastedKind Stops = new("one of the words in the row", StopsOf);

    private static readonly PastedKind Angles = new(
        "degrees",
        texts =>
            Within(texts, new AngleScale(Angle.FromDegrees(-180), Angle.FromDegrees(180), Angle.FromDegrees(0.5)), [1, 0.5])
                is var (low, high, step)
                ? new AngleScale(Angle.FromDegrees(Math.Max(low, -180)), Angle.FromDegrees(Math.Min(high, 180)), Angle.FromDegrees(step))
                : null
    );

    private static readonly ImmutableArray<(PastedKind Kind, string Word)> Counts =
    [
        (Count(Counted.Hole, "holes"), "hole"),
        (Count(Counted.Pin, "pins"), "pin"),
        (Count(Counted.Turn, "turns"), "turn"),
        (Count(Counted.Click, "clicks"), "click"),
        (Count(Counted.Dot, "dots"), "dot"),
    ];

    private static readonly ImmutableArray<(PastedKind Kind, string Word)> Lengths =
    [
        (LengthIn(LengthUnit.Millimetre, "millimetres", [5, 1]), "mm"),
        (LengthIn(LengthUnit.Centimetre, "centimetres", [0.5, 0.1]), "cm"),
        (LengthIn(LengthUnit.Inch, "inches", [0.5, 0.25, 0.125]), "in"),
    ];

    /// <summary>All kinds, as they are offered.</summary>
    public static ImmutableArray<PastedKind> All { get; } =
    [.. Lengths.Select(one => one.Kind), Strip, .. Counts.Select(one => one.Kind), Angles, Stops, Target];

    /// <summary>The kind a row is most likely of: what its label or its cells say, else numbers of a strip, a few words that come again, or
    /// what to look for.</summary>
    /// <param name="label">The row's heading.</param>
    /// <param name="texts">Its cells, with the unit the heading gives.</param>
    public static PastedKind Guess(string label, IReadOnlyList<string> texts)
    {
        var (words, cells) = (WordsOf(label), texts.SelectMany(WordsOf).ToHashSet(StringComparer.OrdinalIgnoreCase));
        var said = Counts
            .Where(one =>
                words.Contains(one.Word) || words.Contains(one.Word + "s") || cells.Contains(one.Word) || cells.Contains(one.Word + "s")
            )
            .Concat(Lengths.Where(one => cells.Contains(one.Word)))
            .Select(one => one.Kind)
            .Concat(cells.Contains("°") || cells.Contains("deg") ? [Angles] : [])
            .Append(Strip)
            .FirstOrDefault(kind => texts.Count > 0 && kind.Fit(texts) is not null);
        var different = texts.Distinct(StringComparer.OrdinalIgnoreCase).Count();
        return said
            ?? (
                different is >= 2 and <= MostStopsGuessed && different < texts.Count && !texts.Any(text => text.Any(char.IsDigit))
                    ? Stops
                    : Target
            );
    }

    private static PastedKind LengthIn(LengthUnit unit, string words, double[] steps) =>
        new(
            $"a length in {words}",
            texts =>
            {
                var one = unit.InMetres();
                var probe = new LengthScale(unit, default, Length.FromMetres(Limits.ControlMetres), Length.FromMetres(one * steps[^1]));
                return Within(texts, probe, [.. steps.Select(step => step * one * 1000)]) is var (low, high, step)
                    ? new LengthScale(unit, Length.FromMillimetres(low), Length.FromMillimetres(high), Length.FromMillimetres(step))
                    : null;
            }
        );

    private static PastedKind Count(Counted thing, string words) =>
        new(
            words,
            texts =>
                Within(texts, new CountScale(thing, 0, 1000, 0.25, FromWhere), thing is Counted.Hole or Counted.Pin ? [1] : [1, 0.5, 0.25])
                    is var (low, high, step)
                    ? new CountScale(thing, thing is Counted.Hole or Counted.Pin ? 1 : low, high, step, FromWhere)
                    : null
        );

    private static StopScale? StopsOf(IReadOnlyList<string> texts)
    {
        var different = texts.Distinct(StringComparer.OrdinalIgnoreCase).ToList();
        return different.Count >= 2 && different.All(text => text.Length <= Control.LongestName) ? new StopScale(different) : null;
    }

    /// <summary>The ends and the step of a scale that has the marks of a row on a step and half their span more to either side, not below
    /// zero where none is; null where half of the texts or more are no mark of the kind.</summary>
    private static (double Low, double High, double Step)? Within(IReadOnlyList<string> texts, Scale probe, double[] steps)
    {
        var control = new Control(new("x"), "x", [], probe, "", "", "", WhenChanged.Ashore, AsWindBuilds.Either, null);
        var marks = texts
            .Select(text => CellText.ReadLine(control, text, 0))
            .Where(read => read is { Ok: true, Value: { } cell } && (cell.Mark is not null || cell.Word is not null))
            .Select(read => read.Value!.Span)
            .ToList();
        if (2 * marks.Count <= texts.Count || marks.TrueForAll(span => span is null))
        {
            return null;
        }

        var per = probe is StripScale ? probe.PositionsPerUnit : 1;
        var readings = (
            from span in marks
            where span is not null
            from end in (double[])[span.Value.Low.Position, span.Value.High.Position]
            select end / per
        ).ToList();
        var step = steps.FirstOrDefault(
            step => readings.TrueForAll(end => Math.Abs((end / step) - Math.Round(end / step)) < 1e-6),
            steps[^1]
        );
        var room = Math.Max(readings.Max() - readings.Min(), Room * step) / 2;
        var low = Math.Floor(((readings.Min() - room) / step) + 1e-9) * step;
        return (readings.Min() < 0 ? low : Math.Max(0, low), Math.Ceiling(((readings.Max() + room) / step) - 1e-9) * step, step);
    }

    private static HashSet<string> WordsOf(string text) =>
        new(Word().Matches(text).Select(match => match.Value), StringComparer.OrdinalIgnoreCase);

    [GeneratedRegex(@"[\p{L}]+|°", RegexOptions.NonBacktracking)]
    private static partial Regex Word();
}
