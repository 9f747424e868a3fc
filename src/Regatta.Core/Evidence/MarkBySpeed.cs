namespace Regatta.Core.Evidence;

/// <summary>Where a control stood in the better half of a band's runs with a track, and where in the other half. The wind is taken out by a
/// line of least squares; boats, sailors and waves are not, so it proves nothing where both intervals meet. Ours.</summary>
/// <param name="Better">Of the better half.</param>
/// <param name="Other">Of the other half.</param>
public sealed record MarkBySpeed(MarkByFeel Better, MarkByFeel Other)
{
    /// <summary>Whether the two intervals lie apart.</summary>
    public bool Differs => Better.High.Position < Other.Low.Position - 1e-9 || Better.Low.Position > Other.High.Position + 1e-9;

    /// <summary>Of the runs that made more good to windward than others in as much wind.</summary>
    /// <param name="control">The control.</param>
    /// <param name="runs">The runs of a band, with a track or without.</param>
    /// <returns>Null with fewer than <see cref="MarkByFeel.Enough"/> runs in either half.</returns>
    public static MarkBySpeed? OfSpeed(Control control, IEnumerable<SessionEvidence> runs) =>
        Of(control, runs, track => track.MadeGood.MetresPerSecond);

    /// <summary>Of the runs that pointed higher than others in as much wind.</summary>
    /// <inheritdoc cref="OfSpeed"/>
    public static MarkBySpeed? OfHeight(Control control, IEnumerable<SessionEvidence> runs) =>
        Of(control, runs, track => -track.OffWind?.Degrees);

    private static MarkBySpeed? Of(Control control, IEnumerable<SessionEvidence> runs, Func<TrackEvidence, double?> measure)
    {
        List<(SessionEvidence Run, double Wind, double Value)> tracked =
        [
            .. from run in runs
            let value = run.Track is { } track ? measure(track) : null
            where value is not null && run.Marks.ContainsKey(control.Key)
            select (run, run.EffectiveWind.Mean.MetresPerSecond, value.Value),
        ];
        if (tracked.Count < 2 * MarkByFeel.Enough)
        {
            return null;
        }

        var (wind, level) = (tracked.Average(run => run.Wind), tracked.Average(run => run.Value));
        var spread = tracked.Sum(run => (run.Wind - wind) * (run.Wind - wind));
        var slope = spread < 1e-9 ? 0 : tracked.Sum(run => (run.Wind - wind) * (run.Value - level)) / spread;
        var ranked = tracked.OrderByDescending(run => run.Value - level - (slope * (run.Wind - wind))).Select(run => run.Run).ToList();
        return
            MarkByFeel.OfAll(control, ranked.Take(ranked.Count / 2)) is { } better
            && MarkByFeel.OfAll(control, ranked.Skip((ranked.Count + 1) / 2)) is { } other
            ? new(better, other)
            : null;
    }
}

/// <summary>What a step of a control was worth where two boats sailed beside each other with tracks: the same wind and water for both, the
/// other marks whatever they were. Ours.</summary>
public static class PairedBoats
{
    /// <summary>Two runs begun within this time of each other are of boats beside each other.</summary>
    public static readonly TimeSpan Within = TimeSpan.FromMinutes(20);

    /// <summary>The speed made good to windward that a step more was worth, in metres a second.</summary>
    /// <param name="control">The control.</param>
    /// <param name="runs">The runs of a band, with a track or without; each is of one pair at most.</param>
    /// <returns>Null with fewer than <see cref="MarkByFeel.Enough"/> pairs whose marks differ.</returns>
    public static PairedDifference? Of(Control control, IEnumerable<SessionEvidence> runs)
    {
        var free = runs.Where(run => run is { Track: not null, Boat: not null } && run.Marks.ContainsKey(control.Key))
            .OrderBy(run => run.SailedAt)
            .ThenBy(run => run.Number)
            .ToList();
        var worth = new List<double>();
        while (free.Count > 1)
        {
            var one = free[0];
            free.RemoveAt(0);
            var beside = free.FindIndex(other =>
                other.SailedAt - one.SailedAt <= Within
                && other.Boat != one.Boat
                && other.Marks[control.Key].DistanceTo(one.Marks[control.Key]) > control.Scale.Step / 2
            );
            if (beside >= 0)
            {
                var other = free[beside];
                free.RemoveAt(beside);
                var steps = (other.Marks[control.Key].Position - one.Marks[control.Key].Position) / control.Scale.Step;
                worth.Add((other.Track!.Value.MadeGood.MetresPerSecond - one.Track!.Value.MadeGood.MetresPerSecond) / steps);
            }
        }

        return worth.Count < MarkByFeel.Enough ? null : PairedDifference.Of(worth);
    }
}
