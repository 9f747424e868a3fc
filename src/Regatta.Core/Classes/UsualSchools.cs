namespace Regatta.Core.Classes;

/// <summary>Where practitioners disagree in any class, beside what a class brings of its own. Common practice, no source.</summary>
public static class UsualSchools
{
    /// <summary>The light tug aimed at in crewed boats.</summary>
    private const double LightTug = 3;

    /// <summary>All questions of a class on which schools differ: the usual ones that fit her, one for each gear, then her own.</summary>
    public static IReadOnlyList<School> For(ClassDefinition definition)
    {
        var usual =
            (IEnumerable<School?>)
                [
                    Helm(definition.Balance.Kind),
                    Marks,
                    Depower(definition.Balance.Kind),
                    definition.Balance.Kind == BalanceKind.Radio ? null : Crews,
                    .. definition.Gears.Select(Bound),
                ];
        return [.. usual.OfType<School>().Where(school => definition.Schools.All(own => own.Key != school.Key)), .. definition.Schools];
    }

    /// <summary>What a class, a control or a sailor says elsewhere, with the page of the class where it is said; empty for a sailor's
    /// own.</summary>
    public static IReadOnlyList<(string Asks, string Holds, string Page)> Elsewhere(ClassDefinition definition) =>
        [
            ("Rig forward or aft as the wind builds?", "Each control says which way its mark goes, and why.", "controls"),
            (
                "From where is a spar measured?",
                "Each control has its datum; a boat or a list of numbers that has another is shifted.",
                "controls"
            ),
            ("Reef by the wind or by a sign?", "Both: whichever comes first.", "plans"),
            .. definition.Balance.Kind == BalanceKind.TwoRudders
                ? [("The bottom shroud hole, or the one above?", "Both are on the scale; the class’s caution says for whom.", "cautions")]
                : Array.Empty<(string, string, string)>(),
            .. definition.Balance.Kind == BalanceKind.Sailboard
                ?
                [
                    ("How wide do the lines spread?", "Up to the end of the control’s scale, which the class sets.", "controls"),
                    (
                        "How long are the lines, how high is the boom?",
                        "Each sailor’s own: by the body, or by numbers, as the scale reads.",
                        ""
                    ),
                ]
                : Array.Empty<(string, string, string)>(),
        ];

    private static School Marks { get; } =
        new(
            "number-or-feel",
            "The number, or the sign?",
            [
                new("The mark first, the looks after it", "A number is the same on every boat and every day.") { LooksFirst = false },
                new("The looks first, the mark after them", "Watch for the sign: no number holds in every sea.") { LooksFirst = true },
            ]
        );

    private static School Crews { get; } =
        new(
            "crews",
            "How does another crew read the card?",
            [
                new("As if it blew harder, or less", "Weight holds the boat up: one rule for every control.") { Crews = CrewSchool.Wind },
                new("By fixed steps for each weight", "What the club’s crews have found, control by control.") { Crews = CrewSchool.Table },
            ]
        );

    private static School? Helm(BalanceKind kind) =>
        kind == BalanceKind.Sailboard
            ? null
            : new(
                "helm",
                "Which helm is right?",
                [
                    new("A light tug to windward", "The rudder lifts, she heads up in a lull, and the tiller talks.")
                    {
                        Helm = Angle.FromDegrees(LightTug),
                    },
                    new("Neutral", "A rudder that is turned brakes.") { Helm = Angle.FromDegrees(0) },
                ]
            );

    private static School Depower(BalanceKind kind) =>
        new(
            "depower",
            "What goes first against too much power?",
            [
                new("What costs least", "The sails, then the board, the rig last.") { Depower = DepowerFirst.Cheapest },
                new("Easing and twist", "The top lets the gust go, and it comes back by itself.") { Depower = DepowerFirst.Twist },
                new("Flattening", "A flat sail keeps her height.") { Depower = DepowerFirst.Flatten },
                .. kind == BalanceKind.Sailboard
                    ? Array.Empty<SchoolAnswer>()
                    : [new("Moving the rig", "Easing costs power; a rig that is moved keeps it.") { Depower = DepowerFirst.Rig }],
            ]
        );

    private static School Bound(Gear gear) =>
        new(
            "gear-" + Slug.Of(gear.Name),
            $"{gear.Name}: together, or each by itself?",
            [
                new("Together, as one gear", "One changes what the other does: they keep their proportion.")
                {
                    Gears = [new(gear.Name, false)],
                },
                new("Each by itself", "One stays where it gives the widest range, the other is played.") { Gears = [new(gear.Name, true)] },
            ]
        );
}
