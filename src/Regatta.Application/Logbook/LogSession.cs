using Regatta.Application.Reading;
using Regatta.Store.Storage;

namespace Regatta.Application.Logbook;

/// <summary>What a sailor does with their own logs, and with what stands beside their card.</summary>
public sealed class LogSession(Db db, Logs logs, LogTracks tracks, Crews crews, NotedRuns notes, ClassCache cache, TimeProvider clock)
{
    /// <summary>Adds a log; sent twice it counts once, and says what was sent last. Notes until its end stand in it now.</summary>
    /// <returns>What came of it; or why an old log stays as it is.</returns>
    public async Task<Parsed<LogReceipt>> AddAsync(
        Actor actor,
        ClassRef one,
        SailedMarks sailed,
        SessionLog log,
        DateTimeOffset? notedUntil
    )
    {
        var bases = await BasesAsync(one);
        return await Retry.InOneAsync(db, () => AddInAsync(actor, one, sailed, log, notedUntil, bases));
    }

    /// <summary>The same inside a transaction of the caller's.</summary>
    /// <param name="actor">Whose log.</param>
    /// <param name="one">The class.</param>
    /// <param name="sailed">Which boat its marks were read on.</param>
    /// <param name="log">The log.</param>
    /// <param name="notedUntil">Notes until then stand in it and go; null for none.</param>
    /// <param name="bases">What the sums rest on, of <see cref="BasesAsync"/>.</param>
    internal async Task<Parsed<LogReceipt>> AddInAsync(
        Actor actor,
        ClassRef one,
        SailedMarks sailed,
        SessionLog log,
        DateTimeOffset? notedUntil,
        IReadOnlyList<EvidenceBasis> bases
    )
    {
        var before = await logs.SentAsync(one, actor.Person, log.Key);
        if (before is not null && !before.MayBeCorrected(clock.GetUtcNow()))
        {
            return Parsed<LogReceipt>.Bad(SessionLog.StaysAsItIs);
        }

        if (before is null && await OfDayAsync(actor, one) >= Limits.LogsOfDay)
        {
            return Parsed<LogReceipt>.Bad($"Logs are many today: {OfDay} Send it again tomorrow.");
        }

        var receipt = await logs.AddAsync(one, actor.Person, sailed, before is null ? log : log.Correcting(before), bases);
        if (notedUntil is { } until)
        {
            await notes.ForgetAsync(one, actor.Person, until);
        }

        return Parsed<LogReceipt>.Good(receipt);
    }

    /// <summary>Adds logs out of a table, each once; those that were there before stay as they are, with the boat they name.</summary>
    /// <returns>How many were added; or why none is.</returns>
    public async Task<Parsed<int>> ImportAsync(Actor actor, ClassRef one, IReadOnlyList<SessionLog> table)
    {
        var added = await logs.CountUnsentAsync(one, actor.Person, table);
        return added > 0 && await OfDayAsync(actor, one) + added > Limits.LogsOfDay
            ? Parsed<int>.Bad($"It holds {added} logs that are not here yet; {OfDay} Split the table, and bring the rest in tomorrow.")
            : Parsed<int>.Good(await Retry.RunAsync(() => logs.AddManyAsync(one, actor.Person, table)));
    }

    /// <summary>Keeps a note made afloat; the same key a second time changes nothing.</summary>
    public Task NoteAsync(Actor actor, ClassRef one, Guid key, NotedRun note) =>
        Retry.RunAsync(() => notes.AddAsync(one, actor.Person, key, note));

    /// <summary>The runs a sailor's log opens with, as their notes cut their outing.</summary>
    public async Task<IReadOnlyList<CutRun>> CutAsync(Actor actor, ClassRef one) =>
        NotedRun.Cut(await NotesAsync(actor, one), clock.GetUtcNow());

    /// <summary>All runs that a sailor's notes cut their outing into, more than a log takes among them.</summary>
    public async Task<IReadOnlyList<CutRun>> LegsAsync(Actor actor, ClassRef one) =>
        NotedRun.Legs(await NotesAsync(actor, one), clock.GetUtcNow());

    private Task<IReadOnlyList<NotedRun>> NotesAsync(Actor actor, ClassRef one) =>
        notes.SinceAsync(one, actor.Person, clock.GetUtcNow() - NotedRun.Kept);

    /// <summary>Forgets what a sailor noted in a class.</summary>
    public Task ForgetNotesAsync(Actor actor, ClassRef one) => notes.ForgetAsync(one, actor.Person);

    /// <summary>Takes a note back that its sailor made; nothing where there is none of that key.</summary>
    public Task TakeBackAsync(Actor actor, ClassRef one, Guid key) => notes.ForgetAsync(one, actor.Person, key);

    /// <summary>Removes a log; it can be brought back for a season.</summary>
    /// <returns>Whether there was such a log of theirs.</returns>
    public Task<bool> RemoveAsync(Actor actor, long number) => ChangeAsync(actor, number, removed: true);

    /// <summary>Brings a removed log back.</summary>
    /// <returns>Whether there was such a log of theirs.</returns>
    public Task<bool> BringBackAsync(Actor actor, long number) => ChangeAsync(actor, number, removed: false);

    /// <summary>Keeps what a track said of a log; one told again replaces the first.</summary>
    public Task<bool> KeepTrackAsync(Actor actor, long number, Angle windFrom, TrackSummary track) =>
        Retry.RunAsync(() => tracks.KeepAsync(actor.Club.Ref, actor.Person, number, windFrom, track));

    /// <summary>Keeps who the sailor is in a class; a profile that says nothing forgets it.</summary>
    public Task SaveCrewAsync(Actor actor, ClassRef one, CrewProfile crew, bool captainMaySee) =>
        crews.SaveAsync(one, actor.Person, crew, captainMaySee);

    /// <summary>Keeps how the sailor sets and reads controls, where that is otherwise than the card says.</summary>
    public Task SaveWaysAsync(Actor actor, ClassRef one, OwnWays ways) =>
        Retry.RunAsync(() => crews.SaveWaysAsync(one, actor.Person, ways));

    private static string OfDay => $"no more than {Limits.LogsOfDay} are kept of one person within a day.";

    private Task<int> OfDayAsync(Actor actor, ClassRef one) => logs.CountSinceAsync(one.Club, actor.Person, clock.GetUtcNow().AddDays(-1));

    private async Task<bool> ChangeAsync(Actor actor, long number, bool removed)
    {
        if (await logs.ClassOfAsync(actor.Club.Ref, actor.Person, number) is not { } one)
        {
            return false;
        }

        var bases = await BasesAsync(one);
        return await Retry.RunAsync(() => logs.RemoveOwnAsync(one, actor.Person, number, removed, bases));
    }

    /// <summary>What the sums of a class rest on; nothing of one that cannot be read: its logs are kept all the same. Asked before a
    /// transaction begins.</summary>
    internal async Task<IReadOnlyList<EvidenceBasis>> BasesAsync(ClassRef one)
    {
        try
        {
            return (await cache.FindAsync(one))?.Evidence.Bases ?? [];
        }
        catch (UnreadableClassException)
        {
            return [];
        }
    }
}
