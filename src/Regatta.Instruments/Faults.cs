using System.Globalization;
using System.Text;

namespace Regatta.Instruments;

/// <summary>What may go wrong on the line, each as a part of all lines: wrong checksums, cut lines, garbage between them, spikes, unit
/// letters that are none; and stretches of silence.</summary>
public sealed record Faults(double Checksum, double Cut, double Garbage, double Spike, double Unit, int SilentSeconds, int SilentEvery)
{
    public static Faults None { get; } = new(0, 0, 0, 0, 0, 0, 0);

    /// <summary>Reads <c>checksum=0.02,cut=0.02,garbage=0.1,spike=0.01,unit=0.01,silence=30/600</c>.</summary>
    /// <exception cref="FormatException">A fault that is none, or a part that is no number.</exception>
    public static Faults Parse(string text)
    {
        var faults = None;
        foreach (var entry in text.Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
        {
            var (name, value) = entry.Split('=') is [var left, var right]
                ? (left, right)
                : throw new FormatException($"“{entry}” is no fault; write name=part.");
            double Part() => double.Parse(value, CultureInfo.InvariantCulture);
            faults = name switch
            {
                "checksum" => faults with { Checksum = Part() },
                "cut" => faults with { Cut = Part() },
                "garbage" => faults with { Garbage = Part() },
                "spike" => faults with { Spike = Part() },
                "unit" => faults with { Unit = Part() },
                "silence" when value.Split('/') is [var seconds, var every] => faults with
                {
                    SilentSeconds = int.Parse(seconds, CultureInfo.InvariantCulture),
                    SilentEvery = int.Parse(every, CultureInfo.InvariantCulture),
                },
                _ => throw new FormatException(
                    $"“{name}” is no fault; there are checksum, cut, garbage, spike, unit and silence=seconds/every."
                ),
            };
        }

        return faults;
    }

    /// <summary>Whether nothing is sent in this second.</summary>
    public bool SilentAt(long second) => SilentEvery > 0 && second % SilentEvery >= SilentEvery - SilentSeconds;

    /// <summary>A wind with a spike on it, now and then.</summary>
    public Speed Spoil(Speed wind, Random random) =>
        random.NextDouble() < Spike ? Speed.FromMetresPerSecond(wind.MetresPerSecond + 25) : wind;

    /// <summary>A line as it leaves, whole or spoilt.</summary>
    public string Spoil(string line, Random random)
    {
        var spoilt = new StringBuilder();
        if (random.NextDouble() < Garbage)
        {
            spoilt.Append([.. Enumerable.Range(0, 40).Select(_ => (char)random.Next(1, 255))]).Append("\r\n");
        }

        var sent = random.NextDouble() switch
        {
            var chance when chance < Checksum => line[..^1] + (line[^1] == '0' ? '1' : '0'),
            var chance when chance < Checksum + Cut => line[..random.Next(line.Length)],
            var chance when chance < Checksum + Cut + Unit => WithWrongUnit(line),
            _ => line,
        };
        return spoilt.Append(sent).Append("\r\n").ToString();
    }

    /// <summary>A unit letter that is none, under a checksum that is right: the checksum alone does not find it.</summary>
    private static string WithWrongUnit(string line)
    {
        var between = line[1..line.IndexOf('*', StringComparison.Ordinal)]
            .Replace(",N,", ",Q,", StringComparison.Ordinal)
            .Replace(",M,A", ",Q,A", StringComparison.Ordinal);
        return $"${between}*{Formats.Nmea.NmeaSentence.Checksum(between):X2}";
    }
}
