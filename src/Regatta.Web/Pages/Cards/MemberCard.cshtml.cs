using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Application.Logbook;
using Regatta.Application.Reading;
using Regatta.Core.Fleet;
using Regatta.Core.Logbook;
using Regatta.Core.Units;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Forms;
using Regatta.Web.Station;

namespace Regatta.Web.Pages.Cards;

/// <summary>The published card of a class, for members.</summary>
[Authorize(Policies.Member)]
public sealed class MemberCardModel(
    ClubContext here,
    BoatReadings readings,
    Crews crews,
    LogSession session,
    StationStates stations,
    UnitPreferences units
) : PageModel
{
    public ClassDefinition Class { get; private set; } = null!;

    public CardView? Card { get; private set; }

    /// <summary>The reader's own crew mass; null when they never said.</summary>
    public OwnCrew? Own { get; private set; }

    /// <summary>What was typed as the crew's mass, and what was wrong with it.</summary>
    public Field CrewField { get; private set; } = null!;

    /// <summary>Keeps the reader's own crew mass; an empty field forgets it.</summary>
    public async Task<IActionResult> OnPostCrewAsync(string? crew, string? captainMaySee)
    {
        var form = new FormReader();
        var mass = form.May("crew", crew, text => SessionLog.ReadCrewMass(text, units.Mass));
        if (!form.Ok)
        {
            var answer = await OnGetAsync(new(null, null, null), null);
            CrewField = CrewField with { Value = crew!, Problem = form.Problems["crew"] };
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return answer;
        }

        await session.SaveCrewWeightAsync(here.Actor, here.Class.Class, mass, captainMaySee is not null);
        return RedirectToPage();
    }

    public async Task<IActionResult> OnGetAsync([FromQuery] CardAsk ask, string? boat)
    {
        var view = await here.ClassAsync();

        Class = view.Class;
        Own = await crews.OwnAsync(view.Ref, User.Id());
        Card = view.Newest is { } newest
            ? CardView.Of(
                newest,
                ask,
                units.Wind,
                $"{here.ClassPath}/card",
                here.ClassPath,
                await readings.ForAsync(view.Ref, User.Id(), boat),
                Own?.Mass,
                stations.Of(here.Club.Ref).MeanAt(newest.Class.WindHeight)
            )
            : null;
        CrewField = new("crew", $"Crew, {units.Mass.Symbol()}", Own is { } own ? NumberText.Plain(own.Mass.In(units.Mass), 1) : "")
        {
            InputMode = "decimal",
            Hint = "All aboard. Seen by you alone, unless you allow your captain.",
        };
        return Page();
    }
}
