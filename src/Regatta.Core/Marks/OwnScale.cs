namespace Regatta.Core.Marks;

/// <summary>What a sailor reads a length in, where they do not read it as their class does. Practitioners differ on it, and it is theirs to
/// choose: lines by hands, by the forearm or by the tape.</summary>
public enum OwnMeasure
{
    /// <summary>On a tape, in mm.</summary>
    Millimetre,

    /// <summary>On a tape, in cm.</summary>
    Centimetre,

    /// <summary>On a tape, in inches.</summary>
    Inch,

    /// <inheritdoc cref="BodyMeasure.HandWidth"/>
    HandWidth,

    /// <inheritdoc cref="BodyMeasure.HandSpan"/>
    HandSpan,

    /// <inheritdoc cref="BodyMeasure.Fist"/>
    Fist,

    /// <inheritdoc cref="BodyMeasure.FingerWidth"/>
    FingerWidth,

    /// <inheritdoc cref="BodyMeasure.ElbowToPalm"/>
    ElbowToPalm,

    /// <inheritdoc cref="BodyMeasure.WristToElbow"/>
    WristToElbow,

    /// <inheritdoc cref="BodyMeasure.ElbowToPalmEnd"/>
    ElbowToPalmEnd,

    /// <inheritdoc cref="BodyMeasure.ElbowToFingertip"/>
    ElbowToFingertip,
}

/// <summary>A length of the class as one sailor reads it: positions, ends and steps stay the class's, what is read and shown is in their
/// own measure, rounded to what they can tell.</summary>
public sealed record OwnScale : Scale
{
    // Finer than any step somebody sets by hand, and as fine as they can read it.
    private const double BodyStep = 0.25;
    private const double ForearmStep = 0.125;

    private readonly LengthwiseScale ofTheClass;
    private readonly LengthwiseScale shown;

    private OwnScale(LengthwiseScale ofTheClass, LengthwiseScale shown) => (this.ofTheClass, this.shown) = (ofTheClass, shown);

    /// <summary>The class's scale in somebody's own measure.</summary>
    /// <param name="ofTheClass">What the class reads it on.</param>
    /// <param name="measure">What they read it in.</param>
    /// <param name="hands">What they measured of themselves; what is missing is taken as usual.</param>
    public static OwnScale Of(LengthwiseScale ofTheClass, OwnMeasure measure, IReadOnlyDictionary<BodyMeasure, Length> hands)
    {
        var (min, max) = (ofTheClass.Min.Position, ofTheClass.Max.Position);
        if (UnitOf(measure) is { } unit)
        {
            var step = Math.Min(unit == LengthUnit.Inch ? 25.4 / 4 : 5, ofTheClass.Step);
            return new(
                ofTheClass,
                new LengthScale(unit, Length.FromMillimetres(min), Length.FromMillimetres(max), Length.FromMillimetres(step))
            );
        }

        var body = BodyOf(measure)!.Value;
        var own = hands.TryGetValue(body, out var measured) ? measured : body.Usual();
        var part = own.Millimetres > BodyMeasure.HandSpan.Usual().Millimetres ? ForearmStep : BodyStep;
        return new(
            ofTheClass,
            new BodyScale(
                body,
                Math.Floor(min / own.Millimetres / part) * part,
                Math.Ceiling(max / own.Millimetres / part) * part,
                part,
                own
            )
        );
    }

    /// <summary>Whether a class's scale can be read in a measure of one's own: it is laid along with a tape or the body, and nothing is
    /// fitted to read it on.</summary>
    public static bool Fits(Scale scale) => scale is LengthwiseScale { HasOwnNumbers: false };

    /// <summary>The measure in words, as a choice names it.</summary>
    public static string Words(OwnMeasure measure) =>
        BodyOf(measure) is { } body ? body.Word()
        : UnitOf(measure) == LengthUnit.Inch ? "inches"
        : ScaleKind.Units.First(unit => unit.Unit == UnitOf(measure)).Name;

    /// <summary>The part of the body; null for a tape.</summary>
    public static BodyMeasure? BodyOf(OwnMeasure measure) => EnumText.Find<BodyMeasure>(measure.ToString());

    /// <inheritdoc/>
    public override ScaleSpec Spec => ofTheClass.Spec;

    /// <inheritdoc/>
    public override ScaleCheck CheckedBy => shown.CheckedBy;

    /// <inheritdoc/>
    public override LengthUnit TapeUnit => shown.TapeUnit;

    /// <inheritdoc/>
    public override bool ReadsLength => shown.ReadsLength;

    /// <inheritdoc/>
    public override bool ReadsBetween => ofTheClass.ReadsBetween;

    /// <inheritdoc/>
    public override string Needs => shown.Needs;

    internal override string Terms => ofTheClass.Terms;

    /// <inheritdoc/>
    public override Mark Min => ofTheClass.Min;

    /// <inheritdoc/>
    public override Mark Max => ofTheClass.Max;

    /// <inheritdoc/>
    public override double Step => ofTheClass.Step;

    /// <inheritdoc/>
    public override double PositionsPerUnit => ofTheClass.PositionsPerUnit;

    /// <inheritdoc/>
    public override double UsualTolerance => ofTheClass.UsualTolerance;

    /// <inheritdoc/>
    public override double Grain => shown.Grain;

    /// <inheritdoc/>
    public override string Hint => $"in your own measure: {Show(Min)} to {Show(Max)}";

    /// <inheritdoc/>
    public override double ReadingAt(Mark mark) => shown.ReadingAt(mark);

    /// <inheritdoc/>
    public override Mark AtReading(double reading) => shown.AtReading(reading);

    /// <inheritdoc/>
    public override Length? LengthAt(Mark mark) => ofTheClass.LengthAt(mark);

    /// <inheritdoc/>
    public override Mark? AtLength(Length length) => ofTheClass.AtLength(length);

    /// <inheritdoc/>
    public override Parsed<double> ReadReading(string text) => shown.ReadReading(text);

    /// <inheritdoc/>
    public override string ShowReading(double reading) => shown.ShowReading(Math.Round(reading / Grain) * Grain);

    /// <summary>Reads a mark in the sailor's own measure; one that rounding took beyond an end lies at the end.</summary>
    public override Parsed<Mark> Read(string text) =>
        shown
            .ReadReading(text)
            .Then(reading =>
                AtReading(reading) is var mark && Reaches(mark) ? Parsed<Mark>.Good(mark)
                : new Mark(Math.Clamp(mark.Position, Min.Position, Max.Position)) is var end
                && end.DistanceTo(mark) <= Math.Max(Step, shown.Step) * 0.6
                    ? Parsed<Mark>.Good(end)
                : OnScale(mark)
            );

    /// <summary>A reading of one's own stands for the class's step it is nearest to.</summary>
    public override Parsed<Mark> ReadOnStep(string text) => Read(text).Then(mark => Parsed<Mark>.Good(Snap(mark)));

    /// <inheritdoc/>
    public override string ShowChange(double positions) => shown.ShowChange(positions);

    /// <inheritdoc/>
    public override Parsed<double> ReadDistance(string text) => shown.ReadDistance(text);

    private static LengthUnit? UnitOf(OwnMeasure measure) => EnumText.Find<LengthUnit>(measure.ToString());
}
