using Regatta.Core.Marks;

namespace Regatta.Formats.Bundles;

public sealed record ControlDocument(
    string Key,
    string Name,
    ScaleSpec Scale,
    string Datum,
    string ReadingPoint,
    string MoreDoes,
    string When,
    string AsWindBuilds,
    IReadOnlyList<string>? Synonyms = null,
    double? HelmPerUnit = null,
    IReadOnlyList<CouplingDocument>? Disturbs = null,
    IReadOnlyList<string>? Plans = null,
    IReadOnlyList<string>? Modes = null,
    IReadOnlyList<PurposeMarkDocument>? ByPurpose = null,
    OtherDatumDocument? OtherDatum = null,
    bool? BothSides = null,
    string? Who = null
);

/// <summary>A coupling; <paramref name="Follows"/> is the least and the most the other goes for each unit, where they are changed
/// together.</summary>
public sealed record CouplingDocument(string Control, string Why, IReadOnlyList<double>? Follows = null);

/// <summary>The mark a control has for a purpose, as a position.</summary>
public sealed record PurposeMarkDocument(string Purpose, double Mark, string? Caution = null);

/// <summary>Where else a control is measured from; how much more is read there, in mm.</summary>
public sealed record OtherDatumDocument(string Words, double Shift);
