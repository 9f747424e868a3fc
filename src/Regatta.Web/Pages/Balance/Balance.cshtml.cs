using Regatta.Web.Pages.Cards;

namespace Regatta.Web.Pages.Balance;

/// <summary>Why does she pull? The boat drawn, with what each control, heel and trim do to her helm; for members.</summary>
[Authorize(Policies.Member)]
public sealed class BalanceModel(ClubContext here, CardRequests cards, UnitPreferences units) : PageModel
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
    public string? HeelInSteps { get; private set; }

    /// <summary>Targets beside the marks; null where no sail is drawn.</summary>
    public SheetingTargets? Targets { get; private set; }

    /// <summary>From above; null where no sail is drawn.</summary>
    public TopDrawing? Top { get; private set; }

    /// <summary>What the sliders' address keeps: the card, the boat, the sails.</summary>
    public IReadOnlyList<(string Name, string Value)> Kept =>
        Card is { } card
            ?
            [
                ("wind", DrawingSlider.Plain(card.Wind.In(units.Wind))),
                ("unit", units.Wind.Symbol()),
                ("plan", Plan.Key.Name),
                ("mode", card.PlanMode.Mode.Name),
                ("boat", card.Choice.InAddress),
            ]
            : [("plan", Plan.Key.Name)];

    /// <summary>The address of this page with other sails.</summary>
    public string With(SailPlan plan) =>
        Card is { } card ? card.Elsewhere("balance", card.Wind, units.Wind, plan.Key) : $"{here.ClassPath}/balance?plan={plan.Key}";

    /// <summary>What logs say of the same steps, where they know more than the class believed.</summary>
    public StepEffects Effects { get; private set; } = new(null, null);

    /// <summary>How much more weather helm than on the card, in degrees; null where the drawing cannot tell.</summary>
    public double? Turned { get; private set; }

    public IReadOnlyList<DrawingSlider> Sliders { get; private set; } = [];

    /// <summary>What does not fit in the drawing.</summary>
    public IEnumerable<string> Remarks => BalanceRules.Remarks(Class);

    public async Task OnGetAsync([FromQuery] CardQuery ask, string? boat)
    {
        var member = await cards.OfAsync(ask, boat);
        // Who draws wants to see the draft; sailors see what is published.
        (Class, Card) = (member.View.Class, member.Card);
        Plan =
            Class.PlanModes.Find(ask.Plan is { Length: > 0 } asked ? new(asked) : Card?.PlanMode.Plan ?? Class.PlanModes.First.Plan)
            ?? Class.PlanModes.Plans[0];
        if (HelmSteps.Of(Class, Plan.Key, key => Card?.Reading.MarkOf(key)) is not { } onCard)
        {
            return;
        }

        var moved = Class.Marked.Where(onCard.Moves).ToDictionary(control => control.Key, control => AskedMark(control, onCard));
        var now = HelmSteps.Of(Class, Plan.Key, key => moved.TryGetValue(key, out var mark) ? mark : Card?.Reading.MarkOf(key))!;
        var heel = Angle.FromDegrees(DrawingSlider.Asked(Request, "heel", -MostHeel, MostHeel) ?? 0);
        IReadOnlyList<double> trims = [.. now.Sails.Select((_, at) => (DrawingSlider.Asked(Request, Trim(at), 0, 100) ?? 100) / 100)];
        var pose = now.Pose with { Trims = trims };
        Balance = now.Balance(pose);
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

        Targets = SheetingTargets.Of(Class, Card, now.Drawing, balance);
        var most = SheetingTargets.MostOff(Targets.Boom).Metres * 100;
        Length? off = DrawingSlider.Asked(Request, SheetingTargets.BoomSlider, 0, most) is { } cm ? Length.FromMetres(cm / 100) : null;
        Sliders = [.. Sliders, Targets.Slider(off)];
        Top = TopDrawing.Of(now.Drawing, balance, Sheeting.AngleOf(off ?? Targets.OnCard, Targets.Boom), Targets.Twist);
        Drawing = BalanceDrawing.Of(now.Drawing, now.Sails, balance, pose);
        Rear = HeelDrawing.Of(balance, heel);
        Turned = onCard.Turned(pose, heel);
        if (Request.ByFragment())
        {
            // A slider that moves asks for the drawing alone.
            return;
        }

        Steps = onCard.All();
        Effects = new(member.View.Evidence.Of(Card?.PlanMode ?? Class.PlanModes.First, Class), onCard);
        HeelInSteps = string.Join(
            ", or ",
            from control in Class.HelmControls
            let worth = onCard.HeelIn(control)
            where worth is not null
            select $"{Read(control).Scale.ShowDistance(worth.Value)} of {control.Name.ToLowerInvariant()}"
        )
            is { Length: > 0 } said
            ? said
            : null;
    }

    /// <summary>A control as it is read on the reader's boat.</summary>
    public Control Read(Control control) => Card?.Choice.Readings.AsRead(control) ?? control;

    private static string Trim(int at) => $"trim-{at}";

    private static string Leaning(Angle heel) =>
        heel.Degrees == 0 ? "upright" : $"{NumberText.Plain(Math.Abs(heel.Degrees), 0)}° to {(heel.Degrees > 0 ? "leeward" : "windward")}";

    /// <summary>Where a control's slider stands: as asked, else on the card, else as she is drawn.</summary>
    private Mark AskedMark(Control control, HelmSteps onCard) =>
        DrawingSlider.Asked(Request, $"c-{control.Key}", control.Scale.Min.Position, control.Scale.Max.Position) is { } asked
            ? new(asked)
            : onCard.At(control);

    private DrawingSlider Of(Control control, Mark mark) =>
        new(
            $"c-{control.Key}",
            control.Name,
            control.Scale.Min.Position,
            control.Scale.Max.Position,
            control.Scale.Step,
            mark.Position,
            Read(control).Scale.Show(mark)
        );
}
