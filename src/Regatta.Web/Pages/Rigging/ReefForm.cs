using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.Rigging;

/// <summary>The fields of a plan: its numbers, its marks, its outlines.</summary>
public sealed record PlanFields(
    SailPlan Plan,
    IReadOnlyList<Field> Numbers,
    IReadOnlyList<(Field What, Field Says)> Marks,
    IReadOnlyList<(Field Name, Field Outline)> Sails
);

/// <summary>Plans, reefing and limits as a form.</summary>
/// <param name="definition">The class as it stands.</param>
/// <param name="wind">The reader's unit.</param>
/// <param name="typed">What was typed; nothing where nobody typed yet.</param>
/// <param name="fill">Puts what was typed, and what others changed, into a field.</param>
public sealed class ReefForm(ClassDefinition definition, SpeedUnit wind, IReadOnlyDictionary<string, string> typed, Func<Field, Field> fill)
    : IDefinitionForm
{
    private const string Yes = "yes";
    private const string No = "no, and load gives little warning";

    private static readonly (string Name, string Label)[] LimitParts =
    [
        ("sail", "Sail"),
        ("from", "From, °"),
        ("to", "To, °"),
        ("open", "For everybody to"),
        ("most", "For the experienced to"),
        ("boat", "Boat’s speed then"),
    ];

    public FormReader Reader { get; } = new();

    public string FirstField => "limit-" + definition.PlanModes.Plans[0].Key;

    public IEnumerable<PlanFields> Plans => definition.PlanModes.Plans.Select(FieldsOf);

    public IReadOnlyList<Field> Rules =>
        [
            Of("gusts", "A gust may exceed a limit, times", Number(definition.Reefing.GustAllowance)) with
            {
                InputMode = "decimal",
                Hint = "1.25 as a rule; 1.1 where heel gives no warning.",
            },
            Of("newcomer", "A newcomer’s share of a limit", Number(definition.Reefing.Newcomer)) with
            {
                InputMode = "decimal",
            },
            Of("heel", "Does heel warn in time?", definition.Reefing.HeelWarns ? Yes : No) with
            {
                Choices = [Yes, No],
            },
            Of("squall", "In a short squall", definition.Reefing.Squall),
            Of("lasting", "When the wind lasts", definition.Reefing.Lasting),
        ];

    /// <summary>The signs, a field each.</summary>
    public IEnumerable<Field> Signs =>
        new RowsForm<string>(definition.Reefing.Signs, Limits.PlanParts).Open((at, sign) => Of($"sign-{at}", $"Sign {at + 1}", sign ?? ""));

    public IEnumerable<IReadOnlyList<Field>> SailLimits =>
        LimitRows.Open(
            (at, limit) =>
                (IReadOnlyList<Field>)[.. LimitParts.Select((part, place) => Of($"{part.Name}-{at}", part.Label, Shown(limit)[place]))]
        );

    private RowsForm<SailLimit> LimitRows => new(definition.SailLimits, Limits.SailLimits, empty: 2);

    /// <summary>Reads the form; null where something is wrong, with a sentence beside it.</summary>
    public ClassChange? Read()
    {
        var plans = definition.PlanModes.Plans.Select(ReadPlan).ToList();
        var was = definition.Reefing;
        var rules = new ReefRules(
            Reader.Need(
                "gusts",
                Text("gusts"),
                "How much more may a gust be?",
                FormReader.Kept(Number(was.GustAllowance), was.GustAllowance, ReadNumber)
            ),
            Reader.Need(
                "newcomer",
                Text("newcomer"),
                "Which share does a newcomer go by?",
                FormReader.Kept(Number(was.Newcomer), was.Newcomer, ReadNumber)
            ),
            Text("heel") != No,
            [.. Enumerable.Range(0, Limits.PlanParts).Select(at => Text($"sign-{at}")).Where(sign => sign.Length > 0)],
            Text("squall"),
            Text("lasting")
        );
        var limits = LimitRows.Read<SailLimit>(ReadLimit);
        return Reader.Ok ? new SetReefing(plans, rules, limits) : null;
    }

    private PlanFields FieldsOf(SailPlan plan) =>
        new(
            plan,
            [
                Of($"limit-{plan.Key}", $"Too much at, {wind.Symbol()}", Wind(plan.MeasuredLimit)) with
                {
                    InputMode = "decimal",
                    Hint =
                        plan.Key == definition.PlanModes.Plans[0].Key
                            ? "Measured, at the class’s height."
                            : "Empty: computed from the first.",
                },
                Of($"area-{plan.Key}", "Area, m²", plan.StatedArea is { } area ? Number(area) : "") with
                {
                    InputMode = "decimal",
                    Hint = plan.Sails.Count > 0 ? "Empty: of the outlines." : "",
                },
                Of($"arm-{plan.Key}", "Heeling arm, m", plan.StatedArm is { } arm ? Number(arm.Metres) : "") with
                {
                    InputMode = "decimal",
                    Hint = "From the sails’ centre down to the board’s.",
                },
            ],
            new RowsForm<PlanMark>(plan.Marks, Limits.PlanParts).Open(
                (at, mark) =>
                    (
                        Of($"what-{plan.Key}-{at}", "A mark of it", mark?.What ?? ""),
                        Of($"says-{plan.Key}-{at}", "stands at", mark?.Says ?? "")
                    )
            ),
            SailRows(plan)
                .Open(
                    (at, sail) =>
                        (
                            Of($"sail-{plan.Key}-{at}", "Sail", sail?.Name ?? ""),
                            Of($"outline-{plan.Key}-{at}", "Its corners, m", sail is null ? "" : Corners(sail)) with
                            {
                                Hint = "Forward of the transom and above the water, such as 2.35 0.95, 0.05 1.05, 2.2 6.0",
                            }
                        )
                )
        );

    private SailPlan ReadPlan(SailPlan plan) =>
        plan with
        {
            MeasuredLimit = Reader.May(
                $"limit-{plan.Key}",
                Text($"limit-{plan.Key}"),
                FormReader.Kept(Wind(plan.MeasuredLimit), plan.MeasuredLimit ?? default, text => WindRange.ReadSpeed(text, wind))
            ),
            StatedArea = Reader.May(
                $"area-{plan.Key}",
                Text($"area-{plan.Key}"),
                FormReader.Kept(plan.StatedArea is { } area ? Number(area) : "", plan.StatedArea ?? 0, ReadNumber)
            ),
            StatedArm = Reader.May(
                $"arm-{plan.Key}",
                Text($"arm-{plan.Key}"),
                FormReader.Kept(
                    plan.StatedArm is { } arm ? Number(arm.Metres) : "",
                    plan.StatedArm ?? default,
                    text => ReadNumber(text).Then(metres => Parsed<Length>.Good(Length.FromMetres(metres)))
                )
            ),
            Marks =
            [
                .. Enumerable
                    .Range(0, Limits.PlanParts)
                    .Select(at => new PlanMark(Text($"what-{plan.Key}-{at}"), Text($"says-{plan.Key}-{at}")))
                    .Where(mark => mark.What.Length > 0),
            ],
            Sails = SailRows(plan).Read<SideShape>((at, was) => ReadSail(plan, at, was)),
        };

    private static RowsForm<SideShape> SailRows(SailPlan plan) => new(plan.Sails, Limits.PlanParts);

    private SideShape? ReadSail(SailPlan plan, int at, SideShape? was)
    {
        var (name, field) = (Text($"sail-{plan.Key}-{at}"), $"outline-{plan.Key}-{at}");
        if (name.Length == 0)
        {
            return null;
        }

        if (was is not null && Text(field) == Corners(was))
        {
            return was with { Name = name };
        }

        var sail = Reader.Need(field, Text(field), "Where are its corners?", text => SideShape.Read(name, text));
        return sail;
    }

    private SailLimit? ReadLimit(int at, SailLimit? was)
    {
        var shown = Shown(was);
        var sail = Text($"sail-{at}");
        if (sail.Length == 0)
        {
            return null;
        }

        Speed Blows(string part, int place, Speed? before) =>
            Reader.Need(
                $"{part}-{at}",
                Text($"{part}-{at}"),
                "How much?",
                FormReader.Kept(shown[place], before ?? default, text => WindRange.ReadSpeed(text, wind))
            );
        Angle At(string part, int place, Angle? before) =>
            Reader.Need(
                $"{part}-{at}",
                Text($"{part}-{at}"),
                "Which angle?",
                FormReader.Kept(
                    shown[place],
                    before ?? default,
                    text =>
                        ReadNumber(text)
                            .Then(degrees =>
                                degrees is >= 0 and <= 180
                                    ? Parsed<Angle>.Good(Angle.FromDegrees(degrees))
                                    : Parsed<Angle>.Bad("0 to 180° off the wind.")
                            )
                )
            );
        var limit = new SailLimit(
            sail,
            At("from", 1, was?.From),
            At("to", 2, was?.To),
            Blows("open", 3, was?.Open),
            Blows("most", 4, was?.Most),
            Blows("boat", 5, was?.BoatSpeed)
        );
        if (Reader.Ok && limit.Problem is { } problem)
        {
            Reader.Refuse($"open-{at}", problem);
        }

        return limit;
    }

    private string[] Shown(SailLimit? limit) =>
        limit is null
            ? ["", "", "", "", "", ""]
            : [limit.Sail, Number(limit.From.Degrees), Number(limit.To.Degrees), Wind(limit.Open), Wind(limit.Most), Wind(limit.BoatSpeed)];

    private static Parsed<double> ReadNumber(string text) =>
        NumberText
            .Read(text)
            .Then(read =>
                read.Tail is "" or "m" or "m²" or "m2" or "°" or "times"
                    ? Parsed<double>.Good(read.Number)
                    : Parsed<double>.Bad("Write a number.")
            );

    private static string Corners(SideShape sail) =>
        string.Join(", ", sail.Outline.Select(point => $"{Number(point.X.Metres)} {Number(point.Z.Metres)}"));

    private string Wind(Speed? speed) => speed is { } known ? NumberText.Plain(known.In(wind), 1) : "";

    private static string Number(double number) => NumberText.Plain(number, 3);

    private string Text(string field) => typed.GetValueOrDefault(field, "").Trim();

    private Field Of(string name, string label, string value) => fill(new(name, label, value));
}
