namespace Regatta.Core.Marks;

/// <summary>A scale as one boat, or one person's hand, reads it. Positions stay the class's; what is read and shown is that boat's own. A
/// mark out of reach of what was measured is shown by the class tape, and says so.</summary>
public sealed record CalibratedScale : Scale
{
    private const string ByTheClassTape = " by the class tape";

    private readonly Scale own;
    private readonly Calibration calibration;

    /// <summary>Makes the scale.</summary>
    /// <param name="own">The class's scale.</param>
    /// <param name="calibration">What was measured.</param>
    /// <exception cref="ArgumentException">The class's scale has no length.</exception>
    public CalibratedScale(Scale own, Calibration calibration) =>
        (this.own, this.calibration) = (
            own.HasLength ? own : throw new ArgumentException("Only a scale with a length can be calibrated."),
            calibration
        );

    /// <summary>In steps: half a one by rounding, and a little more where the boat's scale runs longer than the class's.</summary>
    private const double BeyondTheEnd = 0.6;

    /// <inheritdoc/>
    public override ScaleSpec Spec => own.Spec;

    /// <inheritdoc/>
    public override ScaleCheck CheckedBy => own.CheckedBy;

    /// <inheritdoc/>
    public override LengthUnit TapeUnit => own.TapeUnit;

    /// <inheritdoc/>
    public override bool ReadsLength => own.ReadsLength;

    /// <inheritdoc/>
    public override bool BothSides => own.BothSides;

    /// <inheritdoc/>
    public override bool ReadsBetween => own.ReadsBetween;

    internal override string Terms => own.Terms;

    /// <inheritdoc/>
    public override Mark Min => own.Min;

    /// <inheritdoc/>
    public override Mark Max => own.Max;

    /// <inheritdoc/>
    public override double Step => own.Step;

    /// <inheritdoc/>
    public override double PositionsPerUnit => own.PositionsPerUnit;

    /// <inheritdoc/>
    public override double UsualTolerance => own.UsualTolerance;

    /// <inheritdoc/>
    public override double Grain => own.Grain;

    /// <inheritdoc/>
    public override string Hint => $"as read on this boat: {Show(Min)} to {Show(Max)}";

    /// <inheritdoc/>
    public override double ReadingAt(Mark mark) =>
        calibration.ReadingAt(own.LengthAt(mark)!.Value) is { Ok: true } reading ? reading.Value : own.ReadingAt(mark);

    /// <inheritdoc/>
    public override Mark AtReading(double reading) =>
        calibration.LengthAt(reading) is { Ok: true } length ? own.AtLength(length.Value)!.Value : own.AtReading(reading);

    /// <inheritdoc/>
    public override Length? LengthAt(Mark mark) => own.LengthAt(mark);

    /// <inheritdoc/>
    public override Mark? AtLength(Length length) => own.AtLength(length);

    /// <summary>Whether the mark lies within reach of what was measured.</summary>
    public bool Measured(Mark mark) => calibration.ReadingAt(own.LengthAt(mark)!.Value).Ok;

    /// <inheritdoc/>
    public override Parsed<double> ReadReading(string text) => own.ReadReading(text);

    /// <inheritdoc/>
    public override string ShowReading(double reading) => own.ShowReading(Math.Round(reading / Grain) * Grain);

    /// <inheritdoc/>
    public override Parsed<Mark> Read(string text)
    {
        if (text.Trim().EndsWith(ByTheClassTape.Trim(), StringComparison.OrdinalIgnoreCase))
        {
            return own.Read(text.Trim()[..^ByTheClassTape.Trim().Length]);
        }

        // A reading is rounded to what the eye can tell, so one at an end may lie beyond it.
        return own.ReadReading(text)
            .Then(calibration.LengthAt)
            .Then(length =>
                own.AtLength(length)!.Value is var mark && Reaches(mark) ? Parsed<Mark>.Good(mark)
                : new Mark(Math.Clamp(mark.Position, Min.Position, Max.Position)) is var end && end.DistanceTo(mark) <= BeyondTheEnd * Step
                    ? Parsed<Mark>.Good(end)
                : OnScale(mark)
            );
    }

    /// <summary>Reads a mark for a card: a boat's reading stands for the class step it is nearest to.</summary>
    public override Parsed<Mark> ReadOnStep(string text) => Read(text).Then(mark => Parsed<Mark>.Good(Snap(mark)));

    /// <inheritdoc/>
    public override string Show(Mark mark) => Measured(mark) ? ShowReading(ReadingAt(mark)) : own.Show(mark) + ByTheClassTape;

    /// <inheritdoc/>
    public override string ShowChange(double positions) => own.ShowChange(positions);

    /// <inheritdoc/>
    public override Parsed<double> ReadDistance(string text) => own.ReadDistance(text);
}
