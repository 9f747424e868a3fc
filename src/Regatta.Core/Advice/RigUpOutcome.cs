namespace Regatta.Core.Advice;

/// <summary>What came of making a boat ready: only where every step was done as the card says is she said to be set so.</summary>
/// <param name="Done">How many marks were set.</param>
/// <param name="Marks">How many there were to set.</param>
/// <param name="LeftOut">What was left out, or not answered, in the order of the steps.</param>
/// <param name="Off">What was looked at and is not as it should be, with what was seen.</param>
/// <param name="Otherwise">How many marks were set otherwise than the card says, or where it has no mark yet.</param>
/// <param name="Unmarked">How many were set that the card has no mark of.</param>
public sealed record RigUpOutcome(
    int Done,
    int Marks,
    IReadOnlyList<string> LeftOut,
    IReadOnlyList<string> Off,
    int Otherwise,
    int Unmarked
)
{
    private const int MostNamed = 4;

    /// <summary>Looks at the answers of a run.</summary>
    /// <param name="steps">All steps.</param>
    /// <param name="answers">What was said of them, by their keys.</param>
    /// <param name="otherwise">How many marks were set otherwise.</param>
    public static RigUpOutcome Of(IReadOnlyList<RigStep> steps, IReadOnlyDictionary<string, RigAnswer> answers, int otherwise)
    {
        var set = steps.Where(step => step.Kind == RigStepKind.Set).ToList();
        var done = set.Count(IsDone);
        return new(
            done,
            set.Count,
            [.. steps.Where(step => step.Kind != RigStepKind.Again && !IsDone(step)).Select(NameOf)],
            [
                .. from step in steps
                where step.Kind == RigStepKind.Look && IsDone(step)
                let said = answers[step.Key].Said
                where said.Length > 0 && step.Question!.Form.Read(said) is { Ok: true, Value.IsOff: true }
                select $"{step.Question!.Asks} {said}",
            ],
            otherwise,
            set.Count(step => step.Cell is null && IsDone(step))
        );

        bool IsDone(RigStep step) => answers.TryGetValue(step.Key, out var answer) && answer.State == RigState.Done;
    }

    /// <summary>It in a sentence or two.</summary>
    public string Says =>
        Marks > 0 && Done == 0 ? $"Ended, and none of her {Marks} marks was set."
        : LeftOut.Count + Off.Count + Otherwise + Unmarked == 0 ? "Ready. She is set as your card says."
        : string.Join(
            " ",
            new[]
            {
                $"{Done} of {Marks} marks set.",
                LeftOut.Count > 0 ? $"Left out: {Named(LeftOut)}." : "",
                Off.Count > 0 ? $"Look again: {Named(Off)}." : "",
                Unmarked > 0 ? $"The card has no mark yet for {(Unmarked == Done ? "any" : $"{Unmarked}")} of them." : "",
                Otherwise > 0 ? $"What you set{(Unmarked > 0 ? "" : " otherwise")} waits in your log." : "",
            }.Where(part => part.Length > 0)
        );

    private static string Named(IReadOnlyList<string> names) =>
        string.Join(", ", names.Take(MostNamed)) + (names.Count > MostNamed ? $" and {names.Count - MostNamed} more" : "");

    private static string NameOf(RigStep step) => step.Control?.Name ?? step.Question!.Asks.TrimEnd('?');
}
