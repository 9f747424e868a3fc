using System.Collections.Concurrent;

namespace Regatta.Application.Station;

/// <summary>A club's station as its pages see it: the newest state, and where boards wait for the next. The same whichever instance reads
/// the line.</summary>
public sealed class ClubStation(TimeProvider clock)
{
    private long toldMark = clock.GetTimestamp();
    private volatile TaskCompletionSource next = new(TaskCreationOptions.RunContinuationsAsynchronously);

    /// <summary>Whether the club has a station at all.</summary>
    public bool Exists { get; private set; }

    /// <summary>How high above the water it measures.</summary>
    public Length Height { get; private set; } = Length.FromMetres(10);

    public StationState State { get; private set; } = StationState.Silent;

    /// <summary>Raised with each state told.</summary>
    public long Told { get; private set; }

    /// <summary>The wind now; null when there is none to call so.</summary>
    public WindSummary? Fresh => State.Fresh(clock.GetElapsedTime(toldMark));

    /// <summary>Done when the next state is told.</summary>
    public Task NextAsync => next.Task;

    /// <summary>Mean and gust now at another height; null when there is no wind to call so.</summary>
    public WindConditions? At(Length height) =>
        Fresh is { } fresh ? new(WindProfile.At(fresh.Mean, Height, height), WindProfile.At(fresh.Gust, Height, height)) : null;

    /// <summary>Says that there is a station, and where it measures.</summary>
    public void Place(Length height) => (Exists, Height) = (true, height);

    /// <summary>Tells a state to everybody who waits.</summary>
    public void Tell(StationState state)
    {
        (State, Told, toldMark) = (state, Told + 1, clock.GetTimestamp());
        Interlocked.Exchange(ref next, new(TaskCreationOptions.RunContinuationsAsynchronously)).TrySetResult();
    }
}

/// <summary>The stations of all clubs.</summary>
public sealed class StationStates(TimeProvider clock)
{
    private readonly ConcurrentDictionary<ClubId, ClubStation> stations = new();

    /// <summary>A club's station, whether there is one or not.</summary>
    public ClubStation Of(ClubId club) => stations.GetOrAdd(club, _ => new(clock));
}
