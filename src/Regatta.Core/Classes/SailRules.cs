namespace Regatta.Core.Classes;

/// <summary>What must hold of plans, limits, procedures and cautions. What only contradicts itself is a remark
/// (<see cref="Remarks"/>): it stands beside its cause, and publishing asks.</summary>
public static class SailRules
{
    internal static IEnumerable<string> Broken(ClassDefinition definition) =>
        Lengths(definition).Concat(Procedures(definition)).Concat(Cautions(definition)).Concat(Rig(definition));

    /// <summary>What does not fit together, a sentence each.</summary>
    public static IEnumerable<string> Remarks(ClassDefinition definition)
    {
        foreach (var (larger, plan) in definition.PlanModes.Plans.Zip(definition.PlanModes.Plans.Skip(1)))
        {
            if (plan.Area > larger.Area)
            {
                yield return $"{plan.Name} has more area than {larger.Name}: a reef is smaller than the sail.";
            }

            if (plan.MeasuredLimit < larger.MeasuredLimit)
            {
                yield return $"{plan.Name} is too much earlier than {larger.Name}, which is larger: one of the two limits is wrong.";
            }
        }

        foreach (var plan in definition.PlanModes.Plans.Where(plan => plan is { StatedArea: not null, Sails.Count: > 0 }))
        {
            var drawn = plan.Sails.Sum(sail => sail.Area);
            if (Math.Abs(drawn - plan.StatedArea!.Value) > 0.05 * plan.StatedArea.Value)
            {
                yield return $"{plan.Name} is stated with {plan.StatedArea:0.##} m² and drawn with {drawn:0.##} m².";
            }
        }

        foreach (var one in definition.SailLimits)
        {
            foreach (var other in definition.SailLimits.Where(limit => limit.Sail == one.Sail && limit.From.CompareTo(one.From) > 0))
            {
                if (one.To.CompareTo(other.From) > 0)
                {
                    yield return $"{one.Sail}: two limits speak of the angles from {other.From.Degrees:0}° on; the stricter holds.";
                }
                else if (one.Most > other.Most)
                {
                    yield return $"{one.Sail}: less wind is allowed at {other.From.Degrees:0}–{other.To.Degrees:0}° than at "
                        + $"{one.From.Degrees:0}–{one.To.Degrees:0}°, though it is deeper. Usually it is the other way round.";
                }
            }
        }

        var sailed = definition.PlanModes.Modes.Select(definition.SailOf).OfType<string>().ToHashSet(StringComparer.OrdinalIgnoreCase);
        foreach (var sail in definition.SailLimits.Select(limit => limit.Sail).Distinct().Where(sail => !sailed.Contains(sail)))
        {
            yield return $"{sail} has limits, and no mode says that it is sailed with it.";
        }

        foreach (var mode in definition.PlanModes.Modes.Where(mode => mode.Sail is not null && definition.LimitsOf(mode).Count == 0))
        {
            yield return $"{mode.Name} is sailed with the {mode.Sail}, "
                + "and nobody has said up to where that stands: no mode advice names it.";
        }

        foreach (var control in definition.Controls)
        {
            foreach (
                var mark in control.ByPurpose.Where(mark =>
                    mark.Until is null && mark.Caution.Contains("wind", StringComparison.OrdinalIgnoreCase)
                )
            )
            {
                yield return $"{control.Name}: the mark for {mark.Purpose} has a caution about wind and no wind it ends at: "
                    + "it stands on cards of every wind.";
            }
        }

        foreach (var procedure in definition.Procedures.Where(procedure => procedure.LacksGate))
        {
            yield return $"{procedure.Name} has no gate: nobody else is asked anything before it goes on.";
        }
    }

    internal static IEnumerable<string> Texts(ClassDefinition definition) =>
        [
            .. definition.PlanModes.Plans.SelectMany(plan =>
                plan.Marks.SelectMany(mark => new[] { mark.What, mark.Says }).Concat(plan.Sails.Select(sail => sail.Name))
            ),
            .. definition.Reefing.Signs,
            definition.Reefing.Squall,
            definition.Reefing.Lasting,
            .. definition.SailLimits.Select(limit => limit.Sail),
            .. definition.PlanModes.Modes.Select(mode => mode.Sail ?? ""),
            .. definition.Procedures.SelectMany(procedure =>
                procedure.Steps.SelectMany(step => new[] { step.Does, step.Who, step.Gate }).Append(procedure.Name).Append(procedure.When)
            ),
        ];

    private static IEnumerable<string> Lengths(ClassDefinition definition)
    {
        if (Texts(definition).Any(text => text.Length > Control.LongestText) || definition.Reefing.Signs.Any(string.IsNullOrWhiteSpace))
        {
            yield return $"Signs, marks, limits and steps have 1 to {Control.LongestText} letters each.";
        }
    }

    private static IEnumerable<string> Procedures(ClassDefinition definition)
    {
        if (definition.Procedures.Any(procedure => procedure.Steps.Count is 0 or > Limits.Procedures))
        {
            yield return $"A procedure has 1 to {Limits.Procedures} steps.";
        }

        if (definition.Procedures.Any(procedure => procedure.Name.Trim().Length is 0 or > Procedure.LongestName))
        {
            yield return $"A procedure’s name has 1 to {Procedure.LongestName} letters.";
        }

        if (definition.Procedures.Any(procedure => procedure.Steps.Any(step => string.IsNullOrWhiteSpace(step.Does))))
        {
            yield return "A step of a procedure says what is done.";
        }

        if (
            definition.Procedures.Select(procedure => procedure.Key).Distinct().Count() < definition.Procedures.Count
            || definition.Procedures.Select(procedure => procedure.Name.ToLowerInvariant()).Distinct().Count() < definition.Procedures.Count
        )
        {
            yield return "Two procedures carry the same name.";
        }
    }

    private static IEnumerable<string> Cautions(ClassDefinition definition) =>
        definition
            .Cautions.Where(caution =>
                (caution.Control is { } control && definition.Known.All(known => known.Key != control))
                || (caution.WindFrom is { } blows && blows.Knots is not (>= 0 and <= 80))
            )
            .Select(caution => $"“{PlainText.Shown(caution.Text)}” speaks of a control or a wind the class does not have.");

    private static IEnumerable<string> Rig(ClassDefinition definition) =>
        definition.Rake is { } rake && definition.Known.All(control => control.Key != rake.Holes)
            ? [$"The rig’s lengths name “{rake.Holes}”, and the class has no such control."]
            : [];
}
