namespace Regatta.Core.Carrying;

/// <summary>Why a mode is not sailed in a wind.</summary>
public enum ModeClosed
{
    /// <summary>It is open.</summary>
    Not,

    /// <summary>Nothing she has may stand in this wind.</summary>
    NothingHolds,

    /// <summary>What is carried is too much: a reef or a smaller sail comes first.</summary>
    ReefDue,

    /// <summary>Its wind has not come yet.</summary>
    TooLight,

    /// <summary>Its wind is over.</summary>
    TooStrong,

    /// <summary>The class has not said up to where its sail stands.</summary>
    NoLimit,

    /// <summary>Its sail may not stand at this angle in any wind.</summary>
    Angle,

    /// <summary>The mean wind is beyond its sail's limit.</summary>
    Mean,

    /// <summary>The gusts are beyond its sail's limit and what gusts may add.</summary>
    Gust,
}

/// <summary>Whether a mode is sailed in a wind, by whom.</summary>
/// <param name="Mode">The mode.</param>
/// <param name="Sail">The sail with limits of its own that stands in it; null for none.</param>
/// <param name="Word">Open, open to the experienced, or closed.</param>
/// <param name="Closed">Why it is closed.</param>
/// <param name="Limit">The number it is closed by: a mean, or a gust; null where it is another reason.</param>
/// <param name="Zones">The limits of its sail with what each says now; empty for a mode without such a sail.</param>
public sealed record ModeCarry(
    SailingMode Mode,
    string? Sail,
    LimitWord Word,
    ModeClosed Closed,
    Speed? Limit,
    IReadOnlyList<(SailLimit Limit, LimitWord Word)> Zones
)
{
    /// <summary>The true angles its sail may stand at for everybody now, where it may not at all of those the class speaks of; null where
    /// there is nothing to say.</summary>
    public (Angle From, Angle To)? OnlyBetween =>
        Word == LimitWord.Open
        && Zones.Where(zone => zone.Word == LimitWord.Open).ToList() is { Count: > 0 } open
        && open.Count < Zones.Count
            ? (open.Min(zone => zone.Limit.From), open.Max(zone => zone.Limit.To))
            : null;

    /// <summary>Judges a mode.</summary>
    /// <param name="definition">The class.</param>
    /// <param name="mode">The mode; not the class's first.</param>
    /// <param name="wind">The conditions.</param>
    /// <param name="crew">Who carries.</param>
    /// <param name="carried">The plan carried, as it is judged; null where nothing holds.</param>
    /// <param name="largest">The class's largest plan, as it is judged.</param>
    internal static ModeCarry Of(
        ClassDefinition definition,
        SailingMode mode,
        WindConditions wind,
        CarryingCrew crew,
        PlanCarry? carried,
        PlanCarry largest
    )
    {
        var sail = definition.SailOf(mode);
        var limits = definition.LimitsOf(mode);
        var zones = limits.Select(limit => (limit, Word: WordOf(definition, limit, wind, crew))).ToList();
        ModeCarry Shut(ModeClosed why, Speed? limit = null) => new(mode, sail, LimitWord.No, why, limit, zones);

        if (carried is null)
        {
            return Shut(ModeClosed.NothingHolds);
        }

        if (carried.TooMuch || (sail is not null && largest.TooMuch))
        {
            return Shut(ModeClosed.ReefDue);
        }

        if (
            mode.Ends is { } ends
            && (wind.Mean.Reaches(ends) || (mode.Trigger?.On == TriggerWind.Gust && wind.Gust?.Reaches(ends) == true))
        )
        {
            return Shut(ModeClosed.TooStrong, ends);
        }

        if (mode.Trigger is { } trigger && !trigger.Of(wind).Reaches(trigger.Back))
        {
            return Shut(ModeClosed.TooLight, trigger.In);
        }

        if (sail is null)
        {
            return new(mode, null, LimitWord.Open, ModeClosed.Not, null, zones);
        }

        if (limits.Count == 0)
        {
            return Shut(ModeClosed.NoLimit);
        }

        var asked = wind.Angle is { } angle ? limits.Where(limit => limit.Covers(angle)).ToList() : limits;
        if (asked.Count == 0)
        {
            return Shut(ModeClosed.Angle);
        }

        // Where the angle is known the strictest of its zones holds; where it is not, the mode is open as far as the best of them.
        var words = asked.Select(limit => WordOf(definition, limit, wind, crew));
        var word = wind.Angle is null ? words.Min() : words.Max();
        if (word != LimitWord.No)
        {
            return new(mode, sail, word, ModeClosed.Not, null, zones);
        }

        var beside = crew.Beside(definition.Reefing);
        var most = asked.Select(limit => beside.Lowest(beside.Newcomer < 1 ? limit.Open : limit.Most));
        var least = wind.Angle is null ? most.Max() : most.Min();
        return wind.Mean.Exceeds(least)
            ? Shut(ModeClosed.Mean, least)
            : Shut(ModeClosed.Gust, least.Times(definition.Reefing.GustAllowance));
    }

    /// <summary>What a limit says in a wind: both its mean and its gusts hold.</summary>
    private static LimitWord WordOf(ClassDefinition definition, SailLimit limit, WindConditions wind, CarryingCrew crew)
    {
        var beside = crew.Beside(definition.Reefing);
        var ofMean = LimitChart.Word([limit], wind.Mean, limit.Middle, beside);
        var ofGust = wind.Gust is { } blows
            ? LimitChart.Word([limit], blows.Times(1 / definition.Reefing.GustAllowance), limit.Middle, beside)
            : ofMean;
        return ofMean > ofGust ? ofMean : ofGust;
    }
}
