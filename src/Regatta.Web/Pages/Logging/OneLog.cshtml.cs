using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core.Checks;
using Regatta.Core.Fleet;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Benches;

namespace Regatta.Web.Pages.Logging;

/// <summary>One of a member's own sessions; another's is as if it were not there.</summary>
[Authorize(Policies.Member)]
public sealed class OneLogModel(Logs logs, BenchRoom room, ReadingRoom readings) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public bool Sent { get; set; }

    public OwnLog Entry { get; private set; } = null!;

    public BoatClass Class { get; private set; } = null!;

    /// <summary>The marks as sailed, read on the boat they were sailed on; those of controls the class has given up too.</summary>
    public IReadOnlyList<(string Control, string Mark)> Marks { get; private set; } = [];

    public CheckWeight? Weight { get; private set; }

    public async Task<IActionResult> OnGetAsync(long number)
    {
        if (await logs.OwnAsync(User.Id(), number) is not { } entry)
        {
            return NotFound();
        }

        Entry = entry;
        var bench = (await room.FindAsync(entry.ClassKey))!;
        Class = bench.Class;
        var choice = await readings.ForAsync(bench.Draft.Stamp.Id, User.Id(), entry.Boat?.ToString(System.Globalization.CultureInfo.InvariantCulture) ?? BoatChoice.OfTheClass);
        Marks = [.. Class.Known.Where(control => entry.Log.Marks.ContainsKey(control.Key)).Select(control =>
            (control.Name + (Class.Find(control.Key) is null ? ", no longer used" : ""), choice.Readings.AsRead(control).Scale.Show(entry.Log.Marks[control.Key])))];
        Weight = entry.Log.Check is { } check ? CheckValidity.Weigh(check) : null;
        return Page();
    }

    public async Task<IActionResult> OnPostAsync(long number) =>
        await logs.RemoveOwnAsync(User.Id(), number) ? Redirect("/logbook") : NotFound();
}
