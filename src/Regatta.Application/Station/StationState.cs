using System.Text.Json;
using Regatta.Formats.Nmea;

namespace Regatta.Application.Station;

/// <summary>What a station says at one moment.</summary>
/// <param name="Now">The last ten minutes; null before the first sample.</param>
/// <param name="Newest">The newest second.</param>
/// <param name="ArrivedAt">When it arrived here.</param>
/// <param name="Connected">Whether the line stands.</param>
/// <param name="Count">What came through it.</param>
/// <param name="Spikes">Seconds left out as spikes.</param>
/// <param name="Waiting">Samples that wait to be kept.</param>
/// <param name="Lost">Samples that could not be kept.</param>
public sealed record StationState(
    WindSummary? Now,
    WindSample? Newest,
    DateTimeOffset ArrivedAt,
    bool Connected,
    StreamCount Count,
    long Spikes,
    int Waiting,
    long Lost
)
{
    /// <summary>Silent for so long, the wind is not said to be now (ours).</summary>
    public static readonly TimeSpan StaleAfter = TimeSpan.FromSeconds(60);

    public static StationState Silent { get; } = new(null, null, default, false, new(0, 0), 0, 0, 0);

    /// <summary>How long nothing had been heard when this was told, by a clock that is never set.</summary>
    public TimeSpan Quiet { get; init; } = TimeSpan.MaxValue;

    /// <summary>The wind now, or null when there is none that could be called so.</summary>
    /// <param name="sinceTold">How long ago this was told, by a clock that is never set.</param>
    public WindSummary? Fresh(TimeSpan sinceTold) => Now is not null && Quiet <= StaleAfter - sinceTold ? Now : null;

    /// <summary>The state for the other instances.</summary>
    public string Write() =>
        JsonSerializer.Serialize(
            new Told(
                Now is { } wind
                    ? new(
                        wind.From,
                        wind.To,
                        wind.Mean.MetresPerSecond,
                        wind.Gust.MetresPerSecond,
                        wind.Lull.MetresPerSecond,
                        wind.Direction?.Degrees,
                        wind.Spread?.Degrees,
                        wind.Samples,
                        wind.Covered.TotalSeconds
                    )
                    : null,
                Newest is { } sample ? new(sample.At, sample.Speed.MetresPerSecond, sample.From?.Degrees) : null,
                ArrivedAt,
                Connected,
                Spikes,
                Waiting,
                Lost,
                Quiet == TimeSpan.MaxValue ? null : Quiet.TotalSeconds
            )
        );

    /// <summary>A state another instance told; silence where that instance is of another release and tells it otherwise.</summary>
    public static StationState Read(string json)
    {
        Told told;
        try
        {
            told = JsonSerializer.Deserialize<Told>(json) ?? throw new JsonException("Nothing was told.");
        }
        catch (JsonException)
        {
            return Silent;
        }

        return new(
            told.Now is { } wind
                ? new(
                    wind.From,
                    wind.To,
                    Wind(wind.Mean),
                    Wind(wind.Gust),
                    Wind(wind.Lull),
                    Turn(wind.Direction),
                    Turn(wind.Spread),
                    wind.Samples
                )
                {
                    Covered = TimeSpan.FromSeconds(wind.Covered),
                }
                : null,
            told.Newest is { } sample ? new(sample.At, Wind(sample.Speed), Turn(sample.Direction)) : null,
            told.ArrivedAt,
            told.Connected,
            new(0, 0),
            told.Spikes,
            told.Waiting,
            told.Lost
        )
        {
            Quiet = told.Quiet is { } seconds ? TimeSpan.FromSeconds(seconds) : TimeSpan.MaxValue,
        };
    }

    private static Speed Wind(double metresPerSecond) => Speed.FromMetresPerSecond(metresPerSecond);

    private static Angle? Turn(double? degrees) => degrees is { } known ? Angle.FromDegrees(known) : null;

    private sealed record Told(
        ToldSummary? Now,
        ToldSample? Newest,
        DateTimeOffset ArrivedAt,
        bool Connected,
        long Spikes,
        int Waiting,
        long Lost,
        double? Quiet
    );

    private sealed record ToldSummary(
        DateTimeOffset From,
        DateTimeOffset To,
        double Mean,
        double Gust,
        double Lull,
        double? Direction,
        double? Spread,
        int Samples,
        double Covered
    );

    private sealed record ToldSample(DateTimeOffset At, double Speed, double? Direction);
}
