using System.Security.Cryptography;
using System.Text;

namespace Regatta.Application.Rigging;

/// <summary>What a sailor does while a boat is made ready, and with procedures.</summary>
public sealed class RigBoat(Db db, RigUps runs, NotedRuns notes, Drills drills, TimeProvider clock)
{
    /// <summary>The run somebody has open in a class; null for none.</summary>
    public Task<RigUp?> OpenAsync(Actor actor, ClassRef one) => runs.OpenAsync(one, actor.Person, clock.GetUtcNow() - RigUp.GivenUp);

    /// <summary>Keeps what was said so far, whole.</summary>
    /// <returns>False where the run had ended before, on another device.</returns>
    public Task<bool> KeepAsync(Actor actor, ClassRef one, Guid run, long? boat, IReadOnlyDictionary<string, RigAnswer> answers) =>
        Retry.RunAsync(() => runs.KeepAsync(one, actor.Person, new(run, clock.GetUtcNow(), null, boat, answers)));

    /// <summary>Ends a run; ended twice it is ended once. The card she was made ready by is noted with what was set otherwise, so that the
    /// log opens with it; notes and end are one transaction.</summary>
    /// <param name="actor">Whose run.</param>
    /// <param name="one">The class.</param>
    /// <param name="run">The run's key.</param>
    /// <param name="card">The card she was made ready by.</param>
    /// <param name="boat">The boat; null for none named.</param>
    /// <param name="answers">All that was said.</param>
    /// <param name="otherwise">The marks that were set instead of the card's.</param>
    /// <param name="wind">The station's wind; null where it was silent.</param>
    public Task FinishAsync(
        Actor actor,
        ClassRef one,
        Guid run,
        CardReading card,
        long? boat,
        IReadOnlyDictionary<string, RigAnswer> answers,
        IReadOnlyDictionary<ControlKey, Mark> otherwise,
        WindRange? wind
    )
    {
        var now = clock.GetUtcNow();
        return Retry.InOneAsync(
            db,
            async () =>
            {
                if (!await runs.KeepAsync(one, actor.Person, new(run, now, now, boat, answers)))
                {
                    return false;
                }

                // The log opens with the card she was made ready by, whatever blows when she is logged.
                var note = new NotedRun(now, boat, card.PlanMode, card.Purpose?.Key, wind, null) { CardWind = card.Wind };
                if (answers.Values.Any(answer => answer.State == RigState.Done) && otherwise.Count == 0)
                {
                    await notes.AddAsync(one, actor.Person, run, note);
                }

                foreach (var (control, mark) in otherwise)
                {
                    await notes.AddAsync(one, actor.Person, KeyOf(run, control), note with { Differs = (control, mark) });
                }

                return true;
            }
        );
    }

    /// <summary>The key of a control's note in a run: the same whenever it is asked.</summary>
    private static Guid KeyOf(Guid run, ControlKey control) =>
        new(SHA256.HashData([.. run.ToByteArray(), .. Encoding.UTF8.GetBytes(control.Name)]).AsSpan(0, 16));

    /// <summary>How often steps are left out, over a season; names nobody.</summary>
    public Task<(IReadOnlyList<SkippedStep> Steps, double? Minutes, int Runs)> SkippedAsync(ClassRef one) =>
        runs.SkippedAsync(one, clock.GetUtcNow() - TimeSpan.FromDays(180));

    /// <summary>Keeps a drill's time, once by its key; one that is too short or too long to be true is left out.</summary>
    /// <returns>Whether it counted.</returns>
    public async Task<bool> DrilledAsync(ClassRef one, Guid key, Procedure procedure, TimeSpan took, DateTimeOffset at)
    {
        if (took < Procedure.ShortestDrill || took > Procedure.LongestDrill)
        {
            return false;
        }

        await drills.AddAsync(one, key, procedure.Key, took, DateOnly.FromDateTime(at.UtcDateTime));
        return true;
    }

    /// <summary>The club's best times of a class's procedures.</summary>
    public Task<IReadOnlyList<BestDrill>> BestAsync(ClassRef one) => drills.BestAsync(one);
}
