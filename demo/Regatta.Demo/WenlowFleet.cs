using static Regatta.Demo.DemoClass;

namespace Regatta.Demo;

/// <summary>The nine classes of Wenlow Reach: here the board boat, the catamaran and the single-hander. The true boat behind each is
/// what its logs are made from; nobody in the club knows it.</summary>
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
            Datums = new() { ["gooseneck"] = "outer end of the front cap" },
            OtherDatums = new() { ["gooseneck"] = ("joint of the front cap and the boom", -25.4) },
            Crew = ByWind(75, 20, 1.1, 3) with
            {
                Steps =
                [
                    new(CrewTrait.Junior, new("gooseneck"), 2),
                    new(CrewTrait.HikesWeakly, new("gooseneck"), 1),
                    new(CrewTrait.Learner, new("gooseneck"), 1),
                ],
                Columns = Columns(60, 92, true),
            },
            Purposed =
            [
                (
                    "halyard-point",
                    "recreation",
                    "72",
                    "The recreational halyard point is not for strong wind: it can break the mast step. Lower her and tie it back first.",
                    14
                ),
                ("halyard-point", "learning", "66", "", null),
            ],
            Troubles = [new("pointing", "would not point", 5, 9), new("luffing", "low first", 16, 26)],
            Rows =
            [
                new("halyard-point", "57", "57", "57", "57", "57", "57"),
                new("gooseneck", "16", "18", "19 1/2", "20", "23 1/2", "26"),
                new(
                    "head-line",
                    "wrinkles just gone",
                    "wrinkles just gone",
                    "wrinkles just gone",
                    "wrinkles just gone",
                    "wrinkles just gone",
                    "wrinkles just gone"
                ),
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
            Further =
            [
                new(
                    null,
                    "downwind",
                    new("daggerboard", "10", "10", "10", "8", "8", ""),
                    new(
                        "heel-down",
                        "windward rail down, sail over the hull",
                        "windward rail down, sail over the hull",
                        "a little to windward",
                        "flat",
                        "flat",
                        ""
                    )
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
                    new("halyard-point", ["54", "74"])
                ),
                new(
                    "Dunlin",
                    "",
                    new Taped("gooseneck", ["15", "20", "28"], ShiftMillimetres: -1),
                    new("halyard-point", ["54", "74"], ShiftMillimetres: 3)
                ),
                new("Minnow", "Newest sail.", new Taped("gooseneck", ["16", "24"], ShiftMillimetres: 2)),
                new("Thistle", "Boom sawn off and capped again.", new Taped("gooseneck", ["16", "20", "24", "28"], Stretch: 1.004)),
                new("Wagtail"),
                new("Sanderling", "Her owner measures from the joint.") { Fittings = new() { ["gooseneck"] = new("bolt", true) } },
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
            Crew = ByWind(140, 180, 1.6, 1, people: 2, onWire: 1, wire: 0.6) with { Columns = Columns(115, 165) },
            Troubles = [new("bears-away", "would not", 18, 24), new("rudders-heavy", "heavy", 18, 24)],
            Rows =
            [
                new("rake", "6", "5", "4", "4", "2"),
                new("jib-halyard", "4", "5", "6", "7", "8"),
                new("jib-clew", "2", "2", "3", "3", "4"),
                new("sheet", "a hand apart", "a fist apart", "block-to-block", "block-to-block", "block-to-block"),
                new("battens", "creases just gone", "snug", "snug", "snug", "creases just gone"),
                new("downhaul", "off", "creases just gone", "snug", "tight", "all on"),
                new("outhaul", "12", "10", "7", "5", "3"),
                new("traveller", "0", "0", "0", "10", "25"),
                new("crew-along", "front beam", "before the shroud", "before the shroud", "behind the shroud", "rear beam"),
                new("crew-out", "trampoline", "windward hull", "one out", "two out", "two out"),
                new("heel", "5", "5", "5", "5", "0"),
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
            Crew = ByWind(78, 30, 1.2, 3) with
            {
                Steps = [new(CrewTrait.HikesWeakly, new("vang"), 1), new(CrewTrait.Racer, new("vang"), -1)],
            },
            Troubles = [new("block-to-block", "had to ease to stay flat", 12, 18), new("windward-heel", "too much", 3, 30)],
            Rows =
            [
                new("strap", "medium", "medium", "medium", "medium", "tight", "tight"),
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
            Further =
            [
                new(
                    null,
                    "downwind",
                    new("vang", "1", "0", "2", "3", "4", "5"),
                    new("outhaul", "2", "2", "2", "1 1/2", "1", "1"),
                    new("cunningham", "off", "off", "off", "off", "off", "off"),
                    new("board", "20", "20", "15", "15", "10", "10"),
                    new("strap", "loose", "loose", "medium", "medium", "medium", "medium"),
                    new(
                        "sheet-down",
                        "boom far out",
                        "boom far out",
                        "boom far out",
                        "boom far out",
                        "by the lee only flat",
                        "broad reach only"
                    )
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

    private static DateTimeOffset On(int year, int month, int day, int hour, int minute) =>
        new(year, month, day, hour, minute, 0, TimeSpan.Zero);
}
