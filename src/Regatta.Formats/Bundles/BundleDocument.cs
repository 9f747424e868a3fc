using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;

namespace Regatta.Formats.Bundles;

/// <summary>The bundle as JSON has it (docs/formats.md). Wind in m/s, lengths in mm, masses in kg, angles in degrees; a mark is a number on
/// its control's scale. What a class says is the core's <see cref="ClassJson"/>.</summary>
public sealed record BundleDocument(
    string Format,
    int Version,
    [property: JsonPropertyOrder(1)] IReadOnlyList<ClassDocument> Classes,
    ClubDocument? Club = null,
    IReadOnlyList<PersonDocument>? People = null,
    PartDocument? Part = null
)
{
    public const string FormatName = "regatta-bundle";
    public const int CurrentVersion = 3;

    internal static readonly JsonSerializerOptions Options = new()
    {
        PropertyNamingPolicy = JsonNamingPolicy.CamelCase,
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
        RespectRequiredConstructorParameters = true,
        RespectNullableAnnotations = true,
        AllowDuplicateProperties = false,
        MaxDepth = 20,
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false) },
    };
}

/// <summary>Which part of a class this is, where it leaves in parts.</summary>
public sealed record PartDocument(int Number, int Of);

public sealed record ClubDocument(string Name, string TimeZone, string? Key = null);

public sealed record PersonDocument(string Key, string Name, IReadOnlyList<string> Roles, IReadOnlyList<string>? CaptainOf = null);

/// <summary>A class: its definition and cells as the core writes them, boats, versions and logs.</summary>
public sealed record ClassDocument(
    string Key,
    JsonObject Definition,
    JsonArray Cells,
    IReadOnlyList<BoatDocument>? Boats = null,
    IReadOnlyList<VersionDocument>? Versions = null,
    IReadOnlyList<LogDocument>? Logs = null
);

/// <summary>A published version. Without a definition it was the class's own.</summary>
public sealed record VersionDocument(
    int Number,
    DateTimeOffset At,
    string By,
    string Reason,
    JsonArray Cells,
    JsonObject? Definition = null
);

/// <summary>A boat; for each control the measured pairs, each a reading and the length in mm.</summary>
public sealed record BoatDocument(
    string Name,
    string? Note = null,
    IReadOnlyDictionary<string, IReadOnlyList<IReadOnlyList<double>>>? Measured = null,
    IReadOnlyDictionary<string, FittingDocument>? Fittings = null,
    IReadOnlyList<SailDocument>? Sails = null,
    DateOnly? RetiredOn = null
);

/// <summary>How a control is fitted on a boat: <c>lever</c> or <c>bolt</c>; and whether it is measured from the other datum.</summary>
public sealed record FittingDocument(string? Kind = null, bool? OtherDatum = null);

/// <summary>A sail of a boat, its area in m².</summary>
public sealed record SailDocument(
    string Name,
    DateOnly Since,
    string? Plan = null,
    double? Area = null,
    IReadOnlyList<PrintedDocument>? Printed = null
);

/// <summary>What is printed on a sail for a control, as positions.</summary>
public sealed record PrintedDocument(string Control, double? Specified = null, double? Maximum = null);

/// <summary>A session. What is said of its runs stands in <paramref name="Runs"/>; files from before there were runs say it of the log
/// itself, which is one run then.</summary>
public sealed record LogDocument(
    Guid Key,
    DateTimeOffset SailedAt,
    double? WindFrom = null,
    double? WindTo = null,
    IReadOnlyDictionary<string, double>? Marks = null,
    double? Gust = null,
    string? Sailor = null,
    string? Boat = null,
    double? CrewMass = null,
    double? HelmPort = null,
    double? HelmStarboard = null,
    double? Heel = null,
    IReadOnlyList<string>? GatesHeld = null,
    string? Luffing = null,
    string? Felt = null,
    string? Note = null,
    int? Version = null,
    string? Plan = null,
    string? Mode = null,
    bool? HelmInWords = null,
    double? WindFactor = null,
    IReadOnlyDictionary<string, AskedDocument>? Asked = null,
    string? Purpose = null,
    string? Water = null,
    string? Place = null,
    IReadOnlyList<RunDocument>? Runs = null
);

/// <summary>A run of a session.</summary>
public sealed record RunDocument(
    double WindFrom,
    double WindTo,
    IReadOnlyDictionary<string, double> Marks,
    DateTimeOffset? From = null,
    double? Gust = null,
    double? HelmPort = null,
    double? HelmStarboard = null,
    double? Heel = null,
    IReadOnlyList<string>? GatesAsked = null,
    IReadOnlyList<string>? GatesHeld = null,
    string? Felt = null,
    string? Plan = null,
    string? Mode = null,
    bool? HelmInWords = null,
    double? WindFactor = null,
    IReadOnlyDictionary<string, AskedDocument>? Asked = null,
    IReadOnlyDictionary<string, AnswerDocument>? Answers = null
);

/// <summary>An answer: what was said, its number where it is one, what it means, and what a gauge read for it.</summary>
public sealed record AnswerDocument(string Said, string Means, double? Number = null, MeasuredDocument? Measured = null);

/// <summary>What a gauge read: in degrees, a share, metres or a strip's number, with its standard deviation.</summary>
public sealed record MeasuredDocument(string Gauge, double Value, double Sd);

/// <summary>Who asked for a mark of a log: <c>card</c>, <c>proposal</c>, <c>trial</c> or <c>sailor</c>; and what the card said.</summary>
public sealed record AskedDocument(string By, double? Card = null);
