using Regatta.Core.Station;
using Regatta.Core.Units;
using Regatta.Core.Wind;
using Regatta.Formats.Nmea;

namespace Regatta.Web.Station;

/// <summary>What the station says at one moment.</summary>
/// <param name="Now">The last ten minutes; null before the first sample.</param>
/// <param name="Newest">The newest second.</param>
/// <param name="ArrivedAt">When it arrived here.</param>
/// <param name="Connected">Whether the line stands.</param>
/// <param name="Count">What came through it.</param>
/// <param name="Spikes">Seconds left out as spikes.</param>
/// <param name="Waiting">Samples that wait to be kept.</param>
/// <param name="Lost">Samples that could not be kept.</param>
public sealed record StationState(WindSummary? Now, WindSample? Newest, DateTimeOffset ArrivedAt, bool Connected, StreamCount Count, long Spikes, int Waiting, long Lost)
{
    /// <summary>Silent for so long, the wind is not said to be now (ours).</summary>
    public static readonly TimeSpan StaleAfter = TimeSpan.FromSeconds(60);

    public static StationState Silent { get; } = new(null, null, default, false, new(0, 0), 0, 0, 0);

    /// <summary>The wind now, or null when there is none that could be called so.</summary>
    public WindSummary? Fresh(DateTimeOffset now) => Now is not null && now - ArrivedAt <= StaleAfter ? Now : null;
}

/// <summary>Where the station's newest state lies for everybody, and where boards wait for the next.</summary>
public sealed class StationDesk(StationSettings settings)
{
    private volatile TaskCompletionSource next = new(TaskCreationOptions.RunContinuationsAsynchronously);

    public Length Height => settings.Height;

    /// <summary>Whether the club has a station at all.</summary>
    public bool Exists => settings.Host is not null;

    public StationState State { get; private set; } = StationState.Silent;

    /// <summary>Done when the next state is told.</summary>
    public Task NextAsync => next.Task;

    /// <summary>The mean wind now at another height; null when there is none to call so.</summary>
    public Speed? At(Length height, DateTimeOffset now) => State.Fresh(now) is { } fresh ? WindProfile.At(fresh.Mean, Height, height) : null;

    /// <summary>Tells a state to everybody who waits.</summary>
    public void Tell(StationState state)
    {
        State = state;
        Interlocked.Exchange(ref next, new(TaskCreationOptions.RunContinuationsAsynchronously)).TrySetResult();
    }
}
