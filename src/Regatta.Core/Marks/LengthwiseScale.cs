namespace Regatta.Core.Marks;

/// <summary>A scale whose positions are millimetres from the datum, whatever is read on it. Marks may stay when one of these replaces
/// another.</summary>
public abstract record LengthwiseScale : Scale
{
    private protected LengthwiseScale() { }

    /// <inheritdoc/>
    public sealed override Length? LengthAt(Mark mark) => Length.FromMillimetres(mark.Position);

    /// <inheritdoc/>
    public sealed override Mark? AtLength(Length length) => new(length.Millimetres);

    /// <inheritdoc/>
    public sealed override bool ReadsBetween => true;

    internal sealed override string Terms => "length";
}
