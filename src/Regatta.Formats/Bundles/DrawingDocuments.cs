namespace Regatta.Formats.Bundles;

/// <summary>The side view of a boat, in mm: points as [x, z], x forward of the transom and z above the water. A board is <c>fixed</c>,
/// <c>pivoting</c> about its pin, or <c>sliding</c>.</summary>
public sealed record DrawingDocument(
    double Waterline,
    IReadOnlyList<double> MastFoot,
    OutlineDocument Hull,
    OutlineDocument? Board = null,
    OutlineDocument? Rudder = null,
    string? BoardMoves = null,
    IReadOnlyList<double>? BoardPin = null,
    LateenDocument? Lateen = null,
    IReadOnlyList<EffectDocument>? Effects = null
);

/// <summary>A lateen's spars: the angle between them in degrees, lengths in mm.</summary>
public sealed record LateenDocument(double Between, double Upper, double Boom, double Halyard, double Hoist, double Gooseneck);

/// <summary>What a control moves, for each unit it is spoken of in: degrees or metres; and the mark at which the boat is drawn.</summary>
public sealed record EffectDocument(string Control, string Moves, double PerUnit, double Zero);

/// <summary>What cures a sign: an act, or a control by steps.</summary>
public sealed record CureDocument(string Sign, string Kind, string Why, string? Act = null, string? Control = null, int? Steps = null);
