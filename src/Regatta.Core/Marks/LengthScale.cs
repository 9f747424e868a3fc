using Regatta.Core.Units;

namespace Regatta.Core.Marks;

/// <summary>A length from the datum, read on a tape or on marks along a spar. Positions are millimetres, so that a change of unit changes no mark.</summary>
public sealed record LengthScale : Scale
{
    /// <summary>Makes the scale.</summary>
    /// <param name="unit">The unit the marks on the boat are in.</param>
    /// <param name="min">The lowest mark.</param>
    /// <param name="max">The highest mark; above <paramref name="min"/>.</param>
    /// <param name="step">The smallest change worth making; above zero and no longer than the scale.</param>
    /// <exception cref="ArgumentException">The ends or the step make no scale.</exception>
    public LengthScale(LengthUnit unit, Length min, Length max, Length step)
    {
        if (max.CompareTo(min) <= 0 || step.Metres <= 0 || step.Metres > max.Metres - min.Metres)
        {
            throw new ArgumentException("A length scale needs a highest mark above its lowest, and a step between zero and its whole length.");
        }

        (Unit, Min, Max, Step) = (unit, new(min.Millimetres), new(max.Millimetres), step.Millimetres);
    }

    /// <summary>The unit the marks on the boat are in.</summary>
    public LengthUnit Unit { get; }

    /// <inheritdoc/>
    public override Mark Min { get; }

    /// <inheritdoc/>
    public override Mark Max { get; }

    /// <inheritdoc/>
    public override double Step { get; }

    /// <inheritdoc/>
    public override double PositionsPerUnit => Unit.InMetres() * 1000;

    /// <inheritdoc/>
    public override string Hint => $"{Show(Min)} to {Show(Max)}, steps of {Number(Step)} {Unit.Symbol()}; mm, cm or in";

    /// <inheritdoc/>
    public override Parsed<Mark> Read(string text) =>
        NumberText.ReadWithUnit(text, Unit, LengthUnits.Named, "mm, cm or in")
            .Then(read => OnScale(new(Length.From(read.Number, read.Unit).Millimetres)));

    /// <inheritdoc/>
    public override string Show(Mark mark) => $"{Number(mark.Position)} {Unit.Symbol()}";

    /// <inheritdoc/>
    public override string ShowChange(double positions) => $"{(positions > 0 ? "+" : "")}{Number(positions)} {Unit.Symbol()}";

    /// <inheritdoc/>
    public override Parsed<double> ReadDistance(string text) =>
        NumberText.ReadWithUnit(text, Unit, LengthUnits.Named, "mm, cm or in").Then(read => Distance(Length.From(read.Number, read.Unit).Millimetres));

    private string Number(double millimetres)
    {
        var number = Length.FromMillimetres(millimetres).In(Unit);
        return Unit == LengthUnit.Inch ? NumberText.Fraction(number) : NumberText.Plain(number, Unit == LengthUnit.Centimetre ? 1 : 0);
    }
}
