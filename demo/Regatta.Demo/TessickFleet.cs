using static Regatta.Demo.DemoClass;

namespace Regatta.Demo;

/// <summary>The two classes of Tessick Mere. One of them is Wenlow Reach's Quillet under another name: here the gooseneck is measured from
/// the joint of cap and spar, an inch nearer than from the cap's end.</summary>
internal static class TessickFleet
{
    public static DemoClass MereLateen { get; } =
        new(
            "lateen-board-boat",
            "mere-lateen",
            "Mere Lateen",
            "The club's board boats with two spars, kept under the willows.",
            "Ebbe Strandvik",
            new(
                At: 3.2,
                ReferenceKnots: 12,
                PerKnot: 0.45,
                PerHeelDegree: 0.14,
                Effects: new() { ["gooseneck"] = (-0.85, 19.5 * 25.4, 25.4) }
            )
        )
        {
            LogsASeason = 14,
            Scales = new() { ["gooseneck"] = Inches(14, 27, 0.5) },
            Datums = new() { ["gooseneck"] = "joint of the front cap and the boom" },
            Rows =
            [
                new("halyard-point", "58", "58", "58", "58", "58", ""),
                new("gooseneck", "15", "17", "18 1/2", "20", "22", ""),
                new(
                    "head-line",
                    "wrinkles just gone",
                    "wrinkles just gone",
                    "wrinkles just gone",
                    "wrinkles just gone",
                    "wrinkles just gone",
                    ""
                ),
                new("cunningham", "off", "off", "off", "creases just gone", "hand tight", ""),
                new("outhaul", "two hands of foot", "two hands of foot", "a hand of foot", "a hand of foot", "half a hand of foot", ""),
                new("daggerboard", "0", "0", "0", "4", "", ""),
            ],
            Published = [new(new(2025, 5, 3, 11, 0, 0, TimeSpan.Zero), "Marks of two boats, read off on the bank.")],
            Boats = [new("Heron", "", new Taped("gooseneck", ["15", "20", "25"])), new("Moorhen")],
        };

    public static DemoClass Pond65 { get; } =
        new(
            "radio-yacht",
            "pond-65",
            "Pond 65",
            "Model yachts sailed from the mere's stone edge.",
            "Ebbe Strandvik",
            new(At: 0.4, ReferenceKnots: 7, PerKnot: 0.1, PerHeelDegree: 0.1, Effects: new() { ["mast-foot"] = (-0.8, 4, 1) })
        )
        {
            LogsASeason = 10,
            Rows =
            [
                new("mast-foot", "3", "3", "4", "4", "", ""),
                new("headsail-pivot", "2", "2", "3", "3", "", ""),
                new("main-boom", "26", "28", "30", "33", "", ""),
                new("vang", "2", "1 3/4", "1 1/2", "1 1/4", "", ""),
                new("rudder-trim", "0", "0", "0", "0", "", ""),
                new("luffs", "together", "together", "together", "together", "", ""),
            ],
            Published = [new(new(2025, 5, 3, 11, 20, 0, TimeSpan.Zero), "From the notebook in the boathouse.")],
            Boats = [new("No. 4"), new("No. 9")],
        };
}
