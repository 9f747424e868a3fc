namespace Regatta.Core.Measuring;

/// <summary>One step of laying a scale on a boat: what to do, and how it is answered.</summary>
/// <param name="Key">Names it in the form.</param>
/// <param name="Do">What to do or to look at.</param>
/// <param name="Answers">The answers; the first is what lets one go on.</param>
/// <param name="Otherwise">What to do first where the answer is another than the first; empty where each is right.</param>
public sealed record MarkingStep(string Key, string Do, IReadOnlyList<string> Answers, string Otherwise);

/// <summary>The guided marking of one control on a boat: what to have at hand, and the steps before the tape. Common practice.</summary>
public static class MarkingGuide
{
    /// <summary>The step that says what the control is moved by; its answers are a lever or line, and a bolt or screw.</summary>
    public const string FittingStep = "fitting";

    /// <summary>The answer that says a bolt or a screw.</summary>
    public const string Bolt = "a bolt or screw";

    /// <summary>The step that says which datum the boat is measured from.</summary>
    public const string DatumStep = "datum";

    private const string Done = "done";
    private const string NotYet = "not yet";

    /// <summary>What to have at hand.</summary>
    public static IReadOnlyList<string> Tools(Control control) =>
        [
            "tape and a pen",
            control.Scale.Needs,
            "a tape measure",
            .. control.When == WhenChanged.Ashore ? new[] { "the tool for its bolt or screw" } : [],
        ];

    /// <summary>The steps, in order.</summary>
    public static IReadOnlyList<MarkingStep> Steps(Control control)
    {
        var steps = new List<MarkingStep>
        {
            new(
                "ease",
                $"Ease the {control.Name.ToLowerInvariant()} fully. Is there real slack?",
                ["yes, slack", "no slack"],
                "A scale that starts under load cannot show “off”. Lengthen the line or move the fitting first."
            ),
        };
        if (control.Scale.ReadsLength || control.Scale.HasOwnNumbers)
        {
            steps.Add(
                new(
                    "middle",
                    "Lay the strip so that its middle is where the block, or the mark, usually works.",
                    [Done, NotYet],
                    "Sail it once and see where it works; then stick the strip."
                )
            );
        }

        steps.Add(
            new("seat", "Can it be read from the seat, at the base of the block?", ["yes", "no"], "Move it to where the crew looks.")
        );
        if (control.Scale.BothSides)
        {
            steps.Add(
                new(
                    "sides",
                    "The same on both sides: count both from the same end. Do they agree?",
                    ["they agree", "they differ"],
                    "Count again from the stated end; a hole may be hidden."
                )
            );
        }
        else if (control.When != WhenChanged.Ashore)
        {
            steps.Add(
                new(
                    "sides",
                    "Is it led to both sides? Then a scale on each, or one on the centreline.",
                    ["one on the centreline, or one each", "one side only"],
                    "On the other tack nobody can read it. Add the second."
                )
            );
        }

        steps.Add(new(FittingStep, "What is it moved by?", ["a lever or a line", Bolt], ""));
        if (control.OtherDatum is { } other)
        {
            steps.Add(new(DatumStep, "Measured from where?", [control.Datum, other.Words], ""));
        }

        if (control.HelmPerUnit is not null)
        {
            steps.Add(
                new(
                    "tiller",
                    "A piece of tape on the aft deck’s centreline shows the tiller. Is it there?",
                    [Done, NotYet],
                    "Stick it now: the helm is read against it."
                )
            );
        }

        return steps;
    }

    /// <summary>The first step whose answer holds one up; null where all let one go on to the tape.</summary>
    /// <param name="control">The control.</param>
    /// <param name="answers">The answers by step.</param>
    public static MarkingStep? HeldUpBy(Control control, IReadOnlyDictionary<string, string> answers) =>
        Steps(control).FirstOrDefault(step => step.Otherwise.Length > 0 && answers.GetValueOrDefault(step.Key) != step.Answers[0]);

    /// <summary>How the control is fitted, by the answers.</summary>
    public static Fitting Fitting(Control control, IReadOnlyDictionary<string, string> answers) =>
        new(
            answers.GetValueOrDefault(FittingStep) switch
            {
                null => FittingKind.NotSaid,
                Bolt => FittingKind.Bolt,
                _ => FittingKind.Lever,
            },
            control.OtherDatum is { } other && answers.GetValueOrDefault(DatumStep) == other.Words
        );
}
