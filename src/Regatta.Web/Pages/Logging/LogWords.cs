using Regatta.Core.Checks;
using Regatta.Core.Evidence;
using Regatta.Core.Fleet;
using Regatta.Core.Logbook;
using Regatta.Core.Units;
using Regatta.Web.Access;

namespace Regatta.Web.Pages.Logging;

/// <summary>A log in words, a fact at a time, in its reader's units.</summary>
/// <param name="boatClass">The class, for what its sails and modes are called.</param>
/// <param name="controls">The controls its marks are of, as they were read on the boat.</param>
/// <param name="units">The reader's units.</param>
/// <param name="clock">The club's clock.</param>
public sealed class LogWords(ClassDefinition boatClass, IReadOnlyList<Control> controls, UnitPreferences units, ClubClock clock)
{
    /// <summary>What stands below a log's head.</summary>
    public IReadOnlyList<(string What, string Said)> Of(SessionLog log, string? boat)
    {
        (string What, string? Said)[] facts =
        [
            ("Gust", log.Wind.Gust is { } gust ? units.Show(gust) : null),
            ("Boat", boat),
            ("Sailed with", boatClass.Layers.Describe(log.Layer)),
            .. from control in controls
            where log.Marks.ContainsKey(control.Key)
            let gone = boatClass.Find(control.Key) is null ? ", no longer used" : ""
            select (control.Name + gone, control.Scale.Show(log.Marks[control.Key])),
            (
                "Crew",
                log.CrewMass is { } mass ? $"{NumberText.Plain(mass.In(units.Mass), 1)} {units.Mass.Symbol()}, seen by you alone" : null
            ),
            ("Luffed first", LogForm.Luffings.FirstOrDefault(one => one.Value == log.Luffing).Label),
            ("Felt", LogForm.Feelings.FirstOrDefault(one => one.Value == log.Felt).Label),
            ("Note", log.Note),
        ];
        return [.. facts.Where(fact => fact.Said is { Length: > 0 }).Select(fact => (fact.What, fact.Said!))];
    }

    /// <summary>All a log says, what stands in its head too.</summary>
    public IReadOnlyDictionary<string, string> Whole(SessionLog log)
    {
        // Two controls may carry one name, or that of another fact.
        var all = Of(log, null)
            .GroupBy(fact => fact.What, fact => fact.Said)
            .ToDictionary(facts => facts.Key, facts => string.Join("; ", facts));
        all["Sailed at"] = clock.Field(log.SailedAt).Replace('T', ' ');
        all["Wind"] = $"{units.Number(log.Wind.From)}–{units.Show(log.Wind.To)}";
        if (log.Check is { } check)
        {
            all["Helm"] = string.Join(
                ", ",
                new[] { ("port", check.Helm.Port), ("starboard", check.Helm.Starboard) }
                    .Where(tack => tack.Item2 is not null)
                    .Select(tack => $"{NumberText.Signed(tack.Item2!.Value.Degrees, 1)}° on {tack.Item1}")
            );
            all["Held"] = string.Join(
                ", ",
                LogForm.Gates.Zip(check.Gates.All, (gate, held) => held ? gate.Label : "").Where(one => one.Length > 0)
            );
            if (check.Heel is { } heel)
            {
                all["Heel"] = $"{NumberText.Signed(heel.Degrees, 0)}°";
            }
        }

        return all;
    }
}
