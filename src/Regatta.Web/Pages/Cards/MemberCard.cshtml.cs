using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core.Fleet;
using Regatta.Core.Logbook;
using Regatta.Core.Units;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Benches;
using Regatta.Web.Forms;
using Regatta.Web.Station;

namespace Regatta.Web.Pages.Cards;

/// <summary>The published card of a class, for members.</summary>
[Authorize(Policies.Member)]
public sealed class MemberCardModel(BenchRoom room, ReadingRoom readings, Crews crews, StationDesk desk, TimeProvider clock, Reader reader) : PageModel
{
    public BoatClass Class { get; private set; } = null!;

    public CardView? Card { get; private set; }

    /// <summary>The reader's own crew mass; null when they never said.</summary>
    public OwnCrew? Own { get; private set; }

    /// <summary>What was typed as the crew's mass, and what was wrong with it.</summary>
    public Field CrewField { get; private set; } = null!;

    /// <summary>Keeps the reader's own crew mass; an empty field forgets it.</summary>
    public async Task<IActionResult> OnPostCrewAsync(string key, string? crew, string? captainMaySee)
    {
        var form = new FormReader();
        var mass = form.May("crew", crew, text => SessionLog.ReadCrewMass(text, reader.Mass));
        if (!form.Ok)
        {
            var answer = await OnGetAsync(key, new(null, null, null), null);
            CrewField = CrewField with { Value = crew!, Problem = form.Problems["crew"] };
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return answer;
        }

        if (await room.FindAsync(key) is not { } bench)
        {
            return NotFound();
        }

        await crews.SaveAsync(User.Id(), bench.Draft.Stamp.Id, mass, captainMaySee is not null);
        return RedirectToPage(new { key });
    }

    public async Task<IActionResult> OnGetAsync(string key, [FromQuery] CardAsk ask, string? boat)
    {
        if (await room.FindAsync(key) is not { } bench)
        {
            return NotFound();
        }

        Class = bench.Class;
        Own = await crews.OwnAsync(User.Id(), bench.Draft.Stamp.Id);
        Card = bench.Newest is { } newest
            ? CardView.Of(bench.Class, newest, ask, reader.Wind, $"/classes/{key}/card", await readings.ForAsync(bench.Draft.Stamp.Id, User.Id(), boat), Own?.Mass, desk.At(bench.Class.WindHeight, clock.GetUtcNow()))
            : null;
        CrewField = new("crew", $"Crew, {reader.Mass.Symbol()}", Own is { } own ? NumberText.Plain(own.Mass.In(reader.Mass), 1) : "") { InputMode = "decimal", Hint = "All aboard. Seen by you alone, unless you allow your captain." };
        return Page();
    }
}
