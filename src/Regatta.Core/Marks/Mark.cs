namespace Regatta.Core.Marks;

/// <summary>Where a control sits on its scale: a position in the scale's own terms (millimetres from the datum, number of the hole, number
/// of the stop). Only its <see cref="Scale"/> can read, show or step it.</summary>
/// <param name="Position">Any finite number.</param>
public readonly record struct Mark(double Position)
{
    /// <summary>How far from another mark on the same scale, never negative.</summary>
    public double DistanceTo(Mark other) => Math.Abs(Position - other.Position);
}
