using System.Collections.Concurrent;
using System.Net;
using System.Net.Sockets;
using System.Text;
using Regatta.Formats.Nmea;

namespace Regatta.Instruments;

/// <summary>The stand-in for the club's wind station: speaks NMEA 0183 over TCP on loopback to whoever connects, a plausible day at any
/// speed, with faults on demand. Anything that speaks the same sentences can stand in its place.</summary>
/// <param name="day">The wind.</param>
/// <param name="faults">What goes wrong.</param>
/// <param name="speedUp">Seconds of the day in a second.</param>
/// <param name="seed">Which faults happen when.</param>
public sealed class StandInStation(WindDay day, Faults faults, double speedUp, int seed)
{
    private readonly ConcurrentDictionary<TcpClient, NetworkStream> listeners = new();

    /// <summary>Serves until it is told to stop.</summary>
    /// <param name="port">The port on loopback; 0 for any.</param>
    /// <param name="ready">Told the port once it listens.</param>
    public async Task ServeAsync(int port, Action<int> ready, CancellationToken stop)
    {
        using var listener = new TcpListener(IPAddress.Loopback, port);
        listener.Start();
        ready(((IPEndPoint)listener.LocalEndpoint).Port);
        var welcoming = WelcomeAsync(listener, stop);
        var random = new Random(seed);
        using var beat = new PeriodicTimer(TimeSpan.FromMilliseconds(Math.Max(10, 1000 / speedUp)));
        try
        {
            long second = 0;
            while (await beat.WaitForNextTickAsync(stop))
            {
                var lines = new StringBuilder();
                for (var burst = 0; burst < Math.Max(1, speedUp / 100); burst++)
                {
                    lines.Append(Second(second++, random));
                }

                await SendAsync(Encoding.Latin1.GetBytes(lines.ToString()), stop);
            }
        }
        catch (OperationCanceledException) { }

        listener.Stop();
        await welcoming;
        foreach (var client in listeners.Keys)
        {
            client.Dispose();
        }
    }

    private string Second(long second, Random random)
    {
        var sample = day.Next();
        if (faults.SilentAt(second))
        {
            return "";
        }

        var wind = faults.Spoil(sample.Speed, random);
        return string.Concat(
            (
                (NmeaSentence[])
                    [WindSentence.Zda(sample.At), WindSentence.Mwd(wind, sample.From!.Value), WindSentence.Mwv(wind, sample.From.Value)]
            ).Select(sentence => faults.Spoil(sentence.ToString(), random))
        );
    }

    private async Task WelcomeAsync(TcpListener listener, CancellationToken stop)
    {
        try
        {
            while (!stop.IsCancellationRequested)
            {
                var client = await listener.AcceptTcpClientAsync(stop);
                listeners[client] = client.GetStream();
            }
        }
        catch (Exception over) when (over is OperationCanceledException or SocketException or ObjectDisposedException) { }
    }

    private async Task SendAsync(byte[] bytes, CancellationToken stop)
    {
        foreach (var (client, stream) in listeners)
        {
            try
            {
                await stream.WriteAsync(bytes, stop);
            }
            catch (Exception gone) when (gone is IOException or ObjectDisposedException)
            {
                listeners.TryRemove(client, out _);
                client.Dispose();
            }
        }
    }
}
