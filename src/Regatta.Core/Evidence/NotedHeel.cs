namespace Regatta.Core.Evidence;

/// <summary>The heel of the runs that noted it, summed: what is believed of those that did not.</summary>
/// <param name="Count">How many noted it.</param>
/// <param name="Sum">Their heel in degrees, to leeward.</param>
/// <param name="Squares">The same, squared.</param>
public readonly record struct NotedHeel(int Count, double Sum, double Squares)
{
    /// <summary>Of a list.</summary>
    public static NotedHeel Of(IEnumerable<double> noted) => noted.Aggregate(new NotedHeel(), (sums, heel) => sums.With(heel));

    /// <summary>With one more; null changes nothing.</summary>
    public NotedHeel With(double? heel) => heel is { } noted ? new(Count + 1, Sum + noted, Squares + (noted * noted)) : this;

    /// <summary>Without one of them; null changes nothing.</summary>
    public NotedHeel Without(double? heel) => heel is { } noted ? new(Count - 1, Sum - noted, Squares - (noted * noted)) : this;

    /// <summary>The heel believed of runs that did not note it, in degrees: h̄ = (m·h0 + Σh)/(m + n), s² = (m·v0 + Σ(h − h̄)²)/(m + n).
    /// Source: models M7.</summary>
    public (double Mean, double Variance) Unnoted
    {
        get
        {
            var runs = EvidenceRules.UnnotedHeelRuns + Count;
            var mean = ((EvidenceRules.UnnotedHeelRuns * EvidenceRules.UnnotedHeel) + Sum) / runs;
            var spread = Math.Max(0, Squares - (2 * mean * Sum) + (Count * mean * mean));
            return (mean, ((EvidenceRules.UnnotedHeelRuns * EvidenceRules.UnnotedHeelVariance) + spread) / runs);
        }
    }
}
