using Regatta.Core.Fleet;
using Regatta.Core.Matrices;
using Regatta.Core.Questions;

namespace Regatta.Core.Evidence;

/// <summary>What runs said in feel and in answers, and what that makes of a cell whose control does not balance the helm. A run that said
/// nothing counts neither for nor against.</summary>
internal static class Spoken
{
    /// <summary>Trust in a mark: by the runs at it that answered a question on its control, or told how they felt. An answer that the
    /// control is off speaks against the mark; so does a slow run without an answer.</summary>
    public static CellTrust OfMark(
        Cell cell,
        ClassDefinition definition,
        Control control,
        IEnumerable<SessionEvidence> sessions,
        DateTimeOffset today
    ) =>
        Judge(
            cell,
            [
                .. sessions
                    .Where(session => session.Marks.TryGetValue(control.Key, out var sailed) && cell.Holds(sailed))
                    .Select(session => (session, Against: Against(session, Answers(session, definition, control)))),
            ],
            "at this mark",
            today
        );

    /// <summary>Trust in an observed target: by the runs that answered whether it was met, or a question on its control. Met and not slow
    /// speaks for it; met and slow, or not to be met, against. Feel alone says nothing of what was not looked at.</summary>
    public static CellTrust OfTarget(
        Cell cell,
        ClassDefinition definition,
        Control control,
        IEnumerable<SessionEvidence> sessions,
        DateTimeOffset today
    ) =>
        Judge(
            cell,
            [
                .. sessions
                    .Select(session => (session, Said: Answers(session, definition, control)))
                    .Where(one => one.Said.Count > 0)
                    .Select(one =>
                        (one.session, (bool?)(one.Said.Any(answer => answer.IsOff) || one.session.Felt is Felt.Slow or Felt.RatherSlow))
                    ),
            ],
            "that looked for it",
            today
        );

    private static List<Answer> Answers(SessionEvidence session, ClassDefinition definition, Control control) =>
        [.. session.Answers.Where(answer => definition.Subject(answer.Key) == control.Key).Select(answer => answer.Value)];

    /// <summary>Whether a run speaks against; null where it said nothing.</summary>
    private static bool? Against(SessionEvidence session, List<Answer> said) =>
        said.Count > 0 ? said.Exists(answer => answer.IsOff)
        : session.Felt == Felt.NotSaid ? null
        : session.Felt is Felt.Slow or Felt.RatherSlow;

    private static CellTrust Judge(
        Cell cell,
        IReadOnlyList<(SessionEvidence Session, bool? Against)> runs,
        string which,
        DateTimeOffset today
    )
    {
        var said = runs.Where(run => run.Against is not null).OrderByDescending(run => run.Session.SailedAt).ToList();
        var sessions = said.Select(run => run.Session).ToList();
        var against = said.Count(run => run.Against == true);
        var counted = said.Count == 1 ? "1 run" : $"{said.Count} runs";
        return said switch
        {
            { Count: < EvidenceRules.Enough } => new(
                CellTrust.Unproved(cell),
                $"{counted} {which} said how it was; {EvidenceRules.Enough} are needed before the logs can tell.",
                sessions
            ),
            _ when today - sessions[0].SailedAt > BandHelm.Season => new(
                CellStatus.Stale,
                $"{counted} {which} said how it was, but none for a season.",
                sessions
            ),
            _ when against * 2 > said.Count => new(
                CellStatus.Contested,
                $"{against} of {said.Count} runs {which} found it off, or slow.",
                sessions
            ),
            _ => new(CellStatus.Supported, $"{counted} {which} said how it was, {said.Count - against} of them well.", sessions),
        };
    }
}
