using System.Text.Json;

namespace Regatta.Store;

/// <summary>A mark of a run as its row.</summary>
internal sealed record MarkRow(long LogId, int Run, string Control, double Mark, string? AskedBy, double? CardMark)
{
    public const string Columns = "m.log_id, m.run, m.control, m.mark, m.asked_by, m.card_mark";
}

/// <summary>A run as its row.</summary>
internal sealed record RunRow(
    long LogId,
    int Run,
    DateTimeOffset? FromAt,
    string Plan,
    string Mode,
    double WindFrom,
    double WindTo,
    double? Gust,
    double WindFactor,
    double? HelmPort,
    double? HelmStarboard,
    double? Heel,
    string GatesAsked,
    string GatesHeld,
    bool HelmInWords,
    string Felt,
    string Answers
)
{
    public const string Columns = """
        r.log_id, r.run, r.from_at, r.plan, r.mode, r.wind_from, r.wind_to, r.gust, r.wind_factor, r.helm_port, r.helm_starboard, r.heel,
        array_to_string(r.gates_asked, ' ') as gates_asked, array_to_string(r.gates_held, ' ') as gates_held, r.helm_in_words,
        r.felt, r.answers::text as answers
        """;

    /// <summary>What most runs answer.</summary>
    private const string NoAnswers = "{}";

    /// <summary>A run of an earlier log, as its schema spelled it: until 2 how it felt began with a capital.</summary>
    public RunRow Lifted(int schema) => schema >= 2 ? this : this with { Felt = char.ToLowerInvariant(Felt[0]) + Felt[1..] };

    public Run ToRun(IEnumerable<MarkRow> rows)
    {
        var marks = rows.ToList();
        return new(
            StoredWind.Of(WindFrom, WindTo, Gust),
            marks.ToDictionary(mark => new ControlKey(mark.Control), mark => new Mark(mark.Mark)),
            ToCheck(),
            EnumText.Read<Felt>(Felt).Value
        )
        {
            From = FromAt,
            PlanMode = new(new(Plan), new(Mode)),
            WindFactor = WindFactor,
            Asked = marks
                .Where(mark => mark.AskedBy is not null)
                .ToDictionary(
                    mark => new ControlKey(mark.Control),
                    mark => new AskedMark(EnumText.Read<AskedBy>(mark.AskedBy!).Value, mark.CardMark is { } card ? new Mark(card) : null)
                ),
            Answers =
                Answers == NoAnswers
                    ? new Dictionary<QuestionKey, Answer>()
                    : JsonSerializer.Deserialize<Dictionary<QuestionKey, Answer>>(Answers, ClassValues.Options)!,
        };
    }

    public static string Write(IReadOnlyDictionary<QuestionKey, Answer> answers) =>
        answers.Count == 0 ? NoAnswers : JsonSerializer.Serialize(answers, ClassValues.Options);

    /// <summary>Gates as they are spelled.</summary>
    public static string[] Write(Gate gates) => [.. CheckGates.Each(gates).Select(EnumText.Of)];

    private HelmCheck? ToCheck() =>
        HelmReading.Of(AsAngle(HelmPort), AsAngle(HelmStarboard)) is { Ok: true } helm
            ? new(helm.Value, new(Joined(GatesAsked), Joined(GatesHeld)), AsAngle(Heel)) { InWords = HelmInWords }
            : null;

    private static Gate Joined(string gates) =>
        CheckGates.Joined(gates.Split(' ').Select(gate => EnumText.Read<Gate>(gate)).Where(gate => gate.Ok).Select(gate => gate.Value));

    private static Angle? AsAngle(double? degrees) => degrees is { } known ? Angle.FromDegrees(known) : null;
}

/// <summary>A log as its row.</summary>
internal sealed record LogRow(
    long Id,
    Guid Key,
    DateTimeOffset SailedAt,
    string Note,
    string NoteFor,
    int? Version,
    string? Purpose,
    string Water,
    string Place,
    double? CrewMass
)
{
    public const string Columns = "l.id, l.key, l.sailed_at, l.note, l.note_for, l.version, l.purpose, l.water, l.place";

    public SessionLog ToLog(IEnumerable<RunRow> runs, IEnumerable<MarkRow> rows)
    {
        var marks = rows.ToLookup(mark => mark.Run);
        return new(
            Key,
            SailedAt,
            CrewMass is { } mass ? Mass.FromKilograms(mass) : null,
            [.. runs.OrderBy(run => run.Run).Select(run => run.ToRun(marks[run.Run]))],
            Note,
            Version
        )
        {
            NoteFor = EnumText.Read<NoteReader>(NoteFor).Value,
            Purpose = Purpose is { } purpose ? new(purpose) : null,
            Water = EnumText.Read<Water>(Water).Value,
            Place = EnumText.Read<Place>(Place).Value,
        };
    }
}
