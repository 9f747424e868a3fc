namespace Regatta.Core.Advice;

/// <summary>What a boat was rigged with on the day, as its sailor noted it first, and the way back to it from what is set now. Common
/// practice, no source: a change that was none is taken back, one small change at a time, with a look between.</summary>
/// <param name="At">When it was noted.</param>
/// <param name="Back">What to set to stand there again; nothing where nothing differs.</param>
/// <param name="Mixed">Controls of the two last changes, where nobody said how the leg between them was: nobody can tell which of them
/// it was. Empty where that can be told.</param>
public sealed record BaseOfDay(DateTimeOffset At, ChangeList Back, IReadOnlyList<Control> Mixed)
{
    /// <summary>The base of a boat and sails; null where nothing was noted of them.</summary>
    /// <param name="version">What is published.</param>
    /// <param name="reader">Whose boat.</param>
    /// <param name="planMode">With which sails, sailed how.</param>
    /// <param name="noted">What was noted, as runs, oldest first.</param>
    public static BaseOfDay? Of(PublishedVersion version, CardReader reader, PlanMode planMode, IReadOnlyList<CutRun> noted)
    {
        var own = noted.Where(run => run.Note.Boat == reader.Readings.Boat?.Number && run.Note.PlanMode == planMode).ToList();
        return own is [var first, ..]
            ? new(
                first.Note.At,
                ChangeList.Between(version.Class, reader.Readings, MarksOf(version, reader, own[^1]), MarksOf(version, reader, first)),
                [.. version.Class.Controls.Where(control => MixedIn(own).Contains(control.Key))]
            )
            : null;
    }

    /// <summary>All that stood in a run: the card of its wind, and what was set otherwise.</summary>
    private static Dictionary<ControlKey, Mark> MarksOf(PublishedVersion version, CardReader reader, CutRun run)
    {
        var wind = run.Note.CardWind ?? run.Note.Wind?.Mean ?? version.Class.Helm.ReferenceWind;
        var (plan, mode) = (run.Note.PlanMode.Plan.Name, run.Note.PlanMode.Mode.Name);
        var marks = CardReading
            .Of(version, new(wind), plan, mode, reader with { Purpose = run.Note.Purpose })
            .Lines.Where(line => line.Cell?.Mark is not null)
            .ToDictionary(line => line.Control.Key, line => line.Cell!.Mark!.Value);
        foreach (var (control, mark) in run.Differs)
        {
            marks[control] = mark;
        }

        return marks;
    }

    /// <summary>What the last run and the one before both changed, where nothing was said of the leg between.</summary>
    private static HashSet<ControlKey> MixedIn(List<CutRun> runs) =>
        runs is [.., var before, var between, var last]
        && between.Felt == Felt.NotSaid
        && Changed(before, between) is { Count: > 0 } first
        && Changed(between, last) is { Count: > 0 } second
            ? [.. first, .. second]
            : [];

    private static HashSet<ControlKey> Changed(CutRun from, CutRun to) =>
        [
            .. from
                .Differs.Keys.Union(to.Differs.Keys)
                .Where(control =>
                    !from.Differs.TryGetValue(control, out var stood) || !to.Differs.TryGetValue(control, out var stands) || stood != stands
                ),
        ];
}
