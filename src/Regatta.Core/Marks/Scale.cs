using Regatta.Core.Units;

namespace Regatta.Core.Marks;

/// <summary>What a control is read on, from its datum. A closed family: length, holes, named stops, observed target.</summary>
public abstract record Scale
{
    private protected Scale()
    {
    }

    /// <summary>The lowest mark the control can take.</summary>
    public abstract Mark Min { get; }

    /// <summary>The highest mark the control can take.</summary>
    public abstract Mark Max { get; }

    /// <summary>The smallest change worth making, in positions; more than zero.</summary>
    public abstract double Step { get; }

    /// <summary>Positions in one of the units a change is spoken of in (25.4 for inches, 1 for holes and stops).</summary>
    public virtual double PositionsPerUnit => 1;

    /// <summary>False for an observed target: it is a test result and has no position.</summary>
    public virtual bool HasMarks => true;

    /// <summary>Reads a mark a person wrote, anywhere on the scale. Refuses text that is no reading of this scale, and readings off its ends.</summary>
    public abstract Parsed<Mark> Read(string text);

    /// <summary>The mark as it is read on the boat, with its unit.</summary>
    public abstract string Show(Mark mark);

    /// <summary>A change by some positions, signed, with its unit: <c>+1/2 in</c>, <c>−1 hole</c>.</summary>
    public abstract string ShowChange(double positions);

    /// <summary>A distance on the scale with its unit and no sign: <c>1/2 in</c>.</summary>
    public string ShowDistance(double positions) => ShowChange(positions).TrimStart('+');

    /// <summary>Reads a distance on the scale, zero or more, into positions.</summary>
    public virtual Parsed<double> ReadDistance(string text) => NumberText.Read(text).Then(read => Distance(read.Number));

    /// <summary>What may be written here, for a hint beside the field.</summary>
    public abstract string Hint { get; }

    /// <summary>The mark on the grid of steps that is nearest, held inside the ends.</summary>
    public Mark Snap(Mark mark) => new(Math.Clamp(Min.Position + (Math.Round((mark.Position - Min.Position) / Step) * Step), Min.Position, Max.Position));

    /// <summary>Moves a mark by whole steps onto the next grid marks; stays put at an end.</summary>
    public Mark StepBy(Mark mark, int steps) => Snap(new(mark.Position + (steps * Step)));

    /// <summary>Reads a mark for a card: like <see cref="Read"/>, and it must sit on the grid of steps (within a tenth of one).</summary>
    public Parsed<Mark> ReadOnStep(string text) => Read(text).Then(mark =>
    {
        var snapped = Snap(mark);
        return snapped.DistanceTo(mark) <= Step / 10
            ? Parsed<Mark>.Good(snapped)
            : Parsed<Mark>.Bad($"{Show(mark)} lies between two steps. The nearest are {Show(Below(mark))} and {Show(Above(mark))}.");
    });

    /// <summary>Refuses marks beyond the ends, with both ends named.</summary>
    private protected Parsed<Mark> OnScale(Mark mark) => mark.Position >= Min.Position - 1e-9 && mark.Position <= Max.Position + 1e-9
        ? Parsed<Mark>.Good(mark)
        : Parsed<Mark>.Bad($"{Show(mark)} is off the scale, which runs from {Show(Min)} to {Show(Max)}.");

    /// <summary>Refuses distances below zero or longer than the scale.</summary>
    private protected Parsed<double> Distance(double positions) => positions < 0 || positions > Max.Position - Min.Position
        ? Parsed<double>.Bad($"It is zero or more, and no longer than the scale ({ShowDistance(Max.Position - Min.Position)}).")
        : Parsed<double>.Good(positions);

    private Mark Below(Mark mark) => new(Min.Position + (Math.Floor((mark.Position - Min.Position) / Step) * Step));

    private Mark Above(Mark mark) => Snap(new(Below(mark).Position + Step));
}
