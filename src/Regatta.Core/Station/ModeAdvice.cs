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

/// <summary>What the last minutes say of the modes of a class. What closes a mode is <see cref="Carry"/>'s to say; here only its trigger is
/// followed through the minutes.</summary>
public static class ModeAdvice
{
    /// <summary>The one mode to speak of: the one that is open and holds now, of two the one of more wind; else one that was possible in
    /// some minutes; else one that is closed though its wind is there. Null where the class has no triggers, or no minute was
    /// heard.</summary>
    /// <param name="planModes">The class's modes.</param>
    /// <param name="carry">What may be carried now.</param>
    /// <param name="minutes">The last minutes at the class's height, oldest first.</param>
    public static ModeNow? Of(PlanModes planModes, Carry carry, IReadOnlyList<WindMinute> minutes)
    {
        var judged = carry
            .Modes.Where(mode => mode.Mode.Trigger is not null && minutes.Count > 0)
            .Select(mode => (Mode: mode, Held: Follow(mode.Mode, minutes)))
            .OrderByDescending(mode => mode.Mode.Mode.Trigger!.In)
            .ToList();
        if (carry.TooMuch)
        {
            judged.RemoveAll(mode => mode.Held.Count == 0);
        }

        if (judged.Count == 0)
        {
            return null;
        }

        var (chosen, held) =
            judged.Find(mode => mode is { Mode.Word: LimitWord.Open, Held.Now: true }) is { Mode: not null } now ? now
            : judged.Find(mode => mode.Mode.Closed is not (ModeClosed.Not or ModeClosed.TooLight or ModeClosed.TooStrong) && mode.Held.Now)
                is { Mode: not null } shut
                ? shut
            : judged.Find(mode => mode.Mode.Word == LimitWord.Experienced && mode.Held.Now) is { Mode: not null } hard ? hard
            : judged
                .Where(mode => mode.Mode.Closed is ModeClosed.Not or ModeClosed.TooLight)
                .OrderByDescending(mode => mode.Held.Count)
                .FirstOrDefault();
        return chosen is null ? null : new(chosen, UsualBeside(planModes, carry, chosen.Mode), held.Now, held.Count, minutes.Count);
    }

    /// <summary>Follows a mode's trigger through minutes, oldest first: whether it holds after the last, and in how many it did. Before
    /// the first minute she is out of the mode.</summary>
    public static (bool Now, int Count) Follow(SailingMode mode, IReadOnlyList<WindMinute> minutes)
    {
        var (now, count) = (false, 0);
        foreach (var minute in minutes)
        {
            now = Holds(mode, now, minute);
            count += now ? 1 : 0;
        }

        return (now, count);
    }

    /// <summary>Whether she is in the mode after a minute, given whether she was before. It ends at its end at once.</summary>
    public static bool Holds(SailingMode mode, bool before, WindMinute minute)
    {
        var trigger = mode.Trigger!;
        var wind = trigger.On switch
        {
            TriggerWind.Mean => minute.Mean,
            TriggerWind.Gust => minute.Gust,
            _ => minute.Lull,
        };
        return wind.Reaches(before ? trigger.Back : trigger.In) && !(mode.Ends is { } ends && minute.Mean.Reaches(ends));
    }

    /// <summary>The mode she is in else: an open one that begins in less wind, then one without a trigger that is not the first; null
    /// where there is none, or what it would be is not open.</summary>
    private static SailingMode? UsualBeside(PlanModes planModes, Carry carry, SailingMode mode)
    {
        var lighter = planModes
            .Modes.Where(other => other.Trigger is { } trigger && trigger.In < mode.Trigger!.In)
            .MaxBy(other => other.Trigger!.In);
        var usual = lighter ?? planModes.Modes.Skip(1).FirstOrDefault(other => other.Key != mode.Key && other.Trigger is null);
        return usual is not null && carry.Of(usual.Key)?.Closed is ModeClosed.Not or ModeClosed.TooStrong ? usual : null;
    }
}
