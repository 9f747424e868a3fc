using System.Globalization;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core.Balance;
using Regatta.Core.Diagnosis;
using Regatta.Core.Fleet;
using Regatta.Core.Marks;
using Regatta.Core.Sails;
using Regatta.Core.Units;
using Regatta.Web.Access;
using Regatta.Web.Drawings;
using Regatta.Web.Forms;
using Regatta.Web.Pages.Cards;

namespace Regatta.Web.Pages.Balance;

/// <summary>A slider of the drawing.</summary>
/// <param name="Name">The name it is sent under; also its id.</param>
/// <param name="Label">What it moves.</param>
/// <param name="Least">Its lower end.</param>
/// <param name="Most">Its upper end.</param>
/// <param name="Step">How far an arrow key moves it.</param>
/// <param name="Value">Where it stands.</param>
/// <param name="Says">The same, as it is read.</param>
public sealed record DrawingSlider(string Name, string Label, double Least, double Most, double Step, double Value, string Says)
{
    /// <summary>A number as an input takes it.</summary>
    public static string Plain(double number) => number.ToString("0.######", CultureInfo.InvariantCulture);
}

/// <summary>Why does she pull? The boat drawn, with what each control, heel and trim do to her helm; for members.</summary>
[Authorize(Policies.Member)]
public sealed class BalanceModel(ClubContext here, MemberCards cards, UnitPreferences units) : PageModel
{
    private const double MostHeel = 30;

    public ClassDefinition Class { get; private set; } = null!;

    public CardView? Card { get; private set; }

    public SailPlan Plan { get; private set; } = null!;

    public BoatBalance? Balance { get; private set; }

    public BalanceDrawing? Drawing { get; private set; }

    public HeelDrawing? Rear { get; private set; }

    /// <summary>What each step is worth, what turns her most first.</summary>
    public IReadOnlyList<HelmStep> Steps { get; private set; } = [];

    /// <summary>What some heel is worth in each control that balances her, in its own words; null where none does.</summary>
    public string? HeelInSteps
    {
        get
        {
            var heel = Steps.FirstOrDefault(step => step.IsHeel)?.Degrees;
            var worth = Steps
                .Where(step => heel is not null && step.Control is { HelmPerUnit: not null })
                .Select(step => (Scale: step.Control!.Scale, step.Control.Name, Steps: Math.Round(Math.Abs(heel!.Value / step.Degrees))))
                .Select(one => $"{one.Scale.ShowDistance(one.Scale.Step * Math.Max(1, one.Steps))} of {one.Name.ToLowerInvariant()}")
                .ToList();
            return worth.Count > 0 ? string.Join(", or ", worth) : null;
        }
    }

    /// <summary>The address of this page with other sails.</summary>
    public string With(SailPlan plan) =>
        (Card is { } card ? card.Elsewhere("balance", card.Wind, units.Wind, plan.Key) : $"{here.ClassPath}/balance?plan={plan.Key}");

    /// <summary>What logs say of the same steps, where they know more than the class believed.</summary>
    public StepEffects Effects { get; private set; } = new(null, null);

    /// <summary>How much more weather helm than on the card, in degrees; null where the drawing cannot tell.</summary>
    public double? Turned { get; private set; }

    /// <summary>How much twist the wind asks for, foot to head; null where no sail is drawn, or without a card's wind.</summary>
    public Angle? Twist { get; private set; }

    /// <summary>The heel to windward at which a lateen hangs over her hull downwind; null for another rig.</summary>
    public Angle? OverTheHull { get; private set; }

    public IReadOnlyList<DrawingSlider> Sliders { get; private set; } = [];

    /// <summary>What does not fit in the drawing.</summary>
    public IEnumerable<string> Remarks => BalanceRules.Remarks(Class);

    public async Task OnGetAsync([FromQuery] CardAsk ask, string? boat)
    {
        var member = await cards.OfAsync(ask, boat);
        // Who draws wants to see the draft; sailors see what is published.
        (Class, Card) = (here.MayEdit ? member.View.Class : member.View.Published, member.Card);
        Plan =
            Class.Layers.Find(ask.Plan is { Length: > 0 } asked ? new(asked) : Card?.Layer.Plan ?? Class.Layers.First.Plan)
            ?? Class.Layers.Plans[0];
        if (Class.Drawing is not { } boatDrawn)
        {
            return;
        }

        var sails = Plan.Sails;
        var onCard = new HelmSteps(Class, boatDrawn, sails, key => Card?.Reading.MarkOf(key));
        var moved = Class.Marked.Where(onCard.Moves).ToDictionary(control => control.Key, control => AskedMark(control, onCard));
        var now = new HelmSteps(Class, boatDrawn, sails, key => moved.TryGetValue(key, out var mark) ? mark : Card?.Reading.MarkOf(key));
        var heel = Angle.FromDegrees(Asked("heel", -MostHeel, MostHeel) ?? 0);
        IReadOnlyList<double> trims = [.. now.Sails.Select((_, at) => (Asked(Trim(at), 0, 100) ?? 100) / 100)];
        var pose = now.Pose with { Trims = trims };
        Balance = BoatBalance.Of(boatDrawn, now.Sails, pose);
        Sliders =
        [
            .. Class.Marked.Where(onCard.Moves).Select(control => Of(control, moved[control.Key])),
            new("heel", "Heel", -MostHeel, MostHeel, 1, heel.Degrees, Leaning(heel)),
            .. now.Sails.Select(
                (sail, at) => new DrawingSlider(Trim(at), $"{sail.Name} draws", 0, 100, 5, trims[at] * 100, $"{trims[at] * 100:0} %")
            ),
        ];
        if (Balance is not { } balance)
        {
            return;
        }

        Drawing = BalanceDrawing.Of(boatDrawn, now.Sails, balance, pose);
        Rear = HeelDrawing.Of(balance, heel);
        Turned = onCard.Turned(pose, heel);
        if (Request.ByFragment())
        {
            // A slider that moves asks for the drawing alone.
            return;
        }

        var main = balance.Sails[0].Shape;
        var (low, high) = (main.Outline.Min(point => point.Z.Metres), main.Outline.Max(point => point.Z.Metres));
        Twist = Card is { } card
            ? Sheeting.Twist(card.Wind, Class.WindHeight, Length.FromMetres(low), Length.FromMetres(high), boatDrawn.Waterline)
            : null;
        OverTheHull = boatDrawn.Lateen is null ? null : Sheeting.OverTheHull(main, boatDrawn.MastFoot);
        Steps = onCard.All();
        Effects = new(member.View.Evidence.Of(Card?.Layer ?? Class.Layers.First, Class).Fit, onCard);
    }

    private static string Trim(int at) => $"trim-{at}";

    private static string Leaning(Angle heel) =>
        heel.Degrees == 0 ? "upright" : $"{NumberText.Plain(Math.Abs(heel.Degrees), 0)}° to {(heel.Degrees > 0 ? "leeward" : "windward")}";

    /// <summary>Where a control's slider stands: as asked, else on the card, else as she is drawn.</summary>
    private Mark AskedMark(Control control, HelmSteps onCard) =>
        Asked($"c-{control.Key}", control.Scale.Min.Position, control.Scale.Max.Position) is { } asked ? new(asked) : onCard.At(control);

    private DrawingSlider Of(Control control, Mark mark) =>
        new(
            $"c-{control.Key}",
            control.Name,
            control.Scale.Min.Position,
            control.Scale.Max.Position,
            control.Scale.Step,
            mark.Position,
            control.Scale.Show(mark)
        );

    /// <summary>A number of the address, held to its slider's ends; null where there is none.</summary>
    private double? Asked(string name, double least, double most) =>
        double.TryParse(Request.Query[name], NumberStyles.Float, CultureInfo.InvariantCulture, out var number) && double.IsFinite(number)
            ? Math.Clamp(number, least, most)
            : null;
}
