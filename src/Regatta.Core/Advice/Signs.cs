namespace Regatta.Core.Advice;

/// <summary>Signs in words, and the sign of a helm.</summary>
public static class Signs
{
    /// <summary>The signs a class can show and has a cure for, with their words, in the order they are offered.</summary>
    public static IReadOnlyList<(Sign Sign, string Words)> Of(ClassDefinition definition)
    {
        var cured = UsualCures.For(definition).Select(cure => cure.Sign).ToHashSet();
        return [.. All(definition).Where(offered => cured.Contains(offered.Sign))];
    }

    /// <summary>All signs a class can show, with their words.</summary>
    public static IReadOnlyList<(Sign Sign, string Words)> All(ClassDefinition definition)
    {
        var board = definition.Balance.Kind == BalanceKind.Sailboard;
        var hiked = definition.Balance is { Hiked: true, Kind: BalanceKind.Tiller or BalanceKind.TwoRudders };
        var headsail = HasHeadsail(definition);
        return
        [
            (Sign.TurnsUp, board ? "The back hand pulls" : "She turns up: weather helm"),
            (Sign.BearsAway, board ? "The front hand pulls" : "She bears away, or no feel: lee helm"),
            (Sign.Overpowered, hiked ? "Too much power, though hiked flat" : "Too much power"),
            (Sign.Underpowered, "Too little power, or the wind dies"),
            .. board
                ? []
                : new (Sign, string)[]
                {
                    (Sign.EasedToStayFlat, "The sheet must be eased to stay flat"),
                    (Sign.SitsUpright, "Sits upright and slows in light air"),
                    (Sign.WillNotBearAway, "Will not bear away after a stalled tack"),
                    (Sign.StallsInTacks, "Stalls in the tacks"),
                    (Sign.StuckHeadToWind, "Stuck head to wind"),
                    (Sign.PointsButSlow, "Points, but slow"),
                    (Sign.WillNotPoint, "Will not point"),
                    (Sign.Twitchy, "Twitchy: heels at once, slides sideways"),
                },
            .. headsail ? [(Sign.HeadsailBacks, "The headsail’s luff backs, top first")] : Array.Empty<(Sign, string)>(),
            .. definition.Balance.Kind == BalanceKind.TwoRudders
                ?
                [
                    (Sign.SheetTooShort, "The sheet is too short: the blocks stay apart"),
                    (Sign.BlocksMeetTooSoon, "The blocks meet too soon"),
                ]
                : Array.Empty<(Sign, string)>(),
        ];
    }

    /// <summary>The sign of a helm; what was answered to questions is for <see cref="Looks"/>.</summary>
    /// <param name="definition">The class, with its target.</param>
    /// <param name="helm">The helm in degrees, the mean of both tacks; null where nobody looked.</param>
    public static IReadOnlyList<Sign> Of(ClassDefinition definition, double? helm)
    {
        var off = helm is { } read ? read - definition.Helm.Target.Degrees : 0;
        return Math.Abs(off) <= definition.Helm.Tolerance.Degrees ? [] : [off > 0 ? Sign.TurnsUp : Sign.BearsAway];
    }

    /// <summary>Whether she has a headsail: a control of hers is called so.</summary>
    public static bool HasHeadsail(ClassDefinition definition) =>
        definition.Controls.Any(control => control.WordsOfName().Any(word => word is "jib" or "headsail" or "genoa"));
}
