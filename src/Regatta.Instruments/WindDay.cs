namespace Regatta.Instruments;

/// <summary>A part of the day as a scenario has it: from which second on, how strong in the mean, how gusty, from where.</summary>
/// <param name="FromSecond">Seconds after the start.</param>
/// <param name="Knots">The mean it drifts to.</param>
/// <param name="Gustiness">Standard deviation of the gusts as a part of the mean; 0.15 is an ordinary day.</param>
/// <param name="Degrees">Where it blows from, in the mean.</param>
public sealed record WindPart(double FromSecond, double Knots, double Gustiness, double Degrees);

/// <summary>A plausible day of wind, second by second, the same for the same seed: drifts, gusts and shifts as processes that forget
/// themselves slowly. Invented.</summary>
public sealed class WindDay(int seed, DateTimeOffset start, IReadOnlyList<WindPart> parts)
{
    private const double GustMemory = 12;
    private const double DriftMemory = 900;
    private const double ShiftMemory = 240;
    private const double ShiftDegrees = 9;

    private readonly Random random = new(seed);
    private double gust;
    private double drift;
    private double shift;
    private long second;

    /// <summary>An ordinary day: light in the morning, a sea breeze after noon, dying towards the evening, over and over.</summary>
    public static IReadOnlyList<WindPart> Ordinary { get; } =
    [
        new(0, 11, 0.15, 225),
        new(3600, 13, 0.16, 232),
        new(7200, 16, 0.18, 240),
        new(14400, 12, 0.14, 236),
        new(21600, 8, 0.12, 220),
        new(28800, 11, 0.15, 225),
    ];

    /// <summary>The next second.</summary>
    public WindSample Next()
    {
        gust = Step(gust, GustMemory);
        drift = Step(drift, DriftMemory);
        shift = Step(shift, ShiftMemory);
        var (knots, gustiness, degrees) = Mean(second % (parts[^1].FromSecond + 3600));
        var speed = Math.Max(0, knots * (1 + (0.12 * drift) + (gustiness * gust)));
        var from = (degrees + (ShiftDegrees * shift) + 360) % 360;
        return new(start.AddSeconds(second++), Speed.FromKnots(speed), Angle.FromDegrees(from));
    }

    /// <summary>The means slide from one part of the day to the next.</summary>
    private (double Knots, double Gustiness, double Degrees) Mean(double at)
    {
        var before = parts.LastOrDefault(part => part.FromSecond <= at) ?? parts[0];
        var after = parts.FirstOrDefault(part => part.FromSecond > at) ?? before;
        var share = after.FromSecond > before.FromSecond ? (at - before.FromSecond) / (after.FromSecond - before.FromSecond) : 0;
        double Between(double a, double b) => a + (share * (b - a));
        return (Between(before.Knots, after.Knots), Between(before.Gustiness, after.Gustiness), Between(before.Degrees, after.Degrees));
    }

    private double Step(double now, double memory)
    {
        var kept = Math.Exp(-1 / memory);
        var normal = Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
        return (kept * now) + (Math.Sqrt(1 - (kept * kept)) * normal);
    }
}
