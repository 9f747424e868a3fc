namespace Regatta.Core.Marks;

/// <summary>Where a control sits on its scale: a position in the scale's own terms (millimetres from the datum, number of the hole, number
/// of the stop). Only its <see cref="Scale"/> can read, show or step it.</summary>
public readonly record struct Mark
{
    /// <summary>No mark of any scale lies further from its datum, in positions.</summary>
    public const double Most = 1e6;

    /// <summary>A mark.</summary>
    /// <param name="position">A finite number, at most <see cref="Most"/> either way.</param>
    /// <exception cref="ArgumentException">It is not; said so that it can be shown beside what was typed.</exception>
    public Mark(double position) =>
        Position = Is(position)
            ? position
            : throw new ArgumentException("No mark lies further than 1,000,000 mm from its datum. Check the ends and the unit.");

    /// <summary>The position.</summary>
    public double Position { get; }

    /// <summary>Whether a number can be a mark.</summary>
    public static bool Is(double position) => Math.Abs(position) <= Most;

    /// <summary>How far from another mark on the same scale, never negative.</summary>
    public double DistanceTo(Mark other) => Math.Abs(Position - other.Position);
}
