namespace Regatta.Core.Gauges;

/// <summary>A phone's camera: where each point of space stands in its picture. A pinhole, with the bend of its lens.</summary>
/// <param name="Place">Where it is.</param>
/// <param name="Target">What it looks at.</param>
public sealed record PictureCamera(SpacePoint Place, SpacePoint Target)
{
    /// <summary>How far it is turned clockwise about its own line of sight, in degrees.</summary>
    public double Roll { get; init; }

    /// <summary>Of the picture, in pixels.</summary>
    public double Width { get; init; } = 3000;

    /// <summary>Of the picture, in pixels.</summary>
    public double Height { get; init; } = 4000;

    /// <summary>The focal length in pixels: the usual of a phone is 0.75 of the picture's longer side.</summary>
    public double Focal { get; init; } = 3000;

    /// <summary>The bend of the lens, as <see cref="LensBend"/> has it.</summary>
    public double Bend { get; init; }

    /// <summary>Which way is up where it looks along the mast: aft.</summary>
    public SpacePoint Up { get; init; } = new(0, 0, 1);

    /// <summary>Where a point stands in the picture; it must lie in front of the camera.</summary>
    public PicturePoint See(SpacePoint point)
    {
        var ahead = (Target - Place).Unit;
        var right = ahead.Cross(Up).Unit;
        var down = ahead.Cross(right);
        var from = point - Place;
        var depth = from.Dot(ahead);
        var (x, y) = (Focal * from.Dot(right) / depth, Focal * from.Dot(down) / depth);
        var roll = Roll * Math.PI / 180;
        var turned = new PicturePoint((x * Math.Cos(roll)) - (y * Math.Sin(roll)), (x * Math.Sin(roll)) + (y * Math.Cos(roll)));
        return new PicturePoint(Width / 2, Height / 2) + Bent(turned);
    }

    /// <summary>The inverse of straightening: s = b ÷ (1 + k·b²) for b, with radii in half-diagonals.</summary>
    private PicturePoint Bent(PicturePoint straight)
    {
        var half = Math.Sqrt((Width * Width) + (Height * Height)) / 2;
        var s = straight.Length / half;
        if (Bend == 0 || s < 1e-12)
        {
            return straight;
        }

        var bent = (1 - Math.Sqrt(Math.Max(0, 1 - (4 * Bend * s * s)))) / (2 * Bend * s);
        return (bent / s) * straight;
    }
}
