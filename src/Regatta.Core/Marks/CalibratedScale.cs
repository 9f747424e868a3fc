namespace Regatta.Core.Marks;

/// <summary>A scale as one boat, or one person's hand, reads it by what was measured. A mark out of reach of what was measured is shown by
/// the class tape, and says so.</summary>
public sealed record CalibratedScale : ScaleAsRead
{
    private const string ByTheClassTape = " by the class tape";

    private readonly Calibration calibration;

    /// <summary>Makes the scale.</summary>
    /// <param name="ofTheClass">The class's scale.</param>
    /// <param name="calibration">What was measured.</param>
    /// <exception cref="ArgumentException">The class's scale has no length.</exception>
    public CalibratedScale(Scale ofTheClass, Calibration calibration)
        : base(ofTheClass.HasLength ? ofTheClass : throw new ArgumentException("Only a scale with a length can be calibrated.")) =>
        this.calibration = calibration;

    /// <inheritdoc/>
    public override ScaleCheck CheckedBy => OfTheClass.CheckedBy;

    /// <inheritdoc/>
    public override LengthUnit TapeUnit => OfTheClass.TapeUnit;

    /// <inheritdoc/>
    public override bool ReadsLength => OfTheClass.ReadsLength;

    /// <inheritdoc/>
    public override double Grain => OfTheClass.Grain;

    /// <inheritdoc/>
    public override string Hint => $"as read on this boat: {Show(Min)} to {Show(Max)}";

    /// <inheritdoc/>
    public override double ReadingAt(Mark mark) =>
        calibration.ReadingAt(OfTheClass.LengthAt(mark)!.Value) is { Ok: true } reading ? reading.Value : OfTheClass.ReadingAt(mark);

    /// <inheritdoc/>
    public override Mark AtReading(double reading) =>
        calibration.LengthAt(reading) is { Ok: true } length ? OfTheClass.AtLength(length.Value)!.Value : OfTheClass.AtReading(reading);

    /// <summary>Whether the mark lies within reach of what was measured.</summary>
    public bool Measured(Mark mark) => calibration.ReadingAt(OfTheClass.LengthAt(mark)!.Value).Ok;

    /// <inheritdoc/>
    public override Parsed<double> ReadReading(string text) => OfTheClass.ReadReading(text);

    /// <inheritdoc/>
    public override string ShowReading(double reading) => OfTheClass.ShowReading(Math.Round(reading / Grain) * Grain);

    /// <inheritdoc/>
    public override Parsed<Mark> Read(string text) =>
        text.Trim().EndsWith(ByTheClassTape.Trim(), StringComparison.OrdinalIgnoreCase)
            ? OfTheClass.Read(text.Trim()[..^ByTheClassTape.Trim().Length])
            : OfTheClass.ReadReading(text).Then(calibration.LengthAt).Then(length => ToTheEnd(OfTheClass.AtLength(length)!.Value, Step));

    /// <inheritdoc/>
    public override string Show(Mark mark) => Measured(mark) ? ShowReading(ReadingAt(mark)) : OfTheClass.Show(mark) + ByTheClassTape;

    /// <inheritdoc/>
    public override string ShowChange(double positions) => OfTheClass.ShowChange(positions);

    /// <inheritdoc/>
    public override Parsed<double> ReadDistance(string text) => OfTheClass.ReadDistance(text);
}
