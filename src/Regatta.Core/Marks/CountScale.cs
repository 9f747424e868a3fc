using System.Globalization;
using System.Text.RegularExpressions;

namespace Regatta.Core.Marks;

/// <summary>What is counted.</summary>
public enum Counted
{
    /// <summary>Holes of a plate or a spar.</summary>
    Hole,

    /// <summary>Pins of a rack.</summary>
    Pin,

    /// <summary>Turns and quarter turns of a screw.</summary>
    Turn,

    /// <summary>Clicks of a transmitter's trim.</summary>
    Click,

    /// <summary>Dots on a rope.</summary>
    Dot,
}

/// <summary>How far counted things stand apart: a plate's holes, a rope's dots, a thread's pitch.</summary>
/// <param name="Zero">From the datum to where the count would be zero.</param>
/// <param name="Pitch">From one to the next; more than zero.</param>
public readonly record struct Spacing(Length Zero, Length Pitch);

/// <summary>Things counted from a stated end: holes, pins, turns, clicks, dots. Positions and readings are the count; with a spacing the
/// count is also a length.</summary>
public sealed partial record CountScale : Scale
{
    /// <summary>Digits follow the step.</summary>
    private readonly int decimals;

    /// <summary>Makes the scale.</summary>
    /// <param name="thing">What is counted.</param>
    /// <param name="from">The lowest count.</param>
    /// <param name="to">The highest count; above <paramref name="from"/>.</param>
    /// <param name="step">The smallest change of count worth making: 1 for holes, perhaps a quarter for turns.</param>
    /// <param name="countedFrom">The end where counting starts, such as "the bottom".</param>
    /// <param name="spacing">How far they stand apart; null when nobody measured.</param>
    /// <param name="bothSides">Whether the same is set on both sides of the boat.</param>
    /// <exception cref="ArgumentException">The counts or the step make no scale, or no end is named.</exception>
    public CountScale(
        Counted thing,
        double from,
        double to,
        double step,
        string countedFrom,
        Spacing? spacing = null,
        bool bothSides = false
    )
    {
        Check(from, to, step, "A count");
        if (string.IsNullOrWhiteSpace(countedFrom) || spacing is { Pitch.Metres: not > 0 })
        {
            throw new ArgumentException("A count needs the end it starts from, and a pitch of more than zero where one is given.");
        }

        (Thing, CountedFrom, Spacing, BothSides, Min, Max, Step) = (
            thing,
            countedFrom.Trim(),
            spacing,
            bothSides,
            new(from),
            new(to),
            step
        );
        decimals = NumberText.DecimalsOf(2, from, to, step);
    }

    /// <summary>What is counted.</summary>
    public Counted Thing { get; }

    /// <summary>The end where counting starts.</summary>
    public string CountedFrom { get; }

    /// <summary>How far they stand apart; null when nobody measured.</summary>
    public Spacing? Spacing { get; }

    /// <summary>Whether the same is set on both sides of the boat.</summary>
    public override bool BothSides { get; }

    /// <inheritdoc/>
    public override Mark Min { get; }

    /// <inheritdoc/>
    public override Mark Max { get; }

    /// <inheritdoc/>
    public override double Step { get; }

    /// <inheritdoc/>
    public override string Hint =>
        $"{Show(Min)} to {ShowReading(Max.Position)}{(Step == 1 ? "" : $", steps of {NumberText.Fraction(Step, decimals)}")}, "
        + $"counted from {CountedFrom}{(BothSides ? ", the same on both sides" : "")}";

    private string Word =>
        Thing switch
        {
            Counted.Hole => "hole",
            Counted.Pin => "pin",
            Counted.Turn => "turn",
            Counted.Click => "click",
            Counted.Dot => "dot",
            _ => throw new ArgumentOutOfRangeException(nameof(Thing)),
        };

    /// <summary>Holes, pins and dots are named by their number; turns and clicks are amounts.</summary>
    private bool IsAmount => Thing is Counted.Turn or Counted.Click;

    /// <inheritdoc/>
    public override Length? LengthAt(Mark mark) =>
        Spacing is { } known ? Length.FromMillimetres(known.Zero.Millimetres + (mark.Position * known.Pitch.Millimetres)) : null;

    /// <inheritdoc/>
    public override Mark? AtLength(Length length) =>
        Spacing is { } known ? new((length.Millimetres - known.Zero.Millimetres) / known.Pitch.Millimetres) : null;

    /// <summary>Reads a count. Where both sides must be equal, <c>port 3 starboard 3</c> and <c>3 and 3</c> are understood, and two
    /// different sides refused.</summary>
    public override Parsed<double> ReadReading(string text)
    {
        if (BothSides && Sides().Match(text) is { Success: true } sides)
        {
            var (port, starboard) = (sides.Groups["port"].Value, sides.Groups["starboard"].Value);
            return port == starboard
                ? ReadOne(port)
                : Parsed<double>.Bad(
                    $"Port {port}, starboard {starboard}: both sides go in the same {Word}. Count "
                        + $"both from {CountedFrom}, and never slack a shroud unless the rig is held."
                );
        }

        return ReadOne(text);
    }

    /// <inheritdoc/>
    public override string ShowReading(double reading) =>
        IsAmount ? Amount(NumberText.Fraction(reading, decimals), reading) : $"{Word} {NumberText.Fraction(reading, decimals)}";

    /// <inheritdoc/>
    public override string ShowChange(double positions) => Amount(NumberText.SignedFraction(positions, decimals), positions);

    /// <inheritdoc/>
    public override ScaleSpec Spec
    {
        get
        {
            var common = new ScaleSpec(
                EnumText.Of(Thing) + "s",
                CountedFrom: CountedFrom,
                Zero: Spacing?.Zero.Millimetres,
                Pitch: Spacing?.Pitch.Millimetres,
                BothSides: BothSides ? true : null
            );
            return Thing is Counted.Hole or Counted.Pin && Min.Position == 1 && Step == 1
                ? common with
                {
                    Count = (int)Max.Position,
                }
                : common with
                {
                    Min = Min.Position,
                    Max = Max.Position,
                    Step = Step,
                };
        }
    }

    /// <inheritdoc/>
    public override string Needs => "a way to count that two people agree on";

    /// <inheritdoc/>
    public override bool ReadsBetween => Thing is Counted.Turn;

    internal override string Terms => EnumText.Of(Thing);

    private string Amount(string number, double amount) => $"{number} {Word}{(Math.Abs(amount) > 0 && Math.Abs(amount) <= 1 ? "" : "s")}";

    private Parsed<double> ReadOne(string text) =>
        NumberText
            .ReadBare(text, Word, $"these are counted in {Word}s")
            .Then(number =>
                !IsAmount && number != Math.Floor(number)
                    ? Parsed<double>.Bad(
                        $"{NumberText.Fraction(number)} lies between two {Word}s. The nearest "
                            + $"are {Plain(Math.Floor(number))} and {Plain(Math.Ceiling(number))}."
                    )
                    : Parsed<double>.Good(number)
            );

    private static string Plain(double number) => number.ToString(CultureInfo.InvariantCulture);

    [GeneratedRegex(
        @"^\s*(?:p|port)?\s*(?:hole|pin)?\s*(?<port>[0-9]{1,4})\s*(?:,?\s*(?:and|&|s|stb|starboard)\s*)+"
            + @"(?:hole|pin)?\s*(?<starboard>[0-9]{1,4})\s*$",
        RegexOptions.IgnoreCase | RegexOptions.NonBacktracking
    )]
    private static partial Regex Sides();
}
