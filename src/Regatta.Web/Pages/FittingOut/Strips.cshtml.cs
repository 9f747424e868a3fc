using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core.Fleet;
using Regatta.Core.Sheets;
using Regatta.Web.Access;
using Regatta.Web.Benches;

namespace Regatta.Web.Pages.FittingOut;

/// <summary>Mark strips at true scale, for members to print.</summary>
[Authorize(Policies.Member)]
public sealed class StripsModel(BenchRoom room, ReadingRoom readings) : PageModel
{
    public BoatClass Class { get; private set; } = null!;

    public BoatChoice Choice { get; private set; } = null!;

    /// <summary>The published version the marks are of; null when they are the draft's.</summary>
    public int? Version { get; private set; }

    public StripSheet Sheet { get; private set; } = null!;

    /// <summary>The choice as an address carries it.</summary>
    public string Query => $"boat={Choice.InAddress}&paper={Uri.EscapeDataString(Sheet.Paper.Name)}";

    public async Task<IActionResult> OnGetAsync(string key, string? boat, string? paper)
    {
        if (await StripMaking.ForAsync(room, readings, User.Id(), key, boat, paper) is not { } made)
        {
            return NotFound();
        }

        (Class, Version, Choice, Sheet) = (made.Bench.Class, made.Bench.Newest?.Number, made.Choice, made.Sheet);
        return Page();
    }
}
