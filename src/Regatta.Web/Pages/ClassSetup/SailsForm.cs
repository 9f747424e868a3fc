using System.Globalization;

namespace Regatta.Web.Pages.ClassSetup;

/// <summary>The fields of one sail of a boat.</summary>
/// <param name="About">Name, plan, size, in use since.</param>
/// <param name="Printed">For each printed number the control, what is specified, and the end of the range.</param>
public sealed record SailFields(IReadOnlyList<Field> About, IReadOnlyList<IReadOnlyList<Field>> Printed);

/// <summary>The sails of one boat as a form: those there are, and one to add.</summary>
public sealed class SailsForm(ClassDefinition definition, Boat boat, IReadOnlyDictionary<string, string> typed, DateOnly today)
{
    private const int PrintedRows = 2;
    private const string AnyPlan = "every plan";
    private const string Day = "yyyy-MM-dd";

    public FormReader Reader { get; } = new();

    public IReadOnlyList<SailFields> Sails => new RowsForm<BoatSail>(boat.Sails, Limits.Sails).Open(FieldsOf);

    /// <summary>Reads the form; null where something is wrong. A sail whose name was emptied goes.</summary>
    public IReadOnlyList<BoatSail>? Read()
    {
        var sails = new List<BoatSail>();
        foreach (var (fields, at) in Sails.Select((fields, at) => (fields, at)))
        {
            var name = Text(fields.About[0]);
            if (name.Length == 0)
            {
                continue;
            }

            if (name.Length > Boat.LongestName)
            {
                Reader.Refuse(fields.About[0].Name, $"A sail’s name has at most {Boat.LongestName} letters.");
            }

            var was = at < boat.Sails.Count ? boat.Sails[at] : null;
            var area = Reader.May(fields.About[2].Name, Text(fields.About[2]), FormReader.Kept(Area(was), was?.Area ?? 0, ReadArea));
            var since = Reader.Need(fields.About[3].Name, Text(fields.About[3]), "Since when is it in use?", ReadDay);
            sails.Add(
                new(
                    name,
                    definition.PlanModes.Plans.FirstOrDefault(plan => plan.Name == Text(fields.About[1]))?.Key,
                    area,
                    since,
                    [.. fields.Printed.Select(ReadPrinted).OfType<PrintedNumber>()]
                )
            );
        }

        return Reader.Ok ? sails : null;
    }

    private SailFields FieldsOf(int at, BoatSail? sail)
    {
        var name = $"sail-{at}";
        var printed = sail?.Printed ?? [];
        return new(
            [
                Of(name, sail is null ? "Another sail" : "Sail", sail?.Name ?? ""),
                Of($"{name}-plan", "Carried in", sail?.Plan is { } plan ? definition.PlanModes.Find(plan)?.Name ?? AnyPlan : AnyPlan) with
                {
                    Choices = [AnyPlan, .. definition.PlanModes.Plans.Select(plan => plan.Name)],
                },
                Of($"{name}-area", "m²", Area(sail)) with
                {
                    InputMode = "decimal",
                },
                Of($"{name}-since", "In use since", (sail?.Since ?? today).ToString(Day, CultureInfo.InvariantCulture)) with
                {
                    Type = "date",
                },
            ],
            new RowsForm<PrintedNumber>(printed, Limits.Controls, Math.Max(1, PrintedRows - printed.Count)).Open(
                (row, number) => PrintedFields($"{name}-{row}", number)
            )
        );
    }

    private IReadOnlyList<Field> PrintedFields(string name, PrintedNumber? printed)
    {
        var control = printed is null ? null : definition.Find(printed.Control);
        string Shown(Mark? mark) => mark is { } known && control is not null ? control.Scale.Show(known) : "";
        return
        [
            Of(name, "Printed on it for", control?.Name ?? "") with
            {
                Choices = ["", .. definition.Marked.Select(control => control.Name)],
            },
            Of($"{name}-spec", "Specified, powered", Shown(printed?.Specified)),
            Of($"{name}-max", "Its end", Shown(printed?.Maximum)) with
            {
                Hint = "A limit, not a mark.",
            },
        ];
    }

    private PrintedNumber? ReadPrinted(IReadOnlyList<Field> fields)
    {
        if (definition.Marked.FirstOrDefault(known => known.Name == Text(fields[0])) is not { } control)
        {
            if (Text(fields[1]).Length + Text(fields[2]).Length > 0)
            {
                Reader.Refuse(fields[0].Name, "Say which control the numbers are of.");
            }

            return null;
        }

        var specified = Reader.May(fields[1].Name, Text(fields[1]), control.Scale.Read);
        var maximum = Reader.May(fields[2].Name, Text(fields[2]), control.Scale.Read);
        if (specified is { } start && maximum is { } end && start.Position > end.Position)
        {
            Reader.Refuse(fields[2].Name, "The end of the range lies beyond what is specified.");
        }

        return specified is null && maximum is null ? null : new(control.Key, specified, maximum);
    }

    private static Parsed<double> ReadArea(string text) =>
        NumberText
            .Read(text)
            .Then(read =>
                read.Tail is not ("" or "m²" or "m2") || read.Number is not (> 0 and <= BoatSail.MostArea)
                    ? Parsed<double>.Bad($"A sail has up to {BoatSail.MostArea} m².")
                    : Parsed<double>.Good(read.Number)
            );

    private static Parsed<DateOnly> ReadDay(string text) =>
        DayText
            .Read(text)
            .Then(day => day.Year is > 1950 and < 2101 ? Parsed<DateOnly>.Good(day) : Parsed<DateOnly>.Bad("No sail is of that year."));

    private static string Area(BoatSail? sail) => sail?.Area is { } area ? NumberText.Exact(area) : "";

    private string Text(Field field) => typed.GetValueOrDefault(field.Name, "").Trim();

    private Field Of(string name, string label, string value) =>
        typed.Count == 0 ? new(name, label, value) : new Field(name, label, value).Filled(typed, Reader.Problems);
}
