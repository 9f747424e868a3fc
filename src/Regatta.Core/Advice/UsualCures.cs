namespace Regatta.Core.Advice;

/// <summary>What usually cures what: common practice, no source. A class has the cures whose control it has, in the order of this list; a
/// captain who orders them otherwise writes the class's own.</summary>
public static class UsualCures
{
    private const BalanceKind Tiller = BalanceKind.Tiller;
    private const BalanceKind Two = BalanceKind.TwoRudders;
    private const BalanceKind Radio = BalanceKind.Radio;
    private const BalanceKind Sailboard = BalanceKind.Sailboard;

    private static readonly BalanceKind[] Crewed = [Tiller, Two];
    private static readonly BalanceKind[] Boats = [Tiller, Two, Radio];
    private static readonly BalanceKind[] All = [Tiller, Two, Radio, Sailboard];

    private static readonly (Sign Sign, BalanceKind[] For, string Act, string Why)[] Acts =
    [
        (Sign.TurnsUp, Crewed, "Hike her flat", "Heel to leeward alone turns her up, more than most marks do."),
        (Sign.TurnsUp, Crewed, "Ease the main a little, and feather", "The main’s pull stands aft: less of it turns her up less."),
        (Sign.TurnsUp, [Radio], "Ease the main by one or two clicks", "Too much main rounds her up."),
        (Sign.TurnsUp, [Sailboard], "Ease the back hand until the rig stands upright", "Over-sheeted, the pull sits in the back hand."),
        (Sign.BearsAway, Crewed, "Sit in until she heels a little to leeward", "Heel to leeward turns her up."),
        (Sign.BearsAway, Crewed, "Trim the main; look whether its leech is wide open", "A main that draws turns her up."),
        (Sign.BearsAway, [Radio], "Trim the main by a click", "Too little main lets the headsail push the bow off."),
        (Sign.BearsAway, [Sailboard], "Sheet in with the back hand", "Under-sheeted, the pull sits in the front hand."),
        (Sign.Overpowered, Crewed, "Hike, ease in the gusts and feather", "Free, and gone with the gust."),
        (Sign.Overpowered, [Radio], "Ease both sheets by a click", "She only slides sideways when pressed over."),
        (Sign.Overpowered, [Sailboard], "Weight low on the lines, sheet out in the gusts", "Free, and gone with the gust."),
        (Sign.Underpowered, Crewed, "Sit in and forward, ease a touch and foot", "Speed first, then height."),
        (Sign.Underpowered, [Radio], "Ease both sheets by a click and sail fuller", "Speed first, then height."),
        (Sign.Underpowered, [Sailboard], "Bear off a little and pump where the rules allow it", "Speed first, then height."),
        (
            Sign.SitsUpright,
            Boats,
            "Look at the boats ahead: did one bear away, it is a knock; are all slow, a lull. Bear off a touch and ease",
            "Either way. Never tack without way on, and chase no patch: it will have moved."
        ),
        (
            Sign.WillNotBearAway,
            Crewed,
            "Let the main out and sit to leeward until she falls off",
            "Heel to windward and no main turn her off."
        ),
        (
            Sign.StallsInTacks,
            Boats,
            "Have way on before you tack, and let the sheets run as she turns",
            "She stalls for want of speed, not of rake."
        ),
        (Sign.StallsInTacks, [Tiller], "Board right down", "She turns about it."),
        (Sign.StuckHeadToWind, Boats, "Back the headsail, or push the boom out and steer backwards", "It turns the bow off the wind."),
        (
            Sign.SheetTooShort,
            [Two],
            "Count the shroud holes before you blame the sheet",
            "A mast further forward than it was makes the sheet shorter."
        ),
        (Sign.HeadsailBacks, Boats, "Ease the main a little", "A main that is too tight backs the headsail’s wind."),
        (Sign.Twitchy, [Radio], "Main boom a click further out", "Sheeted too close, she heels and slides."),
        (Sign.Twitchy, Crewed, "Ease the sheet a hand", "Sheeted too close, she heels and slides."),
        (Sign.PointsButSlow, Boats, "Ease the sheet until the leech opens", "A hooked leech brakes."),
        (Sign.WillNotPoint, Boats, "Trim until the leech’s telltale just stalls, then ease a touch", "An open leech lets the wind go."),
    ];

    /// <summary>Controls by words their name or key has, and which way they go; a way of zero is the way they go as wind builds.</summary>
    private static readonly (Sign Sign, BalanceKind[] For, string[] Words, CureKind Kind, int Way, string Why)[] Trims =
    [
        (Sign.TurnsUp, Boats, ["outhaul"], CureKind.Sail, 0, "A flatter foot pulls less."),
        (Sign.TurnsUp, Boats, ["cunningham", "downhaul"], CureKind.Sail, 0, "It opens the top and brings the draft forward."),
        (Sign.TurnsUp, Crewed, ["vang"], CureKind.Sail, -1, "More twist lets the top go."),
        (Sign.TurnsUp, [Radio], ["vang"], CureKind.Sail, -1, "A quarter turn of twist lets the top go."),
        (Sign.TurnsUp, Crewed, ["traveller"], CureKind.Sail, 0, "The pull goes to leeward and eases."),
        (Sign.BearsAway, Boats, ["vang"], CureKind.Sail, 1, "Less twist: the leech closes and she feels."),
        (Sign.EasedToStayFlat, Boats, ["vang"], CureKind.Sail, 1, "The boom goes out, not up."),
        (Sign.HeadsailBacks, [Radio], ["headsail twist"], CureKind.Sail, -1, "Too much twist there."),
        (Sign.HeadsailBacks, Crewed, ["lead", "car"], CureKind.Sail, -1, "Further forward closes its top."),
        (Sign.Twitchy, Boats, ["vang"], CureKind.Sail, -1, "Too little twist makes her heel at once."),
        (Sign.Twitchy, [Radio], ["headsail twist"], CureKind.Sail, 1, "Twist equal in both sails lets a gust pass."),
        (Sign.PointsButSlow, Boats, ["vang"], CureKind.Sail, -1, "The leech opens."),
        (Sign.WillNotPoint, Boats, ["vang"], CureKind.Sail, 1, "The leech closes."),
        (Sign.WillNotPoint, [Tiller], ["gooseneck"], CureKind.Rig, -1, "Too big a number will not point in light air."),
    ];

    private static readonly string[] BoardWords = ["board", "daggerboard", "centreboard", "fin"];

    /// <summary>The cures a class goes by: its own, or the usual ones.</summary>
    public static IReadOnlyList<Cure> For(ClassDefinition definition) => definition.Cures.Count > 0 ? definition.Cures : Of(definition);

    /// <summary>The usual cures of a class, in the order they are tried.</summary>
    public static IReadOnlyList<Cure> Of(ClassDefinition definition)
    {
        var kind = definition.Balance.Kind;
        var shown = Signs.All(definition).Select(sign => sign.Sign).ToHashSet();
        List<Cure> all =
        [
            .. Acts.Where(act => act.For.Contains(kind)).Select(act => new Cure(act.Sign, CureKind.Free, act.Why) { Act = act.Act }),
            .. Trims
                .Where(trim => trim.For.Contains(kind))
                .SelectMany(trim =>
                    definition
                        .Marked.Where(control => (control.HelmPerUnit is null || !IsOfHelm(trim.Sign)) && Is(control, trim.Words))
                        .Select(control => (Control: control, Way: trim.Way == 0 ? Way(control) : trim.Way))
                        .Where(trimmed => trimmed.Way != 0)
                        .Select(trimmed => new Cure(trim.Sign, trim.Kind, trim.Why) { Control = trimmed.Control.Key, Steps = trimmed.Way })
                ),
            .. definition.HelmControls.SelectMany(control => OfHelm(definition, control)),
            .. definition.Marked.SelectMany(OfPower),
            .. OfBoard(definition),
        ];
        return [.. all.Where(cure => shown.Contains(cure.Sign))];
    }

    /// <summary>Whether a sign is cured by what balances the helm.</summary>
    private static bool IsOfHelm(Sign sign) => sign is Sign.TurnsUp or Sign.BearsAway;

    /// <summary>Whether a control is called one of some names: its name and its key have all the words of one.</summary>
    private static bool Is(Control control, IReadOnlyList<string> names) =>
        names.Any(name => name.Split(' ').All(word => control.WordsOfName().Contains(word)));

    /// <summary>What balances the helm cures it one way and the other; a lateen's gooseneck in bigger steps against lee helm.</summary>
    private static IEnumerable<Cure> OfHelm(ClassDefinition definition, Control control)
    {
        var less = control.HelmPerUnit > 0 ? -1 : 1;
        var kind = KindOf(control);
        yield return new(Sign.TurnsUp, kind, control.MoreDoes) { Control = control.Key, Steps = less };
        yield return new(Sign.BearsAway, kind, control.MoreDoes)
        {
            Control = control.Key,
            Steps = Is(control, ["gooseneck"]) ? -2 * less : -less,
        };
        if (kind == CureKind.Rig && definition.Balance.Kind == Two)
        {
            yield return new(Sign.WillNotBearAway, kind, "A rig that stands too far aft holds her up.")
            {
                Control = control.Key,
                Steps = less,
            };
            yield return new(Sign.SheetTooShort, kind, "A mast raked further aft shortens the way from boom to block.")
            {
                Control = control.Key,
                Steps = -less,
            };
        }
    }

    /// <summary>Whatever goes one way as wind builds takes power off that way, and gives it the other.</summary>
    private static IEnumerable<Cure> OfPower(Control control)
    {
        if (Way(control) is not (not 0 and var way))
        {
            yield break;
        }

        yield return new(Sign.Overpowered, KindOf(control), "Toward the next band’s mark.") { Control = control.Key, Steps = way };
        yield return new(Sign.Underpowered, KindOf(control), "Toward the lighter band’s mark.") { Control = control.Key, Steps = -way };
    }

    /// <summary>A board nobody uses to balance the helm still gives way.</summary>
    private static IEnumerable<Cure> OfBoard(ClassDefinition definition) =>
        from control in definition.Marked
        where definition.Balance.Kind != Sailboard && control.HelmPerUnit is null && Is(control, BoardWords)
        select new Cure(Sign.TurnsUp, CureKind.Board, "A board a little up holds less, and further aft.")
        {
            Control = control.Key,
            Steps = 1,
        };

    private static CureKind KindOf(Control control) =>
        Is(control, BoardWords) ? CureKind.Board
        : control.When == WhenChanged.Ashore && control.HelmPerUnit is not null ? CureKind.Rig
        : CureKind.Sail;

    private static int Way(Control control) =>
        control.AsWindBuilds switch
        {
            AsWindBuilds.Up => 1,
            AsWindBuilds.Down => -1,
            _ => 0,
        };
}
