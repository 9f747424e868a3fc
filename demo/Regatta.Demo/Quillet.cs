using Regatta.Formats.Bundles;
using static Regatta.Demo.ClassMaker;

namespace Regatta.Demo;

/// <summary>The lateen board boat.</summary>
internal static class Quillet
{
    /// <summary>The true boat nobody in the club knows: what the logs are made from.</summary>
    public static readonly TrueBoat Truth = new(
        At: 3.2, ReferenceKnots: 12, PerKnot: 0.45, PerHeelDegree: 0.14, Effects: new() { ["gooseneck"] = (-0.85, 20.5 * 25.4, 25.4) });

    private static readonly ControlDocument Halyard = new(
        "halyard-point", "Halyard point", Inches(60, 72, 0.5), "upper end of the upper spar", "middle of the halyard knot",
        "Tied further down the spar, the whole sail hangs higher.", "ashore", "down", ["hoist point"]);

    private static readonly ControlDocument Gooseneck = new(
        "gooseneck", "Gooseneck", Inches(15, 28, 0.5), "front end cap of the boom", "front edge of the gooseneck ring",
        "The boom slides forward and its aft end sinks: centre of effort lower and further forward, less weather helm.", "ashore", "up", ["boom position"], HelmPerUnit: -0.8);

    private static readonly ControlDocument HeadLine = new(
        "head-line", "Head line", Stops("slack between clips", "wrinkles just gone", "firm", "bar tight"), "sail clips", "cloth between the clips",
        "Stretches the cloth along the upper spar.", "ashore", "up", ["upper outhaul"]);

    private static readonly ControlDocument Cunningham = new(
        "cunningham", "Cunningham", Stops("off", "creases just gone", "hand tight", "hard"), "tack", "cloth above the tack",
        "Pulls the draft forward again when the wind has pushed it aft.", "racing", "up", ["downhaul"]);

    private static readonly ControlDocument Outhaul = new(
        "outhaul", "Outhaul", Stops("two hands of foot", "a hand of foot", "half a hand of foot", "flat"), "boom", "deepest point of the foot",
        "Flattens the lower third.", "racing", "up", ["clew line"]);

    private static readonly ControlDocument Board = new(
        "daggerboard", "Daggerboard", Centimetres(0, 24, 2), "deck", "top of the board, above the deck",
        "Board up: less sideways grip, and its centre of resistance higher.", "racing", "either", ["board", "fin"]);

    private static readonly ControlDocument Sheeting = new(
        "sheeting", "Sheeting upwind", ByEye(), "stern corner", "boom end",
        "Further in points higher until the top stalls.", "racing", "either", ["mainsheet"]);

    public static ClassDocument Make()
    {
        var bands = Bands(("drifting", 5), ("light", 9), ("steady", 12), ("fresh", 16), ("strong", 20), ("hard", 26));
        var matrix = Matrix(bands,
        [
            new Row(Halyard, "68", "68", "67 1/2", "66", "64", "63"),
            new Row(Gooseneck, "16", "18", "19 1/2", "20", "23 1/2", "26"),
            new Row(HeadLine, "wrinkles just gone", "wrinkles just gone", "wrinkles just gone", "firm", "firm", "bar tight"),
            new Row(Cunningham, "off", "off", "creases just gone", "hand tight", "hand tight", "hard"),
            new Row(Outhaul, "two hands of foot", "two hands of foot", "a hand of foot", "a hand of foot", "half a hand of foot", "flat"),
            new Row(Board, "0", "0", "0", "4", "8", ""),
            new Row(Sheeting, "boom end well outside the corner", "boom end a fist outside the corner", "boom end over the corner", "boom end over the corner", "ease until she stays flat", "ease until she stays flat"),
        ]);
        return new(
            "quillet",
            "Quillet",
            "lateen board boat",
            "One person, one sail on two spars that meet at the tack, a daggerboard.",
            "upwind",
            new(3, 1, Knots(12), 0.12),
            [
                "A low-tied halyard lifts the boom: never in strong wind, it strains the mast step.",
                "Look up for overhead lines before you step the mast.",
                "Keep clear of the boom.",
            ],
            matrix,
            [new(1, new(2025, 4, 12, 9, 30, 0, TimeSpan.Zero), "Tamsin Okwuosa", "First season: pen marks off three boats, measured on the lawn.", matrix)]);
    }
}
