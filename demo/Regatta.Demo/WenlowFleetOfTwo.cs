using static Regatta.Demo.DemoClass;

namespace Regatta.Demo;

/// <summary>The sloop and the asymmetric of Wenlow Reach.</summary>
internal static partial class WenlowFleet
{
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
            Crew = ByWind(150, 60, 1.3, 3, people: 2, onWire: 1, wire: 0.7),
            Troubles = [new("backing", "clearly", 16, 26), new("slot", "narrow", 16, 26)],
            Rows =
            [
                new("mast-foot", "4", "4", "4", "4", "4", "4"),
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

    public static DemoClass Skelvin { get; } =
        new(
            "asymmetric",
            "skelvin",
            "Skelvin",
            "Two people, main, jib and a kite on a bowsprit.",
            "Wen Abara",
            new(At: 2.8, ReferenceKnots: 12, PerKnot: 0.1, PerHeelDegree: 0.13, Effects: new() { ["mast-rake"] = (-0.35, 6460, 10) })
        )
        {
            UsualCrew = 150,
            Troubles = [new("soak-heel", "to leeward", 2, 9), new("kite-luff", "too tight", 12, 20)],
            Rows =
            [
                new("mast-rake", "655", "653", "650", "646", "641", "636"),
                new("rig-tension", "3", "4", "5", "7", "8", "9"),
                new("jib-lead", "3", "3", "4", "4", "5", "6"),
                new("vang", "2", "2", "3", "5", "7", "9"),
                new("outhaul", "8", "9", "6", "4", "3", "2"),
                new("cunningham", "off", "off", "creases just gone", "hand tight", "hard", "hard"),
                new("daggerboard", "0", "0", "0", "5", "5", "10"),
            ],
            Further =
            [
                new(
                    null,
                    "soak",
                    new("tack-line", "3", "2", "1", "", "", ""),
                    new("main-down", "right out, in hand", "right out, in hand", "right out, in hand", "", "", ""),
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
                    new("tack-line", "", "", "1", "1", "0", "0"),
                    new("main-down", "", "", "just not flogging", "just not flogging", "eased in the gusts", "eased in the gusts"),
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
}
