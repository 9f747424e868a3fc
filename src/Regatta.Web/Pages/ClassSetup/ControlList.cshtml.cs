using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.ClassSetup;

/// <summary>Words about controls that more than one page says.</summary>
public static class ControlWords
{
    /// <summary>When a control can be changed, and who decides.</summary>
    public static string When(WhenChanged when) =>
        when switch
        {
            WhenChanged.Ashore => "ashore only",
            WhenChanged.Afloat => "afloat; class rules decide whether while racing",
            WhenChanged.Racing => "afloat, and while racing where class rules allow it",
            _ => throw new ArgumentOutOfRangeException(nameof(when)),
        };
}

/// <summary>The controls of a class in set-up order; who may change the class moves them and takes them in and out of use.</summary>
[Authorize(Policies.ReadsClass)]
public sealed class ControlListModel(ClubContext here, DefinitionEditor editor) : PageModel
{
    public ClassDefinition Class { get; private set; } = null!;

    public DefinitionEditor Editor => editor;

    public string NameOf(ControlKey key) => Class.Known.FirstOrDefault(control => control.Key == key)?.Name ?? key.Name;

    public async Task OnGetAsync() => Class = (await here.ClassAsync()).Class;

    public async Task<IActionResult> OnPostAsync(string control, string act)
    {
        Class = (await here.ClassAsync()).Class;
        var named = new ControlKey(control);
        ClassChange? change = act switch
        {
            "earlier" or "later" => new MoveControl(named, act == "earlier"),
            "retire" => new RetireControl(named),
            "back" => new ReviveControl(named),
            _ => null,
        };
        if (change is null)
        {
            return NotFound();
        }

        return await editor.SaveAsync(change)
            ? Redirect($"{here.ClassPath}/controls#{(act == "retire" ? "retired-head" : control)}")
            : Page();
    }
}
