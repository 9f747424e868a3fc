using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core;
using Regatta.Core.Balance;
using Regatta.Core.Diagnosis;
using Regatta.Core.Fleet;
using Regatta.Core.Sheets;
using Regatta.Core.Units;
using Regatta.Web.Access;
using Regatta.Web.Pages.Cards;

namespace Regatta.Web.Pages.Balance;

/// <summary>Something is wrong: from what is noticed to the smallest change; for members, on their boat, in this wind.</summary>
[Authorize(Policies.Member)]
public sealed class WrongModel(ClubContext here, MemberCards cards, UnitPreferences units) : PageModel
{
    public ClassDefinition Class { get; private set; } = null!;

    public CardView? Card { get; private set; }

    /// <summary>What may be wrong with such a boat.</summary>
    public IReadOnlyList<(Sign Sign, string Words)> Offered { get; private set; } = [];

    public IReadOnlyList<Sign> Chosen { get; private set; } = [];

    /// <summary>What to do; null before anything was said.</summary>
    public CureList? List { get; private set; }

    public StepEffects Effects { get; private set; } = new(null, null);

    /// <summary>The address with a sign said, or not said any more.</summary>
    public string With(Sign sign)
    {
        var signs = Chosen.Contains(sign) ? Chosen.Where(one => one != sign) : Chosen.Append(sign);
        var page = Card?.Elsewhere("wrong", units.Wind) ?? $"{here.ClassPath}/wrong?";
        return page + string.Concat(signs.Select(one => $"&sign={Spelling.Of(one)}"));
    }

    /// <summary>The control as it is read on the reader's boat.</summary>
    public Control Read(Control control) => Card?.Choice.Readings.AsRead(control) ?? control;

    /// <summary>What to mind with a cure.</summary>
    public IReadOnlyList<Caution> CautionsOf(RankedCure cure) =>
        cure.Control is { } control && Card is { } card ? Cautions.Of(control.Key, card.Cautions, new(null, card.Layer, card.Wind)) : [];

    /// <summary>How much a cure turns the helm, in words; null where nothing is known.</summary>
    public string? Expected(RankedCure cure) =>
        cure.Effect is { } effect
            ? $"about {NumberText.Plain(Math.Abs(effect.Degrees), 1)} ± {NumberText.Plain(effect.Deviation, 1)}"
                + (Class.Balance.Kind == Core.Checks.BalanceKind.Sailboard ? " of pull " : "° ")
                + (effect.Degrees < 0 ? "less" : "more")
                + effect.From switch
                {
                    EffectSource.Logs => ", as the logs say",
                    EffectSource.Drawing => ", by the drawing of the boat",
                    _ => ", as the class believes",
                }
            : null;

    public async Task OnGetAsync([FromQuery] CardAsk ask, string? boat, [FromQuery] string[] sign)
    {
        var member = await cards.OfAsync(ask, boat);
        (Class, Card) = (member.View.Published, member.Card);
        Offered = Signs.Of(Class);
        Chosen =
        [
            .. sign.Select(Spelling.Read<Sign>)
                .Where(read => read.Ok)
                .Select(read => read.Value)
                .Where(one => Offered.Any(offered => offered.Sign == one))
                .Distinct(),
        ];
        if (Chosen.Count == 0)
        {
            return;
        }

        var reading = Card?.Reading;
        var layer = reading?.Layer ?? Class.Layers.First;
        Effects = new(member.View.Evidence.Of(layer, Class).Fit, HelmSteps.Of(Class, layer.Plan, key => reading?.MarkOf(key)));
        List = CureList.Of(Class, Chosen, key => reading?.MarkOf(key), Effects.Of);
    }
}
