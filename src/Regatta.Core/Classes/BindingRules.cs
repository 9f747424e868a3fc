namespace Regatta.Core.Classes;

/// <summary>What must hold of what belongs together: purposes and their marks, gears, and where controls belong.</summary>
internal static class BindingRules
{
    public static IEnumerable<string> Broken(ClassDefinition definition) =>
        Purposes(definition).Concat(definition.Gears.SelectMany(gear => Gears(definition, gear))).Concat(Twice(definition));

    /// <summary>A card of a purpose is short: the marks that count fit one look at a phone.</summary>
    private const int MostCounts = 6;

    private static IEnumerable<string> Purposes(ClassDefinition definition)
    {
        if (definition.Purposes.Count is 1 or > Limits.Purposes)
        {
            yield return $"A class has no purposes to choose from, or 2 to {Limits.Purposes}.";
        }

        if (
            definition.Purposes.Any(purpose => purpose.Name.Trim().Length is 0 or > PlanModes.LongestName)
            || definition.Purposes.Select(purpose => purpose.Key).Distinct().Count() < definition.Purposes.Count
        )
        {
            yield return $"A purpose’s name has 1 to {PlanModes.LongestName} letters, and no two are the same.";
        }

        var known = definition.Known.Select(control => control.Key).ToHashSet();
        foreach (var purpose in definition.Purposes.Where(purpose => purpose.Counts is { } counts && !counts.All(known.Contains)))
        {
            yield return $"“{purpose.Name}” counts on a control that the class does not have.";
        }

        foreach (var purpose in definition.Purposes.Where(purpose => purpose.Counts is { Count: 0 or > MostCounts }))
        {
            yield return $"For “{purpose.Name}” 1 to {MostCounts} marks count, or all of them.";
        }

        foreach (var control in definition.Controls)
        {
            foreach (var mark in control.ByPurpose)
            {
                if (definition.Purposes.Skip(1).All(purpose => purpose.Key != mark.Purpose))
                {
                    yield return $"{control.Name} has a mark for “{mark.Purpose}”, and the class has no such purpose beside its first.";
                }

                if (!control.Scale.HasMarks || !control.Scale.Reaches(mark.Mark))
                {
                    yield return $"{control.Name}: its mark for “{mark.Purpose}” lies off its scale.";
                }

                if (mark.Caution.Length > Control.LongestText)
                {
                    yield return $"{control.Name}: keep the caution under {Control.LongestText} letters.";
                }
            }

            if (control.OtherDatum is { } other && (other.Words.Trim().Length is 0 or > Control.LongestText || !control.Scale.HasLength))
            {
                yield return $"{control.Name}: another datum needs words, and a scale with a length.";
            }
        }
    }

    private static IEnumerable<string> Gears(ClassDefinition definition, Gear gear)
    {
        if (gear.Name.Trim().Length is 0 or > PlanModes.LongestName)
        {
            yield return $"A gear’s name has 1 to {PlanModes.LongestName} letters.";
        }

        if (gear.Members.Count < 2 || gear.Members.Select(member => member.Control).Distinct().Count() < gear.Members.Count)
        {
            yield return $"{gear.Name}: a gear binds two controls or more, each once.";
        }

        foreach (var member in gear.Members)
        {
            var control = definition.Known.FirstOrDefault(known => known.Key == member.Control);
            if (control is null)
            {
                yield return $"{gear.Name} binds “{member.Control}”, and the class has no such control.";
            }
            else if (!control.Scale.HasMarks || control.Scale.Choices is not null)
            {
                yield return $"{gear.Name}: {control.Name} has no numbers to step by, so it has no step in common with the others.";
            }
            else if (
                member.Steps == 0
                || Math.Abs(member.Steps * control.Scale.Step) > control.Scale.Max.Position - control.Scale.Min.Position
            )
            {
                yield return $"{gear.Name}: {control.Name} cannot go {member.Steps} steps for one of the gear’s; they have no common step.";
            }
        }
    }

    private static IEnumerable<string> Twice(ClassDefinition definition)
    {
        foreach (
            var twice in definition
                .Gears.SelectMany(gear => gear.Members)
                .GroupBy(member => member.Control)
                .Where(group => group.Count() > 1)
        )
        {
            yield return $"“{twice.Key}” is bound in two gears; one step cannot move it twice.";
        }
    }
}
