using Regatta.Core.Units;

namespace Regatta.Core.Marks;

/// <summary>Holes or pins counted from a stated end; the first is 1. Positions are hole numbers, whole always; set the same on both sides.</summary>
public sealed record HoleScale : Scale
{
    /// <summary>Makes the scale.</summary>
    /// <param name="count">How many holes; 2 or more.</param>
    /// <param name="countedFrom">The end where hole 1 is, such as "the bottom".</param>
    /// <exception cref="ArgumentException">Fewer than two holes, or no end named.</exception>
    public HoleScale(int count, string countedFrom)
    {
        if (count < 2 || string.IsNullOrWhiteSpace(countedFrom))
        {
            throw new ArgumentException("A row of holes needs at least two, and the end they are counted from.");
        }

        (Count, CountedFrom) = (count, countedFrom);
    }

    /// <summary>How many holes.</summary>
    public int Count { get; }

    /// <summary>The end where hole 1 is.</summary>
    public string CountedFrom { get; }

    /// <inheritdoc/>
    public override Mark Min => new(1);

    /// <inheritdoc/>
    public override Mark Max => new(Count);

    /// <inheritdoc/>
    public override double Step => 1;

    /// <inheritdoc/>
    public override string Hint => $"hole 1 to {Count}, counted from {CountedFrom}, the same on both sides";

    /// <inheritdoc/>
    public override Parsed<Mark> Read(string text)
    {
        var plain = text.Trim();
        foreach (var word in (string[])["holes", "hole", "pin"])
        {
            plain = plain.StartsWith(word, StringComparison.OrdinalIgnoreCase) ? plain[word.Length..].Trim() : plain;
        }

        return NumberText.Read(plain).Then(read => read switch
        {
            { Tail.Length: > 0 } when !read.Tail.StartsWith("hole", StringComparison.OrdinalIgnoreCase) =>
                Parsed<Mark>.Bad($"“{read.Tail}” is no unit for holes. Write the number of the hole, 1 to {Count}."),
            _ when read.Number != Math.Floor(read.Number) =>
                Parsed<Mark>.Bad($"{NumberText.Fraction(read.Number)} lies between two holes. The nearest are {Math.Floor(read.Number)} and {Math.Ceiling(read.Number)}."),
            _ => OnScale(new(read.Number)),
        });
    }

    /// <inheritdoc/>
    public override string Show(Mark mark) => $"hole {NumberText.Plain(mark.Position, 1)}";

    /// <inheritdoc/>
    public override string ShowChange(double positions) => $"{NumberText.Signed(positions, 1)} {(Math.Abs(positions) == 1 ? "hole" : "holes")}";
}
