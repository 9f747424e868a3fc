namespace Regatta.Core.Marks;

/// <summary>An angle from the datum: rake, boom angle, heel. Positions and readings are degrees; the same on every boat, for an angle needs
/// no strip.</summary>
public sealed record AngleScale : Scale
{
    /// <summary>Digits follow the step.</summary>
    private readonly int decimals;

    /// <summary>Makes the scale.</summary>
    /// <param name="min">The lowest angle.</param>
    /// <param name="max">The highest angle; above <paramref name="min"/>.</param>
    /// <param name="step">The smallest change worth making.</param>
    /// <exception cref="ArgumentException">The ends or the step make no scale.</exception>
    public AngleScale(Angle min, Angle max, Angle step)
    {
        Check(min.Degrees, max.Degrees, step.Degrees, "An angle");
        (Min, Max, Step) = (new(min.Degrees), new(max.Degrees), step.Degrees);
        decimals = NumberText.DecimalsOf(2, min.Degrees, max.Degrees, step.Degrees);
    }

    /// <inheritdoc/>
    public override Mark Min { get; }

    /// <inheritdoc/>
    public override Mark Max { get; }

    /// <inheritdoc/>
    public override double Step { get; }

    /// <inheritdoc/>
    public override double UsualTolerance => Step;

    /// <inheritdoc/>
    public override string Hint => $"{Show(Min)} to {Show(Max)}, steps of {ShowReading(Step)}";

    /// <inheritdoc/>
    public override Parsed<double> ReadReading(string text) =>
        NumberText
            .Read(text)
            .Then(read =>
                read.Tail is "" or "°" or "deg" or "degree" or "degrees"
                    ? Parsed<double>.Good(read.Number)
                    : Parsed<double>.Bad($"“{read.Tail}” is no unit for an angle. Write degrees.")
            );

    /// <inheritdoc/>
    public override string ShowReading(double reading) => NumberText.Plain(reading, decimals) + "°";

    /// <inheritdoc/>
    public override string ShowChange(double positions) => NumberText.Signed(positions, decimals) + "°";

    /// <inheritdoc/>
    public override Parsed<double> ReadDistance(string text) => ReadReading(text).Then(Distance);

    /// <inheritdoc/>
    public override ScaleSpec Spec => new("angle", Min: Min.Position, Max: Max.Position, Step: Step);

    /// <inheritdoc/>
    public override ScaleCheck CheckedBy => ScaleCheck.Instrument;

    /// <inheritdoc/>
    public override bool ReadsBetween => true;

    internal override string Terms => "angle";
}
