using System.Globalization;
using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.ClassSetup;

/// <summary>The sail plans and modes a class has marks for; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class SailPlansModel(ClubContext here, DefinitionEditor editor, UnitPreferences units) : PageModel
{
    /// <summary>What a plan or mode that is still to be made is called in the form.</summary>
    private const string Another = "another";

    private IReadOnlyDictionary<string, string> typed = new Dictionary<string, string>();

    public ClassDefinition Class { get; private set; } = null!;

    public DefinitionEditor Editor => editor;

    public FormReader Form { get; } = new();

    /// <summary>For each plan, the field of its name and the field of its place.</summary>
    public IEnumerable<(Field Name, Field Place)> Plans =>
        FieldsOf("plan", [.. Class.PlanModes.Plans.Select(plan => (plan.Key.Name, plan.Name))]);

    /// <summary>For each mode beside the first, which wind begins it and which ends it, and the sail that stands in it.</summary>
    public IEnumerable<(SailingMode Mode, IReadOnlyList<Field> Fields)> Bounds => new ModeBounds(Class, units, Form, typed).Fields(editor);

    public IEnumerable<(Field Name, Field Place)> Modes =>
        FieldsOf("mode", [.. Class.PlanModes.Modes.Select(mode => (mode.Key.Name, mode.Name))]);

    public async Task OnGetAsync() => Class = (await here.ClassAsync()).Class;

    public async Task<IActionResult> OnPostAsync()
    {
        Class = (await here.ClassAsync()).Class;
        typed = Request.Typed();
        var planModes = Class.PlanModes;
        var plans = Read(
            "plan",
            [.. planModes.Plans.Select(plan => plan.Key.Name)],
            (one, name) => (planModes.Find(new PlanKey(one)) ?? new(new(one), name)) with { Name = name }
        );
        var modes = Read(
            "mode",
            [.. planModes.Modes.Select(mode => mode.Key.Name)],
            (one, name) => (planModes.Find(new ModeKey(one)) ?? new(new(one), name)) with { Name = name }
        );
        modes = [.. modes.Select(new ModeBounds(Class, units, Form, typed).Read)];
        var joined = PlanModes.Of(plans, modes);
        if (Form.Ok && !joined.Ok)
        {
            Form.Refuse($"plan-{Another}", joined.Problem!);
        }

        return await editor.SaveAsync(Form.Ok ? new SetPlanModes(joined.Value) : null) ? Redirect(here.ClassPath) : Page();
    }

    private IEnumerable<(Field Name, Field Place)> FieldsOf(string kind, IReadOnlyList<(string Key, string Name)> known) =>
        known
            .Select((one, at) => (one.Key, one.Name, Place: (at + 1).ToString(CultureInfo.InvariantCulture), Label: "Name"))
            .Append((Key: Another, Name: "", Place: (known.Count + 1).ToString(CultureInfo.InvariantCulture), Label: "Another"))
            .Select(one =>
                (
                    editor.Fill(new($"{kind}-{one.Key}", one.Label, one.Name), typed, Form),
                    editor.Fill(new($"{kind}-{one.Key}-place", "Place", one.Place) { InputMode = "numeric" }, typed, Form)
                )
            );

    /// <summary>The named ones in the order of their places; those whose name was emptied are left out.</summary>
    private List<T> Read<T>(string kind, IReadOnlyList<string> keys, Func<string, string, T> make)
    {
        var named = new List<(double Place, T One)>();
        foreach (var key in keys.Append(Another))
        {
            var name = typed.GetValueOrDefault($"{kind}-{key}", "").Trim();
            if (name.Length > 0)
            {
                var place = Form.Need(
                    $"{kind}-{key}-place",
                    typed.GetValueOrDefault($"{kind}-{key}-place"),
                    "Which place in the order?",
                    text => NumberText.Read(text).Then(read => Parsed<double>.Good(read.Number))
                );
                named.Add((place, make(key == Another ? FreeKey(name, keys) : key, name)));
            }
        }

        return [.. named.OrderBy(row => row.Place).Select(row => row.One)];
    }

    private static string FreeKey(string name, IReadOnlyList<string> taken)
    {
        var key = Slug.Of(name);
        return Enumerable
            .Range(1, taken.Count + 1)
            .Select(at => at == 1 ? key : $"{key}-{at}")
            .First(candidate => !taken.Contains(candidate) && candidate != Another);
    }
}
