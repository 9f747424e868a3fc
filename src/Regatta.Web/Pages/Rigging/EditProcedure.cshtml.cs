using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.Rigging;

/// <summary>Writes a procedure down or changes it; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class EditProcedureModel(ClubContext here, DefinitionEditor editor) : PageModel
{
    /// <summary>The part of the address for a procedure still to be written.</summary>
    public const string Another = "another";

    private const int EmptyRows = 3;
    private const string AsNeeded = "done when it is needed";
    private const string ForPractice = "a drill, done for practice";

    private IReadOnlyDictionary<string, string> typed = new Dictionary<string, string>();

    public ClassDefinition Class { get; private set; } = null!;

    /// <summary>The procedure as it stands; null for one still to be written.</summary>
    public Procedure? Before { get; private set; }

    public DefinitionEditor Editor => editor;

    public FormReader Form { get; } = new();

    public Field Name => Of("name", "Name", Before?.Name ?? "");

    public Field Kind => Of("kind", "It is", Before is { Drill: true } ? ForPractice : AsNeeded) with { Choices = [AsNeeded, ForPractice] };

    public Field When => Of("when", "When it is done", Before?.When ?? "");

    /// <summary>For each step what is done, by whom, and what somebody else answers; some rows more.</summary>
    public IEnumerable<(Field Does, Field Who, Field Gate)> Steps =>
        Rows.Open(
            (at, step) =>
                (
                    Of($"does-{at}", $"{at + 1}. What is done", step?.Does ?? ""),
                    Of($"who-{at}", "Who", step?.Who ?? ""),
                    Of($"gate-{at}", "Gate: somebody else answers", step?.Gate ?? "")
                )
        );

    private RowsForm<ProcedureStep> Rows => new(Before?.Steps ?? [], Limits.Procedures, EmptyRows);

    public async Task<IActionResult> OnGetAsync([FromRoute] string procedure) => await LoadAsync(procedure) ? Page() : NotFound();

    public async Task<IActionResult> OnPostAsync([FromRoute] string procedure)
    {
        if (!await LoadAsync(procedure))
        {
            return NotFound();
        }

        typed = Request.Typed();
        var name = Text("name");
        var steps = Rows.Read<ProcedureStep>((at, _) => new ProcedureStep(Text($"does-{at}"), Text($"who-{at}"), Text($"gate-{at}")));
        foreach (var (step, at) in steps.Select((step, at) => (step, at)).Where(step => step.step.Does.Length == 0))
        {
            if (step.Who.Length + step.Gate.Length > 0 && name.Length > 0)
            {
                Form.Refuse($"does-{at}", "Say what is done at this step.");
            }
        }

        var written = new Procedure(Before?.Key ?? FreeKey(name), name, Text("when"), [.. steps.Where(step => step.Does.Length > 0)])
        {
            Drill = Text("kind") == ForPractice,
        };
        var others = Class.Procedures.Where(procedure => procedure.Key != Before?.Key).ToList();
        var at0 = Before is null ? others.Count : Class.Procedures.ToList().FindIndex(procedure => procedure.Key == Before.Key);
        if (name.Length > 0)
        {
            others.Insert(at0, written);
        }
        else if (Before is null)
        {
            Form.Refuse("name", "What do sailors call it?");
        }

        var saved = await editor.SaveAsync(Form.Ok ? new SetProcedures(others) : null);
        editor.TellBeside(Form, "name");
        return saved ? Redirect($"{here.ClassPath}/procedures") : Page();
    }

    private string FreeKey(string name)
    {
        var key = Slug.Of(name) is { Length: > 0 } made && made != Another ? made : "procedure";
        return Enumerable
            .Range(1, Limits.Procedures + 1)
            .Select(at => at == 1 ? key : $"{key}-{at}")
            .First(candidate => Class.Procedures.All(procedure => procedure.Key != candidate));
    }

    private async Task<bool> LoadAsync(string procedure)
    {
        Class = (await here.ClassAsync()).Class;
        Before = Class.Procedures.FirstOrDefault(known => known.Key == procedure);
        return Before is not null || procedure == Another;
    }

    private string Text(string field) => typed.GetValueOrDefault(field, "").Trim();

    private Field Of(string name, string label, string value) => editor.Fill(new(name, label, value), typed, Form);
}
