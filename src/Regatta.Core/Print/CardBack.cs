namespace Regatta.Core.Print;

/// <summary>The back of a printed card: what other crews set, what the class checks, and what is looked at and answered.</summary>
internal static class CardBack
{
    private const string Between = "Each mark is for the middle of its band: between two middles set lengths, turns and angles in between.";

    /// <summary>The lines of the back, in the order they stand; none where the class has none of them.</summary>
    /// <param name="version">What was published.</param>
    /// <param name="plan">Which sails.</param>
    /// <param name="bands">The bands the sails are carried in.</param>
    /// <param name="ofTheClub">The club's own cautions.</param>
    public static IReadOnlyList<string> Lines(
        PublishedVersion version,
        SailPlan plan,
        IReadOnlyList<WindBand> bands,
        IReadOnlyList<Caution> ofTheClub
    ) =>
        [
            .. version.Class.ReadsBetween ? (IReadOnlyList<string>)[Between] : [],
            .. Crews(version, plan, bands),
            .. Cautions(version.Class, ofTheClub),
            .. Checks(version.Class),
            .. Questions(version.Class, new(plan.Key, version.Class.PlanModes.Modes[0].Key)),
        ];

    /// <summary>What to mind on the front: what can hurt first, then what stands everywhere, then the usual caution of launching.</summary>
    public static string Mind(ClassDefinition definition) =>
        string.Join(
            " ",
            definition
                .Cautions.Where(caution => !Holds(caution))
                .OrderByDescending(caution => caution.Grave)
                .Select(caution => caution.Said)
                .Append(Safety.Cautions.Launching)
        );

    /// <summary>Whether a caution stands on the back: what is of some water or place, of one control and cannot hurt, or is for class
    /// or local rules.</summary>
    public static bool Holds(Caution caution) =>
        caution.Water != Water.NotSaid
        || caution.Place != Place.NotSaid
        || (caution.Control is not null && !caution.Grave)
        || caution.Decides is Decider.ClassRules or Decider.LocalRules;

    private static IEnumerable<string> Cautions(ClassDefinition definition, IReadOnlyList<Caution> ofTheClub)
    {
        var held = definition.Cautions.Where(Holds).Concat(ofTheClub).ToList();
        return held.Select(caution =>
            {
                var control = caution.Control is { } key ? definition.Find(key)?.Name ?? "" : "";
                return control.Length > 0 ? $"  {control}: {caution.Said}" : $"  {caution.Said}";
            })
            .Prepend("Mind too:")
            .Take(held.Count > 0 ? int.MaxValue : 0);
    }

    private static IEnumerable<string> Crews(PublishedVersion version, SailPlan plan, IReadOnlyList<WindBand> bands)
    {
        if (version.Class.Crew.Columns is not { } columns)
        {
            yield break;
        }

        yield return $"Crews of {Kilograms(columns.Light)} · as tuned · {Kilograms(columns.Heavy)}:";
        foreach (var band in bands)
        {
            var table = CrewTable.Of(version, new(plan.Key, version.Class.PlanModes.Modes[0].Key), band.Middle)!;
            foreach (var row in table.Rows)
            {
                var skill = row.Skill.Length > 0 ? $", {row.Skill}" : "";
                yield return $"  {band.Name}: {row.Control.Name}{skill} "
                    + string.Join(" · ", row.Cells.Select(cell => cell.Length > 0 ? cell : "by feel"));
            }
        }
    }

    private static IEnumerable<string> Checks(ClassDefinition definition) =>
        definition.Checks.Select(check => $"  {check}").Prepend("Check afloat:").Take(definition.Checks.Count > 0 ? int.MaxValue : 0);

    private static IEnumerable<string> Questions(ClassDefinition definition, PlanMode planMode)
    {
        foreach (
            var (when, head) in new[]
            {
                (AskedWhen.Ashore, "Look ashore:"),
                (AskedWhen.Afloat, "Look afloat:"),
                (AskedWhen.After, "Afterwards:"),
            }
        )
        {
            var asked = definition
                .Questions.Where(question =>
                    question.When == when && question.IsAsked(planMode, definition.Bands.All[^1], definition.Bands)
                )
                .ToList();
            if (asked.Count > 0)
            {
                yield return head;
            }

            foreach (var question in asked)
            {
                var answers = question.Form.Words is { } words ? string.Join(" · ", words.Select(word => word.Text)) : question.Form.Hint;
                yield return $"  {question.Asks} {answers}";
            }
        }
    }

    private static string Kilograms(Mass mass) => $"{NumberText.Plain(mass.Kilograms, 0)} kg";
}
