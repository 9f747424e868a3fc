namespace Regatta.Core.Tracks;

/// <summary>Where a boat was, and when.</summary>
/// <param name="At">When.</param>
/// <param name="Latitude">Degrees, north positive.</param>
/// <param name="Longitude">Degrees, east positive.</param>
public readonly record struct TrackPoint(DateTimeOffset At, double Latitude, double Longitude)
{
    /// <summary>Mean radius of the earth in metres. Source: IUGG.</summary>
    public const double EarthRadius = 6_371_008.8;

    /// <summary>Metres to another point, along the great circle (haversine).</summary>
    public double MetresTo(TrackPoint other)
    {
        var (a, b) = (Latitude * Math.PI / 180, other.Latitude * Math.PI / 180);
        var (north, east) = (Math.Sin((b - a) / 2), Math.Sin((other.Longitude - Longitude) * Math.PI / 360));
        return 2 * EarthRadius * Math.Asin(Math.Min(1, Math.Sqrt((north * north) + (Math.Cos(a) * Math.Cos(b) * east * east))));
    }

    /// <summary>The course to another point, degrees from north.</summary>
    public double CourseTo(TrackPoint other)
    {
        var (a, b, east) = (Latitude * Math.PI / 180, other.Latitude * Math.PI / 180, (other.Longitude - Longitude) * Math.PI / 180);
        return (
                (
                    Math.Atan2(Math.Sin(east) * Math.Cos(b), (Math.Cos(a) * Math.Sin(b)) - (Math.Sin(a) * Math.Cos(b) * Math.Cos(east)))
                    * 180
                    / Math.PI
                ) + 360
            ) % 360;
    }
}

/// <summary>One stretch on one tack.</summary>
/// <param name="From">When it began.</param>
/// <param name="To">When it ended.</param>
/// <param name="Angle">The mean angle off the wind: + on starboard tack (wind from starboard), − on port.</param>
/// <param name="Speed">The mean speed.</param>
/// <param name="Vmg">The mean speed made good to windward, Σ v·cos·Δt / ΣΔt; zero downwind.</param>
public sealed record Leg(DateTimeOffset From, DateTimeOffset To, Angle Angle, Speed Speed, Speed Vmg)
{
    /// <summary>Closer to the wind than this is upwind (ours).</summary>
    public const double UpwindWithin = 70;

    /// <summary>Whether it was sailed upwind.</summary>
    public bool IsUpwind => Math.Abs(Angle.Degrees) < UpwindWithin;
}

/// <summary>What a track says of a session, over the ground: no tide is known.</summary>
/// <param name="Metres">How far.</param>
/// <param name="Mean">The mean speed while moving.</param>
/// <param name="Best">The best mean speed over ten seconds.</param>
/// <param name="BestNoise">How much of it the receiver's own noise may be, one standard deviation; null where it is not known.</param>
/// <param name="Legs">How many legs.</param>
/// <param name="UpwindAngle">The mean angle off the wind on upwind legs; null without any.</param>
/// <param name="TackAngle">How far apart the courses of the two upwind tacks lie; null unless both were sailed.</param>
/// <param name="UpwindVmg">The mean speed made good to windward on upwind legs; null without any.</param>
public sealed record TrackSummary(
    double Metres,
    Speed Mean,
    Speed Best,
    Speed? BestNoise,
    int Legs,
    Angle? UpwindAngle,
    Angle? TackAngle,
    Speed? UpwindVmg
)
{
    /// <summary>How far in nautical miles of 1852 m. Source: BIPM SI brochure.</summary>
    public double NauticalMiles => Metres / 1852;

    /// <summary>Positions are averaged over so long: then a tack angle is right to about 0.4° and speed made good to 0.6 %. Source: models
    /// M7.</summary>
    private static readonly TimeSpan Smoothing = TimeSpan.FromSeconds(5);
    private static readonly TimeSpan ShortestLeg = TimeSpan.FromSeconds(20);

    /// <summary>Slower than this she drifts, and her course says nothing (ours).</summary>
    private static readonly Speed Drifting = Units.Speed.FromMetresPerSecond(0.4);

    /// <summary>Faster than this no boat of ours sails: the receiver jumped.</summary>
    private static readonly Speed Fastest = Units.Speed.FromKnots(50);

    /// <summary>Sums a track up.</summary>
    /// <param name="points">In the order of time; two or more.</param>
    /// <param name="windFrom">Where the wind blew from, degrees from north.</param>
    /// <returns>The summary, or why there is none.</returns>
    public static Parsed<TrackSummary> Of(IReadOnlyList<TrackPoint> points, Angle windFrom)
    {
        var smoothed = Smoothed(points).ToList();
        var moves = Moves(smoothed).ToList();
        if (moves.Count < 3)
        {
            return Parsed<TrackSummary>.Bad("She hardly moved in it: a track needs half a minute under way.");
        }

        var legs = LegsOf(moves, windFrom.Degrees).ToList();
        var upwind = legs.Where(leg => leg.IsUpwind).ToList();
        double Over(IReadOnlyCollection<Leg> some, Func<Leg, double> of) =>
            some.Sum(leg => of(leg) * (leg.To - leg.From).TotalSeconds) / some.Sum(leg => (leg.To - leg.From).TotalSeconds);
        var (port, starboard) = (upwind.Where(leg => leg.Angle.Degrees < 0).ToList(), upwind.Where(leg => leg.Angle.Degrees > 0).ToList());
        return Parsed<TrackSummary>.Good(
            new(
                moves.Sum(move => move.Speed * move.Seconds),
                Units.Speed.FromMetresPerSecond(moves.Sum(move => move.Speed * move.Seconds) / moves.Sum(move => move.Seconds)),
                BestOver(moves),
                Units.Speed.FromMetresPerSecond(Math.Sqrt(2) * Noise(smoothed) / (2 * Smoothing.TotalSeconds)),
                legs.Count,
                upwind.Count > 0 ? Units.Angle.FromDegrees(Over(upwind, leg => Math.Abs(leg.Angle.Degrees))) : null,
                port.Count > 0 && starboard.Count > 0
                    ? Units.Angle.FromDegrees(Over(starboard, leg => leg.Angle.Degrees) - Over(port, leg => leg.Angle.Degrees))
                    : null,
                upwind.Count > 0 ? Units.Speed.FromMetresPerSecond(Math.Max(0, Over(upwind, leg => leg.Vmg.MetresPerSecond))) : null
            )
        );
    }

    /// <summary>The mean of the positions of each five seconds.</summary>
    private static IEnumerable<TrackPoint> Smoothed(IReadOnlyList<TrackPoint> points)
    {
        var some = new List<TrackPoint>();
        foreach (var point in points)
        {
            if (some.Count > 0 && point.At - some[0].At >= Smoothing)
            {
                yield return Middle(some);
                some.Clear();
            }

            some.Add(point);
        }

        if (some.Count > 0)
        {
            yield return Middle(some);
        }
    }

    private static TrackPoint Middle(List<TrackPoint> points) =>
        new(
            points[0].At + TimeSpan.FromTicks((long)points.Average(point => (point.At - points[0].At).Ticks)),
            points.Average(point => point.Latitude),
            points.Average(point => point.Longitude)
        );

    /// <summary>The best speed over two moves in a row, ten seconds.</summary>
    private static Speed BestOver(List<Move> moves) =>
        Units.Speed.FromMetresPerSecond(
            moves
                .Zip(moves.Skip(1))
                .Where(pair => pair.First.To == pair.Second.From)
                .Select(pair =>
                    ((pair.First.Speed * pair.First.Seconds) + (pair.Second.Speed * pair.Second.Seconds))
                    / (pair.First.Seconds + pair.Second.Seconds)
                )
                .DefaultIfEmpty(moves.Max(move => move.Speed))
                .Max()
        );

    /// <summary>The scatter of an averaged position in metres, each way: what of three in a row is no straight line, by its median, so that
    /// tacks do not count. A second difference of independent errors scatters by √6.</summary>
    private static double Noise(List<TrackPoint> points)
    {
        var bent = points
            .Zip(points.Skip(1), points.Skip(2))
            .SelectMany(three =>
            {
                var (a, b, c) = three;
                var metres = Math.PI / 180 * TrackPoint.EarthRadius;
                return new[]
                {
                    Math.Abs(a.Latitude - (2 * b.Latitude) + c.Latitude) * metres,
                    Math.Abs(a.Longitude - (2 * b.Longitude) + c.Longitude) * metres * Math.Cos(b.Latitude * Math.PI / 180),
                };
            })
            .Order()
            .ToList();
        return bent.Count == 0 ? 0 : bent[bent.Count / 2] / 0.6745 / Math.Sqrt(6);
    }

    private static IEnumerable<Move> Moves(IEnumerable<TrackPoint> points)
    {
        TrackPoint? last = null;
        foreach (var point in points)
        {
            if (last is { } before && point.At > before.At && point.At - before.At < 6 * Smoothing)
            {
                var seconds = (point.At - before.At).TotalSeconds;
                var speed = before.MetresTo(point) / seconds;
                if (speed >= Drifting.MetresPerSecond && speed <= Fastest.MetresPerSecond)
                {
                    yield return new(before.At, point.At, seconds, speed, before.CourseTo(point));
                }
            }

            last = point;
        }
    }

    /// <summary>Runs of moves on one tack, upwind or not, of twenty seconds and more.</summary>
    private static IEnumerable<Leg> LegsOf(IEnumerable<Move> moves, double windFrom)
    {
        var run = new List<(Move Move, double Angle)>();
        foreach (var move in moves)
        {
            // The wind comes from starboard when it lies to the right of the course.
            var angle = ((windFrom - move.Course + 540) % 360) - 180;
            if (
                run.Count > 0
                && (
                    move.From != run[^1].Move.To
                    || (Math.Sign(angle), Math.Abs(angle) < Leg.UpwindWithin)
                        != (Math.Sign(run[^1].Angle), Math.Abs(run[^1].Angle) < Leg.UpwindWithin)
                )
            )
            {
                if (Whole(run) is { } leg)
                {
                    yield return leg;
                }

                run.Clear();
            }

            run.Add((move, angle));
        }

        if (Whole(run) is { } last)
        {
            yield return last;
        }
    }

    /// <summary>The leg of a run without its first and last move, which belong to the turns at its ends; its angle by the mean
    /// vector.</summary>
    private static Leg? Whole(List<(Move Move, double Angle)> run)
    {
        var inner = run.Count > 2 ? run[1..^1] : [];
        if (inner.Count == 0 || inner[^1].Move.To - inner[0].Move.From < ShortestLeg)
        {
            return null;
        }

        double Over(Func<(Move Move, double Angle), double> of) =>
            inner.Sum(piece => of(piece) * piece.Move.Speed * piece.Move.Seconds) / inner.Sum(piece => piece.Move.Seconds);
        var (along, across) = (Over(piece => Math.Cos(piece.Angle * Math.PI / 180)), Over(piece => Math.Sin(piece.Angle * Math.PI / 180)));
        return new(
            inner[0].Move.From,
            inner[^1].Move.To,
            Units.Angle.FromDegrees(Math.Atan2(across, along) * 180 / Math.PI),
            Units.Speed.FromMetresPerSecond(Over(_ => 1)),
            Units.Speed.FromMetresPerSecond(Math.Max(0, along))
        );
    }

    private sealed record Move(DateTimeOffset From, DateTimeOffset To, double Seconds, double Speed, double Course);
}
