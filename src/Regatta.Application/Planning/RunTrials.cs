using System.Security.Cryptography;
using System.Text;
using Regatta.Application.Logbook;
using Regatta.Application.Reading;

namespace Regatta.Application.Planning;

/// <summary>Plans trials, takes their runs, and makes logs of them: what a trial asked for counts for what a step does, whoever sailed
/// it.</summary>
public sealed class RunTrials(Db db, Trials trials, Boats boats, LogSession session)
{
    /// <summary>Plans a trial on the card as it stands.</summary>
    /// <returns>Its number; or why it cannot be sailed so.</returns>
    public async Task<Parsed<long>> PlanAsync(ClassView view, Trial trial, long? outing, TrialPlan plan) =>
        trial.Problem(view.Class, CardOf(view, trial)) is { } problem
            ? Parsed<long>.Bad(problem)
            : Parsed<long>.Good(await trials.AddAsync(view.Ref, trial, outing, plan));

    /// <summary>Gives a trial another day, time or hands.</summary>
    /// <param name="one">Its class.</param>
    /// <param name="seen">The trial as its editor saw it.</param>
    /// <param name="outing">The day it is to be for; null for any.</param>
    /// <param name="plan">How it is to go.</param>
    /// <returns>Whether it is so; not where somebody else changed, ended or called it off meanwhile.</returns>
    public Task<bool> ChangeAsync(ClassRef one, PlannedTrial seen, long? outing, TrialPlan plan) =>
        Retry.InOneAsync(
            db,
            async () =>
            {
                if (!await trials.LockAsync(one, seen.Number) || (await trials.FindAsync(one, seen.Number))?.Revision != seen.Revision)
                {
                    return false;
                }

                await trials.ChangeAsync(one, seen.Number, outing, plan);
                return true;
            }
        );

    /// <summary>Takes a trial away of which nothing was sailed.</summary>
    /// <returns>Whether it is gone; not where it has runs or has ended.</returns>
    public Task<bool> CallOffAsync(ClassRef one, long number) =>
        Retry.InOneAsync(db, async () => await trials.LockAsync(one, number) && await trials.CallOffAsync(one, number));

    /// <summary>Keeps a run.</summary>
    /// <returns>Whether the trial still takes runs.</returns>
    public Task<bool> KeepAsync(ClassRef one, long number, TrialReading run) => Retry.RunAsync(() => trials.KeepAsync(one, number, run));

    /// <summary>Ends a trial; its runs become logs of whoever ends it, one for each boat. Logs and end are one transaction: after a fault
    /// in between neither is there, and ending it again does both. Of two that end it at once the second finds it ended.</summary>
    /// <returns>How many runs were logged.</returns>
    public async Task<int> EndAsync(Actor actor, ClassView view, PlannedTrial planned)
    {
        var bases = await session.BasesAsync(view.Ref);
        return await Retry.InOneAsync(
            db,
            async () =>
            {
                if (
                    !await trials.LockAsync(view.Ref, planned.Number)
                    || await trials.FindAsync(view.Ref, planned.Number) is not { EndedAt: null } open
                )
                {
                    return 0;
                }

                var logged = await LogAsync(actor, view, open, bases);
                await trials.EndAsync(view.Ref, planned.Number);
                return logged;
            }
        );
    }

    private async Task<int> LogAsync(Actor actor, ClassView view, PlannedTrial planned, IReadOnlyList<EvidenceBasis> bases)
    {
        var there = (await boats.AllAsync(view.Ref)).Select(boat => boat.Number).ToHashSet();
        var logged = 0;
        foreach (var boat in planned.Runs.GroupBy(run => run.Boat))
        {
            List<Run> runs = [.. boat.OrderBy(run => run.Number).Select(run => RunOf(view, planned.Trial, run)).OfType<Run>()];
            if (runs.Count > 0)
            {
                var log = new SessionLog(
                    KeyOf(view.Ref, planned.Number, boat.Key),
                    boat.Min(run => run.SailedAt),
                    null,
                    runs,
                    "",
                    view.Newest?.Number
                );
                // A boat that is gone since is none.
                var sailed = new SailedMarks(
                    planned
                        .Trial.Boats.Where((number, at) => at == boat.Key && there.Contains(number))
                        .Select(number => (long?)number)
                        .FirstOrDefault(),
                    new HashSet<ControlKey>()
                );
                logged += (await session.AddInAsync(actor, view.Ref, sailed, log, null, bases)).Ok ? runs.Count : 0;
            }
        }

        return logged;
    }

    private static Core.Marks.Mark? CardOf(ClassView view, Trial trial) =>
        view.Set.PlanModes.Has(trial.PlanMode)
        && view.Class.Find(trial.Control) is { } control
        && view.Class.Bands.Find(trial.Band) is { } band
            ? view.Set.AsSailed(trial.PlanMode)[band, control]?.Mark
            : null;

    /// <summary>A run with all marks of the card, but for what is tried.</summary>
    private static Run? RunOf(ClassView view, Trial trial, TrialReading reading)
    {
        if (view.Class.Bands.Find(trial.Band) is not { } band || !view.Set.PlanModes.Has(trial.PlanMode))
        {
            return null;
        }

        var card = view.Set.AsSailed(trial.PlanMode);
        var marks = view
            .Class.Marked.Where(control => card[band, control]?.Mark is not null)
            .ToDictionary(control => control.Key, control => card[band, control]!.Mark!.Value);
        var tried = trial.Moved(view.Class, card, reading.Run.Setting);
        var asked = marks.ToDictionary(
            mark => mark.Key,
            mark => new AskedMark(tried.ContainsKey(mark.Key) ? AskedBy.Trial : AskedBy.Card, mark.Value)
        );
        foreach (var (control, mark) in tried)
        {
            marks[control] = mark;
        }

        var wind = Speed.FromMetresPerSecond(reading.Wind);
        return new(
            WindRange.Of(wind, wind, null).Value,
            marks,
            new(
                HelmReading.Of(Angle.FromDegrees(reading.HelmPort), Angle.FromDegrees(reading.HelmStarboard)).Value,
                CheckGates.AllHeld,
                null
            ),
            Felt.NotSaid
        )
        {
            From = reading.SailedAt,
            PlanMode = trial.PlanMode,
            Asked = asked,
        };
    }

    /// <summary>The same trial and boat make the same log, however often it is ended.</summary>
    private static Guid KeyOf(ClassRef one, long number, int boat) =>
        new(SHA256.HashData(Encoding.UTF8.GetBytes($"trial {one.Club.Number} {number} {boat}")).AsSpan(0, 16));
}
