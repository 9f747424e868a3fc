using Regatta.Core.Logbook;
using Regatta.Core.Tracks;
using Regatta.Core.Units;
using Regatta.Store;

namespace Regatta.Application.Logbook;

/// <summary>What a sailor does with their own logs.</summary>
public sealed class LogSession(Logs logs, LogTracks tracks, Crews crews)
{
    /// <summary>Adds a log; sent twice it counts once, and says what was sent last.</summary>
    public Task<KeptLog> AddAsync(Actor actor, ClassRef one, SailedMarks sailed, SessionLog log) =>
        Retry.RunAsync(() => logs.AddAsync(one, actor.Person, sailed, log));

    /// <summary>Removes a log; it can be brought back for a season.</summary>
    /// <returns>Whether there was such a log of theirs.</returns>
    public Task<bool> RemoveAsync(Actor actor, long number) =>
        Retry.RunAsync(() => logs.RemoveOwnAsync(actor.Club.Ref, actor.Person, number, removed: true));

    /// <summary>Brings a removed log back.</summary>
    /// <returns>Whether there was such a log of theirs.</returns>
    public Task<bool> BringBackAsync(Actor actor, long number) =>
        Retry.RunAsync(() => logs.RemoveOwnAsync(actor.Club.Ref, actor.Person, number, removed: false));

    /// <summary>Keeps what a track said of a log; one told again replaces the first.</summary>
    public Task<bool> KeepTrackAsync(Actor actor, long number, Angle windFrom, TrackSummary track) =>
        Retry.RunAsync(() => tracks.KeepAsync(actor.Club.Ref, actor.Person, number, windFrom, track));

    /// <summary>Keeps the sailor's own crew weight in a class; null forgets it.</summary>
    public Task SaveCrewWeightAsync(Actor actor, ClassRef one, Mass? mass, bool captainMaySee) =>
        crews.SaveAsync(one, actor.Person, mass, captainMaySee);
}
