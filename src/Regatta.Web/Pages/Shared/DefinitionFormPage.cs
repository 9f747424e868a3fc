namespace Regatta.Web.Pages.Shared;

/// <summary>A form that is one part of a class's definition.</summary>
public interface IDefinitionForm
{
    /// <summary>What was wrong.</summary>
    FormReader Reader { get; }

    /// <summary>The field a refusal of the whole stands beside.</summary>
    string FirstField { get; }

    /// <summary>Reads the form; null where something is wrong.</summary>
    ClassChange? Read();
}

/// <summary>A page that is one form over the definition: opens it, keeps what was typed, saves it as one change, and goes where what was
/// changed is shown.</summary>
/// <typeparam name="TForm">The form.</typeparam>
public abstract class DefinitionFormPage<TForm>(ClubContext here, DefinitionEditor editor) : PageModel
    where TForm : IDefinitionForm
{
    public ClassDefinition Class { get; private set; } = null!;

    public DefinitionEditor Editor => editor;

    public TForm Form { get; private set; } = default!;

    /// <summary>The page of the class that shows what was changed.</summary>
    protected abstract string Shows { get; }

    /// <summary>The form over a definition.</summary>
    /// <param name="definition">The class as it stands.</param>
    /// <param name="typed">What was typed; nothing where nobody typed yet.</param>
    /// <param name="fill">Puts what was typed, and what others changed, into a field.</param>
    protected abstract TForm Open(ClassDefinition definition, IReadOnlyDictionary<string, string> typed, Func<Field, Field> fill);

    public Task OnGetAsync() => LoadAsync(new Dictionary<string, string>());

    public async Task<IActionResult> OnPostAsync()
    {
        await LoadAsync(Request.Typed());
        return await SaveAsync(Form.Read(), Form.Reader, Form.FirstField, Shows);
    }

    /// <summary>Saves a change and goes where it is shown, or comes back with what was typed.</summary>
    protected async Task<IActionResult> SaveAsync(ClassChange? change, FormReader reader, string firstField, string shows)
    {
        var saved = await editor.SaveAsync(change);
        editor.TellBeside(reader, firstField);
        return saved ? Redirect($"{here.ClassPath}/{shows}") : Page();
    }

    protected async Task LoadAsync(IReadOnlyDictionary<string, string> typed)
    {
        Class = (await here.ClassAsync()).Class;
        Form = Open(Class, typed, field => editor.Fill(field, typed, Form.Reader));
    }
}
