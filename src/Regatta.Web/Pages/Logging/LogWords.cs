namespace Regatta.Web.Pages.Logging;

/// <summary>A log in words, a fact at a time, in its reader's units.</summary>
/// <param name="boatClass">The class as its version has it, for what its sails, modes and questions are called.</param>
/// <param name="controls">The controls its marks are of, as they were read on the boat.</param>
/// <param name="units">The reader's units.</param>
/// <param name="clock">The club's clock.</param>
public sealed class LogWords(ClassDefinition boatClass, IReadOnlyList<Control> controls, UnitPreferences units, ClubClock clock)
{
    /// <summary>What is said of the whole session.</summary>
    public IReadOnlyList<(string What, string Said)> Of(SessionLog log, string? boat) =>
        Told(
            ("Boat", boat),
            ("Sailed for", boatClass.Purposes.FirstOrDefault(purpose => purpose.Key == log.Purpose)?.Name),
            ("Water", LogForm.Waters.Find(log.Water)),
            ("Place", LogForm.Places.Find(log.Place)),
            (
                "Crew",
                log.CrewMass is { } mass ? $"{NumberText.Plain(mass.In(units.Mass), 1)} {units.Mass.Symbol()}, seen by you alone" : null
            ),
            ("Note", log.Note),
            ("Read by", log.Note.Length == 0 ? null : LogForm.NoteReaders.WordOf(log.NoteFor))
        );

    /// <summary>What is said of one run.</summary>
    public IReadOnlyList<(string What, string Said)> Of(Run run) =>
        Told([
            ("Gust", run.Wind.Gust is { } gust ? units.Show(gust) : null),
            ("Sailed with", boatClass.PlanModes.Describe(run.PlanMode)),
            .. from control in controls
            where run.Marks.ContainsKey(control.Key)
            let gone = boatClass.Find(control.Key) is null ? ", no longer used" : ""
            select (control.Name + gone, control.Scale.Show(run.Marks[control.Key])),
            .. from answer in run.Answers
            let question = boatClass.FindQuestion(answer.Key)
            let retired = question is null || boatClass.RetiredQuestions.Contains(question) ? " (no longer asked)" : ""
            let measured = answer.Value.Measured is { } read ? $" ({read.Says}, from a picture)" : ""
            select ((question?.Asks ?? answer.Key.Name) + retired, answer.Value.Said + measured),
            ("Felt", LogForm.Feelings.Find(run.Felt)),
        ]);

    /// <summary>All a log says, what stands in its head too.</summary>
    public IReadOnlyDictionary<string, string> Whole(SessionLog log)
    {
        var facts = Of(log, null).Append(("Sailed at", clock.Field(log.SailedAt).Replace('T', ' '))).ToList();
        foreach (var (run, at) in log.Runs.Select((run, at) => (run, at)))
        {
            var of = log.Runs.Count > 1 ? $", run {at + 1}" : "";
            facts.AddRange(Of(run).Concat(Head(run)).Select(fact => (fact.What + of, fact.Said)));
        }

        // Two controls may carry one name, or that of another fact.
        return facts.GroupBy(fact => fact.Item1, fact => fact.Item2).ToDictionary(same => same.Key, same => string.Join("; ", same));
    }

    /// <summary>What stands in a run's head.</summary>
    private IEnumerable<(string What, string Said)> Head(Run run)
    {
        yield return ("Wind", $"{units.Number(run.Wind.From)}–{units.Show(run.Wind.To)}");
        if (run.From is { } from)
        {
            yield return ("Began", clock.Field(from).Replace('T', ' '));
        }

        if (run.Check is not { } check)
        {
            yield break;
        }

        yield return (
            boatClass.Balance.Title,
            string.Join(
                ", ",
                new[] { ("port", check.Helm.Port), ("starboard", check.Helm.Starboard) }
                    .Where(tack => tack.Item2 is not null)
                    .Select(tack => $"{NumberText.Signed(tack.Item2!.Value.Degrees, 1)}° on {tack.Item1}")
            )
        );
        yield return ("Held", string.Join(", ", CheckGates.Each(check.Gates.Held).Select(gate => GateWords.Of(boatClass.Balance, gate))));
        if (check.Heel is { } heel)
        {
            yield return ("Heel", $"{NumberText.Signed(heel.Degrees, 0)}°");
        }
    }

    private static IReadOnlyList<(string What, string Said)> Told(params IEnumerable<(string What, string? Said)> facts) =>
        [.. facts.Where(fact => fact.Said is { Length: > 0 }).Select(fact => (fact.What, fact.Said!))];
}
