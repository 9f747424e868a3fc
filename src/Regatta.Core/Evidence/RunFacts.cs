namespace Regatta.Core.Evidence;

/// <summary>What a fact of a run is of.</summary>
public enum FactKind
{
    /// <summary>The run itself; it said something where its helm check counts.</summary>
    Run,

    /// <summary>A mark it was sailed at.</summary>
    Mark,

    /// <summary>An observed target that was looked for.</summary>
    Target,
}

/// <summary>What a run said of it.</summary>
public enum Feedback
{
    /// <summary>Nothing.</summary>
    Nothing,

    /// <summary>That it was well.</summary>
    Well,

    /// <summary>That it was off, or slow.</summary>
    Off,
}

/// <summary>One thing a run tells beside its helm, so that any number of them is counted.</summary>
/// <param name="Band">The band of its wind, as it was for its crew.</param>
/// <param name="Kind">What it is of.</param>
/// <param name="Control">Which control; none of the run itself.</param>
/// <param name="Position">Where the control stood; 0 of anything but a mark.</param>
/// <param name="Feedback">What was said.</param>
public readonly record struct RunFact(BandId Band, FactKind Kind, ControlKey? Control, double Position, Feedback Feedback);

/// <summary>How many runs tell the same, and when the last of them was sailed.</summary>
/// <param name="Fact">What they tell.</param>
/// <param name="Count">How many.</param>
/// <param name="Newest">The last of them.</param>
public readonly record struct FactTally(RunFact Fact, int Count, DateTimeOffset Newest);

/// <summary>What runs tell of a class's cells.</summary>
public static class RunFacts
{
    /// <summary>The facts of a run: itself, each mark of a control in use, each control somebody answered for.</summary>
    public static IEnumerable<RunFact> Of(ClassDefinition definition, SessionEvidence run)
    {
        var band = definition.Bands.At(run.EffectiveWind.Mean).Id;
        yield return new(band, FactKind.Run, null, 0, run.IsValid ? Feedback.Well : Feedback.Nothing);
        foreach (var control in definition.Controls)
        {
            var answers = RunFeedback.Answers(run, definition, control);
            if (run.Marks.TryGetValue(control.Key, out var mark))
            {
                yield return new(band, FactKind.Mark, control.Key, mark.Position, RunFeedback.OfMark(run, answers));
            }

            if (answers.Count > 0)
            {
                yield return new(band, FactKind.Target, control.Key, 0, RunFeedback.OfTarget(run, answers));
            }
        }
    }

    /// <summary>Counts what runs tell.</summary>
    public static IReadOnlyList<FactTally> Count(ClassDefinition definition, IEnumerable<SessionEvidence> runs) =>
        [
            .. runs.SelectMany(run => Of(definition, run).Select(fact => (fact, run.SailedAt)))
                .GroupBy(run => run.fact, run => run.SailedAt)
                .Select(same => new FactTally(same.Key, same.Count(), same.Max())),
        ];
}
