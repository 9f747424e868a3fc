using System.Text;

namespace Regatta.Formats.Nmea;

/// <summary>What came through a station's line so far, and how much of it was no use.</summary>
/// <param name="Sentences">Whole sentences with their right checksum.</param>
/// <param name="Refused">Lines that were none: cut, garbled, a wrong checksum, a wind that cannot be.</param>
public sealed record StreamCount(long Sentences, long Refused);

/// <summary>Makes samples of the bytes a station sends, in whatever pieces they come: one sample a second, from the first wind of that
/// second. Survives garbage and half lines. Not for two threads at once.</summary>
/// <param name="byStationClock">Whether the station's own ZDA time counts; otherwise the time of arrival does.</param>
public sealed class StationStream(bool byStationClock)
{
    private readonly StringBuilder line = new();
    private DateTimeOffset? stationTime;
    private DateTimeOffset lastSecond;
    private DateTimeOffset lastArrived;
    private static readonly TimeSpan HalfASecond = TimeSpan.FromSeconds(0.5);

    /// <summary>How much came and how much of it was no use.</summary>
    public StreamCount Count { get; private set; } = new(0, 0);

    /// <summary>Forgets a half line, after the connection was lost.</summary>
    public void Cut() => line.Clear();

    /// <summary>Takes bytes as they arrived.</summary>
    /// <returns>The samples they complete.</returns>
    public IReadOnlyList<WindSample> Take(ReadOnlySpan<byte> bytes, DateTimeOffset arrived)
    {
        var samples = new List<WindSample>();
        foreach (var one in bytes)
        {
            if (one is (byte)'\n' or (byte)'\r')
            {
                if (line.Length > 0 && Understand(line.ToString(), arrived) is { } sample)
                {
                    samples.Add(sample);
                }

                line.Clear();
            }
            else if (line.Length < Limits.SentenceLetters * 4)
            {
                line.Append((char)one);
            }
        }

        return samples;
    }

    private WindSample? Understand(string text, DateTimeOffset arrived)
    {
        var read = NmeaSentence.Read(text).Then(WindSentence.Read);
        Count = read.Ok ? Count with { Sentences = Count.Sentences + 1 } : Count with { Refused = Count.Refused + 1 };
        if (!read.Ok || read.Value is not { } saying)
        {
            return null;
        }

        stationTime = saying.Time ?? stationTime;
        var at = byStationClock ? stationTime : arrived;
        if (saying.Wind is not { } wind || at is not { } when)
        {
            return null;
        }

        var second = new DateTimeOffset(when.UtcTicks - (when.UtcTicks % TimeSpan.TicksPerSecond), TimeSpan.Zero);
        // A sentence that comes early by a little belongs to the second after the one before it.
        if (!byStationClock && second == lastSecond && arrived - lastArrived >= HalfASecond)
        {
            second += TimeSpan.FromSeconds(1);
        }

        if (second == lastSecond || (!byStationClock && second < lastSecond && lastSecond - second <= TimeSpan.FromSeconds(1)))
        {
            return null;
        }

        (lastSecond, lastArrived) = (second, arrived);
        return new(second, wind, saying.From);
    }
}
