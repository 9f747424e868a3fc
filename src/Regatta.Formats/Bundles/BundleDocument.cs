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

    private static readonly JsonSerializerOptions Plain = new()
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

    internal static readonly JsonSerializerOptions Options = new(Plain) { Converters = { new CautionConverter(Plain) } };
}

public sealed record ClubDocument(string Name, string TimeZone, string? Key = null);

public sealed record PersonDocument(string Key, string Name, IReadOnlyList<string> Roles, IReadOnlyList<string>? CaptainOf = null);

public sealed record ClassDocument(
    string Key,
    string Name,
    string Family,
    string About,
    HelmDocument Helm,
    IReadOnlyList<CautionDocument> Cautions,
    MatrixDocument Matrix,
    string? Mode = null,
    IReadOnlyList<string>? Checks = null,
    double? WindHeight = null,
    CrewDocument? Crew = null,
    IReadOnlyList<ControlDocument>? Retired = null,
    IReadOnlyList<BoatDocument>? Boats = null,
    IReadOnlyList<VersionDocument>? Versions = null,
    IReadOnlyList<LogDocument>? Logs = null,
    BalanceDocument? Balance = null,
    IReadOnlyList<QuestionDocument>? Questions = null,
    IReadOnlyList<QuestionDocument>? RetiredQuestions = null,
    IReadOnlyList<NamedDocument>? Purposes = null,
    IReadOnlyList<GearDocument>? Gears = null,
    ReefingDocument? Reefing = null,
    IReadOnlyList<SailLimitDocument>? SailLimits = null,
    IReadOnlyList<ProcedureDocument>? Procedures = null,
    RakeDocument? Rake = null,
    DrawingDocument? Drawing = null,
    IReadOnlyList<CureDocument>? Cures = null
);

/// <summary>A rule of effective wind, or a table of offsets; masses in kg, the hull's part in kg·m, the arm in m.</summary>
public sealed record CrewDocument(
    double? Reference = null,
    double? Hull = null,
    double? Arm = null,
    int? FromBand = null,
    IReadOnlyList<CrewOffsetDocument>? Offsets = null,
    int? People = null,
    int? OnWire = null,
    double? Wire = null,
    IReadOnlyList<CrewStepDocument>? Steps = null,
    CrewColumnsDocument? Columns = null
);

/// <summary>Crews of a kind set a control so many steps from the card.</summary>
public sealed record CrewStepDocument(string Crew, string Control, int Steps);

/// <summary>The crews a printed card has columns for, in kg.</summary>
public sealed record CrewColumnsDocument(double Light, double Heavy, bool? BySkill = null);

/// <summary>The balance check; the heel in degrees to leeward where the class does not sail flat.</summary>
public sealed record BalanceDocument(string Kind, double? Heel = null);

/// <summary>A question: with words, with a number, or with a scale; what numbers mean stands in meanings.</summary>
public sealed record QuestionDocument(
    string Key,
    string Asks,
    string When,
    IReadOnlyList<AnswerWordDocument>? Words = null,
    bool? Ordered = null,
    NumberDocument? Number = null,
    ScaleSpec? Scale = null,
    IReadOnlyList<MeaningDocument>? Meanings = null,
    IReadOnlyList<string>? Plans = null,
    IReadOnlyList<string>? Modes = null,
    int? FromBand = null,
    string? Control = null,
    string? Teaches = null
);

public sealed record AnswerWordDocument(string Text, string Means);

public sealed record NumberDocument(double Least, double Most, double Step, string? Unit = null);

/// <summary>From a number on, an answer means this.</summary>
public sealed record MeaningDocument(double From, string Means);

/// <summary>Controls that move as one; of each its steps for one of the gear.</summary>
public sealed record GearDocument(string Name, IReadOnlyList<GearMemberDocument> Members, bool? Loosened = null);

public sealed record GearMemberDocument(string Control, int Steps);

public sealed record CrewOffsetDocument(double From, double To, string Control, int Steps);

/// <summary>A boat; for each control the measured pairs, each a reading and the length in mm.</summary>
public sealed record BoatDocument(
    string Name,
    string? Note = null,
    IReadOnlyDictionary<string, IReadOnlyList<IReadOnlyList<double>>>? Measured = null,
    IReadOnlyDictionary<string, FittingDocument>? Fittings = null,
    IReadOnlyList<SailDocument>? Sails = null
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

public sealed record HelmDocument(double TargetDegrees, double ToleranceDegrees, double ReferenceWind, double PerHeelDegree);

/// <summary>All matrices of a class. Without plans there is full sail, without modes upwind; a cell without them stands in the
/// first.</summary>
public sealed record MatrixDocument(
    IReadOnlyList<BandDocument> Bands,
    IReadOnlyList<ControlDocument> Controls,
    IReadOnlyList<CellDocument> Cells,
    IReadOnlyList<PlanDocument>? Plans = null,
    IReadOnlyList<ModeDocument>? Modes = null,
    int? LastBand = null
);

/// <summary>Something with a name.</summary>
public sealed record NamedDocument(string Key, string Name);

public sealed record BandDocument(int Id, string Name, double From, double To);

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
    IReadOnlyList<CautionDocument> Cautions,
    IReadOnlyList<string>? Checks = null,
    double? WindHeight = null,
    CrewDocument? Crew = null,
    IReadOnlyList<ControlDocument>? Retired = null,
    BalanceDocument? Balance = null,
    IReadOnlyList<QuestionDocument>? Questions = null,
    IReadOnlyList<QuestionDocument>? RetiredQuestions = null,
    IReadOnlyList<NamedDocument>? Purposes = null,
    IReadOnlyList<GearDocument>? Gears = null,
    ReefingDocument? Reefing = null,
    IReadOnlyList<SailLimitDocument>? SailLimits = null,
    IReadOnlyList<ProcedureDocument>? Procedures = null,
    RakeDocument? Rake = null,
    DrawingDocument? Drawing = null,
    IReadOnlyList<CureDocument>? Cures = null
);

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

/// <summary>An answer: what was said, its number where it is one, and what it means.</summary>
public sealed record AnswerDocument(string Said, string Means, double? Number = null);

/// <summary>Who asked for a mark of a log: <c>card</c>, <c>proposal</c>, <c>trial</c> or <c>sailor</c>; and what the card said.</summary>
public sealed record AskedDocument(string By, double? Card = null);
