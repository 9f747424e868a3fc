namespace Regatta.Web.Pages.ClassSetup;

/// <summary>The form of a question: what was typed, what was wrong, and the question it comes to.</summary>
/// <param name="definition">The class.</param>
/// <param name="before">The question as it stands; null when it is new.</param>
/// <param name="typed">What was typed or prefilled, by field.</param>
/// <param name="now">What the fields would say now, where somebody changed the class meanwhile; else empty.</param>
public sealed class QuestionForm(
    ClassDefinition definition,
    Question? before,
    IReadOnlyDictionary<string, string> typed,
    IReadOnlyDictionary<string, string> now
)
{
    private const string InWords = "words to tap";
    private const string ByNumber = "a number";
    private const string Everywhere = "every wind";
    private const string NoControl = "none";

    /// <summary>The kinds of answers, as they are offered.</summary>
    public static readonly IReadOnlyList<string> Kinds =
    [
        InWords,
        ByNumber,
        .. ScaleForm.Kinds.Where(kind => kind is not ("named stops" or "observed target")),
    ];

    private static readonly Choice<AskedWhen> Whens = new(
        ("ashore, at set-up", AskedWhen.Ashore),
        ("afloat", AskedWhen.Afloat),
        ("after the session", AskedWhen.After)
    );

    /// <summary>What an answer may mean.</summary>
    public static readonly Choice<AnswerMeaning> Meanings = new(
        ("fine", AnswerMeaning.Fine),
        ("too little", AnswerMeaning.TooLittle),
        ("too much", AnswerMeaning.TooMuch),
        ("stop", AnswerMeaning.Stop)
    );

    /// <summary>What an answer may ask for.</summary>
    public static readonly Choice<MarkEffect?> Wants = new([
        ("what it is about", null),
        .. Enum.GetValues<MarkEffect>().Select(effect => (MarkEffects.Words(effect), (MarkEffect?)effect)),
    ]);

    /// <summary>What each answer would be told, as it is typed now; empty while something of it is not understood.</summary>
    public IReadOnlyList<(string Said, string Told)> Told =>
        new QuestionForm(definition, before, typed, now).Read() is { } read
            ?
            [
                .. read
                    .Form.Possible()
                    .Select(answer => (answer.Said, Looks.Of(definition, read, answer, definition.PlanModes.First, _ => null)))
                    .Where(one => one.Item2.Answer.IsOff || one.Item2.LeadsSomewhere)
                    .Select(one => (one.Said, one.Item2.Says(control => control))),
            ]
            : [];

    /// <summary>What was wrong, beside its field.</summary>
    public FormReader Reader { get; } = new();

    /// <summary>The kind of answer chosen.</summary>
    public string Kind => Kinds.Contains(Text("kind")) ? Text("kind") : Kinds[0];

    public IEnumerable<Field> Asking =>
        Filled(
            new("asks", "The question", "") { Hint = "As a sailor is asked, such as: Is the slot even?" },
            Whens.Field("when", "Asked", AskedWhen.Afloat),
            ControlForm.Stages.Field("stage", "Ashore, at which stage of rigging?", null)
        );

    /// <summary>The fields of the kind of answer chosen.</summary>
    public IEnumerable<Field> AnswerFields =>
        Filled(
            Kind switch
            {
                InWords =>
                [
                    .. Rows.SelectMany(at =>
                        new Field[]
                        {
                            new($"word-{at}", $"Answer {at}", ""),
                            Meanings.Field($"means-{at}", "means", AnswerMeaning.Fine),
                            Wants.Field($"wants-{at}", "asks for", null),
                            new($"act-{at}", "first, and free", ""),
                        }
                    ),
                    new("ordered", "They go from least to most", "no") { Choices = ["no", "yes"] },
                ],
                ByNumber =>
                [
                    new("unit", "Unit", "") { Hint = "Such as clicks; may be empty." },
                    new("least", "Lowest", "0"),
                    new("most", "Highest", "10"),
                    new("step", "Step", "1"),
                    .. MeaningFields,
                ],
                _ => [.. new ScaleForm(typed).Fields, .. MeaningFields],
            }
        );

    public IEnumerable<Field> Placing =>
        Filled([
            new("control", "It speaks of", NoControl)
            {
                Choices = [NoControl, .. definition.Controls.Select(control => control.Name)],
                Hint = "Its answers then count in the trust of that control’s cells.",
            },
            .. GaugeFields.All,
            new("fromBand", "From which band on", Everywhere) { Choices = [Everywhere, .. definition.Bands.All.Select(band => band.Name)] },
            new("teaches", "The rule it teaches", "") { Type = "textarea", Hint = "Such as: looked right downwind: that proves nothing." },
        ]);

    /// <summary>Plans and modes it is asked in; none ticked is all.</summary>
    public IEnumerable<(string Name, string Label, bool Ticked)> PlanModes =>
        (definition.PlanModes.Plans.Count > 1 ? definition.PlanModes.Plans.Select(plan => ("plan-" + plan.Key, plan.Name)) : [])
            .Concat(definition.PlanModes.Modes.Count > 1 ? definition.PlanModes.Modes.Select(mode => ("mode-" + mode.Key, mode.Name)) : [])
            .Select(one => (one.Item1, one.Item2, Text(one.Item1).Length > 0));

    private static IEnumerable<int> Rows => Enumerable.Range(1, WordAnswer.Most);

    private static IEnumerable<Field> MeaningFields =>
        Rows.SelectMany(at =>
            new Field[]
            {
                new($"from-{at}", at == 1 ? "From" : "and from", "") { Hint = at == 1 ? "What numbers mean, from the lowest up." : "" },
                Meanings.Field($"means-{at}", "it means", AnswerMeaning.Fine),
            }
        );

    /// <summary>What a question says, as fields.</summary>
    public static Dictionary<string, string> Typed(ClassDefinition definition, Question question)
    {
        var fields = new Dictionary<string, string>
        {
            ["asks"] = question.Asks,
            ["when"] = Whens.WordOf(question.When),
            ["stage"] = ControlForm.Stages.WordOf(question.Stage),
            ["control"] = question.Control is { } key
                ? definition.Known.FirstOrDefault(control => control.Key == key)?.Name ?? NoControl
                : NoControl,
            ["fromBand"] = question.FromBand is { } band ? definition.Bands.Find(band)?.Name ?? Everywhere : Everywhere,
            ["teaches"] = question.Teaches,
        };
        foreach (var (field, value) in GaugeFields.Typed(question.Gauge))
        {
            fields[field] = value;
        }

        foreach (var one in question.Plans.Select(plan => "plan-" + plan).Concat(question.Modes.Select(mode => "mode-" + mode)))
        {
            fields[one] = "yes";
        }

        switch (question.Form)
        {
            case WordAnswer words:
                (fields["kind"], fields["ordered"]) = (InWords, words.Ordered ? "yes" : "no");
                foreach (var (word, at) in words.Offered.Select((word, at) => (word, at + 1)))
                {
                    (fields[$"word-{at}"], fields[$"means-{at}"]) = (word.Text, Word(word.Means));
                    (fields[$"wants-{at}"], fields[$"act-{at}"]) = (Wants.WordOf(word.Wants), word.Act ?? "");
                }

                break;
            case NumberAnswer number:
                (fields["kind"], fields["unit"]) = (ByNumber, number.Unit);
                (fields["least"], fields["most"], fields["step"]) = (
                    NumberText.Exact(number.Least),
                    NumberText.Exact(number.Most),
                    NumberText.Exact(number.Step)
                );
                AddMeanings(number.Meanings, NumberText.Exact);
                break;
            case ScaleAnswer scale:
                foreach (var (name, value) in ScaleForm.Typed(scale.Scale))
                {
                    fields[name] = value;
                }

                AddMeanings(scale.Meanings, position => scale.Scale.Show(new(position)));
                break;
        }

        return fields;

        void AddMeanings(IReadOnlyList<MeaningFrom> meanings, Func<double, string> show)
        {
            foreach (var (one, at) in meanings.Select((one, at) => (one, at + 1)))
            {
                (fields[$"from-{at}"], fields[$"means-{at}"]) = (show(one.From), Word(one.Means));
            }
        }
    }

    /// <summary>Reads the form; null when something is wrong, with a sentence beside it.</summary>
    public Question? Read()
    {
        var asks = Reader.Need("asks", Text("asks"), "What is a sailor asked?", Sentence);
        var form = ReadForm();
        var band = definition.Bands.All.FirstOrDefault(band => band.Name == Text("fromBand"));
        var control = definition.Controls.FirstOrDefault(known => known.Name == Text("control"));
        var teaches = Text("teaches").Trim();
        if (teaches.Length > Control.LongestText)
        {
            Reader.Refuse("teaches", $"Keep it under {Control.LongestText} letters.");
        }

        var gauge = GaugeFields.Read(Reader, typed, form, before?.Gauge);
        if (Reader.Ok && form!.Problem() is { } problem)
        {
            Reader.Refuse(Kind == InWords ? "word-2" : "from-1", problem);
        }

        return Reader.Ok
            ? new(before?.Key ?? FreeKey(asks!), asks!, form!)
            {
                When = Whens.Read(Text("when")),
                Plans = [.. definition.PlanModes.Plans.Where(plan => Text("plan-" + plan.Key).Length > 0).Select(plan => plan.Key)],
                Modes = [.. definition.PlanModes.Modes.Where(mode => Text("mode-" + mode.Key).Length > 0).Select(mode => mode.Key)],
                FromBand = band?.Id,
                Control = control?.Key,
                Teaches = teaches,
                Stage = ControlForm.Stages.Read(Text("stage")),
                Gauge = gauge,
            }
            : null;
    }

    private AnswerForm? ReadForm() =>
        Kind switch
        {
            InWords => new WordAnswer(
                [
                    .. Rows.Where(at => Text($"word-{at}").Trim().Length > 0)
                        .Select(at => new AnswerWord(Text($"word-{at}").Trim(), Means(at))
                        {
                            Wants = Wants.Read(Text($"wants-{at}")),
                            Act = Text($"act-{at}").Trim() is { Length: > 0 } act ? act : null,
                        }),
                ],
                Text("ordered") == "yes"
            ),
            ByNumber => new NumberAnswer(Text("unit").Trim(), Number("least"), Number("most"), Number("step"), ReadMeanings(ReadNumber)),
            _ => new ScaleForm(typed).Read(Reader, (before?.Form as ScaleAnswer)?.Scale) is { } scale
                ? new ScaleAnswer(scale, ReadMeanings(text => scale.Read(text).Then(mark => Parsed<double>.Good(mark.Position))))
                : null,
        };

    private List<MeaningFrom> ReadMeanings(Func<string, Parsed<double>> read) =>
        [
            .. Rows.Where(at => Text($"from-{at}").Trim().Length > 0)
                .Select(at => new MeaningFrom(Reader.Need($"from-{at}", Text($"from-{at}"), "", read), Means(at))),
        ];

    private double Number(string field) => Reader.Need(field, Text(field), "Write a number.", ReadNumber);

    private static Parsed<double> ReadNumber(string text) => NumberText.Read(text).Then(read => Parsed<double>.Good(read.Number));

    private static Parsed<string> Sentence(string text) =>
        text.Trim().Length <= Control.LongestText
            ? Parsed<string>.Good(text.Trim())
            : Parsed<string>.Bad($"Keep it under {Control.LongestText} letters.");

    private AnswerMeaning Means(int at) => Meanings.Read(Text($"means-{at}"));

    private static string Word(AnswerMeaning means) => Meanings.WordOf(means);

    private string Text(string field) => typed.GetValueOrDefault(field, "");

    private QuestionKey FreeKey(string asks)
    {
        var key = string.Join('-', Slug.Of(asks).Split('-').Take(5));
        var taken = definition.KnownQuestions.Select(question => question.Key.Name).Append(QuestionEditorModel.NewQuestion).ToHashSet();
        return new(Enumerable.Range(1, taken.Count + 1).Select(at => at == 1 ? key : $"{key}-{at}").First(free => !taken.Contains(free)));
    }

    private IEnumerable<Field> Filled(params IEnumerable<Field> fields) => fields.Filled(typed, Reader).Beside(now);
}
