namespace Regatta.Core.Classes;

/// <summary>The wind bands that the headings of somebody's own table mean.</summary>
internal static class PastedBands
{
    private static readonly Parsed<WindBands> Alone = Parsed<WindBands>.Bad(
        "Some headings are one wind and some are from one to another. Write all of them from … to …."
    );

    /// <summary>How much stronger than its lower edge the last band ends where the table does not say.</summary>
    private static readonly Speed UsualWidth = Speed.FromKnots(6);

    /// <summary>Bands that join. Single winds are the bands' middles. Of whole numbers 0-4 and 5-8 mean up to 5, and from 5: what ends a
    /// whole unit below the next begins reaches up to it.</summary>
    /// <param name="heads">The headings, at least two.</param>
    /// <returns>The bands, or the first gap or overlap in a sentence.</returns>
    public static Parsed<WindBands> Of(IReadOnlyList<PastedWind> heads)
    {
        if (heads.Count > Limits.Bands)
        {
            return Parsed<WindBands>.Bad($"A class has at most {Limits.Bands} wind bands.");
        }

        var single = heads.Count(head => head.Wind.From == head.Wind.To);
        return single == heads.Count ? Middles(heads)
            : single > 0 ? Alone
            : Ranges(heads);
    }

    private static Parsed<WindBands> Middles(IReadOnlyList<PastedWind> heads)
    {
        var winds = heads.Select(head => head.Wind.From!.Value.MetresPerSecond).ToList();
        if (winds.Zip(winds.Skip(1)).Any(pair => pair.Second <= pair.First))
        {
            return Parsed<WindBands>.Bad("The winds in the headings do not rise from band to band.");
        }

        var edges = winds.Zip(winds.Skip(1), (one, other) => (one + other) / 2).ToList();
        return Join(heads, [Math.Max(0, (2 * winds[0]) - edges[0]), .. edges], [.. edges, (2 * winds[^1]) - edges[^1]]);
    }

    private static Parsed<WindBands> Ranges(IReadOnlyList<PastedWind> heads)
    {
        var from = heads.Select(head => head.Wind.From?.MetresPerSecond ?? 0).ToList();
        var to = heads.Select((head, at) => head.Wind.To?.MetresPerSecond ?? Open(at)).ToList();
        var whole = false;
        for (var at = 0; at + 1 < heads.Count; at++)
        {
            var unit = Speed.From(1, heads[at].Wind.Unit).MetresPerSecond;
            if (from[at + 1] - to[at] is var gap && gap > 1e-9 && gap <= unit * 1.001)
            {
                (to[at], whole) = (from[at + 1], true);
            }
        }

        if (whole && heads[^1].Wind.To is not null)
        {
            to[^1] += Speed.From(1, heads[^1].Wind.Unit).MetresPerSecond;
        }

        return Join(heads, from, to);

        double Open(int at) =>
            at + 1 < heads.Count ? heads[at + 1].Wind.From?.MetresPerSecond ?? from[at] : from[at] + UsualWidth.MetresPerSecond;
    }

    private static Parsed<WindBands> Join(IReadOnlyList<PastedWind> heads, IReadOnlyList<double> from, IReadOnlyList<double> to)
    {
        var bands = new List<WindBand>();
        foreach (var (head, at) in heads.Select((head, at) => (head, at)))
        {
            if (to[at] <= from[at])
            {
                return Parsed<WindBands>.Bad($"“{head.Name}” ends where it begins, or before.");
            }

            var name = heads.Take(at).Any(other => other.Name == head.Name) ? $"{head.Name} {at + 1}" : head.Name;
            bands.Add(new(new(at + 1), name, Speed.FromMetresPerSecond(from[at]), Speed.FromMetresPerSecond(to[at])));
        }

        return bands.Zip(bands.Skip(1)).Any(pair => pair.Second.From < pair.First.From)
            ? Parsed<WindBands>.Bad("The winds in the headings do not rise from band to band.")
            : WindBands.Of(bands);
    }
}
