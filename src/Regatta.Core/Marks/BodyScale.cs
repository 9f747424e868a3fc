namespace Regatta.Core.Marks;

/// <summary>What a sailor measures with when there is no tape. They differ per person and are measured once per person.</summary>
public enum BodyMeasure
{
    /// <summary>Across the four fingers.</summary>
    HandWidth,

    /// <summary>Thumb tip to little finger tip, spread.</summary>
    HandSpan,

    /// <summary>Across a closed fist.</summary>
    Fist,

    /// <summary>Across one finger.</summary>
    FingerWidth,

    /// <summary>Elbow to the middle of the palm.</summary>
    ElbowToPalm,

    /// <summary>Wrist to elbow.</summary>
    WristToElbow,

    /// <summary>Elbow to the end of the palm: for those used to long lines.</summary>
    ElbowToPalmEnd,

    /// <summary>Elbow to finger tip.</summary>
    ElbowToFingertip,
}

/// <summary>Words and usual sizes of body measures.</summary>
public static class BodyMeasures
{
    /// <summary>The longest anybody has.</summary>
    public static readonly Length Longest = Length.FromMillimetres(700);

    /// <summary>The measure in words.</summary>
    public static string Word(this BodyMeasure measure) =>
        measure switch
        {
            BodyMeasure.HandWidth => "hand",
            BodyMeasure.HandSpan => "span",
            BodyMeasure.Fist => "fist",
            BodyMeasure.FingerWidth => "finger",
            BodyMeasure.ElbowToPalm => "elbow to mid-palm",
            BodyMeasure.ElbowToPalmEnd => "elbow to palm’s end",
            BodyMeasure.ElbowToFingertip => "elbow to finger tip",
            BodyMeasure.WristToElbow => "wrist to elbow",
            _ => throw new ArgumentOutOfRangeException(nameof(measure)),
        };

    /// <summary>How long one is on a usual grown-up, where nobody has measured (ours).</summary>
    public static Length Usual(this BodyMeasure measure) =>
        Length.FromMillimetres(
            measure switch
            {
                BodyMeasure.HandWidth => 85,
                BodyMeasure.HandSpan => 210,
                BodyMeasure.Fist => 90,
                BodyMeasure.FingerWidth => 18,
                BodyMeasure.ElbowToPalm => 340,
                BodyMeasure.ElbowToPalmEnd => 380,
                BodyMeasure.ElbowToFingertip => 460,
                BodyMeasure.WristToElbow => 260,
                _ => throw new ArgumentOutOfRangeException(nameof(measure)),
            }
        );

    /// <summary>How it is measured, as a question to its owner.</summary>
    public static string Describe(this BodyMeasure measure) =>
        measure switch
        {
            BodyMeasure.HandWidth => "Hand width: across four fingers laid flat",
            BodyMeasure.HandSpan => "Span: thumb tip to little finger tip, spread",
            BodyMeasure.Fist => "Fist: across the knuckles of a closed fist",
            BodyMeasure.FingerWidth => "Finger width: across the first finger",
            BodyMeasure.ElbowToPalm => "Elbow to the middle of the palm",
            BodyMeasure.ElbowToPalmEnd => "Elbow to the end of the palm",
            BodyMeasure.ElbowToFingertip => "Elbow to the finger tip",
            BodyMeasure.WristToElbow => "Wrist to elbow",
            _ => throw new ArgumentOutOfRangeException(nameof(measure)),
        };

    /// <summary>Reads somebody's own measure.</summary>
    public static Parsed<Length> Read(string text, LengthUnit assumed) =>
        assumed
            .Read(text)
            .Then(length =>
                length.Millimetres < 5 || length.CompareTo(Longest) > 0
                    ? Parsed<Length>.Bad(
                        $"{assumed.Show(length)} is no part of a person. Measure it on yourself, between 5 and {Longest.Millimetres:0} mm."
                    )
                    : Parsed<Length>.Good(length)
            );
}

/// <summary>A length read in hands, fists or forearms. Positions are millimetres from the datum, readings how many of the measure; the
/// class's own count is that of a usual hand, each sailor's that of their own (<see cref="CalibratedScale"/>).</summary>
public sealed record BodyScale : LengthwiseScale
{
    /// <summary>Digits follow the step.</summary>
    private readonly int decimals;

    /// <summary>Makes the scale.</summary>
    /// <param name="measure">What is counted.</param>
    /// <param name="from">The fewest.</param>
    /// <param name="to">The most; above the fewest.</param>
    /// <param name="step">The smallest change worth making, such as half a hand.</param>
    /// <param name="usual">How long one is on the person the class was measured by.</param>
    /// <exception cref="ArgumentException">The counts, the step or the usual length make no scale.</exception>
    public BodyScale(BodyMeasure measure, double from, double to, double step, Length usual)
    {
        Check(from, to, step, "A body measure");
        if (!(usual.Metres > 0))
        {
            throw new ArgumentException("A body measure is longer than zero.");
        }

        (Measure, Usual, From, To) = (measure, usual, from, to);
        (Min, Max, Step) = (AtReading(from), AtReading(to), step * usual.Millimetres);
        ReadingStep = step;
        decimals = NumberText.DecimalsOf(2, from, to, step);
    }

    /// <summary>What is counted.</summary>
    public BodyMeasure Measure { get; }

    /// <summary>The fewest, as it was written.</summary>
    public double From { get; }

    /// <summary>The most, as it was written.</summary>
    public double To { get; }

    /// <summary>How long one is on the person the class was measured by.</summary>
    public Length Usual { get; }

    /// <inheritdoc/>
    public override ScaleSpec Spec =>
        new("body", Measure: EnumText.Of(Measure), Min: From, Max: To, Step: ReadingStep, Usual: Usual.Millimetres);

    /// <inheritdoc/>
    public override ScaleCheck CheckedBy => ScaleCheck.OwnBody;

    /// <inheritdoc/>
    public override string Needs => "the hand it is measured by";

    /// <inheritdoc/>
    public override Mark Min { get; }

    /// <inheritdoc/>
    public override Mark Max { get; }

    /// <inheritdoc/>
    public override double Step { get; }

    /// <inheritdoc/>
    public override double ReadingStep { get; }

    /// <inheritdoc/>
    public override double PositionsPerUnit => Usual.Millimetres;

    /// <inheritdoc/>
    public override double UsualTolerance => Step / 2;

    /// <summary>A quarter of a hand can be told by feel, or half a step where that is finer.</summary>
    public override double Grain => Math.Min(0.25, ReadingStep / 2);

    /// <inheritdoc/>
    public override string Hint => $"{Show(Min)} to {Show(Max)}, in steps of {NumberText.Fraction(ReadingStep, decimals)}";

    /// <inheritdoc/>
    public override double ReadingAt(Mark mark) => mark.Position / Usual.Millimetres;

    /// <inheritdoc/>
    public override Mark AtReading(double reading) => new(reading * Usual.Millimetres);

    /// <summary>The graduation of somebody whose own measure is known: so many of theirs to the length.</summary>
    public Calibration OwnedBy(Length own) => Calibration.Straight(own, ReadingStep, ReadingAt(Max) * 4);

    /// <inheritdoc/>
    public override Parsed<double> ReadReading(string text) =>
        NumberText.ReadBare(text, Measure.Word(), $"this is measured in {Measure.Word()}s");

    /// <inheritdoc/>
    public override string ShowReading(double reading) => $"{NumberText.Fraction(reading, decimals)} × {Measure.Word()}";

    /// <inheritdoc/>
    public override string ShowChange(double positions) =>
        $"{NumberText.SignedFraction(positions / PositionsPerUnit, decimals)} × {Measure.Word()}";

    /// <inheritdoc/>
    public override Parsed<double> ReadDistance(string text) => ReadReading(text).Then(number => Distance(number * PositionsPerUnit));
}
