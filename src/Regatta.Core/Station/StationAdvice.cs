namespace Regatta.Core.Station;

/// <summary>What a station's last minutes and last hour say of how to sail a class.</summary>
public static class StationAdvice
{
    /// <summary>One sentence on the mode to sail in, and one where the wind leaves its band within the hour.</summary>
    /// <param name="definition">The class.</param>
    /// <param name="carry">What may be carried now, with the station's mean and gust at the class's height.</param>
    /// <param name="text">Says it.</param>
    /// <param name="minutes">The last minutes at the station's height, oldest first.</param>
    /// <param name="blocks">Ten-minute means at the station's height, by their ends.</param>
    /// <param name="heard">The station's mean and the time of its newest second.</param>
    public static IReadOnlyList<string> Of(
        ClassDefinition definition,
        Carry carry,
        CarryText text,
        IReadOnlyList<WindMinute> minutes,
        IEnumerable<(DateTimeOffset At, Speed Mean)> blocks,
        (DateTimeOffset At, Speed Mean) heard
    )
    {
        var now = carry.Wind.Mean;
        var factor = heard.Mean.MetresPerSecond > 0 ? now.MetresPerSecond / heard.Mean.MetresPerSecond : 1;
        var said = new List<string>();
        if (ModeAdvice.Of(definition.PlanModes, carry, [.. minutes.Select(minute => minute.Times(factor))]) is { } mode)
        {
            said.Add(text.Mode(mode));
        }

        if (
            WindTrend.Of(blocks.Select(block => (block.At, block.Mean.Times(factor))), heard.At)?.Becomes(definition.Bands, now) is { } then
        )
        {
            said.Add(
                $"{(then.From < now ? "Dying" : "Building")}: {then.Name} within the hour if it goes on so. "
                    + "See what changes before it comes."
            );
        }

        return said;
    }
}
