namespace Regatta.Core.Gauges;

/// <summary>A point of a picture, in pixels of the picture as it was taken: x to the right, y down. Once a plane or a lens is taken out
/// of the picture it is in metres or in straightened pixels, the same way round.</summary>
/// <param name="X">To the right.</param>
/// <param name="Y">Down.</param>
public readonly record struct PicturePoint(double X, double Y)
{
    /// <summary>The distance from the picture's corner.</summary>
    public double Length => Math.Sqrt((X * X) + (Y * Y));

    /// <summary>The vector from one point to another.</summary>
    public static PicturePoint operator -(PicturePoint to, PicturePoint from) => new(to.X - from.X, to.Y - from.Y);

    /// <summary>A point moved by a vector.</summary>
    public static PicturePoint operator +(PicturePoint point, PicturePoint by) => new(point.X + by.X, point.Y + by.Y);

    /// <summary>A vector made longer.</summary>
    public static PicturePoint operator *(double factor, PicturePoint vector) => new(factor * vector.X, factor * vector.Y);

    /// <summary>How far two vectors point the same way.</summary>
    public double Dot(PicturePoint other) => (X * other.X) + (Y * other.Y);

    /// <summary>How far the other vector points to the right of this one, as the picture is seen: positive is clockwise.</summary>
    public double Cross(PicturePoint other) => (X * other.Y) - (Y * other.X);

    /// <summary>How far this point lies to the right of the line from one point to another, as one looks along it.</summary>
    public double RightOf(PicturePoint from, PicturePoint to) => (to - from).Cross(this - from) / (to - from).Length;

    /// <summary>The angle from this vector to another, positive clockwise, −180 to 180°.</summary>
    public Angle To(PicturePoint other) => Angle.FromDegrees(Math.Atan2(Cross(other), Dot(other)) * 180 / Math.PI);
}
