namespace Regatta.Core.Wind;

/// <summary>The bands of a class in the order of wind: half-open, no gap, no overlap, at least one.</summary>
public sealed record WindBands
{
    private WindBands(IReadOnlyList<WindBand> bands) => All = bands;

    /// <summary>The bands from light to strong.</summary>
    public IReadOnlyList<WindBand> All { get; }

    /// <summary>The lower edge of the lightest band.</summary>
    public Speed From => All[0].From;

    /// <summary>The upper edge of the strongest band.</summary>
    public Speed To => All[^1].To;

    /// <summary>Joins bands, in any order, into a set.</summary>
    /// <returns>The set, or the first overlap or gap in a sentence that names the two bands.</returns>
    public static Parsed<WindBands> Of(IEnumerable<WindBand> bands)
    {
        var ordered = bands.OrderBy(band => band.From.MetresPerSecond).ToList();
        if (ordered.Count == 0)
        {
            return Parsed<WindBands>.Bad("A class needs at least one wind band.");
        }

        foreach (var (lower, upper) in ordered.Zip(ordered.Skip(1)))
        {
            if (upper.From < lower.To)
            {
                return Parsed<WindBands>.Bad(
                    $"“{lower.Name}” and “{upper.Name}” overlap: the next band must start where the one before ends."
                );
            }

            if (upper.From > lower.To)
            {
                return Parsed<WindBands>.Bad(
                    $"There is a gap between “{lower.Name}” and “{upper.Name}”: the next band must start where the one before ends."
                );
            }
        }

        return ordered.Select(band => band.Id).Distinct().Count() == ordered.Count
            ? Parsed<WindBands>.Good(new(ordered))
            : Parsed<WindBands>.Bad("Two wind bands carry the same number.");
    }

    /// <summary>Bands as they were kept: no rule is held against them any more, for what was published under older rules is still
    /// shown.</summary>
    /// <exception cref="ArgumentException">There is none.</exception>
    public static WindBands Stored(IEnumerable<WindBand> bands) =>
        bands.OrderBy(band => band.From.MetresPerSecond).ToList() is { Count: > 0 } ordered
            ? new(ordered)
            : throw new ArgumentException("A class has at least one wind band.");

    /// <summary>The band a wind lies in; the nearest one when it is lighter or stronger than all.</summary>
    public WindBand At(Speed wind) => All.FirstOrDefault(band => band.Contains(wind)) ?? (wind < From ? All[0] : All[^1]);

    /// <summary>The band of an id, or null.</summary>
    public WindBand? Find(BandId id) => All.FirstOrDefault(band => band.Id == id);

    /// <summary>The stronger neighbour of a band, or null at the top.</summary>
    public WindBand? Above(WindBand band) => All.FirstOrDefault(other => other.From >= band.To);

    /// <summary>The lighter neighbour of a band, or null at the bottom.</summary>
    public WindBand? Below(WindBand band) => All.LastOrDefault(other => other.To <= band.From);

    /// <summary>The bands with the edge between one and its stronger neighbour moved; null when there is no neighbour, or the edge would
    /// not lie inside the two.</summary>
    /// <param name="lower">The lighter of the two.</param>
    /// <param name="to">Where the edge goes.</param>
    public WindBands? WithEdge(WindBand lower, Speed to) =>
        Above(lower) is { } upper && to > lower.From && to < upper.To
            ? Of(
                All.Select(band =>
                    band == lower ? new WindBand(band.Id, band.Name, band.From, to)
                    : band == upper ? new WindBand(band.Id, band.Name, to, band.To)
                    : band
                )
            ).Value
            : null;

    /// <summary>The same bands, edges and names in the same order.</summary>
    public bool Equals(WindBands? other) => other is not null && All.SequenceEqual(other.All);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(All.Count, All[0]);

    /// <summary>The part of a wind in a band below which it only touches it (ours).</summary>
    private const double Touches = 0.15;

    /// <summary>The bands a wind lies in, by rising wind; those it only touches at an end are left out. At least one.</summary>
    public IReadOnlyList<WindBand> Reached(WindRange wind) =>
        All.Zip(Shares(wind)).Where(band => band.Second > Touches).Select(band => band.First).ToList() is { Count: > 0 } reached
            ? reached
            : [At(wind.Mean)];

    /// <summary>The share of a session's wind that lay in each band, in the order of <see cref="All"/>; sums to 1. What lay beyond the ends
    /// counts in the end bands.</summary>
    public IReadOnlyList<double> Shares(WindRange wind)
    {
        var span = wind.To.MetresPerSecond - wind.From.MetresPerSecond;
        if (span == 0)
        {
            var home = At(wind.From);
            return [.. All.Select(band => band == home ? 1.0 : 0.0)];
        }

        return
        [
            .. All.Select(
                (band, at) =>
                {
                    var low = at == 0 ? 0 : band.From.MetresPerSecond;
                    var high = at == All.Count - 1 ? double.PositiveInfinity : band.To.MetresPerSecond;
                    var overlap = Math.Min(high, wind.To.MetresPerSecond) - Math.Max(low, wind.From.MetresPerSecond);
                    return Math.Max(0, overlap) / span;
                }
            ),
        ];
    }
}
