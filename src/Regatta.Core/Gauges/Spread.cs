namespace Regatta.Core.Gauges;

/// <summary>How doubt goes from what was tapped and measured to what is worked out of it, and how readings of one thing go together.
/// Source: models M9 (J·C·Jᵀ).</summary>
public static class Spread
{
    /// <summary>The standard deviation of a result.</summary>
    /// <param name="of">The result of the inputs; must be smooth where they are.</param>
    /// <param name="inputs">The inputs.</param>
    /// <param name="sds">The standard deviation of each, in its own unit; independent of one another.</param>
    public static double Of(Func<double[], double> of, IReadOnlyList<double> inputs, IReadOnlyList<double> sds)
    {
        double[] at = [.. inputs];
        var variance = 0.0;
        for (var i = 0; i < at.Length; i++)
        {
            if (sds[i] == 0)
            {
                continue;
            }

            var (was, step) = (at[i], sds[i] / 100);
            at[i] = was + step;
            var above = of(at);
            at[i] = was - step;
            var below = of(at);
            at[i] = was;
            var slope = (above - below) / (2 * step);
            variance += slope * slope * sds[i] * sds[i];
        }

        return Math.Sqrt(variance);
    }

    /// <summary>Readings of one thing together, each weighed by its doubt.</summary>
    /// <param name="readings">At least one; each with a doubt above zero.</param>
    public static (double Value, double Sd) Pooled(IReadOnlyList<(double Value, double Sd)> readings)
    {
        var weights = readings.Select(reading => 1 / (reading.Sd * reading.Sd)).ToList();
        var all = weights.Sum();
        return (readings.Zip(weights, (reading, weight) => reading.Value * weight).Sum() / all, 1 / Math.Sqrt(all));
    }

    /// <summary>How much a thing drifts with time, each reading weighed by its doubt: per unit of time, and that figure's own doubt. Null
    /// where there are fewer than three readings or no time lies between them.</summary>
    /// <param name="readings">When, in any unit, what was read, and its doubt.</param>
    public static (double PerUnit, double Sd)? Drift(IReadOnlyList<(double At, double Value, double Sd)> readings)
    {
        if (readings.Count < 3)
        {
            return null;
        }

        var weights = readings.Select(reading => 1 / (reading.Sd * reading.Sd)).ToList();
        var all = weights.Sum();
        var time = readings.Zip(weights, (reading, weight) => reading.At * weight).Sum() / all;
        var spread = readings.Zip(weights, (reading, weight) => weight * Math.Pow(reading.At - time, 2)).Sum();
        if (!(spread > 1e-9 * all))
        {
            return null;
        }

        // Where readings lie further apart than their doubts say, the doubt of their drift grows with them.
        var value = readings.Zip(weights, (reading, weight) => reading.Value * weight).Sum() / all;
        var perUnit = readings.Zip(weights, (reading, weight) => weight * (reading.At - time) * (reading.Value - value)).Sum() / spread;
        var left = readings
            .Zip(weights, (reading, weight) => weight * Math.Pow(reading.Value - value - (perUnit * (reading.At - time)), 2))
            .Sum();
        return (perUnit, Math.Sqrt(Math.Max(1, left / (readings.Count - 2)) / spread));
    }
}
