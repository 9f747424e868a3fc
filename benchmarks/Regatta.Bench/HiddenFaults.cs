using Regatta.Formats.Kits;

namespace Regatta.Bench;

/// <summary>Two hundred hidden boats of the kits, each with one fault that helm does not show: slot, twist, camber, strap or line.
/// Somebody answers what they see, does what the answer asks for first, and looks again: is it gone after three rounds? What a boat's
/// controls do to her, and what her crew sees, stands here by the key of control and question, apart from what the class
/// declares.</summary>
internal static class HiddenFaults
{
    private const int Boats = 200;
    private const int Rounds = 3;
    private const int Seed = 29;

    /// <summary>Nobody sees less than this, in steps of the control that sets it.</summary>
    private const double Seen = 0.7;

    /// <summary>What may be wrong: of which kit, by which control it is truly set, whether more of its mark makes more of it, by which
    /// question it is seen, and what is answered where it is too little and too much.</summary>
    private static readonly (string Kit, string What, string Control, int Way, string Question, string TooLittle, string TooMuch)[] Kinds =
    [
        ("sloop-dinghy", "slot", "jib-lead", 1, "slot", "narrow", "wide"),
        ("radio-yacht", "slot", "headsail-boom", 1, "slot", "narrow", "wide"),
        ("sloop-dinghy", "twist", "vang", -1, "leech-top", "hooked", "open"),
        ("radio-yacht", "twist", "vang", -1, "leech-top", "hooked", "open"),
        ("radio-yacht", "headsail twist", "headsail-twist", 1, "twist-equal", "main more", "headsail more"),
        ("una-rig", "twist", "vang", -1, "luffing", "low first", "high first"),
        ("una-rig", "twist", "vang", -1, "battens", "stiff", "hung open"),
        ("sailboard", "twist", "downhaul", 1, "leech", "tight throughout", "loose far down"),
        ("sloop-dinghy", "camber", "outhaul", 1, "leech-bottom", "open", "hooked"),
        ("radio-yacht", "camber", "camber", 1, "leech-bottom", "open", "hooked"),
        ("sailboard", "camber", "outhaul", -1, "draft", "flat", "wandered back"),
        ("una-rig", "strap", "strap", 1, "strap", "slipping", "missed it in a tack"),
        // Only the front hand can let go: the pull sits behind the lines, which are too far forward.
        ("sailboard", "line", "harness-lines", 1, "one-hand", "the front one only", "the back one only"),
    ];

    /// <summary>What part of the boats is well after three rounds.</summary>
    public static double Run()
    {
        var random = new Random(Seed);
        var found = Enumerable
            .Range(0, Boats)
            .Select(at => (Kinds[at % Kinds.Length].What, Well: Cured(Kinds[at % Kinds.Length], random)))
            .ToList();
        foreach (var kind in found.GroupBy(one => one.What))
        {
            Console.WriteLine(
                $"{kind.Key, -16}{kind.Count(), 5} boats, {kind.Average(one => one.Well ? 100 : 0), 5:0} % well after {Rounds} rounds"
            );
        }

        return found.Average(one => one.Well ? 1.0 : 0);
    }

    private static bool Cured(
        (string Kit, string What, string Control, int Way, string Question, string TooLittle, string TooMuch) kind,
        Random random
    )
    {
        var definition = StarterKits.Find(kind.Kit)!.Class;
        var question = definition.Questions.Single(one => one.Key.Name == kind.Question);
        var marks = definition.Marked.ToDictionary(
            control => control.Key,
            control => new Mark((control.Scale.Min.Position + control.Scale.Max.Position) / 2)
        );
        // A step of hers does three quarters to four thirds of what one thinks.
        var gain = Math.Pow(4.0 / 3, (random.NextDouble() * 2) - 1);
        var set = definition.Find(new(kind.Control))!.Scale;
        // A mark in the middle of its scale is not further off than to its end.
        var most = (set.Max.Position - set.Min.Position) / 2 / set.Step;
        var off = (random.Next(2) == 0 ? -1 : 1) * Math.Min(1 + (1.5 * random.NextDouble()), most);
        for (var round = 0; round < Rounds && Math.Abs(off) > Seen; round++)
        {
            var word = question.Form.Words!.Single(one => one.Text == (off > 0 ? kind.TooMuch : kind.TooLittle));
            var planMode = definition.PlanModes.All.First(one => question.Modes.Count == 0 || question.Modes.Contains(one.Mode));
            var asked = Looks.Of(definition, question, new(word.Text, null, word.Means), planMode, key => marks.GetValueOrDefault(key));
            foreach (var move in asked.Changes.Take(1).SelectMany(change => change.Moves).Where(move => move.To is not null))
            {
                var steps = (move.To!.Value.Position - move.From!.Value.Position) / move.Control.Scale.Step;
                marks[move.Control.Key] = move.To.Value;
                off += Does(kind, move.Control.Key.Name) * steps * gain;
            }
        }

        return Math.Abs(off) <= Seen;
    }

    /// <summary>What a step up of a control does to what is wrong. Twist is compared between two sails: less of it in the main is as good
    /// as more in the headsail.</summary>
    private static int Does(
        (string Kit, string What, string Control, int Way, string Question, string TooLittle, string TooMuch) kind,
        string control
    ) =>
        control == kind.Control ? kind.Way
        : kind.Question == "twist-equal" && control == "vang" ? 1
        : 0;
}
