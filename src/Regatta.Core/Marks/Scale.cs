using System.Runtime.CompilerServices;

namespace Regatta.Core.Marks;

/// <summary>What a control is read on, from its datum. A closed family: length, numbered strip, counted things, angle, body measure, named
/// stops, observed target; and any of those with a length as one boat or one person reads it.
/// A <em>position</em> is what a class keeps (millimetres from the datum wherever there is a length to speak of); a <em>reading</em> is the
/// number seen on the scale.</summary>
public abstract record Scale
{
    private protected Scale() { }

    /// <summary>The scale as plain data.</summary>
    public abstract ScaleSpec Spec { get; }

    /// <summary>What tells whether a boat reads the scale as the class does.</summary>
    public virtual ScaleCheck CheckedBy => HasLength ? ScaleCheck.Tape : ScaleCheck.Nothing;

    /// <summary>The unit a tape is read in beside it.</summary>
    public virtual LengthUnit TapeUnit => LengthUnit.Millimetre;

    /// <summary>Whether what is read is a length itself.</summary>
    public virtual bool ReadsLength => false;

    /// <summary>Whether it has numbers of its own that mean only what most boats make of them.</summary>
    public virtual bool HasOwnNumbers => false;

    /// <summary>Whether the same is set on both sides.</summary>
    public virtual bool BothSides => false;

    /// <summary>Whether a mark between two others can be set and means something between them: lengths, strips, turns, angles.</summary>
    public virtual bool ReadsBetween => false;

    /// <summary>What is needed to lay it on a boat, beside tape and pen.</summary>
    public virtual string Needs => "a thin line that does not stretch";

    /// <summary>What a position means: scales of the same terms can take each other's marks.</summary>
    internal abstract string Terms { get; }

    /// <summary>The lowest mark the control can take.</summary>
    public abstract Mark Min { get; }

    /// <summary>The highest mark the control can take.</summary>
    public abstract Mark Max { get; }

    /// <summary>The smallest change worth making, in positions; more than zero.</summary>
    public abstract double Step { get; }

    /// <summary>Positions in one of the units a change is spoken of in (25.4 for inches, 1 for holes and stops).</summary>
    public virtual double PositionsPerUnit => 1;

    /// <summary>False for an observed target: it is a test result and has no position.</summary>
    public virtual bool HasMarks => true;

    /// <summary>The words to choose from, where marks are words; null where they are numbers.</summary>
    public virtual IReadOnlyList<string>? Choices => null;

    /// <summary>The tolerance of a mark nobody gave one: a step where settings flow into each other, none where they are counted.</summary>
    public virtual double UsualTolerance => 0;

    /// <summary>The finest difference a person can read, in readings.</summary>
    public virtual double Grain => ReadingStep;

    /// <summary>The step in readings.</summary>
    public virtual double ReadingStep => Math.Abs(ReadingAt(new(Min.Position + Step)) - ReadingAt(Min));

    /// <summary>True when a mark is a length from the datum, so that a tape can check it and boats can be compared.</summary>
    public bool HasLength => LengthAt(Min) is not null;

    /// <summary>What may be written here, for a hint beside the field.</summary>
    public abstract string Hint { get; }

    /// <summary>The number seen on the scale at a position.</summary>
    public virtual double ReadingAt(Mark mark) => mark.Position;

    /// <summary>The position of a number seen on the scale.</summary>
    public virtual Mark AtReading(double reading) => new(reading);

    /// <summary>How far from the datum a position lies; null when the scale has no length.</summary>
    public virtual Length? LengthAt(Mark mark) => null;

    /// <summary>The position at a length from the datum; null when the scale has no length.</summary>
    public virtual Mark? AtLength(Length length) => null;

    /// <summary>Reads the number a person saw on the scale, wherever it lies.</summary>
    public abstract Parsed<double> ReadReading(string text);

    /// <summary>A number seen on the scale, with its unit.</summary>
    public abstract string ShowReading(double reading);

    /// <summary>Reads a mark a person wrote, anywhere on the scale. Refuses text that is no reading of this scale, and readings off its
    /// ends.</summary>
    public virtual Parsed<Mark> Read(string text) =>
        ReadReading(text).Then(reading => IsFarOff(reading) ? OffScale(ShowReading(reading)) : OnScale(AtReading(reading)));

    /// <summary>The mark as it is read on the boat, with its unit.</summary>
    public virtual string Show(Mark mark) => ShowReading(ReadingAt(mark));

    /// <summary>A change by some positions, signed, with its unit: <c>+1/2 in</c>, <c>−1 hole</c>.</summary>
    public abstract string ShowChange(double positions);

    /// <summary>A distance on the scale with its unit and no sign: <c>1/2 in</c>.</summary>
    public string ShowDistance(double positions) => ShowChange(Math.Abs(positions)).TrimStart('+');

    /// <summary>Reads a distance on the scale, zero or more, into positions.</summary>
    public virtual Parsed<double> ReadDistance(string text) => NumberText.Read(text).Then(read => Distance(read.Number * PositionsPerUnit));

    /// <summary>Whether a position of this scale means the same on another, so that marks may stay when one replaces the other.</summary>
    public virtual bool SameTerms(Scale other) => Terms == other.Terms;

    /// <summary>The mark on the grid of steps that is nearest, held inside the ends.</summary>
    public Mark Snap(Mark mark) =>
        new(Math.Clamp(Min.Position + (Math.Round((mark.Position - Min.Position) / Step) * Step), Min.Position, Max.Position));

    /// <summary>Moves a mark by whole steps onto the next grid marks; stays put at an end.</summary>
    public Mark StepBy(Mark mark, int steps) => Snap(new(mark.Position + (steps * Step)));

    /// <summary>Whether a position lies between the ends.</summary>
    public bool Reaches(Mark mark) => mark.Position >= Min.Position - 1e-9 && mark.Position <= Max.Position + 1e-9;

    /// <summary>Whether a mark sits on the grid of steps, within a tenth of one.</summary>
    public bool IsOnStep(Mark mark) => Snap(mark).DistanceTo(mark) <= Step / 10;

    /// <summary>Reads a mark for a card: like <see cref="Read"/>, and it must sit on the grid of steps.</summary>
    public virtual Parsed<Mark> ReadOnStep(string text) =>
        Read(text)
            .Then(mark =>
                IsOnStep(mark)
                    ? Parsed<Mark>.Good(Snap(mark))
                    : Parsed<Mark>.Bad($"{Show(mark)} lies between two steps. The nearest are {Show(Below(mark))} and {Show(Above(mark))}.")
            );

    /// <summary>Why some of its marks cannot be printed so that they read back; null where all can. Looked at: the ends, the first steps
    /// and others spread over the scale.</summary>
    public string? Unprintable() => Printing.GetValue(this, scale => new(scale.FindUnprintable())).Value;

    /// <summary>What was found of a scale; it never changes, and every change of a class asks again.</summary>
    private static readonly ConditionalWeakTable<Scale, StrongBox<string?>> Printing = [];

    private string? FindUnprintable()
    {
        const int looked = 64;
        if (!HasMarks || Choices is not null)
        {
            return null;
        }

        var steps = (int)Math.Min(Limits.Steps, Math.Floor(((Max.Position - Min.Position) / Step) + 1e-9));
        var wrong = Enumerable
            .Range(0, Math.Min(looked, steps) + 1)
            .SelectMany(at => new[] { at, (int)((long)at * steps / looked) })
            .Select(at => Snap(new(Min.Position + (at * Step))))
            .Append(Max)
            .Where(mark => Read(Show(mark)) is not { Ok: true, Value: var back } || back.DistanceTo(mark) > Step * 1e-7)
            .Select(mark => (Mark?)mark)
            .FirstOrDefault();
        return wrong is { } one
            ? $"A step of {ShowDistance(Step)} cannot be printed: the mark shown as {Show(one)} would be read as another. "
                + "Choose a step, and ends, that can be written in the scale’s unit."
            : null;
    }

    /// <summary>Refuses marks beyond the ends, with both ends named.</summary>
    private protected Parsed<Mark> OnScale(Mark mark) => Reaches(mark) ? Parsed<Mark>.Good(mark) : OffScale(Show(mark));

    private Parsed<Mark> OffScale(string shown) =>
        Parsed<Mark>.Bad($"{shown} is off the scale, which runs from {Show(Min)} to {Show(Max)}.");

    /// <summary>Whether a reading lies further beyond an end than the scale is long: it may be no mark of any scale.</summary>
    private bool IsFarOff(double reading)
    {
        var (one, other) = (ReadingAt(Min), ReadingAt(Max));
        return Math.Abs(reading - ((one + other) / 2)) > 1.5 * Math.Abs(other - one) + 1;
    }

    /// <summary>Refuses distances below zero or longer than the scale.</summary>
    private protected Parsed<double> Distance(double positions) =>
        positions < 0 || positions > Max.Position - Min.Position + 1e-9
            ? Parsed<double>.Bad($"It is zero or more, and no longer than the scale ({ShowDistance(Max.Position - Min.Position)}).")
            : Parsed<double>.Good(positions);

    /// <summary>Refuses ends and steps that make no scale.</summary>
    private protected static void Check(double min, double max, double step, string what)
    {
        if (
            !double.IsFinite(min)
            || !double.IsFinite(max)
            || !(max > min)
            || !(step > 0)
            || step > (max - min) * (1 + 1e-9)
            || (max - min) / step > Limits.Steps
        )
        {
            throw new ArgumentException($"{what} needs a highest mark above its lowest, and a step between zero and its whole length.");
        }
    }

    private Mark Below(Mark mark) => new(Min.Position + (Math.Floor((mark.Position - Min.Position) / Step) * Step));

    private Mark Above(Mark mark) => Snap(new(Below(mark).Position + Step));
}
