using System.Globalization;

namespace Regatta.Core.Gauges;

/// <summary>One picture laid over another by their points: turned, scaled and moved, so that the first two points lie on one another where
/// they carry the rest, and all as near as may be.</summary>
/// <param name="Turn">Clockwise, in degrees.</param>
/// <param name="Scale">How many times as large.</param>
/// <param name="Move">Where the corner of the first comes to lie in the second, in its pixels.</param>
public sealed record PictureMatch(double Turn, double Scale, PicturePoint Move)
{
    /// <summary>The match with the least squares of the distances; null where there are fewer than two points of each, or they lie on one
    /// another. Source: the two-dimensional similarity of Umeyama 1991 (from memory).</summary>
    /// <param name="from">The points of the picture that is laid over.</param>
    /// <param name="onto">The same points in the picture it is laid on.</param>
    public static PictureMatch? Of(IReadOnlyList<PicturePoint> from, IReadOnlyList<PicturePoint> onto)
    {
        var count = Math.Min(from.Count, onto.Count);
        if (count < 2)
        {
            return null;
        }

        PicturePoint Middle(IEnumerable<PicturePoint> points) => new(points.Average(point => point.X), points.Average(point => point.Y));
        var (here, there) = (Middle(from.Take(count)), Middle(onto.Take(count)));
        var pairs = from.Zip(onto, (one, other) => (One: one - here, Other: other - there)).ToList();
        var spread = pairs.Sum(pair => pair.One.Dot(pair.One));
        var (along, across) = (pairs.Sum(pair => pair.One.Dot(pair.Other)), pairs.Sum(pair => pair.One.Cross(pair.Other)));
        var scale = Math.Sqrt((along * along) + (across * across)) / spread;
        if (!(spread > 1) || !(scale > 1e-3))
        {
            return null;
        }

        var turn = Math.Atan2(across, along);
        var middle = Turned(here, turn);
        return new(turn * 180 / Math.PI, scale, new(there.X - (scale * middle.X), there.Y - (scale * middle.Y)));
    }

    /// <summary>Its four numbers for a script: turn, scale, right, down.</summary>
    public string InPage => string.Create(CultureInfo.InvariantCulture, $"{Turn:0.###} {Scale:0.#####} {Move.X:0.#} {Move.Y:0.#}");

    /// <summary>Where a point of the first lies in the second.</summary>
    public PicturePoint At(PicturePoint point) => Move + (Scale * Turned(point, Turn * Math.PI / 180));

    private static PicturePoint Turned(PicturePoint point, double turn) =>
        new((point.X * Math.Cos(turn)) - (point.Y * Math.Sin(turn)), (point.X * Math.Sin(turn)) + (point.Y * Math.Cos(turn)));
}
