namespace Regatta.Web.Pages.Cards;

/// <summary>The printed card of a class and a plan, for members.</summary>
[Authorize(Policies.Member)]
public sealed class PrintCardModel(ClubContext here, BoatReadings readings, IReadSafetyRules rules, UnitPreferences units) : PageModel
{
    public CardLinks Making { get; private set; } = null!;

    public async Task<IActionResult> OnGetAsync([FromQuery] CardSheetQuery ask)
    {
        if (await CardLinks.ForAsync(here, readings, rules, units.Wind, ask) is not { } making)
        {
            return NotFound();
        }

        Making = making;
        return Page();
    }
}
