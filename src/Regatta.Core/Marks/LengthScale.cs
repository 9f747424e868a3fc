namespace Regatta.Core.Marks;

/// <summary>A length from the datum, read on a tape or on marks along a spar. Positions and readings are millimetres, so that a change of
/// unit changes no mark.</summary>
public sealed record LengthScale : LengthwiseScale
{
    /// <summary>Digits follow the step.</summary>
    private readonly int decimals;

    /// <summary>Makes the scale.</summary>
    /// <param name="unit">The unit the marks on the boat are in.</param>
    /// <param name="min">The lowest mark.</param>
    /// <param name="max">The highest mark; above <paramref name="min"/>.</param>
    /// <param name="step">The smallest change worth making; above zero and no longer than the scale.</param>
    /// <exception cref="ArgumentException">The ends or the step make no scale.</exception>
    public LengthScale(LengthUnit unit, Length min, Length max, Length step)
    {
        Check(min.Metres, max.Metres, step.Metres, "A length scale");
        (Unit, Min, Max, Step) = (unit, new(min.Millimetres), new(max.Millimetres), step.Millimetres);
        decimals = NumberText.DecimalsOf(unit.UsualDecimals(), min.In(unit), max.In(unit), step.In(unit));
    }

    /// <summary>The unit the marks on the boat are in.</summary>
    public LengthUnit Unit { get; }

    /// <inheritdoc/>
    public override ScaleSpec Spec =>
        new("length", ScaleKind.Units.First(unit => unit.Unit == Unit).Name, Min.Position, Max.Position, Step);

    /// <inheritdoc/>
    public override LengthUnit TapeUnit => Unit;

    /// <inheritdoc/>
    public override bool ReadsLength => true;

    /// <inheritdoc/>
    public override Mark Min { get; }

    /// <inheritdoc/>
    public override Mark Max { get; }

    /// <inheritdoc/>
    public override double Step { get; }

    /// <inheritdoc/>
    public override double PositionsPerUnit => Unit.InMetres() * 1000;

    /// <inheritdoc/>
    public override double UsualTolerance => Step;

    /// <summary>A tape's own graduation, a millimetre, a sixteenth or a tenth of an inch; or half a step where that is finer.</summary>
    public override double Grain =>
        Math.Min(
            Step / 2,
            Unit switch
            {
                LengthUnit.Inch => 25.4 / 16,
                LengthUnit.DecimalInch => 2.54,
                _ => 1,
            }
        );

    /// <inheritdoc/>
    public override string Hint => $"{Show(Min)} to {Show(Max)}, steps of {ShowReading(Step)}; mm, cm or in";

    /// <inheritdoc/>
    public override Parsed<double> ReadReading(string text) => Unit.Read(text).Then(length => Parsed<double>.Good(length.Millimetres));

    /// <inheritdoc/>
    public override string ShowReading(double reading) => Unit.Show(Length.FromMillimetres(reading), decimals);

    /// <inheritdoc/>
    public override string ShowChange(double positions) => $"{(positions > 0 ? "+" : "")}{ShowReading(positions)}";

    /// <inheritdoc/>
    public override Parsed<double> ReadDistance(string text) => ReadReading(text).Then(Distance);
}
