namespace Regatta.Core.Marks;

/// <summary>A class's scale as one boat, or one person, reads it: positions, ends and steps are the class's, what is read and shown is
/// theirs, rounded to what they can tell.</summary>
public abstract record ScaleAsRead : Scale
{
    /// <summary>In steps: half a one by rounding, and a little more where the reader's scale runs longer than the class's.</summary>
    private const double BeyondTheEnd = 0.6;

    private protected ScaleAsRead(Scale ofTheClass) => OfTheClass = ofTheClass;

    /// <summary>The class's own.</summary>
    private protected Scale OfTheClass { get; }

    /// <inheritdoc/>
    public sealed override ScaleSpec Spec => OfTheClass.Spec;

    /// <inheritdoc/>
    public sealed override bool BothSides => OfTheClass.BothSides;

    /// <inheritdoc/>
    public sealed override bool ReadsBetween => OfTheClass.ReadsBetween;

    internal sealed override string Terms => OfTheClass.Terms;

    /// <inheritdoc/>
    public sealed override Mark Min => OfTheClass.Min;

    /// <inheritdoc/>
    public sealed override Mark Max => OfTheClass.Max;

    /// <inheritdoc/>
    public sealed override double Step => OfTheClass.Step;

    /// <inheritdoc/>
    public sealed override double PositionsPerUnit => OfTheClass.PositionsPerUnit;

    /// <inheritdoc/>
    public sealed override double UsualTolerance => OfTheClass.UsualTolerance;

    /// <inheritdoc/>
    public sealed override Length? LengthAt(Mark mark) => OfTheClass.LengthAt(mark);

    /// <inheritdoc/>
    public sealed override Mark? AtLength(Length length) => OfTheClass.AtLength(length);

    /// <summary>Reads a mark for a card: a reading stands for the class's step it is nearest to.</summary>
    public sealed override Parsed<Mark> ReadOnStep(string text) => Read(text).Then(mark => Parsed<Mark>.Good(Snap(mark)));

    /// <summary>A mark that was read; one that rounding took beyond an end lies at the end, one further out is refused.</summary>
    /// <param name="mark">As it was read.</param>
    /// <param name="step">What the reader can set, in positions, where that is coarser than the class's step.</param>
    private protected Parsed<Mark> ToTheEnd(Mark mark, double step) =>
        Reaches(mark) ? Parsed<Mark>.Good(mark)
        : new Mark(Math.Clamp(mark.Position, Min.Position, Max.Position)) is var end
        && end.DistanceTo(mark) <= BeyondTheEnd * Math.Max(Step, step)
            ? Parsed<Mark>.Good(end)
        : OnScale(mark);
}
