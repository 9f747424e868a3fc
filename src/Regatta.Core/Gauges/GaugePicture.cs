namespace Regatta.Core.Gauges;

/// <summary>What was tapped in a picture for a gauge, and what is known beside it.</summary>
/// <param name="Width">Of the picture, in pixels.</param>
/// <param name="Height">Of the picture, in pixels.</param>
/// <param name="Points">What was tapped, in the gauge's order, and those that were tapped more.</param>
/// <param name="Facts">What is known, by key.</param>
public sealed record GaugePicture(
    double Width,
    double Height,
    IReadOnlyList<PicturePoint> Points,
    IReadOnlyDictionary<string, double> Facts
)
{
    /// <summary>The standard deviation of a tap in each direction at the shown zoom, in pixels, where the person's own is not
    /// known.</summary>
    public const double UsualTap = 2;

    /// <summary>What carries the others is at least so long in the picture, in pixels.</summary>
    public const double ShortestReference = 60;

    /// <summary>Pictures are at most so wide and high, in pixels.</summary>
    public const int Largest = 20_000;

    /// <summary>No tap is surer than this, in pixels.</summary>
    public const double SurestTap = 0.5;

    /// <summary>No tap is wilder than this, in pixels: whoever cannot tell better takes another picture.</summary>
    public const double WildestTap = 60;

    /// <summary>A rectangle's shortest side, in metres.</summary>
    public const double LeastSide = 0.01;

    /// <summary>A rectangle's longest side, in metres.</summary>
    public const double MostSide = 60;

    /// <summary>So many times its own size about its middle a rectangle tells where a point lies.</summary>
    public const double Reach = 5;

    /// <summary>The standard deviation of a tap, in pixels of the picture.</summary>
    public double Tap { get; init; } = UsualTap;

    /// <summary>The corners of a rectangle in the plane of the points, in order round it from the top left; none where there is
    /// none.</summary>
    public IReadOnlyList<PicturePoint> Rectangle { get; init; } = [];

    /// <summary>How wide and high that rectangle is, in metres.</summary>
    public PlaneSize RectangleSize { get; init; }

    /// <summary>Two straight edges, three points each, that tell of the lens; none where there are none.</summary>
    public IReadOnlyList<PicturePoint> Edges { get; init; } = [];
}

/// <summary>How large a rectangle is.</summary>
/// <param name="Width">In metres.</param>
/// <param name="Height">In metres.</param>
public readonly record struct PlaneSize(double Width, double Height);
