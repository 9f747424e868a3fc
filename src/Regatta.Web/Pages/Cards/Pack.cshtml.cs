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
        var carried = modes.ToDictionary(mode => mode.Key, mode => Stretches(null, mode, null));
        List<PackedPage> pages =
        [
            .. from kind in new[] { "card", AfloatModel.Name, "log", "wrong", "check" }
            from mode in modes
            from stretch in carried[mode.Key]
            select PageOf(kind, null, mode, null, stretch),
            .. from kind in new[] { "card", AfloatModel.Name }
            from mode in modes
            from plan in plans.Count > 1 ? plans : []
            from stretch in Stretches(plan, mode, null)
            // In the winds in which they are carried anyhow, what is kept already speaks of them.
            where !carried[mode.Key].Any(kept => kept.Plan == plan.Key && kept.From <= stretch.From && kept.To >= stretch.To)
            select PageOf(kind, plan, mode, null, stretch),
            .. from purpose in newest.Class.Purposes.Skip(1)
            from stretch in Stretches(null, modes[0], purpose)
            select PageOf("card", null, modes[0], purpose, stretch),
            .. carried[modes[0].Key].Select(stretch => PageOf("rig-up", null, modes[0], null, stretch)),
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

        IReadOnlyList<CardStretch> Stretches(SailPlan? plan, SailingMode mode, Purpose? purpose) =>
            CardStretch.Of(newest, plan?.Key.Name, mode.Key.Name, reader with { Purpose = purpose?.Key });

        PackedPage PageOf(string kind, SailPlan? plan, SailingMode mode, Purpose? purpose, CardStretch stretch)
        {
            var named = mode == modes[0] ? null : mode.Key.Name;
            return new(
                here.Address(kind)
                    .At(stretch.At, units.Wind)
                    .With("plan", plan?.Key.Name)
                    .With("mode", named)
                    .For(purpose)
                    .On(member.Who.Choice)
                    .ToString(),
                kind,
                plan?.Key.Name ?? "",
                named ?? "",
                purpose?.Key.Name ?? "",
                stretch.Plan.Name,
                Enum.GetValues<SpeedUnit>()
                    .ToDictionary(unit => unit.Symbol(), unit => new[] { stretch.From.In(unit), stretch.To.In(unit) }),
                usual.Wind >= stretch.From && usual.Wind < stretch.To
            );
        }
    }
}
