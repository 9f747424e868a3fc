using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core.Fleet;
using Regatta.Store;
using Regatta.Web.Benches;
using Regatta.Web.Station;

namespace Regatta.Web.Pages.Cards;

/// <summary>The published card of a class, for anybody who has an unguessable link to it. Names nobody.</summary>
[AllowAnonymous]
public sealed class PublicCardModel(ShareLinks links, BenchRoom room, StationDesk desk, TimeProvider clock, Reader reader) : PageModel
{
    public CardView? Card { get; private set; }

    public bool Withdrawn { get; private set; }

    public async Task<IActionResult> OnGetAsync(string token, [FromQuery] CardAsk ask)
    {
        var shared = await links.FindAsync(token);
        Withdrawn = shared?.Withdrawn == true;
        if (shared is { Withdrawn: false } && await room.FindAsync(shared.ClassKey) is { Newest: { } newest } bench)
        {
            Card = CardView.Of(bench.Class, newest, ask, reader.Wind, $"/c/{token}", new([], Readings.OfTheClass), null, desk.At(bench.Class.WindHeight, clock.GetUtcNow()));
            return Page();
        }

        Response.StatusCode = Withdrawn ? StatusCodes.Status410Gone : StatusCodes.Status404NotFound;
        return Page();
    }
}
