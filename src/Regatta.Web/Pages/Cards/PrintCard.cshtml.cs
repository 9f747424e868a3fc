using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Web.Access;
using Regatta.Web.Benches;

namespace Regatta.Web.Pages.Cards;

/// <summary>The printed card of a class and a plan, for members.</summary>
[Authorize(Policies.Member)]
public sealed class PrintCardModel(BenchRoom room, ReadingRoom readings, Reader reader) : PageModel
{
    public CardMaking Making { get; private set; } = null!;

    public async Task<IActionResult> OnGetAsync(string key, [FromQuery] CardSheetAsk ask)
    {
        if (await CardMaking.ForAsync(room, readings, User.Id(), reader.Wind, key, ask) is not { } making)
        {
            return NotFound();
        }

        Making = making;
        return Page();
    }
}
