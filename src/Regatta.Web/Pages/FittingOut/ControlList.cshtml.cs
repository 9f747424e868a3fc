using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core.Fleet;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Benches;

namespace Regatta.Web.Pages.FittingOut;

/// <summary>Words about controls that more than one page says.</summary>
public static class ControlWords
{
    /// <summary>When a control can be changed, and who decides.</summary>
    public static string When(WhenChanged when) => when switch
    {
        WhenChanged.Ashore => "ashore only",
        WhenChanged.Afloat => "afloat; class rules decide whether while racing",
        WhenChanged.Racing => "afloat, and while racing where class rules allow it",
        _ => throw new ArgumentOutOfRangeException(nameof(when)),
    };
}

/// <summary>The controls of a class in set-up order; who may change the class moves them and takes them in and out of use.</summary>
[Authorize(Policies.ReadsClass)]
public sealed class ControlListModel(BenchRoom room, Controls controls) : PageModel
{
    public BoatClass Class { get; private set; } = null!;

    public string NameOf(ControlKey key) => Class.Known.FirstOrDefault(control => control.Key == key)?.Name ?? key.Name;

    public async Task<IActionResult> OnGetAsync(string key)
    {
        if (await room.FindAsync(key) is not { } bench)
        {
            return NotFound();
        }

        Class = bench.Class;
        return Page();
    }

    public async Task<IActionResult> OnPostAsync(string key, string control, string act)
    {
        if (await room.FindAsync(key) is not { } bench || bench.Class.Known.All(known => known.Key.Name != control))
        {
            return NotFound();
        }

        var (classId, named) = (bench.Draft.Stamp.Id, new ControlKey(control));
        await (act switch
        {
            "earlier" or "later" => controls.MoveAsync(classId, named, act == "earlier"),
            "retire" or "back" => controls.RetireAsync(classId, named, act == "retire"),
            _ => Task.CompletedTask,
        });
        return Redirect($"/classes/{key}/controls#{(act == "retire" ? "retired-head" : control)}");
    }
}
