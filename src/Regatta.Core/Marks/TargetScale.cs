namespace Regatta.Core.Marks;

/// <summary>An observed target: the setting is whatever makes the test come out, such as "both luffs break together". It has words, no
/// marks.</summary>
public sealed record TargetScale : Scale
{
    /// <inheritdoc/>
    public override Mark Min => default;

    /// <inheritdoc/>
    public override Mark Max => default;

    /// <inheritdoc/>
    public override double Step => 1;

    /// <inheritdoc/>
    public override bool HasMarks => false;

    /// <inheritdoc/>
    public override string Hint => "what to look for, in words";

    /// <inheritdoc/>
    public override Parsed<double> ReadReading(string text) =>
        Parsed<double>.Bad("This control is set by what you see, not by a mark. Write the target in words.");

    /// <inheritdoc/>
    public override string ShowReading(double reading) => "by eye";

    /// <inheritdoc/>
    public override string ShowChange(double positions) => "by eye";

    /// <inheritdoc/>
    public override ScaleSpec Spec => new("target");

    internal override string Terms => "target";
}
