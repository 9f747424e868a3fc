using System.Net.Sockets;
using Npgsql;
using Regatta.Formats.Nmea;

namespace Regatta.Web.Station;

/// <summary>Listens to one wind station for as long as this instance holds its lease: comes back after a lost line, keeps what it heard,
/// and goes on hearing while the database is away.</summary>
/// <param name="station">The station.</param>
/// <param name="here">Where this instance's pages see it.</param>
/// <param name="tellOthers">Tells the other instances.</param>
/// <param name="log">Keeps the wind.</param>
/// <param name="time">The clock.</param>
/// <param name="journal">The server's log.</param>
public sealed class StationReader(
    WindStation station,
    ClubStation here,
    Func<string, Task> tellOthers,
    WindLog log,
    TimeProvider time,
    ILogger<StationReader> journal
)
{
    /// <summary>While the database is away so many samples wait; older ones are lost, and counted.</summary>
    public const int MostWaiting = 4 * 3600;

    private static readonly TimeSpan Beat = TimeSpan.FromSeconds(2);

    /// <summary>Old seconds are forgotten so often, and no more at once than came in since: whatever the clock does, it takes a day to
    /// forget a day.</summary>
    private static readonly TimeSpan Forgetting = TimeSpan.FromMinutes(5);
    private const int MostForgotten = 2 * 5 * 60;
    private static readonly TimeSpan FirstPause = TimeSpan.FromSeconds(1);
    private static readonly TimeSpan LongestPause = TimeSpan.FromSeconds(30);

    /// <summary>A line that says nothing for so long is opened anew.</summary>
    private static readonly TimeSpan Deaf = TimeSpan.FromSeconds(30);

    private readonly Lock padlock = new();
    private readonly WindWatch watch = new();
    private readonly StationStream stream = new(station.ByItsClock);
    private readonly Queue<WindSample> waiting = new();
    private readonly Queue<WindSummary> ended = new();
    private DateTimeOffset arrivedAt;
    private long? arrivedMark;
    private TimeSpan quietBefore;
    private long? forgotMark;
    private bool connected;
    private long lost;

    /// <summary>Reads until told to stop.</summary>
    public Task RunAsync(CancellationToken stop) => Task.WhenAll(ListenAsync(stop), KeepAsync(stop));

    private async Task ListenAsync(CancellationToken stop)
    {
        var pause = FirstPause;
        while (!stop.IsCancellationRequested)
        {
            try
            {
                using var client = new TcpClient();
                await client.ConnectAsync(station.Host, station.Port, stop);
                connected = true;
                pause = FirstPause;
                await HearAsync(client.GetStream(), stop);
            }
            catch (Exception broken) when (broken is SocketException or IOException or TimeoutException)
            {
                journal.LogInformation(
                    "The wind station is away ({Reason}); asking again in {Seconds} s.",
                    broken.Message,
                    pause.TotalSeconds
                );
            }
            catch (OperationCanceledException)
            {
                return;
            }

            connected = false;
            lock (padlock)
            {
                stream.Cut();
            }

            await Task.Delay(pause, time, stop).ContinueWith(_ => { }, CancellationToken.None);
            pause = TimeSpan.FromTicks(Math.Min(LongestPause.Ticks, pause.Ticks * 2));
        }
    }

    private async Task HearAsync(NetworkStream line, CancellationToken stop)
    {
        var bytes = new byte[16 * 1024];
        while (true)
        {
            using var patience = CancellationTokenSource.CreateLinkedTokenSource(stop);
            patience.CancelAfter(Deaf);
            int heard;
            try
            {
                heard = await line.ReadAsync(bytes, patience.Token);
            }
            catch (OperationCanceledException) when (!stop.IsCancellationRequested)
            {
                throw new TimeoutException("it says nothing");
            }

            if (heard == 0)
            {
                throw new IOException("it hung up");
            }

            lock (padlock)
            {
                Take(stream.Take(bytes.AsSpan(0, heard), time.GetUtcNow()));
            }
        }
    }

    private void Take(IReadOnlyList<WindSample> samples)
    {
        foreach (var sample in samples)
        {
            var (believed, block) = watch.Take(sample, time.GetUtcNow());
            foreach (var one in believed)
            {
                waiting.Enqueue(one);
                (arrivedAt, arrivedMark, quietBefore) = (time.GetUtcNow(), time.GetTimestamp(), TimeSpan.Zero);
            }

            if (block is not null)
            {
                ended.Enqueue(block);
            }
        }

        while (waiting.Count > MostWaiting)
        {
            waiting.Dequeue();
            lost++;
        }
    }

    private async Task KeepAsync(CancellationToken stop)
    {
        var remembered = false;
        using var beat = new PeriodicTimer(Beat, time);
        do
        {
            try
            {
                remembered = remembered || await RememberAsync();
                await FlushAsync();
                await tellOthers(Tell().Write());
            }
            catch (Exception away) when (away is NpgsqlException or TimeoutException)
            {
                journal.LogWarning("The database is away ({Reason}); {Waiting} seconds of wind wait.", away.Message, waiting.Count);
                Tell();
            }
        } while (await NextBeatAsync(beat, stop));
    }

    private static async Task<bool> NextBeatAsync(PeriodicTimer beat, CancellationToken stop)
    {
        try
        {
            return await beat.WaitForNextTickAsync(stop);
        }
        catch (OperationCanceledException)
        {
            return false;
        }
    }

    /// <summary>After a restart the last ten minutes are still the last ten minutes.</summary>
    private async Task<bool> RememberAsync()
    {
        var now = time.GetUtcNow();
        var before = await log.SamplesAsync(station.Club, now - (2 * WindSummary.Stretch), now + WindWatch.Ahead);
        lock (padlock)
        {
            if (watch.Taken == 0 && before.Count > 0)
            {
                watch.Remember(before.Where(sample => sample.At <= now + WindWatch.Ahead));
                (arrivedAt, quietBefore, arrivedMark) = (before[^1].At, now - before[^1].At, time.GetTimestamp());
            }
        }

        return true;
    }

    private async Task FlushAsync()
    {
        WindSample[] samples;
        WindSummary[] blocks;
        lock (padlock)
        {
            (samples, blocks) = ([.. waiting], [.. ended]);
        }

        if (samples.Length > 0)
        {
            await log.AppendAsync(station.Club, samples);
        }

        foreach (var block in blocks)
        {
            await log.KeepAsync(station.Club, block);
        }

        lock (padlock)
        {
            // What was lost off the front while this was being kept was kept after all; it is told as lost, so the count is never too low.
            for (var kept = 0; kept < samples.Length && waiting.TryPeek(out var first) && first.At <= samples[^1].At; kept++)
            {
                waiting.Dequeue();
            }

            for (var kept = 0; kept < blocks.Length; kept++)
            {
                ended.Dequeue();
            }
        }

        if (forgotMark is not { } forgot || time.GetElapsedTime(forgot) >= Forgetting)
        {
            await log.ForgetAsync(station.Club, time.GetUtcNow() - TimeSpan.FromDays(1), MostForgotten);
            forgotMark = time.GetTimestamp();
        }
    }

    private StationState Tell()
    {
        StationState state;
        lock (padlock)
        {
            state = new(watch.Now, watch.Newest, arrivedAt, connected, stream.Count, watch.Spikes, waiting.Count, lost)
            {
                Quiet = arrivedMark is { } mark ? quietBefore + time.GetElapsedTime(mark) : TimeSpan.MaxValue,
            };
        }

        here.Tell(state);
        return state;
    }
}
