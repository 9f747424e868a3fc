using System.Collections.Concurrent;
using Regatta.Store;

namespace Regatta.Web.Benches;

/// <summary>Keeps the bench of each class until its stamp changes, so that a look at a matrix costs one trivial query and not a fit.</summary>
public sealed class BenchRoom(Classes classes, Versions versions, Decisions decisions, Logs logs, TimeProvider clock)
{
    private readonly ConcurrentDictionary<string, (ClassStamp Stamp, DateOnly Day, Bench Bench)> kept = new();

    /// <summary>The benches of all classes by name, for one query while nothing changed.</summary>
    public async Task<IReadOnlyList<Bench>> AllAsync()
    {
        var all = new List<Bench>();
        foreach (var (key, stamp) in await classes.StampsAsync())
        {
            all.Add(await FindAsync(key, stamp));
        }

        return all;
    }

    /// <summary>The bench of a class as it stands now, or null when there is no such class.</summary>
    public async Task<Bench?> FindAsync(string key) => await classes.StampAsync(key) is { } stamp ? await FindAsync(key, stamp) : null;

    private async Task<Bench> FindAsync(string key, ClassStamp stamp)
    {
        var today = DateOnly.FromDateTime(clock.GetUtcNow().UtcDateTime);
        if (kept.TryGetValue(key, out var found) && found.Stamp == stamp && found.Day == today)
        {
            return found.Bench;
        }

        var bench = await MakeAsync(key, stamp, (found.Stamp?.Id, found.Stamp?.LogRevision) == (stamp.Id, stamp.LogRevision) ? found.Bench.Evidence : null);
        kept[key] = (stamp, today, bench);
        return bench;
    }

    private async Task<Bench> MakeAsync(string key, ClassStamp stamp, EvidenceShelf? shelf)
    {
        var draft = (await classes.DraftAsync(key))!;
        if (shelf is null || !shelf.Fits(draft.Class, draft.Set.Bands))
        {
            shelf = new(draft.Class, draft.Set.Bands, shelf?.Sessions ?? await logs.EvidenceAsync(stamp.Id));
        }

        return new(draft, await versions.NewestAsync(stamp.Id), await decisions.NewestAsync(stamp.Id), shelf, clock.GetUtcNow());
    }
}
