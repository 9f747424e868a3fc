namespace Regatta.Instruments;

/// <summary>The stand-in for a boat's logger: a beat up a course and a run back, second by second, with a receiver's noise; the same for
/// the same seed. Invented.</summary>
/// <param name="Seed">Which noise.</param>
/// <param name="Start">When she starts.</param>
/// <param name="WindFrom">Where the wind blows from, degrees from north.</param>
/// <param name="UpwindAngle">Her angle off the wind upwind.</param>
/// <param name="Upwind">Her speed upwind.</param>
/// <param name="Downwind">Her speed downwind.</param>
public sealed record SailedTrack(int Seed, DateTimeOffset Start, Angle WindFrom, Angle UpwindAngle, Speed Upwind, Speed Downwind)
{
    private const int LegSeconds = 90;
    private const double NoiseMetres = 0.6;
    private const double MetresPerDegree = 111_195;

    /// <summary>Sails so many tacks up and as many gybes down.</summary>
    public IReadOnlyList<TrackPoint> Sail(int tacks)
    {
        var random = new Random(Seed);
        double Noise() => NoiseMetres * ((random.NextDouble() + random.NextDouble() + random.NextDouble()) - 1.5);
        var points = new List<TrackPoint>();
        var (north, east) = (0.0, 0.0);
        for (var leg = 0; leg < 2 * tacks; leg++)
        {
            var up = leg < tacks;
            var off = up ? UpwindAngle.Degrees : 150;
            var course = (WindFrom.Degrees + (leg % 2 == 0 ? -off : off)) * Math.PI / 180;
            var speed = (up ? Upwind : Downwind).MetresPerSecond;
            for (var second = 0; second < LegSeconds; second++)
            {
                (north, east) = (north + (speed * Math.Cos(course)), east + (speed * Math.Sin(course)));
                // On an invented reach of no country: the middle of an ocean.
                var latitude = 0.5 + ((north + Noise()) / MetresPerDegree);
                points.Add(
                    new(
                        Start.AddSeconds(points.Count),
                        latitude,
                        -30 + ((east + Noise()) / (MetresPerDegree * Math.Cos(latitude * Math.PI / 180)))
                    )
                );
            }
        }

        return points;
    }
}
