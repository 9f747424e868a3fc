namespace Regatta.Demo;

/// <summary>What a demo class measured of its rig: limits and shapes of its plans, when its modes begin, lengths.</summary>
internal sealed record DemoRigging
{
    /// <summary>By the plans' keys: the limit in knots, the heeling arm in m, the area in m² where no outline tells it, and outlines in
    /// m.</summary>
    public Dictionary<
        string,
        (double? Limit, double Arm, double? Area, (string Sail, double[] Corners)[] Outlines, (string, string)[] Marks)
    > Plans { get; init; } = [];

    /// <summary>By the modes' keys: which wind, in and back, and the mean it ends at, in knots.</summary>
    public Dictionary<string, (string On, double In, double Back, double? Ends)> Triggers { get; init; } = [];

    /// <summary>Sails with limits of their own: from and to which true angle, to which wind for all and for the experienced, and how fast
    /// she goes then, in degrees and knots. Empty for the kit's.</summary>
    public (string Sail, double From, double To, double Open, double Most, double BoatSpeed)[] Limits { get; init; } = [];

    /// <summary>The rig's lengths; null where nobody measured them.</summary>
    public RakeGeometry? Rake { get; init; }

    public SailPlan Of(SailPlan plan) =>
        !Plans.TryGetValue(plan.Key.Name, out var own)
            ? plan
            : plan with
            {
                MeasuredLimit = own.Limit is { } limit ? Speed.FromKnots(limit) : null,
                StatedArm = Length.FromMillimetres(Math.Round(own.Arm * 1000)),
                StatedArea = own.Area,
                Sails = [.. own.Outlines.Select(outline => WenlowDrawings.Outline(outline.Sail, outline.Corners))],
                Marks = [.. own.Marks.Select(mark => new PlanMark(mark.Item1, mark.Item2))],
            };

    public IReadOnlyList<SailLimit> Of(IReadOnlyList<SailLimit> ofTheKit) =>
        Limits.Length == 0
            ? ofTheKit
            :
            [
                .. Limits.Select(limit => new SailLimit(
                    limit.Sail,
                    Angle.FromDegrees(limit.From),
                    Angle.FromDegrees(limit.To),
                    Speed.FromKnots(limit.Open),
                    Speed.FromKnots(limit.Most),
                    Speed.FromKnots(limit.BoatSpeed)
                )),
            ];

    public SailingMode Of(SailingMode mode) =>
        Triggers.TryGetValue(mode.Key.Name, out var own)
            ? mode with
            {
                Trigger = new(EnumText.Read<TriggerWind>(own.On).Value, Speed.FromKnots(own.In), Speed.FromKnots(own.Back)),
                Ends = own.Ends is { } ends ? Speed.FromKnots(ends) : null,
            }
            : mode;
}

/// <summary>The rigs of the classes at Wenlow Reach, by their keys. All of it is invented.</summary>
internal static class WenlowRigging
{
    public static IReadOnlyDictionary<string, DemoRigging> All { get; } =
        new Dictionary<string, DemoRigging>
        {
            ["quillet"] = new()
            {
                Plans = new()
                {
                    ["full"] = (21, 2.4, null, [("sail", [3.05, 0.75, 0.1, 0.95, 1.35, 4.55])], []),
                    ["heavy-air"] = (null, 2.0, null, [("sail", [3.05, 0.6, 0.15, 0.65, 1.5, 4.2])], []),
                    ["reef"] = (null, 2.05, null, [("sail", [2.6, 0.75, 0.4, 0.9, 1.35, 4.1])], []),
                },
            },
            ["brannet"] = new()
            {
                Plans = new()
                {
                    ["large"] = (17, 3.0, null, [("sail", [2.75, 0.8, 0.1, 0.9, 0.75, 2.9, 1.7, 4.9, 2.55, 6.1])], []),
                    ["middle"] = (null, 2.65, null, [("sail", [2.75, 0.8, 0.3, 0.88, 0.95, 2.6, 1.75, 4.2, 2.55, 5.3])], []),
                    ["small"] = (null, 2.4, null, [("sail", [2.75, 0.8, 0.55, 0.86, 1.1, 2.4, 1.8, 3.75, 2.55, 4.75])], []),
                },
            },
            ["skelvin"] = new()
            {
                Triggers = new() { ["planing"] = ("mean", 10, 8, 22), ["soak"] = ("lull", 4, 3, 10) },
                Limits = [("kite", 95, 130, 9, 9, 8), ("kite", 130, 155, 14, 18, 11), ("kite", 155, 180, 17, 21, 12)],
            },
            ["tandry"] = new()
            {
                Plans = new()
                {
                    ["full"] = (
                        null,
                        3.1,
                        null,
                        [("main", [2.35, 0.95, 0.05, 1.05, 0.5, 3.2, 1.15, 4.9, 2.2, 6.0]), ("jib", [3.85, 0.6, 2.55, 0.75, 2.5, 4.3])],
                        []
                    ),
                },
            },
            ["ferrin-16"] = new()
            {
                Plans = new()
                {
                    ["full"] = (
                        null,
                        3.1,
                        null,
                        [("main", [1.85, 1.0, -0.05, 1.15, 0.45, 3.2, 1.1, 5.6, 1.8, 7.2]), ("jib", [3.9, 0.5, 2.55, 0.7, 1.95, 5.6])],
                        []
                    ),
                },
                Rake = new(
                    new("rake"),
                    7,
                    Mm(12),
                    At(1900, 450),
                    Mm(5400),
                    At(1250, 400),
                    Mm(1100),
                    At(-50, 1150),
                    At(100, 1150),
                    At(100, 450),
                    Mm(585),
                    At(3900, 500),
                    At(2550, 700)
                ),
            },
            ["orlop-9"] = new()
            {
                Plans = new()
                {
                    ["full"] = (
                        20,
                        7.4,
                        null,
                        [
                            ("main", [4.4, 1.7, 0.5, 1.8, 0.95, 5.2, 2.1, 9.1, 3.6, 12.4, 4.3, 12.5]),
                            ("headsail", [8.5, 0.9, 4.1, 1.3, 4.75, 11.0]),
                        ],
                        [("Car", "20 cm"), ("Main halyard", "full mark")]
                    ),
                    ["reef-1"] = (
                        null,
                        6.5,
                        null,
                        [
                            ("main", [4.4, 1.7, 0.55, 1.8, 1.15, 4.9, 2.35, 8.2, 3.65, 10.8, 4.3, 10.9]),
                            ("headsail", [8.5, 0.9, 4.75, 1.35, 5.2, 9.9]),
                        ],
                        [("Car", "60 cm: 40 cm forward with the first reef"), ("Main halyard", "first reef’s mark")]
                    ),
                    ["reef-2"] = (
                        null,
                        5.6,
                        null,
                        [
                            ("main", [4.4, 1.7, 0.6, 1.8, 1.4, 4.6, 2.6, 7.3, 3.7, 9.2, 4.3, 9.3]),
                            ("headsail", [8.5, 0.9, 5.4, 1.4, 5.75, 8.4]),
                        ],
                        [("Car", "100 cm"), ("Main halyard", "second reef’s mark")]
                    ),
                },
                Triggers = new() { ["gennaker"] = ("mean", 6, 5, null) },
            },
            ["gessamy"] = new()
            {
                Plans = new()
                {
                    ["large"] = (17, 2.25, 7.2, [], []),
                    ["middle"] = (null, 2.05, 5.8, [], []),
                    ["small"] = (null, 1.85, 4.7, [], []),
                },
            },
            ["pettle-65"] = new()
            {
                Plans = new()
                {
                    ["a"] = (
                        11,
                        0.62,
                        null,
                        [("main", [0.36, 0.12, 0.02, 0.13, 0.12, 0.55, 0.34, 1.08]), ("headsail", [0.62, 0.11, 0.4, 0.12, 0.39, 0.82])],
                        []
                    ),
                    ["b"] = (
                        null,
                        0.52,
                        null,
                        [("main", [0.36, 0.12, 0.04, 0.13, 0.14, 0.46, 0.34, 0.86]), ("headsail", [0.62, 0.11, 0.41, 0.12, 0.4, 0.66])],
                        []
                    ),
                    ["c"] = (
                        null,
                        0.43,
                        null,
                        [("main", [0.36, 0.12, 0.08, 0.13, 0.17, 0.38, 0.34, 0.66]), ("headsail", [0.62, 0.11, 0.43, 0.12, 0.41, 0.51])],
                        []
                    ),
                },
            },
        };

    private static Length Mm(double millimetres) => Length.FromMillimetres(millimetres);

    private static SidePoint At(double x, double z) => new(Mm(x), Mm(z));
}
