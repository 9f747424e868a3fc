using Regatta.Formats.Bundles;
using static Regatta.Demo.ClassMaker;

namespace Regatta.Demo;

/// <summary>The catamaran with skegs.</summary>
internal static class Ferrin16
{
    /// <summary>The true boat nobody in the club knows: what the logs are made from.</summary>
    public static readonly TrueBoat Truth = new(
        At: 2.6, ReferenceKnots: 12, PerKnot: -0.22, PerHeelDegree: 0.08, Effects: new() { ["rake"] = (-1.1, 4, 1) });

    private static readonly ControlDocument Rake = new(
        "rake", "Shroud hole", Holes(7, "the bottom of the plate"), "bottom hole of the shroud plate", "pin of the shroud",
        "Mast more upright: centre of effort further forward, less weather helm.", "ashore", "down", ["rake", "shroud adjuster"], HelmPerUnit: -0.9);

    private static readonly ControlDocument JibTack = new(
        "jib-tack", "Jib tack", Holes(5, "the bottom of the strip"), "bottom hole of the tack strip", "pin of the tack shackle",
        "The whole jib sits higher.", "ashore", "up", ["jib shackle"]);

    private static readonly ControlDocument Battens = new(
        "battens", "Batten tension", Stops("creases allowed", "creases just gone", "snug", "springy"), "batten pocket", "cloth beside the batten",
        "Draft deeper and further forward.", "ashore", "either");

    private static readonly ControlDocument Downhaul = new(
        "downhaul", "Downhaul", Stops("off", "creases just gone", "snug", "tight", "all on"), "tack", "luff above the tack",
        "Flattens the front and opens the top of the leech.", "racing", "up", ["cunningham"]);

    private static readonly ControlDocument Outhaul = new(
        "outhaul", "Outhaul", Centimetres(1, 15, 1), "black band on the boom", "clew eye, forward of the band",
        "Foot fuller.", "racing", "down");

    private static readonly ControlDocument Traveller = new(
        "traveller", "Traveller", Centimetres(0, 60, 5), "centre of the rear beam", "middle of the car, to leeward",
        "Sail further out: less heel, less height.", "racing", "up", ["car"]);

    private static readonly ControlDocument Leech = new(
        "leech", "Main leech", ByEye(), "2 m behind the boat", "top batten",
        "Open: lets go in gusts. Closed: points, then stalls.", "racing", "either");

    public static ClassDocument Make()
    {
        var bands = Bands(("drifting", 6), ("light", 10), ("steady", 14), ("fresh", 18), ("hard", 24));
        var first = Rows(["6", "4", "4", "4", "2"], ["12", "10", "8", "6", "3"]);
        var second = Rows(["6", "5", "4", "4", "2"], ["12", "10", "7", "5", "3"]);
        return new(
            "ferrin-16",
            "Ferrin 16",
            "catamaran with skegs",
            "Two people, two hulls with skegs, main with full battens and a small jib.",
            "upwind",
            new(3, 1, Knots(12), 0.08),
            [
                "Move one shroud pin at a time, and never slack a shroud unless the rig is held.",
                "Look up for overhead lines before you step or move the mast.",
                "A loaded shroud or halyard can injure: ease the jib halyard and sheet the main first.",
            ],
            Matrix(bands, second),
            [
                new(1, new(2025, 4, 19, 14, 0, 0, TimeSpan.Zero), "Bashir Lindwall", "From last year’s tape, counted again.", Matrix(bands, first)),
                new(2, new(2026, 3, 28, 10, 15, 0, TimeSpan.Zero), "Bashir Lindwall", "One hole up in light wind: she would not come out of a tack.", Matrix(bands, second)),
            ]);
    }

    private static Row[] Rows(string[] rake, string[] outhaul) =>
    [
        new Row(Rake, rake),
        new Row(JibTack, "2", "2", "3", "3", "4"),
        new Row(Battens, "creases just gone", "snug", "snug", "snug", "creases just gone"),
        new Row(Downhaul, "off", "creases just gone", "snug", "tight", "all on"),
        new Row(Outhaul, outhaul),
        new Row(Traveller, "0", "0", "0", "10", "25"),
        new Row(Leech, "top batten points 10° out", "top batten parallel to the boom", "top batten parallel to the boom", "top ribbon always flowing", "top opens in every gust"),
    ];
}
