namespace Regatta.Web.Pages.Cards;

/// <summary>A page that a phone keeps for the time without a line.</summary>
/// <param name="Path">Its address.</param>
/// <param name="Kind">What it is: the last part of its path.</param>
/// <param name="Plan">The sails asked for; empty for what is recommended.</param>
/// <param name="Mode">The mode; empty for the class's first.</param>
/// <param name="Purpose">What for; empty for the class's first purpose.</param>
/// <param name="Carries">The sails whose marks it has.</param>
/// <param name="Winds">From which wind on, and up to which, it holds, in each unit by its symbol; null for in all.</param>
/// <param name="Usual">Whether it is the one to show where no wind is asked for.</param>
public sealed record PackedPage(
    string Path,
    string Kind,
    string Plan = "",
    string Mode = "",
    string Purpose = "",
    string Carries = "",
    IReadOnlyDictionary<string, double[]>? Winds = null,
    bool Usual = false
);

/// <summary>What a phone keeps of a class for its sailor: which pages, made by the club as they always are, and in which wind each holds;
/// for members.</summary>
[Authorize(Policies.Member)]
public sealed class PackModel(ClubContext here, CardRequests cards, UnitPreferences units) : PageModel
{
    public async Task<IActionResult> OnGetAsync(string? boat)
    {
        var member = await cards.OfAsync(new(null, null, null), boat);
        if (member is not { View.Newest: { } newest, Card: { } usual })
        {
            return NotFound();
        }

        var reader = member.Who.Reader with { ClubLimit = member.Crew.ClubLimit };
        var modes = newest.Set.PlanModes.Modes;
        var plans = newest.Set.PlanModes.Plans;
        string[] asked = ["", .. plans.Count > 1 ? plans.Select(plan => plan.Key.Name) : []];
        List<PackedPage> pages =
        [
            .. from plan in asked from mode in modes from page in Of("card", plan, mode, null) select page,
            .. newest.Class.Purposes.Skip(1).SelectMany(purpose => Of("card", "", modes[0], purpose)),
            .. from plan in asked from mode in modes from page in Of(AfloatModel.Name, plan, mode, null) select page,
            .. from kind in new[] { "log", "wrong", "check" } from mode in modes from page in Of(kind, "", mode, null) select page,
            .. Of("rig-up", "", modes[0], null),
            new($"{here.ClassPath}/reefs", "reefs"),
            new($"{here.ClassPath}/procedures", "procedures"),
            .. newest
                .Class.Procedures.Select(procedure => $"procedures/{procedure.Key}")
                .Select(kind => new PackedPage($"{here.ClassPath}/{kind}", kind)),
            new("/outbox", "outbox"),
        ];
        return new JsonResult(
            new
            {
                version = newest.Number,
                boat = member.Who.Choice.InAddress,
                mode = modes[0].Key.Name,
                plan = plans.Count == 1 ? plans[0].Key.Name : "",
                purpose = newest.Class.Purposes.Count > 0 ? newest.Class.Purposes[0].Key.Name : "",
                pages,
            }
        );

        IEnumerable<PackedPage> Of(string kind, string plan, SailingMode mode, Purpose? purpose) =>
            from stretch in CardStretch.Of(newest, plan.Length > 0 ? plan : null, mode.Key.Name, reader with { Purpose = purpose?.Key })
            select new PackedPage(
                here.Address(kind)
                    .At(stretch.At, units.Wind)
                    .With("plan", plan.Length > 0 ? plan : null)
                    .With("mode", mode == modes[0] ? null : mode.Key.Name)
                    .For(purpose)
                    .On(member.Who.Choice)
                    .ToString(),
                kind,
                plan,
                mode == modes[0] ? "" : mode.Key.Name,
                purpose?.Key.Name ?? "",
                stretch.Plan.Name,
                Enum.GetValues<SpeedUnit>()
                    .ToDictionary(unit => unit.Symbol(), unit => new[] { stretch.From.In(unit), stretch.To.In(unit) }),
                usual.Wind >= stretch.From && usual.Wind < stretch.To
            );
    }
}
