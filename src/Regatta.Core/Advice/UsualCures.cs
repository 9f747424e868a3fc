namespace Regatta.Core.Advice;

/// <summary>What usually cures what: common practice, no source. What is free is said for each kind of boat; what a control cures follows
/// from what more of its mark is declared to do, and nothing is assumed of one that declares nothing. A captain who orders them otherwise
/// writes the class's own.</summary>
public static class UsualCures
{
    private const BalanceKind Tiller = BalanceKind.Tiller;
    private const BalanceKind Two = BalanceKind.TwoRudders;
    private const BalanceKind Radio = BalanceKind.Radio;
    private const BalanceKind Sailboard = BalanceKind.Sailboard;

    private static readonly BalanceKind[] Crewed = [Tiller, Two];
    private static readonly BalanceKind[] Boats = [Tiller, Two, Radio];

    /// <summary>For which kinds of boats; of those with a tiller only where bodies hold her up, or only where they do not, if that is
    /// said.</summary>
    private sealed record Act(
        Sign Sign,
        BalanceKind[] For,
        string Does,
        string Why,
        bool? Hiked = null,
        bool? Headsail = null,
        Gate Unless = Gate.None
    )
    {
        public bool Is(ClassDefinition definition) =>
            For.Contains(definition.Balance.Kind)
            && (Hiked is null || Hiked == definition.Balance.Hiked)
            && (Headsail is null || Headsail == Signs.HasHeadsail(definition));
    }

    private static readonly Act[] Acts =
    [
        new(Sign.TurnsUp, Crewed, "Hike her flat", "Heel to leeward alone turns her up, more than most marks do.", true, Unless: Gate.Flat),
        new(Sign.TurnsUp, Crewed, "Ease the main a little, and feather", "The main’s pull stands aft: less of it turns her up less."),
        new(Sign.TurnsUp, [Radio], "Ease the main by one or two clicks", "Too much main rounds her up."),
        new(Sign.TurnsUp, [Sailboard], "Ease the back hand until the rig stands upright", "Over-sheeted, the pull sits in the back hand."),
        new(Sign.BearsAway, Crewed, "Sit in until she heels a little to leeward", "Heel to leeward turns her up.", true),
        new(Sign.BearsAway, Crewed, "Trim the main; look whether its leech is wide open", "A main that draws turns her up."),
        new(Sign.BearsAway, [Radio], "Trim the main by a click", "Too little main lets the headsail push the bow off."),
        new(Sign.BearsAway, [Sailboard], "Sheet in with the back hand", "Under-sheeted, the pull sits in the front hand."),
        new(Sign.Overpowered, Crewed, "Hike, ease in the gusts and feather", "Free, and gone with the gust.", true),
        new(Sign.Overpowered, Crewed, "Ease in the gusts and feather; twist the main off", "Free, and gone with the gust.", false),
        new(Sign.Overpowered, [Radio], "Ease both sheets by a click", "She only slides sideways when pressed over."),
        new(Sign.Overpowered, [Sailboard], "Weight low on the lines, sheet out in the gusts", "Free, and gone with the gust."),
        new(Sign.Underpowered, Crewed, "Sit in and forward, ease a touch and foot", "Speed first, then height.", true),
        new(Sign.Underpowered, Crewed, "Ease a touch and foot", "Speed first, then height.", false),
        new(Sign.Underpowered, [Radio], "Ease both sheets by a click and sail fuller", "Speed first, then height."),
        new(Sign.Underpowered, [Sailboard], "Bear off a little and pump where the rules allow it", "Speed first, then height."),
        new(
            Sign.SitsUpright,
            Boats,
            "Look at the boats ahead: did one bear away, it is a knock; are all slow, a lull. Bear off a touch and ease",
            "Either way. Never tack without way on, and chase no patch: it will have moved."
        ),
        new(
            Sign.WillNotBearAway,
            Crewed,
            "Let the main out and sit to leeward until she falls off",
            "The weight holds her to leeward until the main no longer turns her up.",
            true
        ),
        new(Sign.WillNotBearAway, Crewed, "Let the main out until she falls off", "No main, nothing turns her up.", false),
        new(
            Sign.StallsInTacks,
            Boats,
            "Have way on before you tack, and let the sheets run as she turns",
            "She stalls for want of speed, not of rake."
        ),
        new(
            Sign.StuckHeadToWind,
            Crewed,
            "Back the headsail on the side away from where she shall turn, with the tiller on the side she shall turn to",
            "She drifts astern, and going astern the bow follows the tiller.",
            Headsail: true
        ),
        new(
            Sign.StuckHeadToWind,
            Crewed,
            "Push the boom out on the side she shall turn to, with the tiller to the same side",
            "She drifts astern, and going astern the bow follows the tiller.",
            Headsail: false
        ),
        new(
            Sign.StuckHeadToWind,
            [Radio],
            "Sheets out, wait until she drifts astern, and steer with the rudder reversed",
            "Nobody aboard can back a sail; going astern the rudder works the other way."
        ),
        new(
            Sign.SheetTooShort,
            [Two],
            "Count the shroud holes before you blame the sheet",
            "A mast further forward than it was makes the sheet too short."
        ),
        new(
            Sign.BlocksMeetTooSoon,
            [Two],
            "Count the shroud holes before you blame the sheet",
            "A mast further aft than it was lets the blocks meet too soon."
        ),
        new(Sign.HeadsailBacks, Boats, "Ease the main a little", "A main that is too tight backs the headsail’s wind."),
        new(Sign.Twitchy, [Radio], "Main boom a click further out", "Sheeted too close, she heels and slides."),
        new(Sign.Twitchy, Crewed, "Ease the sheet a hand", "Sheeted too close, she heels and slides."),
        new(Sign.PointsButSlow, Boats, "Ease the sheet until the leech opens", "A hooked leech brakes."),
        new(Sign.WillNotPoint, Boats, "Trim until the leech’s telltale just stalls, then ease a touch", "An open leech lets the wind go."),
    ];

    /// <summary>Which effect cures which sign, with its reason in the way it is taken.</summary>
    private static readonly (Sign Sign, BalanceKind[] For, MarkEffect Wanted, CureKind Kind, string Why)[] ByEffect =
    [
        (Sign.TurnsUp, Boats, MarkEffect.Flatter, CureKind.Sail, "A flatter sail pulls less."),
        (Sign.TurnsUp, Boats, MarkEffect.LuffTighter, CureKind.Sail, "It opens the top and brings the draft forward."),
        (Sign.TurnsUp, Boats, MarkEffect.TwistMore, CureKind.Sail, "More twist lets the top go."),
        (Sign.TurnsUp, Boats, MarkEffect.BoomOut, CureKind.Sail, "The pull goes to leeward and eases."),
        (Sign.TurnsUp, Boats, MarkEffect.BoardAft, CureKind.Board, "Her resistance moves aft, at the price of leeway."),
        (Sign.TurnsUp, [Sailboard], MarkEffect.LinesBack, CureKind.Sail, "The lines take what the back hand holds."),
        (Sign.BearsAway, Boats, MarkEffect.TwistLess, CureKind.Sail, "The leech closes, and she feels."),
        (Sign.BearsAway, [Sailboard], MarkEffect.LinesForward, CureKind.Sail, "The lines take what the front hand holds."),
        (Sign.EasedToStayFlat, Boats, MarkEffect.TwistLess, CureKind.Sail, "The boom goes out, not up."),
        (Sign.HeadsailBacks, [Radio], MarkEffect.HeadsailTwistLess, CureKind.Sail, "Too much twist there."),
        (Sign.HeadsailBacks, Crewed, MarkEffect.LeadForward, CureKind.Sail, "Further forward closes its top."),
        (Sign.Twitchy, Boats, MarkEffect.TwistMore, CureKind.Sail, "Too little twist makes her heel at once."),
        (Sign.Twitchy, [Radio], MarkEffect.HeadsailTwistMore, CureKind.Sail, "Twist equal in both sails lets a gust pass."),
        (Sign.PointsButSlow, Boats, MarkEffect.TwistMore, CureKind.Sail, "The leech opens."),
        (Sign.WillNotPoint, Boats, MarkEffect.TwistLess, CureKind.Sail, "The leech closes."),
        (Sign.WillNotBearAway, [Two], MarkEffect.SailForward, CureKind.Rig, "A rig that stands too far aft holds her up."),
        (Sign.SheetTooShort, [Two], MarkEffect.SailAft, CureKind.Rig, "A mast raked further aft shortens the way from boom to block."),
        (Sign.BlocksMeetTooSoon, [Two], MarkEffect.SailForward, CureKind.Rig, "A mast further forward leaves the sheet its way."),
    ];

    private static readonly MarkEffect[] Boards = [MarkEffect.BoardUp, MarkEffect.BoardDown, MarkEffect.BoardAft, MarkEffect.BoardForward];

    /// <summary>The cures a class goes by: its own, or the usual ones.</summary>
    public static IReadOnlyList<Cure> For(ClassDefinition definition) => definition.Cures.Count > 0 ? definition.Cures : Of(definition);

    /// <summary>The usual cures of a class, in the order they are tried.</summary>
    public static IReadOnlyList<Cure> Of(ClassDefinition definition)
    {
        var kind = definition.Balance.Kind;
        var shown = Signs.All(definition).Select(sign => sign.Sign).ToHashSet();
        List<Cure> all =
        [
            .. Acts.Where(act => act.Is(definition)).Select(act => new Cure(act.Sign, CureKind.Free, act.Why) { Act = act.Does }),
            .. ByEffect
                .Where(cure => cure.For.Contains(kind))
                .SelectMany(cure =>
                    definition
                        .Marked.Where(control => control.Way(cure.Wanted) != 0 && (control.HelmPerUnit is null || !IsOfHelm(cure.Sign)))
                        .Select(control => new Cure(cure.Sign, cure.Kind, cure.Why)
                        {
                            Control = control.Key,
                            Steps = control.Way(cure.Wanted),
                        })
                ),
            .. definition.HelmControls.SelectMany(OfHelm),
            .. definition.Marked.Where(control => control.SlidesBoom).Select(PointsInLight),
        ];
        return [.. all.Where(cure => shown.Contains(cure.Sign))];
    }

    /// <summary>Whether what held while she was looked at rules an act out: who sailed her flat need not hike.</summary>
    public static bool IsRuledOut(Cure cure, Gate held) =>
        cure.Control is null && Acts.Any(act => act.Does == cure.Act && act.Sign == cure.Sign && (act.Unless & held) != Gate.None);

    /// <summary>What a change of a control costs.</summary>
    public static CureKind KindOf(Control control) =>
        control.MoreMeans.Any(Boards.Contains) ? CureKind.Board
        : control.When == WhenChanged.Ashore && control.HelmPerUnit is not null ? CureKind.Rig
        : CureKind.Sail;

    /// <summary>Whether a sign is cured by what balances the helm.</summary>
    private static bool IsOfHelm(Sign sign) => sign is Sign.TurnsUp or Sign.BearsAway;

    private static Cure PointsInLight(Control control) =>
        new(Sign.WillNotPoint, CureKind.Rig, "Too far forward and low, she will not point in light air.")
        {
            Control = control.Key,
            Steps = control.Way(MarkEffect.SailAft),
        };

    /// <summary>What balances the helm cures it one way and the other; a gooseneck in bigger steps against lee helm.</summary>
    private static IEnumerable<Cure> OfHelm(Control control)
    {
        var less = control.HelmPerUnit > 0 ? -1 : 1;
        yield return new(Sign.TurnsUp, KindOf(control), Why(control, less, "less")) { Control = control.Key, Steps = less };
        yield return new(Sign.BearsAway, KindOf(control), Why(control, -less, "more"))
        {
            Control = control.Key,
            Steps = control.SlidesBoom ? -2 * less : -less,
        };
    }

    /// <summary>Why a change cures the helm, in the way it is taken.</summary>
    private static string Why(Control control, int way, string helm)
    {
        var says = MarkEffects.Says(control.MoreMeans, way);
        return says.Length == 0
            ? $"The class holds that it gives {helm} weather helm."
            : $"{char.ToUpperInvariant(says[0])}{says[1..]}: {helm} weather helm.";
    }
}
