using Regatta.Core.Units;

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
public sealed record Leg(DateTimeOffset From, DateTimeOffset To, Angle Angle, Speed Speed)
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
/// <param name="Legs">How many legs.</param>
/// <param name="UpwindAngle">The mean angle off the wind on upwind legs; null without any.</param>
/// <param name="TackAngle">How far apart the courses of the two upwind tacks lie; null unless both were sailed.</param>
/// <param name="UpwindVmg">The mean speed made good to windward on upwind legs; null without any.</param>
public sealed record TrackSummary(double Metres, Speed Mean, Speed Best, int Legs, Angle? UpwindAngle, Angle? TackAngle, Speed? UpwindVmg)
{
    /// <summary>How far in nautical miles of 1852 m. Source: BIPM SI brochure.</summary>
    public double NauticalMiles => Metres / 1852;

    private static readonly TimeSpan Smoothing = TimeSpan.FromSeconds(10);
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
        var moves = Moves(Smoothed(points)).ToList();
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
                Units.Speed.FromMetresPerSecond(moves.Max(move => move.Speed)),
                legs.Count,
                upwind.Count > 0 ? Units.Angle.FromDegrees(Over(upwind, leg => Math.Abs(leg.Angle.Degrees))) : null,
                port.Count > 0 && starboard.Count > 0
                    ? Units.Angle.FromDegrees(Over(starboard, leg => leg.Angle.Degrees) - Over(port, leg => leg.Angle.Degrees))
                    : null,
                upwind.Count > 0
                    ? Units.Speed.FromMetresPerSecond(
                        Math.Max(0, Over(upwind, leg => leg.Speed.MetresPerSecond * Math.Cos(leg.Angle.Degrees * Math.PI / 180)))
                    )
                    : null
            )
        );
    }

    /// <summary>One point every ten seconds or so: what lies between is the receiver's noise.</summary>
    private static IEnumerable<TrackPoint> Smoothed(IReadOnlyList<TrackPoint> points)
    {
        TrackPoint? last = null;
        foreach (var point in points)
        {
            if (last is not { } before || point.At - before.At >= Smoothing)
            {
                last = point;
                yield return point;
            }
        }
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

    private static Leg? Whole(List<(Move Move, double Angle)> run) =>
        run.Count == 0 || run[^1].Move.To - run[0].Move.From < ShortestLeg
            ? null
            : new(
                run[0].Move.From,
                run[^1].Move.To,
                Units.Angle.FromDegrees(run.Average(one => one.Angle)),
                Units.Speed.FromMetresPerSecond(run.Average(one => one.Move.Speed))
            );

    private sealed record Move(DateTimeOffset From, DateTimeOffset To, double Seconds, double Speed, double Course);
}
