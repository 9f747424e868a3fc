namespace Regatta.Core.Gauges;

/// <summary>What a gauge read.</summary>
/// <param name="Gauge">Which.</param>
/// <param name="Value">The number: degrees, a share, metres or a strip's number.</param>
/// <param name="Sd">Its standard deviation.</param>
/// <param name="Further">Its further number, where it has one.</param>
public sealed record GaugeReading(Gauge Gauge, double Value, double Sd, double? Further)
{
    /// <summary>No number of a gauge, and no doubt of one, reaches this.</summary>
    public const double Beyond = 1e6;

    /// <summary>So many standard deviations hold nineteen of twenty.</summary>
    public const double Ninety5 = 1.96;

    /// <summary>Half the width of what holds the truth nineteen times of twenty.</summary>
    public double Within => Ninety5 * Sd;

    /// <summary>Reads a picture.</summary>
    /// <returns>The number with its doubt, or what is wrong and what to do better.</returns>
    public static Parsed<GaugeReading> Of(Gauge gauge, GaugePicture picture)
    {
        if (Problem(gauge, picture) is { } problem)
        {
            return Parsed<GaugeReading>.Bad(problem);
        }

        var keys = gauge.Facts.Select(fact => fact.Key).ToList();
        double[] inputs =
        [
            .. Flat(picture.Points),
            .. Flat(picture.Rectangle),
            .. Flat(picture.Edges),
            .. keys.Select(key => picture.Facts[key]),
        ];
        var taps = 2 * (picture.Points.Count + picture.Rectangle.Count + picture.Edges.Count);
        double[] sds = [.. Enumerable.Repeat(picture.Tap, taps), .. gauge.Facts.Select(fact => fact.Sd(picture.Facts[fact.Key]))];
        var first = Straightened(gauge, picture, inputs);
        if (!first.Ok)
        {
            return Parsed<GaugeReading>.Bad(first.Problem!);
        }

        var value = Worked(inputs);
        if (!double.IsFinite(value))
        {
            return Parsed<GaugeReading>.Bad(
                "These points cannot be: something stands off further than it is long. Look at the lengths and the points again."
            );
        }

        var (tapped, stand) = (Spread.Of(Worked, inputs, sds), gauge.StandSd(value, picture.Facts));
        var further = gauge.Further is { } more ? more.Work(first.Value) : (double?)null;
        if (!(tapped + stand > 0))
        {
            return Parsed<GaugeReading>.Bad("Two points lie on one another. Tap them where they are.");
        }

        return double.IsFinite(tapped) && Math.Abs(value) < Beyond && tapped < Beyond
            ? Parsed<GaugeReading>.Good(new(gauge, value, Math.Sqrt((tapped * tapped) + (stand * stand)), further))
            : Parsed<GaugeReading>.Bad("The points lie on the edge of what can be. Tap them again, nearer.");

        double Worked(double[] at)
        {
            var straight = Straightened(gauge, picture, at);
            return straight.Ok
                ? gauge.Work(
                    straight.Value,
                    keys.Select((key, i) => (key, at[taps + i])).ToDictionary(fact => fact.key, fact => fact.Item2)
                )
                : double.NaN;
        }
    }

    private static IEnumerable<double> Flat(IEnumerable<PicturePoint> points) => points.SelectMany(point => new[] { point.X, point.Y });

    /// <summary>The points as they would be without the lens's bend, on their plane where there is one.</summary>
    private static Parsed<IReadOnlyList<PicturePoint>> Straightened(Gauge gauge, GaugePicture picture, double[] inputs)
    {
        var all = Enumerable
            .Range(0, picture.Points.Count + picture.Rectangle.Count + picture.Edges.Count)
            .Select(at => new PicturePoint(inputs[2 * at], inputs[(2 * at) + 1]))
            .ToList();
        var (points, rectangle, edges) = (
            all[..picture.Points.Count],
            all[picture.Points.Count..(picture.Points.Count + picture.Rectangle.Count)],
            all[(picture.Points.Count + picture.Rectangle.Count)..]
        );
        if (edges.Count > 0)
        {
            var lens = LensBend.From([edges[..3], edges[3..]], picture.Width, picture.Height);
            if (!lens.Ok)
            {
                return Parsed<IReadOnlyList<PicturePoint>>.Bad(lens.Problem!);
            }

            points = [.. points.Select(lens.Value.Straighten)];
            rectangle = [.. rectangle.Select(lens.Value.Straighten)];
        }

        if (rectangle.Count == 0 || !gauge.InOnePlane)
        {
            return Parsed<IReadOnlyList<PicturePoint>>.Good(points);
        }

        var (width, height) = picture.RectangleSize;
        return PicturePlane
            .Of(rectangle, [new(0, 0), new(width, 0), new(width, height), new(0, height)])
            .Then(plane =>
                points.Select(plane.At).ToList() is var laid && points.All(plane.Has) && laid.TrueForAll(IsNear)
                    ? Parsed<IReadOnlyList<PicturePoint>>.Good(laid)
                    : Parsed<IReadOnlyList<PicturePoint>>.Bad(
                        "A point lies far outside the rectangle: what is wrong with a corner grows on the way there. Tap a larger one."
                    )
            );

        bool IsNear(PicturePoint point) =>
            Math.Abs(point.X - (width / 2)) < GaugePicture.Reach * width && Math.Abs(point.Y - (height / 2)) < GaugePicture.Reach * height;
    }

    private static string? Problem(Gauge gauge, GaugePicture picture)
    {
        if (picture.Points.Count < gauge.Points.Count)
        {
            var next = gauge.Points[picture.Points.Count];
            return $"Tap {gauge.Points.Count} points; the next is: {next.Name}.";
        }

        if (picture.Points.Count > gauge.Points.Count + gauge.MorePoints)
        {
            return $"There are more points than this gauge knows: it takes {gauge.Points.Count + gauge.MorePoints} at the most.";
        }

        if (
            !(picture.Width is > 0 and <= GaugePicture.Largest)
            || !(picture.Height is > 0 and <= GaugePicture.Largest)
            || picture
                .Points.Concat(picture.Rectangle)
                .Concat(picture.Edges)
                .Any(point => !(point.X >= 0 && point.X <= picture.Width && point.Y >= 0 && point.Y <= picture.Height))
        )
        {
            return "A point lies outside the picture.";
        }

        if (picture.Rectangle.Count is not (0 or 4) || picture.Edges.Count is not (0 or 6))
        {
            return "A rectangle has four corners, and two straight edges have three points each.";
        }

        if (
            picture.Rectangle.Count == 4
            && !(
                picture.RectangleSize is
                {
                    Width: >= GaugePicture.LeastSide and <= GaugePicture.MostSide,
                    Height: >= GaugePicture.LeastSide and <= GaugePicture.MostSide
                }
            )
        )
        {
            return $"Say how wide and how high the rectangle is: 1 cm to {GaugePicture.MostSide} m.";
        }

        foreach (var fact in gauge.Facts)
        {
            if (!picture.Facts.TryGetValue(fact.Key, out var value))
            {
                return $"{fact.Name}: say what it is.";
            }

            if (fact.Kind == GaugeFactKind.OneOfTwo)
            {
                if (value is not (1 or -1))
                {
                    return $"{fact.Name} {fact.Words.Plus} or {fact.Words.Minus}: say which.";
                }

                continue;
            }

            if (!(value >= fact.Least))
            {
                return $"{fact.Name}: that is too little to measure by.";
            }

            if (!(value <= fact.Most))
            {
                return fact.Beyond.Length > 0 ? fact.Beyond : $"{fact.Name}: that is more than can be.";
            }
        }

        var (from, to) = gauge.Base;
        return (picture.Points[to] - picture.Points[from]).Length < GaugePicture.ShortestReference
            ? $"From {Lower(gauge.Points[from])} to {Lower(gauge.Points[to])} is too short in the picture to measure by: it needs "
                + $"{GaugePicture.ShortestReference} pixels. Go nearer, or tap them again."
            : gauge.Check(picture.Points);
    }

    private static string Lower(GaugePoint point) => point.Name.ToLowerInvariant();
}
