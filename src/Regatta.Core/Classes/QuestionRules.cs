namespace Regatta.Core.Classes;

/// <summary>What must hold of a class's questions.</summary>
internal static class QuestionRules
{
    public static IEnumerable<string> Broken(ClassDefinition definition)
    {
        var known = definition.KnownQuestions.ToList();
        if (known.Count > Limits.Questions)
        {
            yield return $"A class has at most {Limits.Questions} questions, those no longer asked among them.";
        }

        foreach (var twice in known.GroupBy(question => question.Key).Where(group => group.Count() > 1))
        {
            yield return $"Two questions carry the key “{twice.Key}”.";
        }

        foreach (var control in definition.Known.Where(control => control.Gauge is not null))
        {
            if (
                (control.Scale.HasMarks ? "only an observed target has a gauge." : control.Gauge!.Problem(ClassQuestions.Met)) is
                { } problem
            )
            {
                yield return $"{control.Name}: {problem}";
            }
        }

        foreach (var problem in known.SelectMany(question => Broken(definition, question)))
        {
            yield return problem;
        }
    }

    private static IEnumerable<string> Broken(ClassDefinition definition, Question question)
    {
        var name = $"“{PlainText.Shown(question.Asks)}”";
        if (question.Asks.Trim().Length is 0 or > Control.LongestText || question.Teaches.Length > Control.LongestText)
        {
            yield return $"A question, and what it teaches, have at most {Control.LongestText} letters; the question is not empty.";
        }

        if (ClassQuestions.IsOfTarget(question.Key))
        {
            yield return $"{name}: whether a target is met is asked by itself; call the question otherwise.";
        }

        if (question.Gauge?.Problem(question.Form) is { } unmeasured)
        {
            yield return $"{name}: {unmeasured}";
        }

        if (question.Control is { } control && definition.Known.All(known => known.Key != control))
        {
            yield return $"{name} speaks of “{control}”, and the class has no such control.";
        }
    }
}
