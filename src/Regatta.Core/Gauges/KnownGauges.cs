using System.Collections.Immutable;

namespace Regatta.Core.Gauges;

/// <summary>The gauges there are. Formulas: models M9; where to stand is common practice, no source; the doubts of standing are what
/// sails of known shape showed, seen from forty places within what each says (`./bench gauge`).</summary>
public static class KnownGauges
{
    /// <summary>The gauges, in the order they are offered.</summary>
    public static ImmutableArray<Gauge> All { get; } = [.. SailGauges.All, .. SparGauges.All, .. LengthGauges.All];

    /// <summary>The gauge of a key; null where there is none.</summary>
    public static Gauge? Find(GaugeKey key) => All.FirstOrDefault(gauge => gauge.Key == key);
}
