using System.Text.RegularExpressions;

namespace Regatta.Core.Measuring;

/// <summary>Reads measured pairs as people write them: a reading, and what the tape says there.</summary>
public static partial class PairText
{
    /// <summary>No tape beside a boat is longer.</summary>
    public static readonly Length LongestTape = Length.FromMetres(50);

    /// <summary>Reads a reading of a control, within three times its scale: strips are cut and stuck as they please.</summary>
    public static Parsed<double> ReadReading(Control control, string text) =>
        control
            .Scale.ReadReading(text)
            .Then(reading =>
            {
                var (low, high) = (control.Scale.ReadingAt(control.Scale.Min), control.Scale.ReadingAt(control.Scale.Max));
                return reading < low - (high - low) || reading > high + (high - low)
                    ? Parsed<double>.Bad(
                        $"{control.Scale.ShowReading(reading)} lies far off this scale, which runs "
                            + $"from {control.Scale.ShowReading(low)} to {control.Scale.ShowReading(high)}."
                    )
                    : Parsed<double>.Good(reading);
            });

    /// <summary>Reads what the tape says; without a unit, in the unit the control is taped in.</summary>
    public static Parsed<Length> ReadTape(Control control, string text) =>
        control
            .Scale.TapeUnit.Read(text)
            .Then(length =>
                Math.Abs(length.Metres) > LongestTape.Metres
                    ? Parsed<Length>.Bad($"No tape is {LongestTape.Metres:0} m long. Which unit was it?")
                    : Parsed<Length>.Good(length)
            );

    /// <summary>Reads a table: one pair a line, reading first, with a tab, a semicolon, an equals sign or wide space between; each tape may
    /// carry its own unit. A first line without a number is a heading.</summary>
    /// <returns>The pairs in their order, or the first line that was not understood.</returns>
    public static Parsed<IReadOnlyList<CalibrationPair>> ReadTable(Control control, string text)
    {
        var lines = text.Split('\n').Select((line, at) => (Text: line.Trim(), Number: at + 1)).Where(line => line.Text.Length > 0).ToList();
        if (lines.Count > 0 && !lines[0].Text.Any(char.IsDigit))
        {
            lines.RemoveAt(0);
        }

        if (lines.Count > Limits.Pairs)
        {
            return Parsed<IReadOnlyList<CalibrationPair>>.Bad(
                $"{lines.Count} lines are more than a strip needs; {Limits.Pairs} "
                    + "at the most. Both ends and where it bends are enough."
            );
        }

        var pairs = new List<CalibrationPair>();
        foreach (var line in lines)
        {
            var cells = Between().Split(line.Text);
            var pair =
                cells.Length != 2
                    ? Parsed<CalibrationPair>.Bad("Write a reading and a tape length, with a tab or a semicolon between.")
                    : ReadReading(control, cells[0])
                        .Then(reading => ReadTape(control, cells[1]).Then(tape => Parsed<CalibrationPair>.Good(new(reading, tape))));
            if (!pair.Ok)
            {
                return Parsed<IReadOnlyList<CalibrationPair>>.Bad($"Line {line.Number}: {pair.Problem}");
            }

            pairs.Add(pair.Value);
        }

        return Parsed<IReadOnlyList<CalibrationPair>>.Good(pairs);
    }

    [GeneratedRegex(@"\s*(?:\t|;|=|\s{2,})\s*", RegexOptions.NonBacktracking)]
    private static partial Regex Between();
}
