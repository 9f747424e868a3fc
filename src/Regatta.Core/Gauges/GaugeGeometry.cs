using MathNet.Numerics;

namespace Regatta.Core.Gauges;

/// <summary>The formulas behind the gauges. Source of each: models M9.</summary>
public static class GaugeGeometry
{
    /// <summary>How deep a section is and where: the depth as a share of its chord, and the place from the luff.</summary>
    /// <param name="luff">Its front end.</param>
    /// <param name="leech">Its after end.</param>
    /// <param name="deepest">Its deepest point.</param>
    public static (double Depth, double Place) Camber(PicturePoint luff, PicturePoint leech, PicturePoint deepest)
    {
        var (chord, point) = (leech - luff, deepest - luff);
        var squared = chord.Dot(chord);
        return (Math.Abs(chord.Cross(point)) / squared, chord.Dot(point) / squared);
    }

    /// <summary>A section through several points, y = s(1 − s)(a + b(1 − 2s)) with s the place and y the depth as shares of the chord.
    /// Positive depth is on the side of the first point.</summary>
    /// <param name="luff">Its front end.</param>
    /// <param name="leech">Its after end.</param>
    /// <param name="between">Two or more points between.</param>
    public static (double A, double B) Section(PicturePoint luff, PicturePoint leech, IReadOnlyList<PicturePoint> between)
    {
        var chord = leech - luff;
        var squared = chord.Dot(chord);
        var side = Math.Sign(chord.Cross(between[0] - luff));
        var rows = between.Select(point => (S: chord.Dot(point - luff) / squared, Y: side * chord.Cross(point - luff) / squared)).ToList();
        var found = Fit.LinearMultiDim(
            [.. rows.Select(row => (double[])[row.S, row.Y])],
            [.. rows.Select(row => row.Y)],
            row => row[0] * (1 - row[0]),
            row => row[0] * (1 - row[0]) * (1 - (2 * row[0]))
        );
        return (found[0], found[1]);
    }

    /// <summary>Where a section is deepest, and how deep; no number where it is nowhere so.</summary>
    public static (double Depth, double Place) Deepest(double a, double b)
    {
        // The slope of the section is a(1 − 2s) + b(1 − 6s + 6s²): its root between 0 and 1.
        if (Math.Abs(b) < 1e-9)
        {
            return (a / 4, 0.5);
        }

        var (half, root) = (a + (3 * b), Math.Sqrt((a * a) + (3 * b * b)));
        return new[] { (half - root) / (6 * b), (half + root) / (6 * b) }
            .Where(place => place is > 0 and < 1)
            .Select(place => (Depth: place * (1 - place) * (a + (b * (1 - (2 * place)))), Place: place))
            .DefaultIfEmpty((Depth: double.NaN, Place: double.NaN))
            .MaxBy(found => found.Depth);
    }

    /// <summary>The angles a section makes with its chord at the luff and at the leech.</summary>
    public static (Angle Entry, Angle Exit) Ends(double a, double b) =>
        (Angle.FromDegrees(Math.Atan(a + b) * 180 / Math.PI), Angle.FromDegrees(Math.Atan(a - b) * 180 / Math.PI));

    /// <summary>The angle of something of known length whose end stands off a line.</summary>
    /// <param name="off">How far its end is off the line, in metres.</param>
    /// <param name="length">How long it is, in metres.</param>
    /// <returns>In degrees; NaN where it stands off further than it is long.</returns>
    public static double Off(double off, double length) => Math.Asin(off / length) * 180 / Math.PI;

    /// <summary>How far a point of something that comes towards whoever stands behind is off the mast's line: what is nearer looks
    /// larger, so the way there is taken off.</summary>
    /// <param name="seen">How far off it looks at the mast's scale, in metres.</param>
    /// <param name="length">How long the thing is, in metres.</param>
    /// <param name="distance">From the mast to the phone, in metres.</param>
    /// <returns>In metres; no number where the thing reaches to the phone.</returns>
    public static double Nearer(double seen, double length, double distance)
    {
        if (!(distance > length))
        {
            return double.NaN;
        }

        var off = seen;
        for (var round = 0; round < 8; round++)
        {
            off = seen * (distance - Math.Sqrt(Math.Max(0, (length * length) - (off * off)))) / distance;
        }

        return off;
    }

    /// <summary>What lean to the right an upright has in the picture.</summary>
    /// <param name="foot">Its foot.</param>
    /// <param name="head">Its head.</param>
    public static double Lean(PicturePoint foot, PicturePoint head) => Math.Atan2(head.X - foot.X, foot.Y - head.Y) * 180 / Math.PI;

    /// <summary>What lean to the right a true upright has in the picture, by something level across it.</summary>
    /// <param name="one">One end of what is level.</param>
    /// <param name="other">The other.</param>
    public static double LevelLean(PicturePoint one, PicturePoint other)
    {
        var (left, right) = one.X <= other.X ? (one, other) : (other, one);
        return Math.Atan2(right.Y - left.Y, right.X - left.X) * 180 / Math.PI;
    }

    /// <summary>A rake as it reads off the beam, and back: tan reads as tan·cos.</summary>
    /// <param name="degrees">What it is.</param>
    /// <param name="offBeam">How far off the beam one stands, in degrees.</param>
    public static double Reads(double degrees, double offBeam) =>
        Math.Atan(Math.Tan(degrees * Math.PI / 180) * Math.Cos(offBeam * Math.PI / 180)) * 180 / Math.PI;

    /// <summary>What a rake is that was read off the beam.</summary>
    /// <param name="read">What it read, in degrees.</param>
    /// <param name="offBeam">How far off the beam one stood, in degrees; less than 90.</param>
    public static double Squared(double read, double offBeam) =>
        Math.Atan(Math.Tan(read * Math.PI / 180) / Math.Cos(offBeam * Math.PI / 180)) * 180 / Math.PI;
}
