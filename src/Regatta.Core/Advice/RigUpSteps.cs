namespace Regatta.Core.Advice;

/// <summary>What a step of a rig-up run wants.</summary>
public enum RigStepKind
{
    /// <summary>Set a control to its mark, or until its test holds.</summary>
    Set,

    /// <summary>Look at a control again: something set after it disturbed it.</summary>
    Again,

    /// <summary>Answer a question of the class.</summary>
    Look,
}

/// <summary>One step of a rig-up run.</summary>
/// <param name="Key">Its name within the run, for answers.</param>
/// <param name="Kind">What it wants.</param>
/// <param name="Control">The control; null for a question that speaks of none.</param>
/// <param name="Cell">What to set; null where the card has no mark yet, and for a question.</param>
/// <param name="Question">The question; null for a control.</param>
/// <param name="Disturbed">What disturbed a control that is looked at again.</param>
/// <param name="Cautions">What to mind at it, what can hurt first.</param>
public sealed record RigStep(
    string Key,
    RigStepKind Kind,
    Control? Control,
    Cell? Cell,
    Question? Question,
    IReadOnlyList<Control> Disturbed,
    IReadOnlyList<Caution> Cautions
)
{
    /// <summary>The stage it belongs to; what is looked at again waits for the last that disturbs it.</summary>
    public RigStage Stage =>
        Kind == RigStepKind.Look
            ? Question?.Stage ?? RigStage.Hoisted
            : Disturbed.Append(Control!).Max(control => control.Stage ?? RigStage.Hoisted);

    /// <summary>Whether both sides are to be set alike.</summary>
    public bool BothSides => Kind != RigStepKind.Look && Control?.BothSides == true;
}

/// <summary>The order in which a boat is made ready on land (models M8): stage after stage, in each the first pass through the couplings,
/// then what was disturbed on the way, then the class's questions ashore. Nobody is asked there for what only the water shows.</summary>
public static class RigUpSteps
{
    /// <summary>The steps for a reading of the card.</summary>
    /// <param name="reading">The card as its reader has it: boat, wind, crew, purpose.</param>
    /// <param name="cautions">The class's cautions and the club's own.</param>
    public static IReadOnlyList<RigStep> Of(CardReading reading, IReadOnlyList<Caution> cautions)
    {
        var place = new CautionPlace(null, reading.PlanMode, reading.Wind);
        var lines = reading
            .Lines.Where(line =>
                (line.Cell is not null || (line.Control.Scale.HasMarks && reading.IsUntold(line.Control.Key)))
                && line.Control.Stage != RigStage.Afloat
                && reading.Counts(line)
                && (line.Control.Scale.HasMarks || line.Control.When == WhenChanged.Ashore)
            )
            .ToDictionary(line => line.Control.Key);
        // The class's controls keep their couplings; the card's know how they are read on the boat.
        var order = SetUpOrder.Of([.. reading.Version.Class.Controls.Where(control => lines.ContainsKey(control.Key))]);
        var asked = reading
            .Questions.Where(question =>
                question.When == AskedWhen.Ashore && question.Stage != RigStage.Afloat && !ClassQuestions.IsOfTarget(question.Key)
            )
            .ToList();
        RigStep[] steps =
        [
            .. order.Controls.Select(control => Step("set", RigStepKind.Set, control, [])),
            .. order.Second.Select(look => Step("again", RigStepKind.Again, look.Control, look.By)),
            .. asked.Select(question => new RigStep(
                $"look-{question.Key}",
                RigStepKind.Look,
                question.Control is { } about && lines.TryGetValue(about, out var line) ? line.Control : null,
                null,
                question,
                [],
                question.Control is { } spoken ? Cautions.Of(spoken, cautions, place) : []
            )),
        ];
        return [.. steps.OrderBy(step => step.Stage)];

        RigStep Step(string prefix, RigStepKind kind, Control control, IReadOnlyList<Control> by) =>
            new(
                $"{prefix}-{control.Key}",
                kind,
                lines[control.Key].Control,
                lines[control.Key].Cell,
                null,
                by,
                Cautions.Of(control.Key, cautions, place)
            );
    }
}
