namespace Regatta.Core.Station;

/// <summary>What a station's last minutes and last hour say of how to sail a class.</summary>
public static class StationAdvice
{
    /// <summary>A sentence for each mode with a trigger that is sailed now or again and again, and one where the wind leaves its band
    /// within the hour.</summary>
    /// <param name="planModes">The class's modes.</param>
    /// <param name="bands">Its bands.</param>
    /// <param name="now">The mean wind now at the class's height.</param>
    /// <param name="minutes">The last minutes at the station's height, oldest first.</param>
    /// <param name="blocks">Ten-minute means at the station's height, by their ends.</param>
    /// <param name="heard">The station's mean and the time of its newest second.</param>
    public static IReadOnlyList<string> Of(
        PlanModes planModes,
        WindBands bands,
        Speed now,
        IReadOnlyList<WindMinute> minutes,
        IEnumerable<(DateTimeOffset At, Speed Mean)> blocks,
        (DateTimeOffset At, Speed Mean) heard
    )
    {
        var factor = heard.Mean.MetresPerSecond > 0 ? now.MetresPerSecond / heard.Mean.MetresPerSecond : 1;
        List<WindMinute> here = [.. minutes.Select(minute => minute.Times(factor))];
        var said = planModes
            .Modes.Skip(1)
            .Where(mode => mode.Trigger is not null)
            .Select(mode => ModeAdvice.From(mode.Trigger!, here)?.Say(mode.Name, UsualBeside(planModes, mode.Key)))
            .OfType<string>()
            .ToList();
        if (WindTrend.Of(blocks.Select(block => (block.At, block.Mean.Times(factor))), heard.At)?.Becomes(bands, now) is { } then)
        {
            said.Add(
                $"{(then.From < now ? "Dying" : "Building")}: {then.Name} within the hour if it goes on so. "
                    + "See what changes before it comes."
            );
        }

        return said;
    }

    /// <summary>The mode beside a triggered one that a sailor is in else: another that is not the first, or the first.</summary>
    private static string UsualBeside(PlanModes planModes, ModeKey mode) =>
        (planModes.Modes.Skip(1).FirstOrDefault(known => known.Key != mode) ?? planModes.Modes[0]).Name;
}
