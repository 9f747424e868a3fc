namespace Regatta.Core.Gauges;

/// <summary>Names a gauge: lower-case letters, digits and hyphens.</summary>
/// <param name="Name">Such as <c>twist</c>.</param>
public readonly record struct GaugeKey(string Name)
{
    /// <inheritdoc/>
    public override string ToString() => Name;
}

/// <summary>What a gauge reads.</summary>
public enum GaugeUnit
{
    /// <summary>An angle, in degrees.</summary>
    Degrees,

    /// <summary>A share of something; 1 is the whole of it. Shown in per cent.</summary>
    Share,

    /// <summary>A length, in metres.</summary>
    Metres,

    /// <summary>A number on a strip.</summary>
    Number,
}

/// <summary>A point to tap.</summary>
/// <param name="Name">What it is, in a few words.</param>
/// <param name="Where">Where it is found.</param>
public sealed record GaugePoint(string Name, string Where);

/// <summary>Something that must be known beside the picture.</summary>
/// <param name="Key">Names it among the gauge's.</param>
/// <param name="Name">What it is.</param>
/// <param name="Kind">A length, an angle, a number, or one of two words.</param>
public sealed record GaugeFact(string Key, string Name, GaugeFactKind Kind)
{
    /// <summary>What it is where nobody says otherwise; null where it must be said.</summary>
    public double? Usual { get; init; }

    /// <summary>How well it is known: the standard deviation as a share of it.</summary>
    public double SdShare { get; init; }

    /// <summary>How well it is known: the standard deviation in its own unit, at the least.</summary>
    public double SdLeast { get; init; }

    /// <summary>The lowest it may be.</summary>
    public double Least { get; init; }

    /// <summary>The highest it may be.</summary>
    public double Most { get; init; } = double.MaxValue;

    /// <summary>The word for +1 and the word for −1, where it is one of two.</summary>
    public (string Plus, string Minus) Words { get; init; }

    /// <summary>What to do where it is above its highest.</summary>
    public string Beyond { get; init; } = "";

    /// <summary>Its standard deviation at a value.</summary>
    public double Sd(double value) => Math.Max(SdLeast, SdShare * Math.Abs(value));
}

/// <summary>How a fact is said.</summary>
public enum GaugeFactKind
{
    /// <summary>A length, in metres.</summary>
    Metres,

    /// <summary>An angle, in degrees.</summary>
    Degrees,

    /// <summary>A number.</summary>
    Number,

    /// <summary>One of two words: +1 or −1.</summary>
    OneOfTwo,
}

/// <summary>A way to measure in a picture: where to stand, what to tap, what must be known, and the number that comes of it.</summary>
/// <param name="Key">Its name for good.</param>
/// <param name="Name">What it measures.</param>
/// <param name="Unit">What the number is.</param>
/// <param name="Means">What more of the number is, such as "+ is open to leeward".</param>
/// <param name="Points">What to tap, in order.</param>
/// <param name="Work">The number, from points in the picture's pixels (or in metres on a plane) and the facts by their keys; NaN where
/// they are impossible.</param>
public sealed record Gauge(
    GaugeKey Key,
    string Name,
    GaugeUnit Unit,
    string Means,
    IReadOnlyList<GaugePoint> Points,
    Func<IReadOnlyList<PicturePoint>, IReadOnlyDictionary<string, double>, double> Work
)
{
    /// <summary>Where to stand and how to hold the phone.</summary>
    public required string Stand { get; init; }

    /// <summary>What must be known.</summary>
    public IReadOnlyList<GaugeFact> Facts { get; init; } = [];

    /// <summary>Why points are in no possible order; null where they are.</summary>
    public Func<IReadOnlyList<PicturePoint>, string?> Check { get; init; } = _ => null;

    /// <summary>Two points whose distance carries the others: it must be long enough.</summary>
    public (int From, int To) Base { get; init; } = (0, 1);

    /// <summary>The doubt of where one stood and how the phone was held: a standard deviation in the gauge's unit, at a value and the
    /// facts.</summary>
    public required Func<double, IReadOnlyDictionary<string, double>, double> StandSd { get; init; }

    /// <summary>Whether all its points lie in one plane, so that a rectangle of known size in that plane may stand for where one
    /// stood.</summary>
    public bool InOnePlane { get; init; }

    /// <summary>How many points more may be tapped along the same line, between the last and the first.</summary>
    public int MorePoints { get; init; }

    /// <summary>A further number of the same points, with its name; null for none.</summary>
    public (string Name, GaugeUnit Unit, Func<IReadOnlyList<PicturePoint>, double> Work)? Further { get; init; }

    /// <summary>What it draws between: pairs of points.</summary>
    public IReadOnlyList<(int From, int To)> Lines { get; init; } = [];
}
