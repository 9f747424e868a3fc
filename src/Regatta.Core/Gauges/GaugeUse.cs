namespace Regatta.Core.Gauges;

/// <summary>The gauge that answers a question from a picture.</summary>
/// <param name="Gauge">Which.</param>
/// <param name="From">Where one word of the question ends and the next begins, in the gauge's unit: one number fewer than words, rising or
/// falling all the way. Empty where the question is answered by a number: then the number itself is the answer.</param>
public sealed record GaugeUse(GaugeKey Gauge, IReadOnlyList<double> From)
{
    /// <summary>The gauge; null where this installation has none of the name.</summary>
    public Gauge? Known => KnownGauges.Find(Gauge);

    /// <summary>Whether the first word is for the highest numbers.</summary>
    public bool IsFalling => From.Count > 1 && From[1] < From[0];

    /// <summary>Which word a number means, from 0.</summary>
    public int WordAt(double value) => From.Count(end => IsFalling ? value < end : value >= end);

    /// <summary>A number in the middle of what a word covers, to be drawn; beyond the outermost ends by half of what lies between the
    /// others.</summary>
    /// <param name="word">Which, from 0.</param>
    /// <param name="least">The least way from an end, so that a drawing can tell the words apart.</param>
    public double Typical(int word, double least)
    {
        var wide = From.Count > 1 ? Math.Abs(From[^1] - From[0]) / (From.Count - 1) : 0;
        var away = Math.Max(wide / 2, least) * (IsFalling ? -1 : 1);
        return word == 0 ? From[0] - away
            : word == From.Count ? From[^1] + away
            : (From[word - 1] + From[word]) / 2;
    }

    /// <summary>The same gauge with the same ends.</summary>
    public bool Equals(GaugeUse? other) => other is not null && Gauge == other.Gauge && From.SequenceEqual(other.From);

    /// <inheritdoc/>
    public override int GetHashCode() => Gauge.GetHashCode();
}
