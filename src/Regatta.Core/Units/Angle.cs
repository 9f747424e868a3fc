namespace Regatta.Core.Units;

/// <summary>An angle. Stored in degrees; any finite value. Each use says which way is positive.</summary>
public readonly record struct Angle : IComparable<Angle>
{
    private Angle(double degrees) =>
        Degrees = double.IsFinite(degrees)
            ? degrees
            : throw new ArgumentOutOfRangeException(nameof(degrees), degrees, "An angle is a finite number.");

    /// <summary>Degrees.</summary>
    public double Degrees { get; }

    /// <summary>From degrees.</summary>
    public static Angle FromDegrees(double degrees) => new(degrees);

    /// <summary>The same angle without its sign.</summary>
    public Angle Abs() => new(Math.Abs(Degrees));

    /// <inheritdoc/>
    public int CompareTo(Angle other) => Degrees.CompareTo(other.Degrees);

    /// <summary>Sum.</summary>
    public static Angle operator +(Angle a, Angle b) => new(a.Degrees + b.Degrees);

    /// <summary>Difference.</summary>
    public static Angle operator -(Angle a, Angle b) => new(a.Degrees - b.Degrees);

    /// <summary>Scaled.</summary>
    public static Angle operator *(double factor, Angle a) => new(factor * a.Degrees);
}
