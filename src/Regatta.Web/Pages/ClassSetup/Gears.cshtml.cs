using System.Globalization;
using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.ClassSetup;

/// <summary>The fields of one gear.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Members">For each member the field of its control and of its steps.</param>
/// <param name="Loosened">Whether each is set by itself.</param>
public sealed record GearFields(Field Name, IReadOnlyList<(Field Control, Field Steps)> Members, Field Loosened);

/// <summary>Which controls of a class move as one; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class GearsModel(ClubContext here, DefinitionEditor editor) : PageModel
{
    private const int MemberRows = 4;
    private const string Bound = "move as one";
    private const string Loose = "each by itself";

    private IReadOnlyDictionary<string, string> typed = new Dictionary<string, string>();

    public ClassDefinition Class { get; private set; } = null!;

    public DefinitionEditor Editor => editor;

    public FormReader Form { get; } = new();

    /// <summary>The gears there are, and one to make.</summary>
    public IEnumerable<GearFields> Gears =>
        new RowsForm<Gear>(Class.Gears, Limits.Gears).Open(
            (at, gear) =>
            {
                var members = gear?.Members ?? [];
                return new GearFields(
                    Fill($"gear-{at}", gear is null ? "Another gear" : "Name", gear?.Name ?? ""),
                    new RowsForm<GearMember>(members, Limits.Controls, Math.Max(1, MemberRows - members.Count)).Open(
                        (row, member) => Member(at, row, member)
                    ),
                    Fill($"gear-{at}-loosened", "They", gear is { Loosened: true } ? Loose : Bound) with
                    {
                        Choices = [Bound, Loose],
                    }
                );
            }
        );

    public async Task OnGetAsync() => Class = (await here.ClassAsync()).Class;

    public async Task<IActionResult> OnPostAsync()
    {
        await OnGetAsync();
        typed = Request.Typed();
        var gears = Gears.Select(Read).OfType<Gear>().ToList();
        var saved = await editor.SaveAsync(Form.Ok ? new SetGears(gears) : null);
        editor.TellBeside(Form, gears.Count > 0 ? "gear-0" : $"gear-{Class.Gears.Count}");
        return saved ? Redirect($"{here.ClassPath}/controls") : Page();
    }

    private (Field Control, Field Steps) Member(int at, int row, GearMember? member) =>
        (
            Fill($"gear-{at}-{row}", row == 0 ? "Read by" : "and", member is null ? "" : NameOf(member.Control)) with
            {
                Choices = ["", .. Class.Marked.Select(control => control.Name)],
            },
            Fill($"gear-{at}-{row}-steps", "Steps each", member?.Steps.ToString(CultureInfo.InvariantCulture) ?? "") with
            {
                InputMode = "numeric",
            }
        );

    /// <summary>A gear as it was written; none where its name was emptied.</summary>
    private Gear? Read(GearFields fields)
    {
        string Text(Field field) => typed.GetValueOrDefault(field.Name, "").Trim();
        if (Text(fields.Name).Length == 0)
        {
            return null;
        }

        var members = new List<GearMember>();
        foreach (var (control, steps) in fields.Members.Where(member => Text(member.Control).Length > 0))
        {
            var number = Form.Need(
                steps.Name,
                Text(steps).Length > 0 ? Text(steps) : "1",
                "How many steps?",
                text =>
                    NumberText
                        .Read(text)
                        .Then(read =>
                            read.Number != Math.Round(read.Number) || Math.Abs(read.Number) is 0 or > 50
                                ? Parsed<int>.Bad("Whole steps, and not none; negative for the other way.")
                                : Parsed<int>.Good((int)read.Number)
                        )
            );
            members.Add(new(Class.Marked.FirstOrDefault(known => known.Name == Text(control))?.Key ?? new(Slug.Of(Text(control))), number));
        }

        return new(Text(fields.Name), members, Text(fields.Loosened) == Loose);
    }

    private string NameOf(ControlKey key) => Class.Known.FirstOrDefault(control => control.Key == key)?.Name ?? key.Name;

    private Field Fill(string name, string label, string value) => editor.Fill(new(name, label, value), typed, Form);
}
