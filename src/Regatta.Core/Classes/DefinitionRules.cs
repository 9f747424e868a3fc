namespace Regatta.Core.Classes;

/// <summary>What must hold between the members of a class definition.</summary>
internal static class DefinitionRules
{
    public static IEnumerable<string> Broken(ClassDefinition definition) =>
        DefinitionSizes
            .Broken(definition)
            .Concat(ValueRules.Broken(definition))
            .Concat(Naming(definition))
            .Concat(BandNumbers(definition))
            .Concat(ControlsKnown(definition))
            .Concat(MarksPrint(definition))
            .Concat(Couplings(definition))
            .Concat(CrewKnown(definition))
            .Concat(QuestionRules.Broken(definition))
            .Concat(Schools(definition))
            .Concat(BindingRules.Broken(definition))
            .Concat(SailRules.Broken(definition))
            .Concat(BalanceRules.Broken(definition))
            .Concat(Sentences("caution", [.. definition.Cautions.Select(caution => caution.Text)]))
            .Concat(Sentences("check", definition.Checks));

    private static IEnumerable<string> Naming(ClassDefinition definition)
    {
        if (definition.Name.Trim().Length is 0 or > ClassDefinition.LongestName)
        {
            yield return $"A class’s name has 1 to {ClassDefinition.LongestName} letters.";
        }

        if (definition.About.Length > Control.LongestText)
        {
            yield return $"Keep the sentence on the boat under {Control.LongestText} letters.";
        }

        if (!(definition.Helm.Tolerance.Degrees > 0) || !(definition.Helm.ReferenceWind.MetresPerSecond >= 0))
        {
            yield return "The helm’s tolerance lies above zero degrees and the reference wind at zero or above.";
        }

        if (!double.IsFinite(definition.Helm.PerHeelDegree) || !(Math.Abs(definition.Helm.Target.Degrees) <= 45))
        {
            yield return "The helm aimed at is at most 45° of rudder, and what heel adds is a number.";
        }

        var (height, heights) = (definition.WindHeight, WindProfile.Heights);
        if (!(height.Metres >= heights.Lowest.Metres && height.Metres <= heights.Highest.Metres))
        {
            yield return $"A wind is meant between {heights.Lowest.Metres} and {heights.Highest.Metres} m above the water.";
        }
    }

    private static IEnumerable<string> Schools(ClassDefinition definition)
    {
        foreach (var school in definition.Schools)
        {
            if (
                school.Key.Length == 0
                || school.Key != Slug.Of(school.Key)
                || school.Asks.Trim().Length is 0 or > Control.LongestText
                || definition.Schools.Count(other => other.Key == school.Key) > 1
            )
            {
                yield return $"A question on which schools differ has a key of its own and 1 to {Control.LongestText} letters.";
            }

            if (
                school.Answers.Count is < 2 or > Limits.SchoolAnswers
                || school.Answers.DistinctBy(answer => answer.Name).Count() < school.Answers.Count
                || school.Answers.Any(answer =>
                    answer.Name.Trim().Length is 0 or > Control.LongestText
                    || answer.Why.Length > Control.LongestText
                    || answer.Questions.Count > Limits.Questions
                    || answer.Gears.Count > Limits.Gears
                    || !(Math.Abs(answer.Helm?.Degrees ?? 0) <= 45)
                )
            )
            {
                yield return $"“{PlainText.Shown(school.Asks)}” has 2 to {Limits.SchoolAnswers} answers, each under a name of its own.";
            }
        }
    }

    private static IEnumerable<string> BandNumbers(ClassDefinition definition)
    {
        if (definition.LastBand > ClassDefinition.MostBandNumbers)
        {
            yield return $"A class has had at most {ClassDefinition.MostBandNumbers} bands.";
        }

        if (definition.Bands.All.Any(band => band.Id.Number > definition.LastBand || band.Id.Number < 1))
        {
            yield return "A band’s number is new for its class: 1 or more, and never one that was used before.";
        }
    }

    private static IEnumerable<string> ControlsKnown(ClassDefinition definition) =>
        definition
            .Known.GroupBy(control => control.Key)
            .Where(group => group.Count() > 1)
            .Select(group => $"Two controls carry the key “{group.Key}”.");

    private static IEnumerable<string> MarksPrint(ClassDefinition definition) =>
        from control in definition.Controls
        let why = control.Scale.Unprintable()
        where why is not null
        select $"{control.Name}: {why}";

    private static IEnumerable<string> Couplings(ClassDefinition definition) =>
        from control in definition.Known
        from coupling in control.Disturbs
        where definition.Known.All(known => known.Key != coupling.Control)
        select $"{control.Name} disturbs “{coupling.Control}”, and the class has no such control.";

    private static IEnumerable<string> CrewKnown(ClassDefinition definition)
    {
        if (definition.Crew.Rule is { } rule && definition.Bands.Find(rule.FromBand) is null)
        {
            yield return "The crew rule begins at a band the class does not have. Say in the crew settings from which band on it holds.";
        }

        foreach (var step in definition.Crew.Steps.Where(step => definition.Known.All(control => control.Key != step.Control)))
        {
            yield return $"The table for crews names “{step.Control}”, and the class has no such control.";
        }

        if (definition.Crew.Columns is { } columns && !(columns.Heavy.Kilograms > columns.Light.Kilograms && columns.Light.Kilograms > 0))
        {
            yield return "The heavy crew of the card’s columns weighs more than the light one, and both more than nothing.";
        }

        foreach (var offset in definition.Crew.Offsets.Where(offset => definition.Known.All(control => control.Key != offset.Control)))
        {
            yield return $"The table for crews names “{offset.Control}”, and the class has no such control.";
        }
    }

    private static IEnumerable<string> Sentences(string what, IReadOnlyList<string> sentences)
    {
        if (sentences.Any(sentence => string.IsNullOrWhiteSpace(sentence) || sentence.Length > Control.LongestText))
        {
            yield return $"A {what} has 1 to {Control.LongestText} letters.";
        }
    }
}
