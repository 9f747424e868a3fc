namespace Regatta.Core.Checks;

/// <summary>How a kind of boat tells whether she is balanced.</summary>
public enum BalanceKind
{
    /// <summary>By the tiller over its tape: one rudder.</summary>
    Tiller,

    /// <summary>By the tiller, with two rudders that must agree first.</summary>
    TwoRudders,

    /// <summary>From the bank, hands off the stick.</summary>
    Radio,

    /// <summary>By the pull on the front and the back hand: there is no rudder.</summary>
    Sailboard,
}

/// <summary>A class's balance check: its kind, and the heel it is done at.</summary>
/// <param name="Kind">Which kind of check.</param>
/// <param name="Heel">The heel the class aims at, + to leeward; null for flat.</param>
public sealed record BalanceCheck(BalanceKind Kind, Angle? Heel)
{
    /// <summary>Whether bodies hold her up: she is hiked. Not a keelboat or a trimaran, which ease, feather or reef.</summary>
    public bool Hiked { get; init; } = true;

    /// <summary>A tiller, sailed flat: what a class does that has not said.</summary>
    public static BalanceCheck Usual { get; } = new(BalanceKind.Tiller, null);

    /// <summary>More heel than this is no aim of any class.</summary>
    public static readonly Angle MostHeel = Angle.FromDegrees(25);

    /// <summary>The gates in the order they are asked, with their words. Close-hauled is asked where she is sailed upwind.</summary>
    /// <param name="upwind">Whether the mode is the class's first, which is sailed to windward.</param>
    public IReadOnlyList<(Gate Gate, string Words)> Gates(bool upwind) =>
        [.. AllGates.Where(gate => upwind || gate.Gate != Gate.CloseHauled)];

    /// <summary>All gates of the kind.</summary>
    private IReadOnlyList<(Gate Gate, string Words)> AllGates =>
        Kind switch
        {
            BalanceKind.Radio =>
            [
                (Gate.RudderCentred, "Ran dead downwind straight, hands off, within 2 clicks"),
                (Gate.CloseHauled, "Close-hauled"),
                (Gate.SteadyFullSpeed, "Steady breeze, 10 to 20 m at full speed"),
                (Gate.Flat, Heel is null ? "Not pressed over" : AtHeel),
                (Gate.Trimmed, "Sheets where the card has them"),
                (Gate.HandsOff, "Hands off the stick"),
            ],
            BalanceKind.Sailboard =>
            [
                (Gate.CloseHauled, "Close-hauled or near it"),
                (Gate.SteadyFullSpeed, "Steady wind, full speed"),
                (Gate.RigUpright, "Rig upright"),
                (Gate.DraftSteady, "Draft steady"),
            ],
            _ =>
            [
                (Gate.RudderCentred, Kind == BalanceKind.TwoRudders ? "Both rudders straight, and they agree" : "Rudder sat straight"),
                (Gate.CloseHauled, "Close-hauled"),
                (Gate.SteadyFullSpeed, "Steady breeze, full speed"),
                (Gate.Flat, AtHerHeel),
                (Gate.Trimmed, "Trimmed, telltales streaming"),
            ],
        };

    /// <summary>What to do first where a gate does not hold: nothing read before that tells of her balance. Common practice.</summary>
    public string FirstDo(Gate gate) =>
        gate switch
        {
            Gate.RudderCentred when Kind == BalanceKind.TwoRudders => "Make both rudders agree first: each pulls for itself else.",
            Gate.RudderCentred when Kind == BalanceKind.Radio => "Trim the rudder until she runs straight downwind, hands off.",
            Gate.RudderCentred => "Centre the rudder first; read both tacks, then its error shows.",
            Gate.CloseHauled => "Bring her close-hauled first: on a reach every boat turns up.",
            Gate.SteadyFullSpeed => "Wait for steady breeze and full speed, 10 to 20 m: while she gathers way the helm tells nothing.",
            Gate.Flat when Kind == BalanceKind.Radio => "Depower first: sheets out a click or two. Beyond 30° she only slides sideways.",
            Gate.Flat when !Hiked => "Ease or reef until she sails at her heel: heel alone turns her up.",
            Gate.Flat => "Hike, or ease, until she sails at her heel. Beyond 30° depower first: heel alone turns her up.",
            Gate.Trimmed => "Trim first, telltales streaming: an eased main or headsail turns her by itself.",
            Gate.HandsOff => "Hands off the stick first: what you hold, you do not see.",
            Gate.RigUpright => "Stand the rig upright first: a rig that leans pulls by itself.",
            Gate.DraftSteady => "Downhaul until the draft stays: one that wanders pulls now here, now there.",
            _ => "See to that first.",
        };

    /// <summary>The words for balance, from lee to weather, with the degrees each stands for.</summary>
    public IReadOnlyList<HelmWord> Words => HelmWords.Of(Kind);

    /// <summary>What is read, as a heading.</summary>
    public string Title => Kind == BalanceKind.Sailboard ? "Pull" : "Helm";

    /// <summary>What is done with the drawing, in a sentence.</summary>
    public string HowTo =>
        Kind switch
        {
            BalanceKind.Radio => "Drag her bow to where she went, pick a word, or type degrees: + turns up, − bears away.",
            BalanceKind.Sailboard =>
                "Drag the pull between your hands, pick a word, or type a number: + back hand, − front hand, 3 is a little.",
            _ => "Drag the tiller to where it sat over the tape, pick a word, or type degrees: + weather, − lee.",
        };

    /// <summary>The check in the order it is done. Common practice.</summary>
    public IReadOnlyList<string> Steps =>
        Kind switch
        {
            BalanceKind.Radio =>
            [
                "Run dead downwind, hands off: two trim clicks at the most to run straight.",
                "Close-hauled in a steady breeze, 10 to 20 m at full speed.",
                "Hands off: does she turn up, go straight or bear away?",
                "The same on the other tack.",
            ],
            BalanceKind.Sailboard =>
            [
                "Full speed in a steady wind, hooked in, rig upright.",
                "Both hands light: which one pulls, front or back? Could you let one go?",
                "Is the draft steady?",
                "The same on the other tack.",
            ],
            _ =>
            [
                Kind == BalanceKind.TwoRudders
                    ? "Sight both rudders: straight, and do they agree?"
                    : "Sight the rudder: does it sit straight?",
                "Close-hauled, steady breeze, full speed, 10 to 20 m into the run.",
                $"{AtHerHeel} and trimmed, telltales streaming.",
                "Ease your grip: does she head up, go straight or bear away? Read the tiller against the tape.",
                "The same on the other tack.",
            ],
        };

    /// <summary>A balance in a few words, such as "3.1° of weather helm", or of a sailboard "2 of back-hand pull".</summary>
    public string Describe(Angle helm) =>
        (Kind, Math.Round(helm.Degrees, 1)) switch
        {
            (BalanceKind.Sailboard, 0) => "equal pull",
            (BalanceKind.Sailboard, > 0) => $"{NumberText.Plain(helm.Degrees, 1)} of back-hand pull",
            (BalanceKind.Sailboard, _) => $"{NumberText.Plain(-helm.Degrees, 1)} of front-hand pull",
            _ => HelmWords.Describe(helm),
        };

    /// <summary>Reads the heel aimed at: degrees to leeward.</summary>
    public static Parsed<Angle> ReadHeel(string text) =>
        NumberText
            .Read(text)
            .Then(read =>
                read.Tail is not ("" or "°" or "deg" or "degrees") || Math.Abs(read.Number) > MostHeel.Degrees
                    ? Parsed<Angle>.Bad($"A class aims at a heel of −{MostHeel.Degrees} to {MostHeel.Degrees} degrees, + to leeward.")
                    : Parsed<Angle>.Good(Angle.FromDegrees(read.Number))
            );

    private string AtHerHeel =>
        Heel is not null ? AtHeel
        : Hiked ? "Hiked flat"
        : "Flat";

    private string AtHeel => $"At {NumberText.Plain(Heel!.Value.Degrees, 0)}° of heel";
}
