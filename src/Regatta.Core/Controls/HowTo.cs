namespace Regatta.Core.Controls;

/// <summary>Something done by hand that is shown rather than said (common practice, no source). Its drawing has the numbers of the
/// steps.</summary>
/// <param name="Key">Its name in addresses.</param>
/// <param name="Name">What is done.</param>
/// <param name="Also">What else it is looked for by.</param>
/// <param name="Steps">What is done, in this order.</param>
/// <param name="Proof">What shows that it is right.</param>
public sealed record HowTo(string Key, string Name, IReadOnlyList<string> Also, IReadOnlyList<string> Steps, string Proof)
{
    /// <summary>All of them.</summary>
    public static IReadOnlyList<HowTo> All { get; } =
    [
        new(
            "gripping-hitch",
            "Tie a hitch that grips a spar, with a stopper",
            ["knot", "halyard", "slips"],
            [
                "Two turns round the spar, side by side, on the side the pull comes from.",
                "Cross over them and take one turn on the far side.",
                "Tuck the end under the crossing, and draw it tight.",
                "Tie a stopper knot in the end, a hand behind.",
            ],
            "Pulled along the spar it holds; pushed back by hand it slides."
        ),
        new(
            "wrapped-line",
            "Wrap a line so that it holds on slippery carbon and still comes free",
            ["knot", "harness line", "boom", "carbon"],
            [
                "Lay the end along the boom.",
                "Wind the line round boom and end, each turn beside the last.",
                "After three turns lead it out under the last one.",
                "Mark where it comes out.",
            ],
            "Hang on it: nothing moves. Push the turns back: it comes free."
        ),
        new(
            "lead-outhaul",
            "Lead an outhaul to the helm",
            ["clew line", "boom"],
            [
                "From the boom’s end through the clew eye.",
                "Back through a block at the boom’s end.",
                "Along the boom, under a loop in the middle.",
                "To a cleat within reach of whoever steers, with the mark in sight.",
            ],
            "Pulled full and let go, it runs out by itself."
        ),
        new(
            "lay-strip",
            "Lay a number strip",
            ["scale", "numbers", "mark"],
            [
                "Ease the control right off, and see that there is real slack.",
                "Find where the block usually works: the middle of the strip goes there.",
                "Sit where the control is worked, and look: turn the strip until it reads from there.",
                "Read at the base of the block, always.",
            ],
            "Two people read the same number from the seat."
        ),
        new(
            "sight-leech",
            "Sight a leech",
            ["open", "hooked", "parallel", "twist"],
            [
                "Stand two metres behind, on the centreline, eye at boom height.",
                "Lay the centreline of boat and mast in one.",
                "Follow the leech from the boom to the top: its last hand’s breadth tells.",
            ],
            "Open past parallel spills; hooked stalls; along the centreline is the start."
        ),
        new(
            "lay-over",
            "Lay a radio yacht over in its cradle",
            ["bench", "twist", "radio"],
            [
                "In the cradle on a close-hauled heading, radio on, headsail sheet fully in.",
                "Lay her over until the sails fill by their own weight.",
                "Look down from above: the twist of both sails, one over the other.",
                "Ease the main once by radio, and look again: sheet and vang are told apart.",
            ],
            "Both leeches open alike from above."
        ),
    ];

    /// <summary>One by its key; null for none.</summary>
    public static HowTo? Find(string key) => All.FirstOrDefault(one => one.Key == key);
}
