namespace Regatta.Core.Gauges;

/// <summary>How much a lens bends straight lines, by the division model of one number: a point at r half-diagonals from the middle of the
/// picture stands at r ÷ (1 + k·r²). Found from lines that are straight in truth. Source: Fitzgibbon 2001 (from memory).</summary>
/// <param name="K">The bend; 0 for none, negative for a barrel.</param>
/// <param name="Middle">The middle of the picture.</param>
/// <param name="HalfDiagonal">From its middle to its corner, in pixels.</param>
public readonly record struct LensBend(double K, PicturePoint Middle, double HalfDiagonal)
{
    /// <summary>No lens worth the name bends more.</summary>
    public const double Most = 0.4;

    private const int Rounds = 60;

    /// <summary>Where a point would stand if the lens bent nothing.</summary>
    public PicturePoint Straighten(PicturePoint point)
    {
        if (K == 0)
        {
            return point;
        }

        var from = point - Middle;
        var r = from.Length / HalfDiagonal;
        return Middle + (1 / (1 + (K * r * r)) * from);
    }

    /// <summary>The bend that makes lines straight.</summary>
    /// <param name="lines">Straight edges, each by three points in order: end, somewhere between, end.</param>
    /// <param name="width">Of the picture, in pixels.</param>
    /// <param name="height">Of the picture, in pixels.</param>
    public static Parsed<LensBend> From(IReadOnlyList<IReadOnlyList<PicturePoint>> lines, double width, double height)
    {
        var (middle, half) = (new PicturePoint(width / 2, height / 2), Math.Sqrt((width * width) + (height * height)) / 2);
        foreach (var line in lines)
        {
            var along = line[2] - line[0];
            if (along.Length < half / 2 || along.Dot(line[1] - line[0]) is var at && (at <= 0 || at >= along.Dot(along)))
            {
                return Parsed<LensBend>.Bad("A straight edge is tapped at one end, somewhere between and at its other end, and is long.");
            }
        }

        // The squared distances from straight have one least over the bends a lens has: golden section.
        var (low, high) = (-Most, Most);
        var ratio = (Math.Sqrt(5) - 1) / 2;
        for (var round = 0; round < Rounds; round++)
        {
            var (left, right) = (high - (ratio * (high - low)), low + (ratio * (high - low)));
            (low, high) = Bent(left) < Bent(right) ? (low, right) : (left, high);
        }

        var k = (low + high) / 2;
        return Math.Abs(k) > 0.95 * Most
            ? Parsed<LensBend>.Bad("Those edges are not straight by any lens. Choose others.")
            : Parsed<LensBend>.Good(new(k, middle, half));

        double Bent(double bend)
        {
            var lens = new LensBend(bend, middle, half);
            return lines.Sum(line => Math.Pow(lens.Straighten(line[1]).RightOf(lens.Straighten(line[0]), lens.Straighten(line[2])), 2));
        }
    }
}
