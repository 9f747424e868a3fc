namespace Regatta.Core.Marks;

/// <summary>A numbered strip stuck along a spar or a track. Positions are millimetres from the datum, readings the strip's numbers. The
/// class's own strip is evenly numbered; what a boat's strip really says is its <see cref="Calibration"/>.</summary>
public sealed record StripScale : LengthwiseScale
{
    /// <summary>Digits follow the step.</summary>
    private readonly int decimals;

    /// <summary>Makes the scale.</summary>
    /// <param name="from">The first number.</param>
    /// <param name="to">The last number; above the first.</param>
    /// <param name="step">The smallest change of number worth making.</param>
    /// <param name="zeroAt">How far from the datum the strip's 0 lies, or would lie.</param>
    /// <param name="perNumber">From one number to the next; more than zero.</param>
    /// <exception cref="ArgumentException">The numbers, the step or the spacing make no strip.</exception>
    public StripScale(double from, double to, double step, Length zeroAt, Length perNumber)
    {
        Check(from, to, step, "A numbered strip");
        if (!(perNumber.Metres > 0))
        {
            throw new ArgumentException("The numbers of a strip stand some way apart: more than zero.");
        }

        (From, To, ZeroAt, PerNumber) = (from, to, zeroAt, perNumber);
        (Min, Max, Step) = (AtReading(from), AtReading(to), step * perNumber.Millimetres);
        ReadingStep = step;
        decimals = NumberText.DecimalsOf(2, from, to, step);
    }

    /// <summary>The first number.</summary>
    public double From { get; }

    /// <summary>The last number.</summary>
    public double To { get; }

    /// <summary>How far from the datum the strip's 0 lies, or would lie.</summary>
    public Length ZeroAt { get; }

    /// <summary>From one number to the next.</summary>
    public Length PerNumber { get; }

    /// <inheritdoc/>
    public override ScaleSpec Spec =>
        new("strip", Min: From, Max: To, Step: ReadingStep, Zero: ZeroAt.Millimetres, Pitch: PerNumber.Millimetres);

    /// <inheritdoc/>
    public override bool HasOwnNumbers => true;

    /// <inheritdoc/>
    public override string Needs => "a number strip, printed to size";

    /// <inheritdoc/>
    public override Mark Min { get; }

    /// <inheritdoc/>
    public override Mark Max { get; }

    /// <inheritdoc/>
    public override double Step { get; }

    /// <inheritdoc/>
    public override double ReadingStep { get; }

    /// <inheritdoc/>
    public override double PositionsPerUnit => PerNumber.Millimetres;

    /// <inheritdoc/>
    public override double UsualTolerance => Step;

    /// <summary>A quarter of the way between two numbers can be told by eye, or half a step where that is finer.</summary>
    public override double Grain => Math.Min(0.25, ReadingStep / 2);

    /// <inheritdoc/>
    public override string Hint =>
        $"strip number {NumberText.Fraction(From)} to {NumberText.Fraction(To)}, such as {NumberText.Fraction(From + 0.5)}";

    /// <inheritdoc/>
    public override double ReadingAt(Mark mark) => (mark.Position - ZeroAt.Millimetres) / PerNumber.Millimetres;

    /// <inheritdoc/>
    public override Mark AtReading(double reading) => new(ZeroAt.Millimetres + (reading * PerNumber.Millimetres));

    /// <inheritdoc/>
    public override Parsed<double> ReadReading(string text) => NumberText.ReadBare(text, "strip", "a strip’s number stands alone");

    /// <inheritdoc/>
    public override string ShowReading(double reading) => $"strip {NumberText.Fraction(reading, decimals)}";

    /// <inheritdoc/>
    public override string ShowChange(double positions) =>
        NumberText.SignedFraction(positions / PositionsPerUnit, decimals) + " on the strip";

    /// <inheritdoc/>
    public override Parsed<double> ReadDistance(string text) =>
        NumberText
            .ReadBare(text.Replace("on the strip", "", StringComparison.OrdinalIgnoreCase), "strip", "a strip’s number stands alone")
            .Then(number => Distance(number * PositionsPerUnit));
}
