namespace Regatta.Demo;

/// <summary>What kits offer and the demo clubs have not taken up.</summary>
internal static class NotTakenUp
{
    public static readonly (string Kit, string Mode)[] Modes =
    [
        ("lateen-board-boat", "reach"),
        ("una-rig", "reach"),
        ("sloop-dinghy", "run"),
        ("asymmetric", "reach"),
        ("catamaran-with-skegs", "downwind"),
        ("catamaran-with-skegs", "reach"),
        ("keelboat", "reach"),
        ("keelboat", "run"),
        ("keelboat", "kite"),
    ];

    public static readonly (string Kit, string Plan)[] Plans =
    [
        ("keelboat", "reef-1"),
        ("keelboat", "reef-2"),
        ("trimaran-with-reefs", "headsail-alone"),
    ];

    public static readonly Dictionary<string, string[]> Controls = new()
    {
        ["sloop-dinghy"] = ["jib-halyard"],
        ["asymmetric"] = ["kite-halyard", "kite-sheet"],
        ["catamaran-with-skegs"] = ["mast-rotation", "diamonds", "rudder-rake"],
        ["keelboat"] = ["main-halyard", "shrouds", "vang", "foot-line"],
        ["trimaran-with-reefs"] = ["main-sheet", "outhaul", "mast-rotation"],
        ["sailboard"] = ["mast-track", "batten-tension", "strap-width"],
        ["radio-yacht"] = ["jib-stay", "pre-bend", "shrouds", "ballast", "sheet-clicks"],
    };
}
