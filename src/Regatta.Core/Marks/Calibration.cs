namespace Regatta.Core.Marks;

/// <summary>One pair of a measuring day: what the boat's scale says, and what the tape from the datum says at the same place.</summary>
/// <param name="Reading">The number seen on the boat's scale, in its own readings.</param>
/// <param name="Length">The tape, from the class's datum.</param>
public readonly record struct CalibrationPair(double Reading, Length Length);

/// <summary>What the numbers on one boat's scale (or of one person's hand) are in lengths: strictly monotone, straight between measured
/// pairs, carried on by one step at most beyond them. Source: models M2.</summary>
public sealed class Calibration
{
    private readonly CalibrationPair[] pairs;
    private readonly double reach;

    private Calibration(CalibrationPair[] pairs, double reach) => (this.pairs, this.reach) = (pairs, reach);

    /// <summary>The pairs, by reading.</summary>
    public IReadOnlyList<CalibrationPair> Pairs => pairs;

    /// <summary>Joins measured pairs.</summary>
    /// <param name="measured">Two or more, in any order; the same pair twice counts once.</param>
    /// <param name="reach">How far beyond the outermost readings the line may be carried on: one step, in readings.</param>
    /// <returns>The calibration, or what is wrong: too few or too many, one reading with two lengths, or lengths that go back.</returns>
    public static Parsed<Calibration> Of(IReadOnlyCollection<CalibrationPair> measured, double reach)
    {
        if (measured.Count > Limits.Pairs)
        {
            return Parsed<Calibration>.Bad($"{measured.Count} pairs are more than a strip needs; {Limits.Pairs} at the most.");
        }

        var pairs = measured.Distinct().OrderBy(pair => pair.Reading).ThenBy(pair => pair.Length).ToArray();
        if (pairs.Length < 2)
        {
            return Parsed<Calibration>.Bad("Two pairs at the least: measure near both ends.");
        }

        var steps = pairs
            .Zip(pairs.Skip(1), (a, b) => (Reading: b.Reading - a.Reading, Length: b.Length.Metres - a.Length.Metres))
            .ToList();
        return steps switch
        {
            _ when steps.Any(step => step.Reading <= 0) => Parsed<Calibration>.Bad(
                "One reading was measured twice, with two lengths. Take one of them out."
            ),
            _ when steps.Any(step => step.Length == 0) => Parsed<Calibration>.Bad(
                "Two readings lie at the same length. Take one of them out."
            ),
            _ when steps.Select(step => Math.Sign(step.Length)).Distinct().Count() > 1 => Parsed<Calibration>.Bad(
                "The lengths go one way and then back. Take out the pair that does not belong."
            ),
            _ => Parsed<Calibration>.Good(new(pairs, reach)),
        };
    }

    /// <summary>So many of one measure to a length, from zero to <paramref name="most"/>.</summary>
    internal static Calibration Straight(Length one, double reach, double most) =>
        new([new(0, Length.FromMetres(0)), new(most, Length.FromMetres(one.Metres * most))], reach);

    /// <summary>The length at a reading; refused beyond one step from what was measured.</summary>
    public Parsed<Length> LengthAt(double reading) =>
        Carry(reading, pair => pair.Reading, pair => pair.Length.Metres, reach)
            .Then(metres => Parsed<Length>.Good(Length.FromMetres(metres)));

    /// <summary>The reading at a length; refused beyond one step from what was measured.</summary>
    public Parsed<double> ReadingAt(Length length) => Carry(length.Metres, pair => pair.Length.Metres, pair => pair.Reading, null);

    /// <summary>Straight lines between the pairs. What <paramref name="from"/> gives is strictly monotone along the pairs, either
    /// way.</summary>
    /// <param name="at">Where on the one axis.</param>
    /// <param name="from">A pair's place on it.</param>
    /// <param name="to">A pair's place on the other axis.</param>
    /// <param name="slack">How far beyond the ends, on the one axis; null when the reach is meant on the other.</param>
    private Parsed<double> Carry(double at, Func<CalibrationPair, double> from, Func<CalibrationPair, double> to, double? slack)
    {
        var rising = from(pairs[^1]) > from(pairs[0]);
        var last = pairs.Length - 2;
        var segment = 0;
        while (segment < last && (rising ? at > from(pairs[segment + 1]) : at < from(pairs[segment + 1])))
        {
            segment++;
        }

        var (a, b) = (pairs[segment], pairs[segment + 1]);
        var share = (at - from(a)) / (from(b) - from(a));
        var found = to(a) + (share * (to(b) - to(a)));
        var beyond =
            (share < 0 ? Math.Abs(slack is null ? found - to(a) : at - from(a)) : 0)
            + (share > 1 ? Math.Abs(slack is null ? found - to(b) : at - from(b)) : 0);
        return beyond > reach * (1 + 1e-9)
            ? Parsed<double>.Bad("That lies more than one step beyond what was measured on this boat.")
            : Parsed<double>.Good(found);
    }
}
