using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core.Fleet;
using Regatta.Web.Access;
using Regatta.Web.Benches;

namespace Regatta.Web.Pages.Cards;

/// <summary>The published card of a class, for members.</summary>
[Authorize(Policies.Member)]
public sealed class MemberCardModel(BenchRoom room, ReadingRoom readings, Reader reader) : PageModel
{
    public BoatClass Class { get; private set; } = null!;

    public CardView? Card { get; private set; }

    public async Task<IActionResult> OnGetAsync(string key, string? wind, string? boat)
    {
        if (await room.FindAsync(key) is not { } bench)
        {
            return NotFound();
        }

        Class = bench.Class;
        Card = bench.Newest is { } newest
            ? CardView.Of(bench.Class, newest, wind, reader.Wind, $"/classes/{key}/card", await readings.ForAsync(bench.Draft.Stamp.Id, User.Id(), boat))
            : null;
        return Page();
    }
}
