namespace Regatta.Core.Advice;

/// <summary>Signs in words, and what answers say of them.</summary>
public static class Signs
{
    /// <summary>Answers that are signs: the question's key, what the answer meant, and the sign.</summary>
    private static readonly (string Question, AnswerMeaning Means, Sign Sign)[] FromAnswers =
    [
        ("leech-top", AnswerMeaning.TooLittle, Sign.WillNotPoint),
        ("leech-top", AnswerMeaning.TooMuch, Sign.PointsButSlow),
        ("twitchy", AnswerMeaning.TooLittle, Sign.Twitchy),
        ("tops", AnswerMeaning.TooLittle, Sign.Twitchy),
        ("tops", AnswerMeaning.TooMuch, Sign.HeadsailBacks),
        ("tacks", AnswerMeaning.TooLittle, Sign.StallsInTacks),
        ("bears-away", AnswerMeaning.TooLittle, Sign.WillNotBearAway),
        ("bears-away", AnswerMeaning.Stop, Sign.WillNotBearAway),
        ("rudders-heavy", AnswerMeaning.TooLittle, Sign.TurnsUp),
        ("turns-up", AnswerMeaning.TooLittle, Sign.TurnsUp),
        ("turns-up", AnswerMeaning.TooMuch, Sign.BearsAway),
        ("one-hand", AnswerMeaning.TooLittle, Sign.TurnsUp),
        ("one-hand", AnswerMeaning.TooMuch, Sign.BearsAway),
    ];

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

    /// <summary>The signs of a run.</summary>
    /// <param name="definition">The class, with its target.</param>
    /// <param name="helm">The helm in degrees, the mean of both tacks; null where nobody looked.</param>
    /// <param name="answers">What was answered to the class's questions.</param>
    public static IReadOnlyList<Sign> Of(ClassDefinition definition, double? helm, IReadOnlyDictionary<QuestionKey, Answer> answers)
    {
        var off = helm is { } read ? read - definition.Helm.Target.Degrees : 0;
        return
        [
            .. FromHelm()
                .Concat(answers.TryGetValue(Pointing, out var pointing) ? OfPointing(definition, pointing) : [])
                .Concat(
                    from one in FromAnswers
                    where answers.TryGetValue(new(one.Question), out var answer) && answer.Means == one.Means
                    select one.Sign
                )
                .Distinct(),
        ];

        IEnumerable<Sign> FromHelm() => Math.Abs(off) <= definition.Helm.Tolerance.Degrees ? [] : [off > 0 ? Sign.TurnsUp : Sign.BearsAway];
    }

    private static readonly QuestionKey Pointing = new("pointing");

    /// <summary>The sign of an answer on pointing: by the kits' own words, else by what the mark that is asked about does.</summary>
    private static IEnumerable<Sign> OfPointing(ClassDefinition definition, Answer answer)
    {
        var asked = answer.Means switch
        {
            AnswerMeaning.TooLittle => 1,
            AnswerMeaning.TooMuch => -1,
            _ => 0,
        };
        var control = definition.Subject(Pointing) is { } key ? definition.Find(key) : null;
        var closes = new[] { MarkEffect.TwistLess, MarkEffect.BoomIn, MarkEffect.SailAft }
            .Select(effect => control?.Way(effect) ?? 0)
            .FirstOrDefault(way => way != 0);
        return (answer.Said, asked * closes) switch
        {
            ("would not point", _) => [Sign.WillNotPoint],
            ("points but slow", _) => [Sign.PointsButSlow],
            (_, > 0) => [Sign.WillNotPoint],
            (_, < 0) => [Sign.PointsButSlow],
            _ => [],
        };
    }

    /// <summary>Whether she has a headsail: a control of hers is called so.</summary>
    public static bool HasHeadsail(ClassDefinition definition) =>
        definition.Controls.Any(control => control.WordsOfName().Any(word => word is "jib" or "headsail" or "genoa"));
}
