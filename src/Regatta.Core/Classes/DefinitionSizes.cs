namespace Regatta.Core.Classes;

/// <summary>How large a class may be. What is larger would be slow to draw and to fit for everybody who looks at it.</summary>
internal static class DefinitionSizes
{
    public static IEnumerable<string> Broken(ClassDefinition definition)
    {
        foreach (var sentence in ClassMembers.All.Select(member => member.TooMuch(definition)).OfType<string>())
        {
            yield return sentence;
        }

        if (definition.Known.Count() > Limits.Controls)
        {
            yield return $"A class has at most {Limits.Controls} controls, those no longer used among them.";
        }

        if (definition.Known.Sum(control => control.Disturbs.Count) > Limits.Couplings)
        {
            yield return $"A class has at most {Limits.Couplings} couplings between its controls.";
        }

        foreach (var problem in definition.Known.SelectMany(Broken).Concat(Unprintable(definition)))
        {
            yield return problem;
        }
    }

    private static IEnumerable<string> Broken(Control control)
    {
        if (control.Synonyms.Count > Limits.Synonyms)
        {
            yield return $"{control.Name}: a control has at most {Limits.Synonyms} other names.";
        }

        if (control.Who.Length > Control.LongestName)
        {
            yield return $"{control.Name}: who sets it is said in up to {Control.LongestName} letters.";
        }

        if (control.Scale.Choices?.Count > Limits.Stops)
        {
            yield return $"{control.Name}: a scale has at most {Limits.Stops} stops.";
        }

        if (control.Scale is { ReadsLength: true } scale && scale.Max.Position - scale.Min.Position > Limits.ControlMetres * 1000)
        {
            yield return $"{control.Name}: a control is at most {Limits.ControlMetres} m long.";
        }

        if (Texts(control).Any(text => text.Length > Control.LongestText))
        {
            yield return $"A control’s name, datum and sentences have at most {Control.LongestText} letters each.";
        }
    }

    /// <summary>Control characters close pages and files for whoever looks next.</summary>
    private static IEnumerable<string> Unprintable(ClassDefinition definition) =>
        definition
            .Known.SelectMany(Texts)
            .Concat([definition.Name, definition.About, definition.Family])
            .Concat(definition.Cautions.Select(caution => caution.Text))
            .Concat(SailRules.Texts(definition))
            .Concat(definition.Checks)
            .Concat(definition.KnownQuestions.SelectMany(Texts))
            .Concat(definition.Purposes.Select(purpose => purpose.Name))
            .Concat(definition.Gears.Select(gear => gear.Name))
            .Concat(definition.Bands.All.Select(band => band.Name))
            .Where(PlainText.HasControls)
            .Select(text => $"“{PlainText.Shown(text)}” holds a control character.");

    private static IEnumerable<string> Texts(Control control) =>
        [
            control.Name,
            control.Datum,
            control.ReadingPoint,
            control.MoreDoes,
            .. control.Synonyms,
            .. control.Scale.Choices ?? [],
            .. control.ByPurpose.Select(mark => mark.Caution),
            control.OtherDatum?.Words ?? "",
        ];

    private static IEnumerable<string> Texts(Question question) =>
        [question.Asks, question.Teaches, .. (question.Form.Words ?? []).SelectMany(word => new[] { word.Text, word.Act ?? "" })];
}
