namespace Regatta.Core.Carrying;

/// <summary>The sentences of <see cref="Carry"/>. No other place says what may be carried, what is too much or which mode holds.</summary>
/// <param name="unit">The reader's unit.</param>
public sealed class CarryText(SpeedUnit unit)
{
    /// <summary>A limit's number in a unit, rounded down: whole knots and km/h, else tenths.</summary>
    public static string Number(Speed limit, SpeedUnit unit)
    {
        var tenths = unit is SpeedUnit.Knot or SpeedUnit.KilometrePerHour ? 1 : 10;
        return NumberText.Plain(Math.Floor((limit.In(unit) * tenths) + 0.001) / tenths, 1);
    }

    /// <summary>A limit in a unit, rounded down.</summary>
    public static string Show(Speed limit, SpeedUnit unit) => $"{Number(limit, unit)} {unit.Symbol()}";

    /// <summary>Said where nothing she has holds.</summary>
    public const string StayAshore = "Nothing she has holds in this wind: stay ashore.";

    /// <summary>What is carried now: "carry reef 1". Empty where there is no choice and nothing is too much.</summary>
    public string Now(Carry carry) =>
        carry.StayAshore ? StayAshore
        : carry.Plans.Count > 1 ? $"carry {carry.Recommended!.Name}"
        : "";

    /// <summary>What is too much, by which number and whose, and what comes then; null where nothing is.</summary>
    public string? TooMuch(Carry carry)
    {
        var judged = carry.Carried ?? carry.Plans[^1];
        if (!judged.TooMuch)
        {
            return null;
        }

        // The nearest limit that is reached: its own, or a smaller plan's where its own is not known.
        var by = carry.Plans.SkipWhile(plan => plan != judged).First(plan => plan.Point.Mean is { } mean && IsReached(carry, plan, mean));
        var number = by.ByGust ? $"gusts of {Shown(by.Point.Gust!.Value)}" : Shown(by.Point.Mean!.Value);
        var whose = carry.Crew.Crew.IsEmpty ? "" : $" {carry.Crew.Whose}";
        var then = carry.Recommended is { } next ? $"Carry {next.Name}." : StayAshore;
        return $"Too much {(carry.Plans.Count > 1 ? $"for {judged.Plan.Name} " : "")}from {number} on{whose}. {then}";
    }

    /// <summary>When what is carried becomes too much, and what comes then; null where that is far.</summary>
    public string? Before(Carry carry) =>
        carry.Before switch
        {
            { Next: { } next } before => $"Reef before {Shown(before.Mean)}, or gusts of {Shown(before.Gust)}: then {next.Name}.",
            { } before => $"Her last sails end at {Shown(before.Mean)}, or gusts of {Shown(before.Gust)}: then stay ashore.",
            null => null,
        };

    /// <summary>What another wind's judgement says of its sails: "carry reef 1".</summary>
    public string Then(Carry carry) => carry.Recommended is { } plan ? $"carry {plan.Name}" : "nothing she has: stay ashore";

    /// <summary>The sails of another band in as few words as a button has room for.</summary>
    public static string Brief(Carry carry) => carry.Recommended?.Name ?? "stay ashore";

    /// <summary>Why a mode is not sailed now, or for whom and between which angles it is; null where it is open to all.</summary>
    public string? Mode(ModeCarry mode)
    {
        var name = Capital(mode.Mode.Name);
        return mode.Closed switch
        {
            ModeClosed.NothingHolds => $"No {mode.Mode.Name}: stay ashore.",
            ModeClosed.ReefDue => $"No {mode.Mode.Name}: this is a wind to reef in.",
            ModeClosed.TooLight => $"{name} begins at {Shown(mode.Limit!.Value)}.",
            ModeClosed.TooStrong => $"{name} ends at {Shown(mode.Limit!.Value)}.",
            ModeClosed.NoLimit => $"Nobody has said up to where the {mode.Sail} stands: ask the class’s captain.",
            ModeClosed.Angle => $"No {mode.Sail} at this angle.",
            ModeClosed.Mean => $"No {mode.Sail}: beyond {Shown(mode.Limit!.Value)}.",
            ModeClosed.Gust => $"No {mode.Sail}: gusts beyond {Shown(mode.Limit!.Value)}.",
            _ when mode.Word == LimitWord.Experienced => $"{name} for the experienced only{Between(mode, LimitWord.Experienced)}.",
            _ when mode.OnlyBetween is not null => $"{name} only{Between(mode, LimitWord.Open)}.",
            _ => null,
        };
    }

    /// <summary>What the last minutes say of a mode.</summary>
    public string Mode(ModeNow now)
    {
        var (name, last) = (now.Mode.Mode.Name, now.Of == 1 ? "the last minute" : $"the last {now.Of} minutes");
        var usual = now.Usual?.Name;
        var bound = Mode(now.Mode);
        return now switch
        {
            { IsAdvised: true } when now.Minutes == now.Of => $"{Capital(name)}: its wind blew in all of {last}.{After(bound)}",
            { IsAdvised: true } => $"{Capital(name)} now: {now.Minutes} of {last}."
                + (usual is null ? "" : $" Back to {usual} the moment it drops.")
                + After(bound),
            { Holds: true } => bound!,
            { Minutes: 0 } => (usual is null ? "" : $"{Capital(usual)}: ")
                + $"{(usual is null ? Capital(name) : name)} was possible in none of {last}.",
            _ => $"{Capital(name)} possible in {now.Minutes} of {last}" + (usual is null ? "." : $": {usual}, and be ready."),
        };
    }

    /// <summary>Why the mark of a purpose is not on the card.</summary>
    public string Refused(Purpose purpose, Control control, Speed until, Purpose usual) =>
        $"{control.Name}: the mark for {purpose.Name} ends at {Shown(until)}. The one for {usual.Name} stands here instead.";

    /// <summary>What a limit of a sail says now, in a word or two.</summary>
    public static string Word(ModeCarry mode, SailLimit limit) =>
        mode.Closed is ModeClosed.ReefDue ? "no: a reef comes first"
        : mode.Closed is ModeClosed.NothingHolds ? "no: stay ashore"
        : mode.Zones.First(zone => zone.Limit == limit).Word switch
        {
            LimitWord.Open => "open",
            LimitWord.Experienced => "for the experienced",
            _ => "no",
        };

    /// <summary>Up to where a plan is carried, for a printed card; empty where nobody knows.</summary>
    public string UpTo(ReefPoint point) =>
        point is { Mean: { } mean, Gust: { } gust } ? $"Too much from {Shown(mean)} on, or gusts of {Shown(gust)}." : "";

    private string Shown(Speed limit) => Show(limit, unit);

    private static bool IsReached(Carry carry, PlanCarry plan, Speed mean) =>
        carry.Wind.Mean.Reaches(mean) || (plan.Point.Gust is { } most && carry.Wind.Gust?.Reaches(most) == true);

    private static string Between(ModeCarry mode, LimitWord word)
    {
        var zones = mode.Zones.Where(zone => zone.Word == word).ToList();
        return zones.Count == mode.Zones.Count || zones.Count == 0
            ? ""
            : $", at {zones.Min(zone => zone.Limit.From.Degrees):0}–{zones.Max(zone => zone.Limit.To.Degrees):0}°";
    }

    private static string After(string? sentence) => sentence is null ? "" : " " + sentence;

    private static string Capital(string text) => text.Length == 0 ? text : char.ToUpperInvariant(text[0]) + text[1..];
}
