using System.Collections.Concurrent;
using Npgsql;
using Regatta.Store.Storage;
using ZiggyCreatures.Caching.Fusion;

namespace Regatta.Application.Reading;

/// <summary>A class of a club that cannot be shown, and why.</summary>
public sealed record UnreadableClass(string Key, string Name, string Why);

/// <summary>The classes of a club: those that can be read, and those that cannot.</summary>
public sealed record FleetViews(IReadOnlyList<ClassView> Classes, IReadOnlyList<UnreadableClass> Unreadable);

/// <summary>Keeps what was worked out of a class for as long as its stamp holds, so that a look at a matrix costs one trivial query and not
/// a fit. Bounded by size; each view is made once, however many ask at the same time.</summary>
public sealed class ClassCache(IFusionCache cache, Classes classes, Versions versions, Logs logs, EvidenceLoader sums, TimeProvider clock)
{
    /// <summary>How many cells and logs the cache holds, over all clubs.</summary>
    public const long MostHeld = 150_000;

    private readonly ConcurrentDictionary<string, (long Age, string Key)> newest = new();

    private static readonly TimeSpan Unused = TimeSpan.FromMinutes(20);

    /// <summary>What says that runs are being read anew is asked again after so long, whatever became of the reading.</summary>
    private static readonly TimeSpan Soon = TimeSpan.FromSeconds(5);

    /// <summary>The class of a stamp.</summary>
    /// <exception cref="UnreadableClassException">Its document cannot be understood.</exception>
    public async Task<ClassView> FindAsync(ClassStamp stamp)
    {
        var today = DateOnly.FromDateTime(clock.GetUtcNow().UtcDateTime);
        return await NewestAsync<ClassView>(
            $"class/{Name(stamp)}",
            $"{stamp.MatrixRevision}/{stamp.LogRevision}/{today:yyyyMMdd}",
            stamp,
            async (context, stop) =>
            {
                var view = await MakeAsync(stamp);
                context.Options.SetSize(1 + view.Draft.State.Kept.Count).SetDuration(view.Evidence.IsBeingRead ? Soon : Unused);
                return view;
            }
        );
    }

    /// <summary>What is kept of a class for its newest revision; what was kept for an older one leaves at once, so that a class that is
    /// logged in takes no more room than one that is not.</summary>
    private async Task<T> NewestAsync<T>(
        string name,
        string revision,
        ClassStamp stamp,
        Func<FusionCacheFactoryExecutionContext<T>, CancellationToken, Task<T>> make
    )
    {
        var key = $"{name}/{revision}";
        var found = await cache.GetOrSetAsync<T>(key, make, Options);
        // Both only ever grow.
        var age = stamp.MatrixRevision + stamp.LogRevision;
        string? superseded = null;
        newest.AddOrUpdate(
            name,
            (age, key),
            (_, known) =>
            {
                var isOlder = known.Age > age;
                superseded = isOlder ? key : known.Key;
                return isOlder ? known : (age, key);
            }
        );
        if (superseded is not null && superseded != newest[name].Key)
        {
            await cache.RemoveAsync(superseded);
        }

        return found;
    }

    /// <summary>The class as it stands now; null when it is gone.</summary>
    /// <exception cref="UnreadableClassException">Its document cannot be understood.</exception>
    public async Task<ClassView?> FindAsync(ClassRef one) => await classes.StampAsync(one) is { } stamp ? await FindAsync(stamp) : null;

    /// <summary>The class of a key; null when there is none.</summary>
    /// <exception cref="UnreadableClassException">Its document cannot be understood.</exception>
    public async Task<ClassView?> FindAsync(ClubId club, string key) =>
        await classes.StampAsync(club, key) is { } stamp ? await FindAsync(stamp) : null;

    /// <summary>All classes of a club by name, for one query while nothing changed. One that cannot be read does not stand in the way of
    /// the others.</summary>
    public async Task<FleetViews> AllAsync(ClubId club)
    {
        var (readable, unreadable) = (new List<ClassView>(), new List<UnreadableClass>());
        foreach (var (key, name, stamp) in await classes.StampsAsync(club))
        {
            try
            {
                readable.Add(await FindAsync(stamp));
            }
            catch (UnreadableClassException broken)
            {
                unreadable.Add(new(key, name, broken.Why));
            }
        }

        return new(readable, unreadable);
    }

    private static FusionCacheEntryOptions Options { get; } = new FusionCacheEntryOptions(Unused).SetSize(1);

    private static string Name(ClassStamp stamp) => $"{stamp.Class.Club.Number}/{stamp.Class.Number}/{stamp.Epoch}";

    private async Task<ClassView> MakeAsync(ClassStamp stamp)
    {
        try
        {
            var snapshot = await classes.SnapshotAsync(stamp.Class) ?? throw new UnreadableClassException("", "it is gone");
            var evidence = await NewestAsync<ClassEvidence>(
                $"evidence/{Name(stamp)}",
                $"{snapshot.Draft.Stamp.Revision}/{snapshot.Newest?.Number}/{snapshot.Draft.Stamp.LogRevision}",
                snapshot.Draft.Stamp,
                async (context, stop) =>
                {
                    var published = await PublishedAsync(snapshot.Draft.Stamp, snapshot.Newest?.Number ?? 0);
                    var made = await sums.OfAsync(snapshot.Draft.Stamp, snapshot.Draft.Class, snapshot.Newest?.Class, published);
                    context.Options.SetSize(1 + made.Listed.Count()).SetDuration(made.IsBeingRead ? Soon : Unused);
                    return made;
                }
            );
            return new(snapshot, evidence, clock.GetUtcNow());
        }
        catch (Exception broken)
            when (broken
                    is not (
                        UnreadableClassException
                        or NpgsqlException
                        or TimeoutException
                        or OperationCanceledException
                        or OutOfMemoryException
                    )
            )
        {
            // Whatever a class says, only its own page may fail for it.
            throw new UnreadableClassException(
                stamp.Class.Number.ToString(System.Globalization.CultureInfo.InvariantCulture),
                "what it says does not fit together",
                broken
            );
        }
    }

    /// <summary>What was published up to a version, oldest first.</summary>
    private async Task<IReadOnlyList<ClassState>> PublishedAsync(ClassStamp stamp, int newest) =>
        await cache.GetOrSetAsync<IReadOnlyList<ClassState>>(
            $"published/{Name(stamp)}/{newest}",
            async (context, stop) =>
            {
                var states = await versions.StatesAsync(stamp.Class, newest);
                context.Options.SetSize(1 + states.Sum(state => state.Kept.Count));
                return states;
            },
            Options
        );

    /// <summary>What a published version says otherwise than an older one; nothing where that one is gone or cannot be read any more. Both
    /// stay as they are for ever.</summary>
    public async Task<IReadOnlyList<MatrixChange>> ChangesAsync(ClassStamp stamp, int older, PublishedVersion newer) =>
        await cache.GetOrSetAsync<IReadOnlyList<MatrixChange>>(
            $"changes/{Name(stamp)}/{older}-{newer.Number}",
            async (context, stop) =>
            {
                var changes = await OlderAsync(stamp, older) is { } before ? MatrixDiff.Between(before.State, newer.State) : [];
                context.Options.SetSize(1 + changes.Count);
                return changes;
            },
            Options
        );

    private async Task<PublishedVersion?> OlderAsync(ClassStamp stamp, int number)
    {
        try
        {
            return await versions.FindAsync(stamp.Class, number);
        }
        catch (UnreadableClassException)
        {
            return null;
        }
    }

    /// <summary>All runs of a class, oldest first, for the pages that look through them.</summary>
    public async Task<IReadOnlyList<SessionEvidence>> RunsAsync(ClassStamp stamp) =>
        await NewestAsync<IReadOnlyList<SessionEvidence>>(
            $"sessions/{Name(stamp)}",
            $"{stamp.LogRevision}",
            stamp,
            async (context, stop) =>
            {
                var sessions = await logs.EvidenceAsync(stamp.Class);
                context.Options.SetSize(1 + sessions.Count);
                return sessions;
            }
        );
}
