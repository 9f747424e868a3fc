namespace Regatta.Core.Station;

/// <summary>One minute of a station's wind.</summary>
/// <param name="Mean">Its mean.</param>
/// <param name="Gust">Its gust.</param>
/// <param name="Lull">Its lull.</param>
public readonly record struct WindMinute(Speed Mean, Speed Gust, Speed Lull)
{
    /// <summary>The whole minutes of samples, oldest first; a minute heard for less than half is left out (ours).</summary>
    public static IReadOnlyList<WindMinute> Of(IReadOnlyList<WindSample> samples) =>
        [
            .. samples
                .GroupBy(sample => sample.At.UtcTicks / TimeSpan.TicksPerMinute)
                .OrderBy(minute => minute.Key)
                .Select(minute => WindSummary.Of([.. minute]))
                .OfType<WindSummary>()
                .Where(minute => minute.Covered >= TimeSpan.FromSeconds(30))
                .Select(minute => new WindMinute(minute.Mean, minute.Gust, minute.Lull)),
        ];

    /// <summary>The same minute at another strength, as at another height.</summary>
    public WindMinute Times(double factor) => new(Mean.Times(factor), Gust.Times(factor), Lull.Times(factor));
}

/// <summary>What the last minutes say of a mode.</summary>
/// <param name="Now">Whether it is the mode to sail in now.</param>
/// <param name="Minutes">In how many of the minutes it was.</param>
/// <param name="Of">How many minutes were heard.</param>
public sealed record ModeAdvice(bool Now, int Minutes, int Of)
{
    /// <summary>Follows a trigger through minutes, oldest first; null without a minute. Before the first minute she is out of the
    /// mode.</summary>
    public static ModeAdvice? From(ModeTrigger trigger, IReadOnlyList<WindMinute> minutes)
    {
        var (now, count) = (false, 0);
        foreach (var minute in minutes)
        {
            now = Holds(trigger, now, minute);
            count += now ? 1 : 0;
        }

        return minutes.Count == 0 ? null : new(now, count, minutes.Count);
    }

    /// <summary>Whether she is in the mode after a minute, given whether she was before.</summary>
    public static bool Holds(ModeTrigger trigger, bool before, WindMinute minute)
    {
        var wind = trigger.On switch
        {
            TriggerWind.Mean => minute.Mean,
            TriggerWind.Gust => minute.Gust,
            _ => minute.Lull,
        };
        return before ? wind >= trigger.Back : wind >= trigger.In;
    }

    /// <summary>The advice in a sentence.</summary>
    /// <param name="mode">The mode of the trigger.</param>
    /// <param name="usual">The mode she is sailed in else.</param>
    public string Say(string mode, string usual) =>
        (Now, Minutes) switch
        {
            (true, _) when Minutes == Of => $"{Capital(mode)}: it held for all of {Last}.",
            (true, _) => $"{Capital(mode)} now: {Minutes} of {Last}. Back to {usual} the moment it drops.",
            (false, 0) => $"{Capital(usual)}: {mode} was possible in none of {Last}.",
            _ => $"{Capital(mode)} possible in {Minutes} of {Last}: {usual}, and be ready.",
        };

    private string Last => Of == 1 ? "the last minute" : $"the last {Of} minutes";

    private static string Capital(string text) => text.Length == 0 ? text : char.ToUpperInvariant(text[0]) + text[1..];
}
