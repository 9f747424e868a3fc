using static Regatta.Demo.DemoClass;

namespace Regatta.Demo;

/// <summary>The nine classes of Wenlow Reach: here the dinghies and the catamaran. The true boat behind each is what its logs are made
/// from; nobody in the club knows it.</summary>
internal static partial class WenlowFleet
{
    public static DemoClass Quillet { get; } =
        new(
            "lateen-board-boat",
            "quillet",
            "Quillet",
            "One person, one sail on two spars that meet at the tack, a daggerboard.",
            "Tamsin Okwuosa",
            new(
                At: 3.2,
                ReferenceKnots: 12,
                PerKnot: 0.45,
                PerHeelDegree: 0.14,
                Effects: new() { ["gooseneck"] = (-0.85, 20.5 * 25.4, 25.4) }
            )
        )
        {
            LogsASeason = 42,
            Scales = new() { ["gooseneck"] = Inches(15, 28, 0.5) },
            Crew = new(75, 20, 1.1, 3),
            Rows =
            [
                new("halyard-point", "68", "68", "67 1/2", "66", "64", "63"),
                new("gooseneck", "16", "18", "19 1/2", "20", "23 1/2", "26"),
                new("head-line", "wrinkles just gone", "wrinkles just gone", "wrinkles just gone", "firm", "firm", "bar tight"),
                new("cunningham", "off", "off", "creases just gone", "hand tight", "hand tight", "hard"),
                new("outhaul", "two hands of foot", "two hands of foot", "a hand of foot", "a hand of foot", "half a hand of foot", "flat"),
                new("daggerboard", "0", "0", "0", "4", "8", ""),
                new(
                    "sheeting",
                    "boom end well outside the corner",
                    "boom end a fist outside the corner",
                    "boom end over the corner",
                    "boom end over the corner",
                    "ease until she stays flat",
                    "ease until she stays flat"
                ),
            ],
            Published = [new(On(2025, 4, 12, 9, 30), "First season: pen marks off three boats, measured on the lawn.")],
            // The pen marks of Bramble's boom were drawn from the ring of the cap, not from its end: an inch short all along.
            Boats =
            [
                new(
                    "Bramble",
                    "Club boat, blue deck.",
                    new Taped("gooseneck", ["16", "20", "26"], ShiftMillimetres: 25.4),
                    new("halyard-point", ["62", "70"])
                ),
                new(
                    "Dunlin",
                    "",
                    new Taped("gooseneck", ["15", "20", "28"], ShiftMillimetres: -1),
                    new("halyard-point", ["62", "70"], ShiftMillimetres: 3)
                ),
                new("Minnow", "Newest sail.", new Taped("gooseneck", ["16", "24"], ShiftMillimetres: 2)),
                new("Thistle", "Boom sawn off and capped again.", new Taped("gooseneck", ["16", "20", "24", "28"], Stretch: 1.004)),
                new("Wagtail"),
            ],
        };

    public static DemoClass Ferrin16 { get; } =
        new(
            "catamaran-with-skegs",
            "ferrin-16",
            "Ferrin 16",
            "Two people, two hulls with skegs, main with full battens and a small jib.",
            "Bashir Lindwall",
            new(At: 2.6, ReferenceKnots: 12, PerKnot: -0.22, PerHeelDegree: 0.08, Effects: new() { ["rake"] = (-1.1, 4, 1) })
        )
        {
            LogsASeason = 42,
            Crew = new(140, 180, 1.6, 2),
            Rows =
            [
                new("rake", "6", "5", "4", "4", "2"),
                new("jib-tack", "2", "2", "3", "3", "4"),
                new("battens", "creases just gone", "snug", "snug", "snug", "creases just gone"),
                new("downhaul", "off", "creases just gone", "snug", "tight", "all on"),
                new("outhaul", "12", "10", "7", "5", "3"),
                new("traveller", "0", "0", "0", "10", "25"),
                new(
                    "leech",
                    "top batten points 10° out",
                    "top batten parallel to the boom",
                    "top batten parallel to the boom",
                    "top ribbon always flowing",
                    "top opens in every gust"
                ),
            ],
            Published =
            [
                new(
                    On(2025, 4, 19, 14, 0),
                    "From last year’s tape, counted again.",
                    new("rake", "6", "4", "4", "4", "2"),
                    new("outhaul", "12", "10", "8", "6", "3")
                ),
                new(On(2026, 3, 28, 10, 15), "One hole up in light wind: she would not come out of a tack."),
            ],
            Boats =
            [
                new("Two Herons", "", new Taped("outhaul", ["2", "14"]), new("rake", ["1", "7"])),
                new("Gorse", "Older plates: the holes stand 13 mm apart.", new Taped("rake", ["1", "4", "7"], Stretch: 13.0 / 12)),
                new("Saltmarsh"),
            ],
        };

    public static DemoClass Brannet { get; } =
        new(
            "una-rig",
            "brannet",
            "Brannet",
            "One person, one sail on an unstayed mast, a pivoting board.",
            "Noor Casterly",
            new(
                At: 3.4,
                ReferenceKnots: 11,
                PerKnot: 0.2,
                PerHeelDegree: 0.16,
                Effects: new() { ["mast-step"] = (1.0, 3, 1), ["board"] = (-0.07, 5, 1) }
            )
        )
        {
            Crew = new(78, 30, 1.2, 3),
            Rows =
            [
                new("mast-step", "3", "3", "3", "2", "2", "2"),
                new("vang", "3", "2", "4", "6", "7 1/2", "9"),
                new("outhaul", "1", "1 1/2", "1", "1/2", "1/2", "0"),
                new("cunningham", "off", "creases just gone", "creases just gone", "hand tight", "hard", "hard"),
                new("traveller", "0", "0", "0", "1", "3", "5"),
                new("board", "0", "0", "0", "5", "10", "20"),
                new(
                    "sheeting",
                    "a hand from block-to-block",
                    "a fist from block-to-block",
                    "block-to-block",
                    "block-to-block",
                    "ease until she stays flat",
                    "ease until she stays flat"
                ),
            ],
            Published = [new(On(2025, 4, 26, 11, 0), "Three strips compared on the hard.")],
            // Every strip was stuck by eye; Sedge's a whole number further aft than the others.
            Boats =
            [
                new("Sedge", "", new Taped("vang", ["1", "5", "9"], ShiftMillimetres: 19)),
                new("Rushlight", "", new Taped("vang", ["0", "4", "10"], ShiftMillimetres: 6)),
                new("Pintail", "Strip bends over a rivet at 6.", new Taped("vang", ["1", "5", "6", "9"], ShiftMillimetres: 7)),
                new("Oxbow", "", new Taped("vang", ["2", "8"], ShiftMillimetres: 5), new("traveller", ["0", "6"])),
                new("Reedling"),
            ],
        };

    public static DemoClass Tandry { get; } =
        new(
            "sloop-dinghy",
            "tandry",
            "Tandry",
            "Two people, main and jib, stayed mast, pivoting centreboard.",
            "Ewan Tidewell",
            new(
                At: 3.0,
                ReferenceKnots: 12,
                PerKnot: 0.18,
                PerHeelDegree: 0.15,
                Effects: new() { ["shroud-plate"] = (-0.7, 5, 1), ["centreboard"] = (-0.08, 5, 1) }
            )
        )
        {
            Crew = new(150, 60, 1.3, 3),
            Rows =
            [
                new("shroud-plate", "7", "7", "6", "5", "4", "3"),
                new("rig-tension", "4", "5", "6", "8", "9 1/2", "11"),
                new("spreaders", "430", "430", "425", "420", "410", "400"),
                new("jib-lead", "4", "4", "4", "5", "6", "7"),
                new("vang", "2", "2", "4", "6", "8", "10"),
                new("outhaul", "8", "10", "7", "5", "3", "2"),
                new("cunningham", "off", "off", "creases just gone", "hand tight", "hard", "hard"),
                new("centreboard", "0", "0", "0", "5", "15", "25"),
                new(
                    "slot",
                    "slot wide at the top",
                    "leeches parallel",
                    "leeches parallel",
                    "leeches parallel",
                    "top of the jib opens first",
                    "jib backs the main a hand at most"
                ),
            ],
            Further =
            [
                new(
                    null,
                    "reach",
                    new("vang", "1", "2", "3", "5", "7", "9"),
                    new("outhaul", "10", "10–12", "10", "8", "6", "5"),
                    new("centreboard", "20", "20", "25–30", "30", "35", "40")
                ),
            ],
            Published = [new(On(2025, 5, 3, 10, 0), "Numbers off the two boats that win in a breeze.")],
            Boats =
            [
                new("Larkspur", "", new Taped("outhaul", ["0", "20"]), new("vang", ["1", "6", "11"], ShiftMillimetres: 3)),
                new("Quince", "", new Taped("vang", ["1", "11"], ShiftMillimetres: 4)),
                new("Tansy", "Jib track moved aft for a new jib.", new Taped("jib-lead", ["1", "10"], ShiftMillimetres: 24)),
                new("Comfrey"),
                new("Vetch"),
            ],
        };

    public static DemoClass Skellow { get; } =
        new(
            "asymmetric",
            "skellow",
            "Skellow",
            "Two people, main, jib and a kite on a bowsprit.",
            "Wen Abara",
            new(At: 2.8, ReferenceKnots: 12, PerKnot: 0.1, PerHeelDegree: 0.13, Effects: new() { ["mast-rake"] = (-0.35, 6460, 10) })
        )
        {
            Rows =
            [
                new("mast-rake", "655", "653", "650", "646", "641", "636"),
                new("rig-tension", "3", "4", "5", "7", "8", "9"),
                new("jib-lead", "3", "3", "4", "4", "5", "6"),
                new("vang", "2", "2", "3", "5", "7", "9"),
                new("outhaul", "8", "9", "6", "4", "3", "2"),
                new("cunningham", "off", "off", "creases just gone", "hand tight", "hard", "hard"),
                new("daggerboard", "0", "0", "0", "5", "5", "10"),
                new("tack-line", "3", "2", "1", "1", "0", "0"),
                new(
                    "kite-trim",
                    "luff curls a hand",
                    "luff curls a hand",
                    "luff just curls",
                    "luff just curls",
                    "luff just curls",
                    "bear away and drop early"
                ),
            ],
            Further =
            [
                new(
                    null,
                    "soak",
                    new("vang", "0", "0", "1", "", "", ""),
                    new("outhaul", "10", "10", "8", "", "", ""),
                    new("daggerboard", "30", "25", "20", "", "", ""),
                    new(
                        "kite-trim",
                        "luff just curls, heel to windward",
                        "luff just curls, heel to windward",
                        "luff just curls, weight forward",
                        "",
                        "",
                        ""
                    )
                ),
                new(
                    null,
                    "planing",
                    new("vang", "", "", "2", "3", "5", "7"),
                    new("daggerboard", "", "", "10", "10", "as below", "as below"),
                    new(
                        "kite-trim",
                        "",
                        "",
                        "luff curls a hand, sail higher",
                        "slide aft, sheet in",
                        "slide aft, sheet in",
                        "bear away and drop early"
                    )
                ),
            ],
            Published = [new(On(2025, 5, 10, 16, 0), "Started from the kit, measured over two evenings.")],
            Boats =
            [
                new("Swiftlet", "", new Taped("mast-rake", ["610", "670"]), new("vang", ["1", "9"], ShiftMillimetres: 2)),
                new("Nettle", "", new Taped("mast-rake", ["610", "670"], ShiftMillimetres: 4)),
                new("Hornbeam"),
            ],
        };

    private static DateTimeOffset On(int year, int month, int day, int hour, int minute) =>
        new(year, month, day, hour, minute, 0, TimeSpan.Zero);
}
