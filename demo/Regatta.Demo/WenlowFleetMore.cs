using static Regatta.Demo.DemoClass;

namespace Regatta.Demo;

/// <summary>The keelboat, the trimaran, the sailboard and the radio yacht of Wenlow Reach.</summary>
internal static partial class WenlowFleet
{
    public static DemoClass Marrowin24 { get; } =
        new(
            "keelboat",
            "marrowin-24",
            "Marrowin 24",
            "Three or four people, main and headsail, a fixed keel.",
            "Joaquim Stell",
            new(
                At: 3.1,
                ReferenceKnots: 12,
                PerKnot: 0.25,
                PerHeelDegree: 0.12,
                Effects: new() { ["backstay"] = (-0.15, 6, 1), ["traveller"] = (-0.06, 0, 10) }
            )
        )
        {
            UsualCrew = 290,
            Troubles = [new("boom", "below it", 18, 30), new("lookout", "nobody", 2, 8)],
            Rows =
            [
                new("backstay", "0", "2", "5", "8", "11", "13"),
                new("jib-halyard", "2", "3", "4", "5", "6 1/2", "7 1/2"),
                new("jib-car", "6", "5", "5", "6", "7", "8"),
                new("jib-leech", "6", "5 1/2", "4", "3", "2", "2"),
                new("traveller", "-20", "-15", "-5", "0", "10", "20"),
                new("outhaul", "7", "8", "5", "3", "2", "1"),
                new("cunningham", "off", "off", "creases just gone", "hand tight", "hard", "hard"),
                new(
                    "main-sheet",
                    "top batten 10° open",
                    "top batten parallel",
                    "top batten parallel",
                    "top batten parallel",
                    "top batten opens in gusts",
                    "ease and reef"
                ),
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

    public static DemoClass Orlop9 { get; } =
        new(
            "trimaran-with-reefs",
            "orlop-9",
            "Orlop 9",
            "A folding trimaran with two reefs and a furling headsail.",
            "Sunniva Pell",
            new(
                At: 2.5,
                ReferenceKnots: 14,
                PerKnot: 0.15,
                PerHeelDegree: 0.1,
                Effects: new() { ["traveller"] = (-0.03, 100, 10), ["daggerboard"] = (-0.02, 50, 10) }
            )
        )
        {
            UsualCrew = 230,
            Troubles = [new("freeboard", "9", 17, 21), new("flutter", "flutters", 8, 17)],
            Rows =
            [
                new("headsail-reef", "0", "0", "0", "0", "", ""),
                new("car", "20", "20", "20", "20", "", ""),
                new("main-halyard", "2", "3", "4", "5", "", ""),
                new("traveller", "0", "0", "10", "25", "", ""),
                new("daggerboard", "0", "0", "0", "10", "", ""),
                new("leech-line", "off", "off", "flutter just gone", "flutter just gone", "", ""),
                new("foot-line", "off", "off", "off", "off", "", ""),
                new("freeboard", "dry", "dry", "two hands clear", "a hand clear: reef", "", ""),
            ],
            Further =
            [
                new(
                    "reef-1",
                    null,
                    new("headsail-reef", "", "", "", "40", "40", ""),
                    new("car", "", "", "", "60", "60", ""),
                    new("main-halyard", "", "", "", "3", "4", ""),
                    new("traveller", "", "", "", "10", "20", ""),
                    new("daggerboard", "", "", "", "10", "20", ""),
                    new("leech-line", "", "", "", "flutter just gone", "flutter just gone", ""),
                    new("freeboard", "", "", "", "two hands clear", "a hand clear: reef", "")
                ),
                new(
                    "reef-2",
                    null,
                    new("headsail-reef", "", "", "", "", "", "90"),
                    new("car", "", "", "", "", "", "110"),
                    new("main-halyard", "", "", "", "", "", "3"),
                    new("traveller", "", "", "", "", "", "30"),
                    new("daggerboard", "", "", "", "", "", "30"),
                    new("leech-line", "", "", "", "", "", "flutter just gone"),
                    new("freeboard", "", "", "", "", "", "two hands clear, else ashore")
                ),
                new(
                    null,
                    "gennaker",
                    new(
                        "gennaker-luff",
                        "luff just curls",
                        "luff just curls, bear away in gusts",
                        "deep only, experienced only",
                        "",
                        "",
                        ""
                    ),
                    new("daggerboard", "40", "40", "50", "", "", "")
                ),
                new(
                    null,
                    "reach",
                    new("traveller", "20", "25", "as below", "35", "", ""),
                    new("daggerboard", "40", "40", "50", "50", "", "")
                ),
            ],
            Published = [new(On(2025, 6, 1, 12, 0), "Reef marks sewn on the foot, car marks painted on the track.")],
            Boats =
            [
                new("Third Pebble", "", new Taped("car", ["0", "80", "160"]), new("main-halyard", ["1", "5"], ShiftMillimetres: 4)),
                new("Kittiwake Lane", "", new Taped("car", ["0", "160"], ShiftMillimetres: 10)),
                new("Brackish"),
            ],
        };

    public static DemoClass Gessamy { get; } =
        new(
            "sailboard",
            "gessamy",
            "Gessamy",
            "A sailboard with sails of 7.2, 5.8 and 4.7 m².",
            "Tariq Osgood",
            new(At: 0.6, ReferenceKnots: 16, PerKnot: 0.2, PerHeelDegree: 0, Effects: new() { ["outhaul"] = (-1.2, 25, 10) })
        )
        {
            UsualCrew = 78,
            Purposed =
            [
                ("footstraps", "learning", "inner", "", null),
                ("footstraps", "jumping", "mid", "Feet must come free of the straps in a fall.", null),
            ],
            Troubles = [new("draft", "wandered back", 20, 34), new("forearms", "tired", 16, 34)],
            Plans = [("large", "7.2 m²"), ("middle", "5.8 m²"), ("small", "4.7 m²")],
            Crew = ByWeight((0, 65, "downhaul", 1), (85, 200, "downhaul", -1), (85, 200, "outhaul", -1)),
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
                new(
                    "middle",
                    null,
                    new("downhaul", "", "6", "8", "10", ""),
                    new("outhaul", "", "1", "2", "3", ""),
                    new("boom-height", "", "3 1/2", "3", "2 1/2", ""),
                    new("harness-lines", "", "57", "56", "54", ""),
                    new("line-spread", "", "1", "1", "3/4", ""),
                    new("line-length", "", "1", "1", "1", ""),
                    new("footstraps", "", "outer", "outer", "mid", ""),
                    new("fin", "", "38", "36", "32", "")
                ),
                new(
                    "small",
                    null,
                    new("downhaul", "", "", "", "7", "9"),
                    new("outhaul", "", "", "", "1", "2"),
                    new("boom-height", "", "", "", "2 1/2", "2"),
                    new("harness-lines", "", "", "", "51", "50"),
                    new("line-spread", "", "", "", "3/4", "1/2"),
                    new("line-length", "", "", "", "1", "7/8"),
                    new("footstraps", "", "", "", "mid", "mid"),
                    new("fin", "", "", "", "28", "26")
                ),
            ],
            Published = [new(On(2025, 6, 7, 18, 0), "Rigged all three on the grass and wrote it down before the dew fell.")],
            Boats =
            [
                new("Board 1", "Club board, red nose.", new Taped("downhaul", ["1", "11"]), new("harness-lines", ["35", "75"]))
                {
                    Sails =
                    [
                        new(
                            "Red seven",
                            new(2026, 8, 15),
                            "large",
                            7.2,
                            [new("downhaul", Specified: 80, Maximum: 95), new("outhaul", Specified: 20, Maximum: 40)]
                        ),
                        new("Blue five-eight", new(2024, 5, 1), "middle", 5.8, [new("downhaul", Specified: 70, Maximum: 110)]),
                    ],
                },
                new("Board 2", "Club board, white nose.", new Taped("harness-lines", ["35", "75"], ShiftMillimetres: -4)),
                new("Board 3"),
            ],
        };

    public static DemoClass Pettle65 { get; } =
        new(
            "radio-yacht",
            "pettle-65",
            "Pettle 65",
            "A model yacht sailed from the bank, with rigs A, B and C.",
            "Beatriz Lamm",
            new(
                At: 0.6,
                ReferenceKnots: 8,
                PerKnot: 0.12,
                PerHeelDegree: 0.1,
                Effects: new() { ["mast-foot"] = (-0.9, 4, 1), ["headsail-pivot"] = (-0.45, 3, 1) }
            )
        )
        {
            Troubles = [new("tops", "closed, she heels", 9, 18), new("twist-equal", "main more", 2, 6)],
            Rows =
            [
                new("mast-foot", "3", "3", "4", "4", "", ""),
                new("headsail-pivot", "2", "2", "3", "3", "", ""),
                new("main-boom", "25", "27", "30", "32", "", ""),
                new("headsail-boom", "38", "40", "42", "45", "", ""),
                new("camber", "18", "18", "16", "14", "", ""),
                new("headsail-camber", "16", "16", "14", "12", "", ""),
                new("headsail-twist", "6", "8", "10", "12", "", ""),
                new("sail-height", "0", "0", "0", "0", "", ""),
                new("boom-height", "38", "38", "38", "38", "", ""),
                new("sheeting-point", "70", "70", "70", "70", "", ""),
                new("vang", "2", "1 3/4", "1 1/2", "1 1/4", "", ""),
                new("backstay", "2", "3", "5", "7", "", ""),
                new("rudder-trim", "0", "0", "0", "0", "", ""),
                new("luffs", "together, top a little early", "together", "together", "together", "", ""),
            ],
            Further =
            [
                new(
                    "b",
                    null,
                    new("mast-foot", "", "", "", "4", "5", ""),
                    new("headsail-pivot", "", "", "", "3", "3", ""),
                    new("main-boom", "", "", "", "30", "34", ""),
                    new("headsail-boom", "", "", "", "42", "48", ""),
                    new("camber", "", "", "", "14", "12", ""),
                    new("vang", "", "", "", "1 1/2", "1", ""),
                    new("backstay", "", "", "", "6", "9", ""),
                    new("rudder-trim", "", "", "", "0", "0", ""),
                    new("luffs", "", "", "", "together", "together", "")
                ),
                new(
                    "c",
                    null,
                    new("mast-foot", "", "", "", "", "", "5"),
                    new("headsail-pivot", "", "", "", "", "", "4"),
                    new("main-boom", "", "", "", "", "", "36"),
                    new("headsail-boom", "", "", "", "", "", "50"),
                    new("camber", "", "", "", "", "", "10"),
                    new("vang", "", "", "", "", "", "3/4"),
                    new("backstay", "", "", "", "", "", "12"),
                    new("rudder-trim", "", "", "", "", "", "0"),
                    new("luffs", "", "", "", "", "", "together, top open")
                ),
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
}
