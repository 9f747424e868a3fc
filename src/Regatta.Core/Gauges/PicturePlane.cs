using MathNet.Numerics.LinearAlgebra;

namespace Regatta.Core.Gauges;

/// <summary>A flat thing seen aslant: where each point of the picture lies on it, in metres. Found from four points of known place by the
/// direct linear transform with normalised points. Source: models M9.</summary>
public sealed class PicturePlane
{
    /// <summary>Three of the four so near a line leave the plane unknown: the sine of the angle between them.</summary>
    private const double NearlyInLine = 0.06;

    private readonly double[] h;
    private readonly PicturePoint corner;

    private PicturePlane(double[] h, PicturePoint corner) => (this.h, this.corner) = (h, corner);

    /// <summary>The nine numbers of the transform row by row, the last of them 1.</summary>
    public IReadOnlyList<double> Transform => h;

    /// <summary>The plane through four points.</summary>
    /// <param name="picture">Where they are in the picture, in order round the thing.</param>
    /// <param name="plane">Where they are on it, in metres, in the same order.</param>
    /// <returns>The plane, or why these four tell of none.</returns>
    public static Parsed<PicturePlane> Of(IReadOnlyList<PicturePoint> picture, IReadOnlyList<PicturePoint> plane)
    {
        if (Problem(picture) is { } problem)
        {
            return Parsed<PicturePlane>.Bad(problem);
        }

        var (seen, seenBack) = Normalised(picture);
        var (known, knownBack) = Normalised(plane);
        var rows = Matrix<double>.Build.Dense(8, 8);
        var right = Vector<double>.Build.Dense(8);
        for (var at = 0; at < 4; at++)
        {
            var ((x, y), (u, v)) = ((seen[at].X, seen[at].Y), (known[at].X, known[at].Y));
            rows.SetRow(2 * at, [x, y, 1, 0, 0, 0, -u * x, -u * y]);
            rows.SetRow((2 * at) + 1, [0, 0, 0, x, y, 1, -v * x, -v * y]);
            (right[2 * at], right[(2 * at) + 1]) = (u, v);
        }

        var solved = rows.Solve(right);
        var transform = knownBack.Inverse() * Matrix<double>.Build.DenseOfRowMajor(3, 3, [.. solved, 1]) * seenBack;
        var last = transform[2, 2];
        double[] flat = [.. transform.Divide(last).ToRowMajorArray()];
        return flat.All(double.IsFinite)
            ? Parsed<PicturePlane>.Good(new(flat, picture[0]))
            : Parsed<PicturePlane>.Bad("Those four points make no rectangle.");
    }

    /// <summary>Whether a point of the picture can lie on the plane: it is on this side of where the plane ends.</summary>
    public bool Has(PicturePoint point) => W(point) * W(corner) > 0;

    /// <summary>Where a point of the picture lies on the plane, in metres.</summary>
    public PicturePoint At(PicturePoint point)
    {
        var w = W(point);
        return new(((h[0] * point.X) + (h[1] * point.Y) + h[2]) / w, ((h[3] * point.X) + (h[4] * point.Y) + h[5]) / w);
    }

    /// <summary>Zero where the plane ends.</summary>
    private double W(PicturePoint point) => (h[6] * point.X) + (h[7] * point.Y) + h[8];

    /// <summary>Why four points tell of no plane; null where they do.</summary>
    private static string? Problem(IReadOnlyList<PicturePoint> points)
    {
        var sides = Enumerable.Range(0, 4).Select(at => points[(at + 1) % 4] - points[at]).ToList();
        if (sides.Any(side => side.Length < GaugePicture.ShortestReference))
        {
            return $"The rectangle is too small in the picture: each side needs {GaugePicture.ShortestReference} pixels. Go nearer.";
        }

        var turns = Enumerable
            .Range(0, 4)
            .Select(at => sides[at].Cross(sides[(at + 1) % 4]) / (sides[at].Length * sides[(at + 1) % 4].Length))
            .ToList();
        return turns.Any(turn => Math.Abs(turn) < NearlyInLine)
                ? "Three corners of the rectangle lie nearly in line: it is seen nearly from its edge. Stand more square to it."
            : turns.Exists(turn => turn > 0) && turns.Exists(turn => turn < 0) ? "Tap the rectangle’s corners in order, round it."
            : null;
    }

    /// <summary>Points about their middle with a mean distance of √2, and the matrix that did it.</summary>
    private static (IReadOnlyList<PicturePoint> Points, Matrix<double> By) Normalised(IReadOnlyList<PicturePoint> points)
    {
        var middle = new PicturePoint(points.Average(point => point.X), points.Average(point => point.Y));
        var scale = Math.Sqrt(2) / points.Average(point => (point - middle).Length);
        var by = Matrix<double>.Build.DenseOfRowMajor(3, 3, [scale, 0, -scale * middle.X, 0, scale, -scale * middle.Y, 0, 0, 1]);
        return ([.. points.Select(point => scale * (point - middle))], by);
    }
}
