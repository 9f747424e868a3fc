using System.Text.Json;
using System.Text.Json.Serialization;
using Regatta.Core.Marks;

namespace Regatta.Formats.Bundles;

/// <summary>The bundle as JSON has it (docs/formats.md). Wind in m/s, lengths in mm, masses in kg, angles in degrees; a mark is a number on
/// its control's scale.</summary>
public sealed record BundleDocument(
    string Format,
    int Version,
    [property: JsonPropertyOrder(1)] IReadOnlyList<ClassDocument> Classes,
    ClubDocument? Club = null,
    IReadOnlyList<PersonDocument>? People = null
)
{
    public const string FormatName = "regatta-bundle";
    public const int CurrentVersion = 1;

    internal static readonly JsonSerializerOptions Options = new()
    {
        PropertyNamingPolicy = JsonNamingPolicy.CamelCase,
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
        RespectRequiredConstructorParameters = true,
        RespectNullableAnnotations = true,
        AllowDuplicateProperties = false,
        MaxDepth = 16,
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false) },
    };
}

public sealed record ClubDocument(string Name, string TimeZone, string? Key = null);

public sealed record PersonDocument(string Key, string Name, IReadOnlyList<string> Roles, IReadOnlyList<string>? CaptainOf = null);

public sealed record ClassDocument(
    string Key,
    string Name,
    string Family,
    string About,
    HelmDocument Helm,
    IReadOnlyList<string> Cautions,
    MatrixDocument Matrix,
    string? Mode = null,
    IReadOnlyList<string>? Checks = null,
    double? WindHeight = null,
    CrewDocument? Crew = null,
    IReadOnlyList<ControlDocument>? Retired = null,
    IReadOnlyList<BoatDocument>? Boats = null,
    IReadOnlyList<VersionDocument>? Versions = null,
    IReadOnlyList<LogDocument>? Logs = null
);

/// <summary>A rule of effective wind, or a table of offsets; masses in kg, the hull's part in kg·m, the arm in m.</summary>
public sealed record CrewDocument(
    double? Reference = null,
    double? Hull = null,
    double? Arm = null,
    int? FromBand = null,
    IReadOnlyList<CrewOffsetDocument>? Offsets = null
);

public sealed record CrewOffsetDocument(double From, double To, string Control, int Steps);

/// <summary>A boat; for each control the measured pairs, each a reading and the length in mm.</summary>
public sealed record BoatDocument(
    string Name,
    string? Note = null,
    IReadOnlyDictionary<string, IReadOnlyList<IReadOnlyList<double>>>? Measured = null
);

public sealed record HelmDocument(double TargetDegrees, double ToleranceDegrees, double ReferenceWind, double PerHeelDegree);

/// <summary>All matrices of a class. Without plans there is full sail, without modes upwind; a cell without them stands in the
/// first.</summary>
public sealed record MatrixDocument(
    IReadOnlyList<BandDocument> Bands,
    IReadOnlyList<ControlDocument> Controls,
    IReadOnlyList<CellDocument> Cells,
    IReadOnlyList<NamedDocument>? Plans = null,
    IReadOnlyList<NamedDocument>? Modes = null,
    int? LastBand = null
);

/// <summary>A sail plan or a mode.</summary>
public sealed record NamedDocument(string Key, string Name);

public sealed record BandDocument(int Id, string Name, double From, double To);

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
    IReadOnlyList<CouplingDocument>? Disturbs = null
);

/// <summary>A coupling; <paramref name="Follows"/> is the least and the most the other goes for each unit, where they are changed
/// together.</summary>
public sealed record CouplingDocument(string Control, string Why, IReadOnlyList<double>? Follows = null);

public sealed record CellDocument(
    int Band,
    string Control,
    double? Mark = null,
    double? Tolerance = null,
    string? Target = null,
    string? Note = null,
    string? Source = null,
    string? Plan = null,
    string? Mode = null,
    bool? Range = null,
    string? Word = null,
    string? Origin = null,
    DateOnly? Day = null
);

/// <summary>A published version. Without settings they were the class's own.</summary>
public sealed record VersionDocument(
    int Number,
    DateTimeOffset At,
    string By,
    string Reason,
    MatrixDocument Matrix,
    SettingsDocument? Settings = null
);

/// <summary>What a version said of its class beside its matrices.</summary>
public sealed record SettingsDocument(
    string Name,
    string Family,
    string About,
    HelmDocument Helm,
    IReadOnlyList<string> Cautions,
    IReadOnlyList<string>? Checks = null,
    double? WindHeight = null,
    CrewDocument? Crew = null,
    IReadOnlyList<ControlDocument>? Retired = null
);

public sealed record LogDocument(
    Guid Key,
    DateTimeOffset SailedAt,
    double WindFrom,
    double WindTo,
    IReadOnlyDictionary<string, double> Marks,
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
    IReadOnlyDictionary<string, AskedDocument>? Asked = null
);

/// <summary>Who asked for a mark of a log: <c>card</c>, <c>proposal</c>, <c>trial</c> or <c>sailor</c>; and what the card said.</summary>
public sealed record AskedDocument(string By, double? Card = null);
