namespace Regatta.Core.Classes;

/// <summary>What must hold of single values of a class, whichever way they came in.</summary>
internal static class ValueRules
{
    /// <summary>No crew sets a control further from the card than so many steps.</summary>
    private const int MostCrewSteps = 50;

    /// <summary>Values nothing can be computed with: a version that has one is refused too, though rules made since are not held against
    /// it.</summary>
    public static IEnumerable<string> Unsound(ClassDefinition definition)
    {
        IEnumerable<string?> problems =
        [
            WindBands.Of(definition.Bands.All).Problem,
            PlanModes.Of(definition.PlanModes.Plans, definition.PlanModes.Modes).Problem,
            .. definition.PlanModes.Plans.Select(plan => plan.Problem),
            .. definition.PlanModes.Modes.Select(mode => mode.Problem is { } why ? $"{mode.Name}: {why}" : null),
            definition.Reefing.Problem,
            .. definition.SailLimits.Select(limit => limit.Problem),
            definition.Rake?.Problem,
            definition.Drawing?.Problem,
            .. definition.Cures.Select(cure => cure.Problem),
            .. definition.KnownQuestions.Select(question =>
                question.Form.Problem() is { } why ? $"“{PlainText.Shown(question.Asks)}”: {why}" : null
            ),
            definition.Crew.Rule is { } rule ? Problem(rule) : null,
        ];
        return problems.OfType<string>().Distinct();
    }

    public static IEnumerable<string> Broken(ClassDefinition definition)
    {
        foreach (var key in Keys(definition).Where(key => !Slug.IsKey(key)))
        {
            yield return $"“{PlainText.Shown(key)}” is no key: use lower-case letters, digits and hyphens.";
        }

        foreach (var sentence in Unsound(definition))
        {
            yield return sentence;
        }

        if (definition.Balance.Heel is { } heel && !(Math.Abs(heel.Degrees) <= BalanceCheck.MostHeel.Degrees))
        {
            yield return $"A class aims at a heel of at most {BalanceCheck.MostHeel.Degrees}°.";
        }

        foreach (var control in definition.Known.Where(control => IsFar(control.OtherDatum)))
        {
            yield return $"{control.Name}: another datum lies at most as far off as a control is long.";
        }

        foreach (var sentence in Crews(definition.Crew))
        {
            yield return sentence;
        }
    }

    private static IEnumerable<string> Keys(ClassDefinition definition) =>
        [
            definition.Key,
            .. definition.Known.Select(control => control.Key.Name),
            .. definition.PlanModes.Plans.Select(plan => plan.Key.Name),
            .. definition.PlanModes.Modes.Select(mode => mode.Key.Name),
            .. definition.Purposes.Select(purpose => purpose.Key.Name),
            .. definition.KnownQuestions.Select(question => question.Key.Name),
            .. definition.Procedures.Select(procedure => procedure.Key),
        ];

    private static bool IsFar(OtherDatum? datum) => datum is not null && !(Math.Abs(datum.Shift.Metres) <= Limits.ControlMetres);

    private static string? Problem(CrewRule rule) =>
        CrewRule
            .Of(rule.Reference, rule.Hull, rule.Arm, rule.FromBand)
            .Then(bare => bare.With(rule.People, rule.OnWire, rule.Wire))
            .Problem;

    private static IEnumerable<string> Crews(CrewReading crew)
    {
        if (crew.Offsets.Any(offset => !(offset.To.Kilograms > offset.From.Kilograms && offset.From.Kilograms >= 0)))
        {
            yield return "A line of the table for crews goes from a lighter crew to a heavier.";
        }

        if (
            crew
                .Offsets.Select(offset => offset.Steps)
                .Concat(crew.Steps.Select(step => step.Steps))
                .Any(steps => Math.Abs(steps) > MostCrewSteps)
        )
        {
            yield return $"A crew sets a control at most {MostCrewSteps} steps from the card.";
        }
    }
}
