using System.Collections.Frozen;
using System.Text.Json.Nodes;

namespace Regatta.Core.Classes.Members;

/// <summary>What classes made from a starter kit did not say before controls declared what more of their mark does: the effects, by the
/// kit's own sentence; holes counted from hole 1 with hole 1 at its datum; the sail their modes are sailed with. For upcasters of the
/// database and of bundles alike.</summary>
public static class DeclaredWays
{
    /// <summary>By the sentence a kit has for a control.</summary>
    private static readonly FrozenDictionary<string, MarkEffect[]> BySentence = new Dictionary<string, MarkEffect[]>
    {
        ["Longer tape: mast more upright, less weather helm."] = [MarkEffect.SailForward],
        ["Straighter forestay."] = [MarkEffect.RigTighter],
        ["Lead further aft: flat foot, open top."] = [MarkEffect.LeadAft],
        ["Closes the leech."] = [MarkEffect.TwistLess],
        ["Foot fuller."] = [MarkEffect.Fuller],
        ["Pulls the draft forward and opens the top."] = [MarkEffect.LuffTighter],
        ["Board up: less grip, less drag; up to 30 cm when soaking."] = [MarkEffect.BoardUp],
        ["Mast more upright: centre of effort further forward, less weather helm."] = [MarkEffect.SailForward],
        ["Tighter: the rig’s tension rises and the forestay sags less."] = [MarkEffect.RigTighter],
        ["A higher hole pulls more along the foot: the leech opens. It must follow the rake, for the clew drops with it."] =
        [
            MarkEffect.LeadAft,
        ],
        ["Flattens the front and opens the top of the leech."] = [MarkEffect.LuffTighter],
        ["Sail further out: less heel, less height."] = [MarkEffect.BoomOut],
        ["Tighter luff: draft forward."] = [MarkEffect.RigTighter],
        ["Car further aft: flat foot, open top."] = [MarkEffect.LeadAft],
        ["Leech further off the spreader: fuller, less height."] = [MarkEffect.HeadsailTwistMore],
        ["Bends the mast, flattens the main, tightens the forestay."] = [MarkEffect.Flatter],
        ["The boom goes further to leeward. In most wind it is set so that the boom lies on the centreline."] = [MarkEffect.BoomOut],
        ["Pulls the draft forward."] = [MarkEffect.LuffTighter],
        ["Tied further down the spar, the whole sail hangs higher: room for two under the boom. A choice of purpose, not of wind."] =
        [
            MarkEffect.SailUp,
        ],
        ["The boom slides forward and its aft end sinks: centre of effort lower and further forward, less weather helm."] =
        [
            MarkEffect.SailForward,
            MarkEffect.SailDown,
        ],
        ["Pulls the draft forward again when the wind has pushed it aft."] = [MarkEffect.LuffTighter],
        ["Flattens the lower third."] = [MarkEffect.Flatter],
        ["Board up: less sideways grip, and its centre of resistance higher."] = [MarkEffect.BoardUp],
        ["Further forward: less weather helm."] = [MarkEffect.SailForward],
        ["The sail sits higher; it belongs close down over the boom fitting."] = [MarkEffect.SailUp],
        ["Fuller: more power."] = [MarkEffect.Fuller],
        ["The boom clamp slid a few millimetres: a fuller foot."] = [MarkEffect.HeadsailFuller],
        ["Boom further out: lower course."] = [MarkEffect.LeadOut],
        ["Boom further out: less heel, lower course."] = [MarkEffect.BoomOut],
        ["Closes the main’s leech: less twist."] = [MarkEffect.TwistLess],
        ["Tighter: more twist in the headsail. Some classes twist it by the backstay instead."] = [MarkEffect.HeadsailTwistMore],
        ["Tighter closes the headsail’s top; a little goes a long way."] = [MarkEffect.HeadsailTwistLess],
        ["Looser top leech: less power, more range."] = [MarkEffect.TwistMore],
        ["Flatter: less power, more control."] = [MarkEffect.Flatter],
        ["Higher: power and early planing; lower: control. Higher for big sails and wide boards."] = [MarkEffect.SailUp],
        ["The lines sit further back: the back hand is freed. Further back for bigger sails; then 2 cm by feel."] = [MarkEffect.LinesBack],
        ["Longer fin: lift for big sails, wide straps."] = [MarkEffect.BoardDown],
        ["The whole rig moves forward: less weather helm."] = [MarkEffect.SailForward],
        ["Shorter shroud: mast more upright, centre of effort forward, less weather helm."] = [MarkEffect.SailForward],
        ["Straighter forestay, flatter jib entry."] = [MarkEffect.RigTighter],
        ["Closes the leech, bends the mast low."] = [MarkEffect.TwistLess],
        ["Board aft: centre of resistance aft, less weather helm, more leeway."] = [MarkEffect.BoardAft],
        ["More rolled away: smaller headsail."] = [MarkEffect.SailLess],
        ["Car further forward: more pull on the leech."] = [MarkEffect.LeadForward],
        ["The luff is tighter. At a reef the halyard stays on its reef mark and the reef line draws the luff tight."] =
        [
            MarkEffect.LuffTighter,
        ],
        ["Sail further out: less heel."] = [MarkEffect.BoomOut],
        ["Board up: less grip, less helm."] = [MarkEffect.BoardUp],
        ["Mast further aft: centre of effort aft, more weather helm."] = [MarkEffect.SailAft],
        ["Holds the boom down: closes the leech upwind, bends the mast."] = [MarkEffect.TwistLess],
        ["Fuller foot: more power and drag."] = [MarkEffect.Fuller],
    }.ToFrozenDictionary();

    /// <summary>Datums of kits that are the first hole itself. Their scales had the first hole one pitch away.</summary>
    private static readonly FrozenSet<string> FirstHoles = FrozenSet.Create(
        "bottom hole of the shroud plate",
        "bottom hole of the clew board",
        "aft hole of the foot plate",
        "aft hole of the deck eye",
        "aft hole of the mast track"
    );

    /// <summary>Questions of kits whose answers meant too much where the mark had too little of it: the key, the control, and the first
    /// of the answers as it stood.</summary>
    private static readonly FrozenSet<(string Key, string Control, string First, string Means)> Swapped = FrozenSet.Create(
        ("pointing", "vang", "would not point", "tooMuch"),
        ("pointing", "main-sheet", "would not point", "tooMuch"),
        ("slot", "jib-lead", "narrow", "tooMuch"),
        ("slot", "headsail-boom", "narrow", "tooMuch"),
        ("boom", "traveller", "above the centreline", "tooMuch"),
        ("jib-gap", "jib-leech", "", "tooMuch"),
        ("car", "car", "foot tight, leech open", "tooMuch"),
        ("luffing", "car", "headsail first", "tooMuch")
    );

    /// <summary>A definition's JSON as it is written now.</summary>
    public static JsonObject Definition(JsonObject old)
    {
        var lifted = old.DeepClone().AsObject();
        foreach (var control in (lifted["controls"] as JsonObject ?? []).Select(control => control.Value).OfType<JsonObject>())
        {
            Declare(control);
        }

        var kite = (lifted["sailLimits"] as JsonArray ?? []).Any(limit => Text(limit, "sail") == "kite");
        foreach (var mode in (lifted["modes"] as JsonArray ?? []).OfType<JsonObject>())
        {
            if (kite && Text(mode, "key") is "soak" or "planing")
            {
                mode["sail"] = "kite";
            }
        }

        foreach (var question in Questions(lifted))
        {
            Mend(question);
        }

        return lifted;
    }

    /// <summary>The parts of an edit as they are written now.</summary>
    public static JsonObject Parts(JsonObject old)
    {
        var lifted = old.DeepClone().AsObject();
        foreach (var control in lifted.Where(part => part.Key.StartsWith("controls.", StringComparison.Ordinal)))
        {
            if (control.Value is JsonObject known)
            {
                Declare(known);
            }
        }

        foreach (var question in Questions(lifted))
        {
            Mend(question);
        }

        return lifted;
    }

    private static IEnumerable<JsonObject> Questions(JsonObject holder) => (holder["questions"] as JsonArray ?? []).OfType<JsonObject>();

    private static void Mend(JsonObject question)
    {
        var (key, control) = (Text(question, "key"), Text(question, "control"));
        var answers = (question["words"] as JsonArray ?? question["meanings"] as JsonArray ?? []).OfType<JsonObject>().ToList();
        var first = answers.Count > 0 ? answers[0] : null;
        if (Swapped.Contains((key, control, Text(first, "text"), Text(first, "means"))) || (key == "backing" && HeadsailBacks(answers)))
        {
            foreach (var answer in answers)
            {
                answer["means"] = Text(answer, "means") switch
                {
                    "tooMuch" => "tooLittle",
                    "tooLittle" => "tooMuch",
                    var other => other,
                };
            }
        }

        // A luff that lifts low or high first is twist, never the foot's depth.
        if ((key, control) == ("luffing", "outhaul") && Text(first, "text") == "low first")
        {
            question.Remove("control");
        }
    }

    /// <summary>A headsail that backs the main wants its lead further aft, which is more of it.</summary>
    private static bool HeadsailBacks(IReadOnlyList<JsonObject> answers) =>
        answers.Count > 0 && (Text(answers[^1], "text"), Text(answers[^1], "means")) == ("clearly", "tooMuch");

    private static void Declare(JsonObject control)
    {
        if (BySentence.TryGetValue(Text(control, "moreDoes"), out var means))
        {
            control["moreMeans"] = new JsonArray([.. means.Select(effect => (JsonNode?)JsonValue.Create(EnumText.Of(effect)))]);
        }

        if (
            control["scale"] is JsonObject scale
            && scale["pitch"] is JsonValue pitch
            && pitch.TryGetValue(out double apart)
            && FirstHoles.Contains(Text(control, "datum"))
        )
        {
            scale["zero"] = -apart;
        }
    }

    private static string Text(JsonNode? of, string member) =>
        of is JsonObject whole && whole[member] is JsonValue value && value.TryGetValue(out string? text) ? text : "";
}
