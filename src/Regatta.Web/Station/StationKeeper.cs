using System.Collections.Concurrent;
using Npgsql;

namespace Regatta.Web.Station;

/// <summary>Sees to it that each club's station is read by exactly one instance: takes the leases that are free, reads the stations it
/// holds, and hears from the others what theirs say.</summary>
public sealed class StationKeeper(Stations stations, StationStates states, WindLog log, TimeProvider time, ILoggerFactory journals)
    : BackgroundService
{
    private static readonly TimeSpan Beat = TimeSpan.FromSeconds(4);

    private readonly Guid instance = Guid.NewGuid();
    private readonly ConcurrentDictionary<ClubId, (WindStation Station, CancellationTokenSource Stop, Task Reading)> held = new();
    private readonly ILogger journal = journals.CreateLogger<StationKeeper>();

    protected override Task ExecuteAsync(CancellationToken stoppingToken) =>
        Task.WhenAll(HoldAsync(stoppingToken), HearAsync(stoppingToken));

    private async Task HoldAsync(CancellationToken stop)
    {
        while (!stop.IsCancellationRequested)
        {
            try
            {
                await TakeLeasesAsync(stop);
            }
            catch (Exception away) when (away is NpgsqlException or TimeoutException or IOException)
            {
                // Whoever reads goes on reading: what is heard waits until the database is back.
                journal.LogWarning("The leases of stations cannot be renewed: {Reason}", away.Message);
            }

            await Task.Delay(Beat, time, stop).ContinueWith(_ => { }, CancellationToken.None);
        }

        foreach (var club in held.Keys)
        {
            await LetGoAsync(club, release: true);
        }
    }

    private async Task TakeLeasesAsync(CancellationToken stop)
    {
        var all = await stations.AllAsync();
        foreach (var station in all)
        {
            states.Of(station.Club).Place(station.Height);
            var isMine = await stations.HoldAsync(station.Club, instance);
            if (held.TryGetValue(station.Club, out var reading) && (!isMine || reading.Station != station || reading.Reading.IsCompleted))
            {
                await LetGoAsync(station.Club, release: false);
            }

            if (isMine && !held.ContainsKey(station.Club))
            {
                Start(station, stop);
            }
            else if (!isMine)
            {
                await RecallAsync(station.Club);
            }
        }

        foreach (var club in held.Keys.Where(club => all.All(station => station.Club != club)))
        {
            await LetGoAsync(club, release: false);
        }
    }

    private void Start(WindStation station, CancellationToken stop)
    {
        var own = CancellationTokenSource.CreateLinkedTokenSource(stop);
        var reader = new StationReader(
            station,
            states.Of(station.Club),
            state => stations.TellAsync(station.Club, instance, state),
            log,
            time,
            journals.CreateLogger<StationReader>()
        );
        held[station.Club] = (station, own, Task.Run(() => reader.RunAsync(own.Token), CancellationToken.None));
    }

    private async Task LetGoAsync(ClubId club, bool release)
    {
        if (!held.TryRemove(club, out var reading))
        {
            return;
        }

        await reading.Stop.CancelAsync();
        await reading.Reading.ContinueWith(_ => { }, CancellationToken.None);
        if (!release)
        {
            return;
        }

        try
        {
            await stations.ReleaseAsync(club, instance);
        }
        catch (NpgsqlException away)
        {
            journal.LogInformation("A lease runs out by itself: {Reason}", away.Message);
        }
    }

    private async Task HearAsync(CancellationToken stop)
    {
        while (!stop.IsCancellationRequested)
        {
            try
            {
                await stations.ListenAsync(club => _ = HearOfAsync(club), stop);
            }
            catch (Exception away) when (away is NpgsqlException or IOException or TimeoutException)
            {
                journal.LogWarning("The other instances are not heard: {Reason}", away.Message);
            }
            catch (OperationCanceledException)
            {
                return;
            }

            await Task.Delay(Beat, time, stop).ContinueWith(_ => { }, CancellationToken.None);
        }
    }

    private async Task HearOfAsync(ClubId club)
    {
        if (held.ContainsKey(club))
        {
            return;
        }

        try
        {
            await RecallAsync(club);
        }
        catch (NpgsqlException away)
        {
            journal.LogWarning("What a station said was not read: {Reason}", away.Message);
        }
    }

    /// <summary>Reads what the instance that holds the lease told last.</summary>
    private async Task RecallAsync(ClubId club)
    {
        if (
            await stations.ToldAsync(club) is { } told
            && StationState.Read(told) is var state
            && state.ArrivedAt > states.Of(club).State.ArrivedAt
        )
        {
            states.Of(club).Tell(state);
        }
    }
}
