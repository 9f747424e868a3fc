namespace Regatta.Formats.Bundles;

/// <summary>A sail plan: area in m², heeling arm in mm, limit in m/s; outlines as corners of [x, z] in mm, x forward of the transom and z
/// above the water.</summary>
public sealed record PlanDocument(
    string Key,
    string Name,
    double? Area = null,
    double? Arm = null,
    double? Limit = null,
    IReadOnlyList<OutlineDocument>? Sails = null,
    IReadOnlyList<PlanMarkDocument>? Marks = null
);

public sealed record OutlineDocument(string Name, IReadOnlyList<IReadOnlyList<double>> Outline);

public sealed record PlanMarkDocument(string What, string Says);

/// <summary>A mode; its trigger looks at <c>mean</c>, <c>gust</c> or <c>lull</c>.</summary>
public sealed record ModeDocument(string Key, string Name, TriggerDocument? Trigger = null);

public sealed record TriggerDocument(string On, double In, double Back);

/// <summary>A caution: a sentence alone, or an object with its place.</summary>
public sealed record CautionDocument(
    string Text,
    string? Control = null,
    string? Plan = null,
    string? Mode = null,
    double? WindFrom = null,
    string? Water = null,
    string? Place = null,
    bool? Grave = null,
    string? Decides = null
);

public sealed record ReefingDocument(
    double GustAllowance,
    double Newcomer,
    bool? HeelWarns = null,
    IReadOnlyList<string>? Signs = null,
    string? Squall = null,
    string? Lasting = null
);

/// <summary>Up to which wind a sail stands between two true wind angles, in degrees; winds and the boat's speed in m/s.</summary>
public sealed record SailLimitDocument(string Sail, double From, double To, double Open, double Most, double BoatSpeed);

public sealed record ProcedureDocument(string Key, string Name, IReadOnlyList<ProcedureStepDocument> Steps, string? When = null);

public sealed record ProcedureStepDocument(string Does, string? Who = null, string? Gate = null);

/// <summary>Lengths of a rig whose shrouds set its rake, in mm; points as [x, z].</summary>
public sealed record RakeDocument(
    string Holes,
    double UprightHole,
    double HolePitch,
    IReadOnlyList<double> Foot,
    double Hounds,
    IReadOnlyList<double> Plate,
    double PlateOut,
    IReadOnlyList<double> BoomEnd,
    IReadOnlyList<double> SheetOnBoom,
    IReadOnlyList<double> SheetBlock,
    double Tackle,
    IReadOnlyList<double>? Tack = null,
    IReadOnlyList<double>? Clew = null
);
