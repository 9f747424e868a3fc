using static Regatta.Demo.DemoClass;

namespace Regatta.Demo;

/// <summary>The nine classes of the club. The true boat behind each is what its logs are made from; nobody in the club knows it.</summary>
internal static class DemoFleet
{
    public static DemoClass Quillet { get; } = new(
        "lateen-board-boat", "quillet", "Quillet", "One person, one sail on two spars that meet at the tack, a daggerboard.", "Tamsin Okwuosa",
        new(At: 3.2, ReferenceKnots: 12, PerKnot: 0.45, PerHeelDegree: 0.14, Effects: new() { ["gooseneck"] = (-0.85, 20.5 * 25.4, 25.4) }))
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
            new("sheeting", "boom end well outside the corner", "boom end a fist outside the corner", "boom end over the corner", "boom end over the corner", "ease until she stays flat", "ease until she stays flat"),
        ],
        Published = [new(On(2025, 4, 12, 9, 30), "First season: pen marks off three boats, measured on the lawn.")],
        // The pen marks of Bramble's boom were drawn from the ring of the cap, not from its end: an inch short all along.
        Boats =
        [
            new("Bramble", "Club boat, blue deck.", new Taped("gooseneck", ["16", "20", "26"], ShiftMillimetres: 25.4), new("halyard-point", ["62", "70"])),
            new("Dunlin", "", new Taped("gooseneck", ["15", "20", "28"], ShiftMillimetres: -1), new("halyard-point", ["62", "70"], ShiftMillimetres: 3)),
            new("Minnow", "Newest sail.", new Taped("gooseneck", ["16", "24"], ShiftMillimetres: 2)),
            new("Thistle", "Boom sawn off and capped again.", new Taped("gooseneck", ["16", "20", "24", "28"], Stretch: 1.004)),
            new("Wagtail"),
        ],
    };

    public static DemoClass Ferrin16 { get; } = new(
        "catamaran-with-skegs", "ferrin-16", "Ferrin 16", "Two people, two hulls with skegs, main with full battens and a small jib.", "Bashir Lindwall",
        new(At: 2.6, ReferenceKnots: 12, PerKnot: -0.22, PerHeelDegree: 0.08, Effects: new() { ["rake"] = (-1.1, 4, 1) }))
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
            new("leech", "top batten points 10° out", "top batten parallel to the boom", "top batten parallel to the boom", "top ribbon always flowing", "top opens in every gust"),
        ],
        Published =
        [
            new(On(2025, 4, 19, 14, 0), "From last year’s tape, counted again.", new("rake", "6", "4", "4", "4", "2"), new("outhaul", "12", "10", "8", "6", "3")),
            new(On(2026, 3, 28, 10, 15), "One hole up in light wind: she would not come out of a tack."),
        ],
        Boats =
        [
            new("Two Herons", "", new Taped("outhaul", ["2", "14"]), new("rake", ["1", "7"])),
            new("Gorse", "Older plates: the holes stand 13 mm apart.", new Taped("rake", ["1", "4", "7"], Stretch: 13.0 / 12)),
            new("Saltmarsh"),
        ],
    };

    public static DemoClass Brannet { get; } = new(
        "una-rig", "brannet", "Brannet", "One person, one sail on an unstayed mast, a pivoting board.", "Noor Casterly",
        new(At: 3.4, ReferenceKnots: 11, PerKnot: 0.2, PerHeelDegree: 0.16, Effects: new() { ["mast-step"] = (1.0, 3, 1), ["board"] = (-0.07, 5, 1) }))
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
            new("sheeting", "a hand from block-to-block", "a fist from block-to-block", "block-to-block", "block-to-block", "ease until she stays flat", "ease until she stays flat"),
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

    public static DemoClass Tandry { get; } = new(
        "sloop-dinghy", "tandry", "Tandry", "Two people, main and jib, stayed mast, pivoting centreboard.", "Ewan Tidewell",
        new(At: 3.0, ReferenceKnots: 12, PerKnot: 0.18, PerHeelDegree: 0.15, Effects: new() { ["shroud-plate"] = (-0.7, 5, 1), ["centreboard"] = (-0.08, 5, 1) }))
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
            new("slot", "slot wide at the top", "leeches parallel", "leeches parallel", "leeches parallel", "top of the jib opens first", "jib backs the main a hand at most"),
        ],
        Further =
        [
            new(null, "reach",
                new("vang", "1", "2", "3", "5", "7", "9"),
                new("outhaul", "10", "10–12", "10", "8", "6", "5"),
                new("centreboard", "20", "20", "25–30", "30", "35", "40")),
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

    public static DemoClass Skellow { get; } = new(
        "asymmetric", "skellow", "Skellow", "Two people, main, jib and a kite on a bowsprit.", "Wen Abara",
        new(At: 2.8, ReferenceKnots: 12, PerKnot: 0.1, PerHeelDegree: 0.13, Effects: new() { ["mast-rake"] = (-0.35, 6460, 10) }))
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
            new("kite-trim", "luff curls a hand", "luff curls a hand", "luff just curls", "luff just curls", "luff just curls", "bear away and drop early"),
        ],
        Further =
        [
            new(null, "soak",
                new("vang", "0", "0", "1", "", "", ""),
                new("outhaul", "10", "10", "8", "", "", ""),
                new("daggerboard", "30", "25", "20", "", "", ""),
                new("kite-trim", "luff just curls, heel to windward", "luff just curls, heel to windward", "luff just curls, weight forward", "", "", "")),
            new(null, "planing",
                new("vang", "", "", "2", "3", "5", "7"),
                new("daggerboard", "", "", "10", "10", "as below", "as below"),
                new("kite-trim", "", "", "luff curls a hand, sail higher", "slide aft, sheet in", "slide aft, sheet in", "bear away and drop early")),
        ],
        Published = [new(On(2025, 5, 10, 16, 0), "Started from the kit, measured over two evenings.")],
        Boats =
        [
            new("Swiftlet", "", new Taped("mast-rake", ["610", "670"]), new("vang", ["1", "9"], ShiftMillimetres: 2)),
            new("Nettle", "", new Taped("mast-rake", ["610", "670"], ShiftMillimetres: 4)),
            new("Hornbeam"),
        ],
    };

    public static DemoClass Marrick24 { get; } = new(
        "keelboat", "marrick-24", "Marrick 24", "Three or four people, main and headsail, a fixed keel.", "Joaquim Stell",
        new(At: 3.1, ReferenceKnots: 12, PerKnot: 0.25, PerHeelDegree: 0.12, Effects: new() { ["backstay"] = (-0.15, 6, 1), ["traveller"] = (-0.06, 0, 10) }))
    {
        Rows =
        [
            new("backstay", "0", "2", "5", "8", "11", "13"),
            new("jib-halyard", "2", "3", "4", "5", "6 1/2", "7 1/2"),
            new("jib-car", "6", "5", "5", "6", "7", "8"),
            new("jib-leech", "6", "5 1/2", "4", "3", "2", "2"),
            new("traveller", "-20", "-15", "-5", "0", "10", "20"),
            new("outhaul", "7", "8", "5", "3", "2", "1"),
            new("cunningham", "off", "off", "creases just gone", "hand tight", "hard", "hard"),
            new("main-sheet", "top batten 10° open", "top batten parallel", "top batten parallel", "top batten parallel", "top batten opens in gusts", "ease and reef"),
        ],
        Published = [new(On(2025, 5, 17, 9, 0), "Agreed by the three skippers after the spring series.")],
        Boats =
        [
            new("Ardent Heron", "", new Taped("jib-halyard", ["1", "7"], ShiftMillimetres: 2), new("jib-leech", ["1", "8"])),
            new("Longstone", "", new Taped("jib-halyard", ["1", "4", "7"])),
            new("Merry Kettle", "Halyard replaced in June.", new Taped("jib-halyard", ["1", "7"], ShiftMillimetres: 34)),
            new("Plover’s Rest"),
        ],
    };

    public static DemoClass Orlop9 { get; } = new(
        "trimaran-with-reefs", "orlop-9", "Orlop 9", "A folding trimaran with two reefs and a furling headsail.", "Sunniva Pell",
        new(At: 2.5, ReferenceKnots: 14, PerKnot: 0.15, PerHeelDegree: 0.1, Effects: new() { ["traveller"] = (-0.03, 100, 10), ["daggerboard"] = (-0.02, 50, 10) }))
    {
        Rows =
        [
            new("headsail-reef", "0", "0", "0", "0", "", ""),
            new("car", "20", "20", "20", "20", "", ""),
            new("main-halyard", "2", "3", "4", "5", "", ""),
            new("traveller", "0", "0", "10", "25", "", ""),
            new("daggerboard", "0", "0", "0", "10", "", ""),
            new("leech-line", "off", "off", "flutter just gone", "flutter just gone", "", ""),
            new("freeboard", "dry", "dry", "two hands clear", "a hand clear: reef", "", ""),
        ],
        Further =
        [
            new("reef-1", null,
                new("headsail-reef", "", "", "", "40", "40", ""),
                new("car", "", "", "", "60", "60", ""),
                new("main-halyard", "", "", "", "3", "4", ""),
                new("traveller", "", "", "", "10", "20", ""),
                new("daggerboard", "", "", "", "10", "20", ""),
                new("leech-line", "", "", "", "flutter just gone", "flutter just gone", ""),
                new("freeboard", "", "", "", "two hands clear", "a hand clear: reef", "")),
            new("reef-2", null,
                new("headsail-reef", "", "", "", "", "", "90"),
                new("car", "", "", "", "", "", "110"),
                new("main-halyard", "", "", "", "", "", "3"),
                new("traveller", "", "", "", "", "", "30"),
                new("daggerboard", "", "", "", "", "", "30"),
                new("leech-line", "", "", "", "", "", "flutter just gone"),
                new("freeboard", "", "", "", "", "", "two hands clear, else ashore")),
            new(null, "reach",
                new("traveller", "20", "25", "as below", "35", "", ""),
                new("daggerboard", "40", "40", "50", "50", "", "")),
        ],
        Published = [new(On(2025, 6, 1, 12, 0), "Reef marks sewn on the foot, car marks painted on the track.")],
        Boats =
        [
            new("Third Pebble", "", new Taped("car", ["0", "80", "160"]), new("main-halyard", ["1", "5"], ShiftMillimetres: 4)),
            new("Kittiwake Lane", "", new Taped("car", ["0", "160"], ShiftMillimetres: 10)),
            new("Brackish"),
        ],
    };

    public static DemoClass Gannel { get; } = new(
        "sailboard", "gannel", "Gannel", "A sailboard with sails of 7.2, 5.8 and 4.7 m².", "Tariq Osgood",
        new(At: 0, ReferenceKnots: 16, PerKnot: 0.05, PerHeelDegree: 0, Effects: []))
    {
        Plans = [new("large", "7.2 m²"), new("middle", "5.8 m²"), new("small", "4.7 m²")],
        Crew = new(Offsets: [new(0, 65, "downhaul", 1), new(85, 200, "downhaul", -1), new(85, 200, "outhaul", -1)]),
        Rows =
        [
            new("downhaul", "6", "8", "10", "", ""),
            new("outhaul", "0", "2", "3", "", ""),
            new("boom-height", "4", "3 1/2", "3", "", ""),
            new("harness-lines", "62", "60", "59", "", ""),
            new("line-spread", "1 1/4", "1 1/4", "1", "", ""),
            new("line-length", "1", "1", "1", "", ""),
            new("footstraps", "mid", "outer", "outer", "", ""),
            new("fin", "44", "44", "42", "", ""),
        ],
        Further =
        [
            new("middle", null,
                new("downhaul", "", "6", "8", "10", ""),
                new("outhaul", "", "1", "2", "3", ""),
                new("boom-height", "", "3 1/2", "3", "2 1/2", ""),
                new("harness-lines", "", "57", "56", "54", ""),
                new("line-spread", "", "1", "1", "3/4", ""),
                new("line-length", "", "1", "1", "1", ""),
                new("footstraps", "", "outer", "outer", "mid", ""),
                new("fin", "", "38", "36", "32", "")),
            new("small", null,
                new("downhaul", "", "", "", "7", "9"),
                new("outhaul", "", "", "", "1", "2"),
                new("boom-height", "", "", "", "2 1/2", "2"),
                new("harness-lines", "", "", "", "51", "50"),
                new("line-spread", "", "", "", "3/4", "1/2"),
                new("line-length", "", "", "", "1", "7/8"),
                new("footstraps", "", "", "", "mid", "mid"),
                new("fin", "", "", "", "28", "26")),
        ],
        Published = [new(On(2025, 6, 7, 18, 0), "Rigged all three on the grass and wrote it down before the dew fell.")],
        Boats =
        [
            new("Board 1", "Club board, red nose.", new Taped("downhaul", ["1", "11"]), new("harness-lines", ["35", "75"])),
            new("Board 2", "Club board, white nose.", new Taped("harness-lines", ["35", "75"], ShiftMillimetres: -4)),
            new("Board 3"),
        ],
    };

    public static DemoClass Pettle65 { get; } = new(
        "radio-yacht", "pettle-65", "Pettle 65", "A model yacht sailed from the bank, with rigs A, B and C.", "Beatriz Lamm",
        new(At: 0.6, ReferenceKnots: 8, PerKnot: 0.12, PerHeelDegree: 0.1, Effects: new() { ["mast-foot"] = (-0.9, 4, 1), ["headsail-pivot"] = (-0.45, 3, 1) }))
    {
        Rows =
        [
            new("mast-foot", "3", "3", "4", "4", "", ""),
            new("headsail-pivot", "2", "2", "3", "3", "", ""),
            new("main-boom", "25", "27", "30", "32", "", ""),
            new("headsail-boom", "38", "40", "42", "45", "", ""),
            new("camber", "18", "18", "16", "14", "", ""),
            new("vang", "2", "1 3/4", "1 1/2", "1 1/4", "", ""),
            new("backstay", "2", "3", "5", "7", "", ""),
            new("rudder-trim", "0", "0", "0", "0", "", ""),
            new("luffs", "together, top a little early", "together", "together", "together", "", ""),
        ],
        Further =
        [
            new("b", null,
                new("mast-foot", "", "", "", "4", "5", ""),
                new("headsail-pivot", "", "", "", "3", "3", ""),
                new("main-boom", "", "", "", "30", "34", ""),
                new("headsail-boom", "", "", "", "42", "48", ""),
                new("camber", "", "", "", "14", "12", ""),
                new("vang", "", "", "", "1 1/2", "1", ""),
                new("backstay", "", "", "", "6", "9", ""),
                new("rudder-trim", "", "", "", "0", "0", ""),
                new("luffs", "", "", "", "together", "together", "")),
            new("c", null,
                new("mast-foot", "", "", "", "", "", "5"),
                new("headsail-pivot", "", "", "", "", "", "4"),
                new("main-boom", "", "", "", "", "", "36"),
                new("headsail-boom", "", "", "", "", "", "50"),
                new("camber", "", "", "", "", "", "10"),
                new("vang", "", "", "", "", "", "3/4"),
                new("backstay", "", "", "", "", "", "12"),
                new("rudder-trim", "", "", "", "", "", "0"),
                new("luffs", "", "", "", "", "", "together, top open")),
        ],
        Published = [new(On(2025, 6, 14, 10, 0), "Copied from the lid of Beatriz’s rig box, measured again.")],
        Boats =
        [
            new("Hull 07", "", new Taped("main-boom", ["20", "60"]), new("backstay", ["0", "20"], ShiftMillimetres: 2)),
            new("Hull 12", "", new Taped("main-boom", ["20", "60"], ShiftMillimetres: -1)),
            new("Hull 19"),
            new("Hull 23"),
        ],
    };

    private static DateTimeOffset On(int year, int month, int day, int hour, int minute) => new(year, month, day, hour, minute, 0, TimeSpan.Zero);
}
