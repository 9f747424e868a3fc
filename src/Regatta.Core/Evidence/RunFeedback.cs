namespace Regatta.Core.Evidence;

/// <summary>What runs said in feel and in answers, and what that makes of a cell whose control does not balance the helm. A run that said
/// nothing counts neither for nor against.</summary>
internal static class RunFeedback
{
    /// <summary>Trust in a mark: by the runs at it that answered a question on its control, or told how they felt. An answer that the
    /// control is off speaks against the mark; so does a slow run without an answer.</summary>
    public static CellTrust OfMark(Cell cell, Proposer proposer, WindBand band, Control control) =>
        Judge(
            cell,
            proposer.Fit.Runs.At(band.Id, control.Key, cell.Holds),
            proposer
                .Fit.Runs.In(band.Id)
                .Where(run =>
                    run.Marks.TryGetValue(control.Key, out var sailed)
                    && cell.Holds(sailed)
                    && OfMark(run, Answers(run, proposer.Class, control)) != Feedback.Nothing
                ),
            "at this mark",
            proposer.Today
        );

    /// <summary>Trust in an observed target: by the runs that answered whether it was met, or a question on its control. Met and not slow
    /// speaks for it; met and slow, or not to be met, against. Feel alone says nothing of what was not looked at.</summary>
    public static CellTrust OfTarget(Cell cell, Proposer proposer, WindBand band, Control control) =>
        Judge(
            cell,
            proposer.Fit.Runs.OfTarget(band.Id, control.Key),
            proposer.Fit.Runs.In(band.Id).Where(run => Answers(run, proposer.Class, control).Count > 0),
            "that looked for it",
            proposer.Today
        );

    /// <summary>What was answered of a control.</summary>
    public static List<Answer> Answers(SessionEvidence session, ClassDefinition definition, Control control) =>
        [.. session.Answers.Where(answer => definition.Subject(answer.Key) == control.Key).Select(answer => answer.Value)];

    /// <summary>What a run says of a mark it was sailed at.</summary>
    public static Feedback OfMark(SessionEvidence session, List<Answer> said) =>
        said.Count > 0 ? As(said.Exists(answer => answer.IsOff))
        : session.Felt == Felt.NotSaid ? Feedback.Nothing
        : As(IsSlow(session));

    /// <summary>What a run that answered says of the target.</summary>
    public static Feedback OfTarget(SessionEvidence session, List<Answer> said) =>
        As(said.Exists(answer => answer.IsOff) || IsSlow(session));

    private static Feedback As(bool off) => off ? Feedback.Off : Feedback.Well;

    private static bool IsSlow(SessionEvidence session) => session.Felt is Felt.Slow or Felt.RatherSlow;

    private static CellTrust Judge(
        Cell cell,
        IReadOnlyList<FactTally> tallies,
        IEnumerable<SessionEvidence> listed,
        string which,
        DateTimeOffset today
    )
    {
        var said = RunCount.Of(tallies.Where(tally => tally.Fact.Feedback != Feedback.Nothing));
        var against = RunCount.Of(tallies.Where(tally => tally.Fact.Feedback == Feedback.Off)).Count;
        var counted = said.Count == 1 ? "1 run" : $"{said.Count} runs";
        var (status, why) = said switch
        {
            { Count: < EvidenceRules.Enough } => (
                CellTrust.Unproved(cell),
                $"{counted} {which} said how it was; {EvidenceRules.Enough} are needed before the logs can tell."
            ),
            _ when today - said.Newest > BandHelm.Season => (
                CellStatus.Stale,
                $"{counted} {which} said how it was, but none for a season."
            ),
            _ when against * 2 > said.Count => (CellStatus.Contested, $"{against} of {said.Count} runs {which} found it off, or slow."),
            _ => (CellStatus.Supported, $"{counted} {which} said how it was, {said.Count - against} of them well."),
        };
        return new(status, why, said.Count, [.. listed.OrderByDescending(run => run.SailedAt)]);
    }
}
