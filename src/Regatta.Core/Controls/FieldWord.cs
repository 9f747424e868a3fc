namespace Regatta.Core.Controls;

/// <summary>A word of the field in plain English (common practice, no source).</summary>
/// <param name="Name">The word.</param>
/// <param name="Also">What others call it.</param>
/// <param name="Meaning">What it is and what it does, in a sentence or two.</param>
public sealed record FieldWord(string Name, IReadOnlyList<string> Also, string Meaning)
{
    /// <summary>All of them, in alphabetical order.</summary>
    public static IReadOnlyList<FieldWord> All { get; } =
    [
        new("Band", ["wind band"], "A range of wind in which one set of marks holds. The class says where one ends and the next begins."),
        new("Battens", [], "Stiff strips in pockets of the sail that hold its leech out."),
        new("Block-to-block", ["two-blocked"], "The sheet pulled in until its blocks touch; it comes in no further."),
        new(
            "Board",
            ["centreboard", "daggerboard", "fin"],
            "What hangs below the hull against leeway. A centreboard pivots, a daggerboard lifts."
        ),
        new("By the lee", [], "Running with the wind coming over the side the boom is on. The boom may come across without warning."),
        new("Camber", ["draft", "depth", "fullness"], "How deep a sail is, as a share of its width, and how far back it is deepest."),
        new("Centre of effort", ["CE"], "The point where the pull of all sails seems to act."),
        new("Centre of lateral resistance", ["CLR"], "The point where hull, board and rudder seem to hold her against leeway."),
        new("Clew", [], "The sail’s lower back corner, where the outhaul or the sheet pulls."),
        new(
            "Cunningham",
            ["downhaul"],
            "A line that pulls the luff down. More of it brings the draft forward and opens the top of the leech."
        ),
        new(
            "Datum",
            ["zero", "measured from"],
            "The point every measurement of a control starts from, so that a mark means the same on every boat."
        ),
        new("Feathering", [], "Steering a little closer to the wind in a gust, so that the sail spills and the boat stays flat."),
        new("Foot", [], "The sail’s lower edge, along the boom."),
        new("Gear", [], "Several controls that move as one: choosing the gear sets them all."),
        new("Gooseneck", [], "The joint of boom and mast. On a lateen it can slide, and moves the whole sail forward or aft."),
        new("Head", ["head line"], "The sail’s top corner, or on an upper spar the line that stretches its top edge."),
        new("Headsail", ["jib", "genoa", "foresail"], "The sail before the mast. Its lead, halyard and sheet shape the slot."),
        new(
            "Helm",
            ["tiller pull"],
            "Which way the boat wants to turn by herself when the tiller is let go, and how much rudder holds her straight."
        ),
        new(
            "Jib lead",
            ["car", "fairlead", "sheeting point"],
            "Where the headsail’s sheet turns. Forward closes its leech and fills its foot, aft opens it."
        ),
        new("Knock", ["header"], "A shift of wind towards the bow: sailing on, the sails luff. The opposite is a lift."),
        new("Lead", [], "How far the sails’ centre stands before that of hull and board. More lead means less weather helm."),
        new("Lee helm", [], "She wants to turn away from the wind; the tiller must be held to leeward."),
        new("Leech", [], "The sail’s back edge. Tight, it hooks and stalls; open, it spills wind."),
        new("Lift", [], "A shift of wind towards the stern: one can steer higher. The opposite is a knock."),
        new("Luff", [], "The sail’s front edge; to luff is to turn towards the wind."),
        new("Lull", [], "Less wind for a moment; the opposite of a gust."),
        new("Mark", ["setting", "number"], "Where a control stands on its scale: an inch, a hole, a strip line, a turn."),
        new("Outhaul", [], "A line that stretches the foot. More of it makes the lower sail flatter."),
        new("Plan", ["sail plan", "rig"], "Which sails stand, whole or reefed."),
        new("Pre-bend", [], "How much the mast is bent before any sail is set; it flattens the middle of the main."),
        new("Rake", ["mast rake"], "How far the mast leans aft. More of it moves the sails’ centre aft and opens the leech."),
        new("Reef", [], "To make the sail smaller, by a line, a zip, or rolling it up."),
        new("Shroud plate", ["shroud adjuster", "chain plate"], "A row of holes by which a shroud is made longer or shorter."),
        new("Slot", [], "The gap between headsail and main. Too narrow, the main luffs behind it; too wide, the headsail does not help."),
        new("Soak", [], "To sail low downwind without losing speed."),
        new("Step", [], "The smallest change of a control that is worth making; a mark is a number of steps."),
        new("Strip", ["numbered strip", "tape"], "A printed tape beside a line or a track, so that a mark can be read."),
        new("Tack", [], "The sail’s lower front corner; to tack is to turn through the wind."),
        new("Telltales", ["tufts", "wools"], "Threads on a sail that show whether the wind flows along it or has let go."),
        new("Tolerance", ["give or take"], "How far from a mark is still right."),
        new(
            "Traveller",
            ["horse"],
            "A track across the boat on which the mainsheet runs: it moves the boom in or out without changing twist."
        ),
        new("Twist", [], "How much further out the top of the sail stands than its foot."),
        new("Upper spar", ["yard", "gaff"], "The spar along the top of a sail that has one."),
        new("Vang", ["kicker", "boom vang"], "A line or strut that holds the boom down. More of it closes the leech and bends the mast."),
        new(
            "Weather helm",
            [],
            "She wants to turn to the wind; the tiller pulls to leeward and must be held to windward. A little is wanted."
        ),
    ];
}
