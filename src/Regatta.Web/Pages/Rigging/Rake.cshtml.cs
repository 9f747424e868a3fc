using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.Rigging;

/// <summary>The lengths of a rig whose shrouds set its rake; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class RakeModel(ClubContext here, DefinitionEditor editor) : PageModel
{
    private const string None = "nobody measured them";

    private IReadOnlyDictionary<string, string> typed = new Dictionary<string, string>();

    public ClassDefinition Class { get; private set; } = null!;

    public DefinitionEditor Editor => editor;

    public FormReader Form { get; } = new();

    public IEnumerable<Field> Fields
    {
        get
        {
            var rake = Class.Rake;
            yield return Of("holes", "Rake is set by", rake is null ? None : Class.Find(rake.Holes)?.Name ?? None) with
            {
                Choices = [None, .. Counted.Select(control => control.Name)],
            };
            yield return Of("upright", "Mast upright in hole", rake is null ? "" : Number(rake.UprightHole)) with
            {
                InputMode = "decimal",
            };
            foreach (var (name, label, _, length) in Lengths)
            {
                yield return Of(name, label + ", cm", rake is null ? "" : Cm(length(rake))) with
                {
                    InputMode = "decimal",
                };
            }

            foreach (var (name, label, point) in Points)
            {
                yield return Of(name, label + ", m", rake is not null && point(rake) is { } at ? Shown(at) : "") with
                {
                    Hint = "forward of the transom, above the water",
                };
            }
        }
    }

    private static (string Name, string Label, bool Needed, Func<RakeGeometry, Length> Of)[] Lengths { get; } =
    [
        ("pitch", "Holes apart", true, rake => rake.HolePitch),
        ("hounds", "Shrouds hold the mast above its foot", true, rake => rake.Hounds),
        ("out", "Shroud plate off the centreline", true, rake => rake.PlateOut),
        ("tackle", "Sheet tackle at its shortest", true, rake => rake.Tackle),
    ];

    private static (string Name, string Label, Func<RakeGeometry, SidePoint?> Of)[] Points { get; } =
    [
        ("foot", "Mast foot", rake => rake.Foot),
        ("plate", "Shroud plate", rake => rake.Plate),
        ("boom", "Boom’s end", rake => rake.BoomEnd),
        ("sheet", "Where the sheet leaves the boom", rake => rake.SheetOnBoom),
        ("block", "The block it goes to", rake => rake.SheetBlock),
        ("tack", "Headsail’s tack, empty without one", rake => rake.Tack),
        ("clew", "Headsail’s clew, empty without one", rake => rake.Clew),
    ];

    private IEnumerable<Control> Counted => Class.Marked.Where(control => control.Scale is Core.Marks.CountScale);

    public async Task OnGetAsync() => Class = (await here.ClassAsync()).Class;

    public async Task<IActionResult> OnPostAsync()
    {
        await OnGetAsync();
        typed = Request.Typed();
        var rake = Text("holes") is None or "" ? null : Read();
        var saved = await editor.SaveAsync(Form.Ok ? new SetRake(rake) : null);
        editor.TellBeside(Form, "holes");
        return saved ? Redirect($"{here.ClassPath}/couplings") : Page();
    }

    private RakeGeometry? Read()
    {
        var holes = Counted.FirstOrDefault(control => control.Name == Text("holes"));
        if (holes is null)
        {
            Form.Refuse("holes", "Choose the control whose holes set the rake.");
        }

        var before = Class.Rake;
        var upright = Form.Need(
            "upright",
            Text("upright"),
            "In which hole does the mast stand upright?",
            FormReader.Kept(before is null ? "" : Number(before.UprightHole), before?.UprightHole ?? 0, ReadNumber)
        );
        var lengths = Lengths
            .Select(part =>
                Form.Need(
                    part.Name,
                    Text(part.Name),
                    "How long?",
                    FormReader.Kept(
                        before is null ? "" : Cm(part.Of(before)),
                        before is null ? default : part.Of(before),
                        text => LengthUnit.Centimetre.Read(text)
                    )
                )
            )
            .ToList();
        var points = Points
            .Select(part => ReadPoint(part.Name, before is null ? null : part.Of(before), part.Name is "tack" or "clew"))
            .ToList();
        return Form.Ok && points is [{ } foot, { } plate, { } boom, { } sheet, { } block, var tack, var clew]
            ? new(holes!.Key, upright, lengths[0], foot, lengths[1], plate, lengths[2], boom, sheet, block, lengths[3], tack, clew)
            : null;
    }

    private SidePoint? ReadPoint(string field, SidePoint? before, bool mayLack)
    {
        if (mayLack && Text(field).Length == 0)
        {
            return null;
        }

        return Form.Need(
            field,
            Text(field),
            "Where does it stand?",
            FormReader.Kept(before is { } was ? Shown(was) : "", before ?? default, SideShape.ReadPoint)
        );
    }

    private static Parsed<double> ReadNumber(string text) =>
        NumberText
            .Read(text)
            .Then(read => read.Tail.Length == 0 ? Parsed<double>.Good(read.Number) : Parsed<double>.Bad("Write a number."));

    private static string Cm(Length length) => Number(length.Metres * 100);

    private static string Shown(SidePoint point) => $"{Number(point.X.Metres)} {Number(point.Z.Metres)}";

    private static string Number(double number) => NumberText.Plain(number, 3);

    private string Text(string field) => typed.GetValueOrDefault(field, "").Trim();

    private Field Of(string name, string label, string value) => editor.Fill(new(name, label, value), typed, Form);
}
