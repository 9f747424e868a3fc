using System.Globalization;

namespace Regatta.Application.Logbook;

/// <summary>The fields of one run of a log form. Those of the first have no prefix, so that a form with one run reads as it always
/// did.</summary>
public sealed class RunFields(IReadOnlyDictionary<string, string> typed, FormReader reader, int number)
{
    /// <summary>The field of when it began.</summary>
    public const string From = "from";

    /// <summary>The field that keeps the wind of the card.</summary>
    public const string CardWind = "cardWind";

    /// <summary>The field that keeps which gates a log was asked, where it is not the class's own check.</summary>
    public const string Asking = "gatesAsked";

    /// <summary>The field that keeps the gust a log opened with.</summary>
    public const string GustHeard = "gustHeard";

    private const string MarkPrefix = "mark-";
    private const string CardPrefix = "card-";
    private const string ExactPrefix = "exact-";

    /// <summary>Fields that a further run takes over from the one before it.</summary>
    private static readonly string[] Kept = [CardWind, "windFrom", "windTo", "gust", GustHeard, "plan", "mode"];

    public string Prefix { get; } = PrefixOf(number);

    public static string PrefixOf(int number) => number == 1 ? "" : $"run{number.ToString(CultureInfo.InvariantCulture)}-";

    /// <summary>The field a control's mark is typed in.</summary>
    public static string MarkField(Control control) => MarkPrefix + control.Key;

    /// <summary>The field that keeps what the card said for a control.</summary>
    public static string CardField(Control control) => CardPrefix + control.Key;

    /// <summary>The field that keeps the exact mark another opened with, where its reading is rounded.</summary>
    public static string ExactField(string field) => ExactPrefix + field;

    /// <summary>A mark as such a field has it: for the form alone, so with every digit and a plain sign.</summary>
    public static string Exact(Mark mark) => mark.Position.ToString("R", CultureInfo.InvariantCulture);

    /// <summary>The field a question is answered in.</summary>
    public static string AnswerField(Question question) => "answer-" + question.Key;

    /// <summary>The field that keeps what a gauge read for a question.</summary>
    public static string MeasuredField(QuestionKey question) => "measured-" + question;

    /// <summary>The field of a gate.</summary>
    public static string GateField(Gate gate) => EnumText.Of(gate);

    /// <summary>What was typed or prefilled in a field of the run.</summary>
    public string this[string field] => typed.GetValueOrDefault(Prefix + field, "");

    /// <summary>What was wrong in a field of the run, or null.</summary>
    public string? Problem(string field) => reader.Problems.GetValueOrDefault(Prefix + field);

    /// <summary>Whether a further run takes a field over from this one.</summary>
    public bool Keeps(string field) =>
        field.StartsWith(Prefix, StringComparison.Ordinal)
        && field[Prefix.Length..] is var name
        && (
            Kept.Contains(name)
            || name.StartsWith(MarkPrefix, StringComparison.Ordinal)
            || name.StartsWith(CardPrefix, StringComparison.Ordinal)
            || name.StartsWith(ExactPrefix, StringComparison.Ordinal)
        );

    public static Parsed<T> One<T>(string text)
        where T : struct, Enum => EnumText.Find<T>(text) is { } one ? Parsed<T>.Good(one) : Parsed<T>.Bad("Choose one of the answers.");

    /// <summary>Reads the run; null when something is wrong, with a sentence beside it.</summary>
    public Run? Read(LogFormContext context, CardReading card)
    {
        var from = this[From].Length > 0 ? Take(From, context.ReadTime(this[From])) : (DateTimeOffset?)null;
        var wind = ReadWind(context.Wind);
        var marks = ReadMarks(context);
        var check = ReadCheck(context.Class, card.PlanMode);
        var answers = ReadAnswers(card.Questions);
        var felt = May("felt", One<Felt>);
        if (!reader.Ok)
        {
            return null;
        }

        var (definition, crew) = (context.Class, context.Reader.Crew);
        var band = definition.Bands.At(definition.Crew.Effective(wind!.Mean, crew, definition.Bands));
        return new(wind, marks, check, felt ?? Felt.NotSaid)
        {
            From = from,
            PlanMode = card.PlanMode,
            WindFactor = Math.Clamp(definition.Crew.Factor(wind.Mean, crew, definition.Bands), Run.LeastWindFactor, Run.MostWindFactor),
            Asked = Asked(context, marks, band, context.Proposals(card.PlanMode)),
            Answers = answers,
        };
    }

    private T? May<T>(string field, Func<string, Parsed<T>> read)
        where T : struct => reader.May(Prefix + field, this[field], read);

    private T? Need<T>(string field, string missing, Func<string, Parsed<T>> read) =>
        reader.Need(Prefix + field, this[field], missing, read);

    private T? Take<T>(string field, Parsed<T> parsed) => reader.Take(Prefix + field, parsed);

    /// <summary>What was seen wins over what was prefilled.</summary>
    private WindRange? ReadWind(SpeedUnit unit)
    {
        if (SightedWind.Signs.FirstOrDefault(sign => sign.Force.ToString(CultureInfo.InvariantCulture) == this["sight"]) is { } seen)
        {
            return seen.Range;
        }

        // Both ends written where the lower one goes, as people say a wind.
        if (WindRange.HasTwoEnds(this["windFrom"]))
        {
            return Need("windFrom", "", text => WindRange.Read(text, unit)) is { } both
                ? Take("gust", WithGust(both.From, both.To, May("gust", text => WindRange.ReadSpeed(text, unit))))
                : null;
        }

        var from = Need("windFrom", "How much wind was there at the least?", text => WindRange.ReadSpeed(text, unit));
        var to = Need(
            "windTo",
            "How much wind was there at the most? Write the same number if it was steady.",
            text => WindRange.ReadSpeed(text, unit)
        );
        var gust = May("gust", text => WindRange.ReadSpeed(text, unit));
        return Problem("windFrom") is not null || Problem("windTo") is not null || Problem("gust") is not null
            ? null
            : Take(to < from ? "windTo" : "gust", WithGust(from, to, gust));
    }

    /// <summary>The gust a log opened with is of the wind it opened with, so beside a stronger wind it is left out; one that was typed is
    /// not.</summary>
    private Parsed<WindRange> WithGust(Speed from, Speed to, Speed? gust) =>
        WindRange.Of(from, to, this["gust"] == this[GustHeard] && gust < Speed.Between(from, to) ? null : gust);

    private Dictionary<ControlKey, Mark> ReadMarks(LogFormContext context)
    {
        var marks = new Dictionary<ControlKey, Mark>();
        foreach (var control in context.Class.Marked.Select(context.Reader.Readings.AsRead))
        {
            if (May(MarkField(control), text => ReadMark(control.Scale, MarkField(control), text)) is { } mark)
            {
                marks[control.Key] = mark;
            }
        }

        return marks;
    }

    /// <summary>Reads a mark. What was left as it opened is the mark it opened with, however its reading is rounded.</summary>
    private Parsed<Mark> ReadMark(Scale scale, string field, string text) =>
        double.TryParse(this[ExactField(field)], NumberStyles.Float, CultureInfo.InvariantCulture, out var position)
        && new Mark(position) is var opened
        && scale.Reaches(opened)
        && scale.Show(opened) == text.Trim()
            ? Parsed<Mark>.Good(opened)
            : scale.Read(text);

    /// <summary>Who asked for each mark: the card where it was left as it was, a proposal where it says what one asks for, else the
    /// sailor.</summary>
    private Dictionary<ControlKey, AskedMark> Asked(
        LogFormContext context,
        Dictionary<ControlKey, Mark> marks,
        WindBand band,
        IReadOnlyDictionary<CellAddress, Proposal> proposals
    ) =>
        context
            .Class.Marked.Where(control => marks.ContainsKey(control.Key))
            .ToDictionary(
                control => control.Key,
                control =>
                {
                    var card = CardField(control);
                    var said = ReadMark(context.Reader.Readings.AsRead(control).Scale, card, this[card]) is { Ok: true, Value: var known }
                        ? known
                        : (Mark?)null;
                    var by =
                        marks[control.Key] == said ? AskedBy.Card
                        : proposals.TryGetValue(new(band.Id, control.Key), out var proposal)
                        && proposal.To.DistanceTo(marks[control.Key]) <= control.Scale.Step / 10
                            ? AskedBy.Proposal
                        : AskedBy.Sailor;
                    return new AskedMark(by, said);
                }
            );

    private Dictionary<QuestionKey, Answer> ReadAnswers(IEnumerable<Question> questions)
    {
        var answers = new Dictionary<QuestionKey, Answer>();
        foreach (var question in questions)
        {
            var field = AnswerField(question);
            if (this[field].Length > 0 && Need(field, "", question.Form.Read) is { } answer)
            {
                answers[question.Key] = answer with { Measured = MeasuredFor(question, answer) };
            }
        }

        return answers;
    }

    /// <summary>What was measured, where the answer is still what that came to: a word changed by hand is judged by eye.</summary>
    private Measured? MeasuredFor(Question question, Answer answer) =>
        Measured.Of(this[MeasuredField(question.Key)]) is { } measured
        && question.AnswerOf(measured) is { Ok: true, Value: var came }
        && came.Said == answer.Said
            ? measured
            : null;

    private HelmCheck? ReadCheck(ClassDefinition definition, PlanMode planMode)
    {
        var port = ReadTack("helmPort");
        var starboard = ReadTack("helmStarboard");
        var heel = May("heel", SessionLog.ReadHeel);
        if (port is null && starboard is null)
        {
            return null;
        }

        var asked = GatesAsked(definition, planMode);
        var held = asked.Where(gate => this[GateField(gate)].Length > 0);
        return new(HelmReading.Of(port, starboard).Value, new(CheckGates.Joined(asked), CheckGates.Joined(held)), heel)
        {
            InWords = IsInWords("helmPort", port) && IsInWords("helmStarboard", starboard),
        };
    }

    /// <summary>The gates the form asked: a log that is corrected is asked what it was asked then.</summary>
    public IReadOnlyList<Gate> GatesAsked(ClassDefinition definition, PlanMode planMode)
    {
        var kept = this[Asking]
            .Split(' ')
            .Select(gate => EnumText.Find<Gate>(gate))
            .OfType<Gate>()
            .Where(gate => gate != Gate.None)
            .ToList();
        var gates = kept.Count > 0 ? kept : [.. definition.Balance.Gates(upwind: true).Select(gate => gate.Gate)];
        return definition.IsUpwind(planMode) ? gates : [.. gates.Where(gate => gate != Gate.CloseHauled)];
    }

    /// <summary>Whether a tack was told in a word, or not at all: the page writes a picked word's degrees beside it.</summary>
    private bool IsInWords(string field, Angle? helm) =>
        helm is null || (HelmWords.Named(this[field]) ?? HelmWords.Named(this[field + "Word"])) is { } word && word.Helm == helm;

    /// <summary>Typed degrees win over a picked word.</summary>
    private Angle? ReadTack(string field) =>
        reader.May(Prefix + field, this[field].Length > 0 ? this[field] : this[field + "Word"], HelmReading.Read);
}
