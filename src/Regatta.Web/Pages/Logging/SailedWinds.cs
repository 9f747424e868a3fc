using Regatta.Web.Station;

namespace Regatta.Web.Pages.Logging;

/// <summary>The wind a session was sailed in, as the station heard it, with the words that say where it comes from.</summary>
public sealed class SailedWinds(ClubContext here, IReadOutings outings, IReadWindLog windLog, StationStates stations, ClubClock clock)
{
    /// <summary>The wind of a day on the water at the class's height, and its middle; no wind where the station heard none.</summary>
    public async Task<(WindRange? Wind, DateTimeOffset At, string Source)> OfOutingAsync(long number, Length height)
    {
        if (await outings.FindAsync(here.Club.Ref, number) is not { Outing: var day })
        {
            return await OfStationAsync(height);
        }

        var middle = day.From + ((day.To - day.From) / 2);
        var wind = await HeardAsync(day.From, day.To, height);
        return (wind, middle < clock.Now ? middle : clock.Now, wind is null ? FromCard : $"The station’s on that day, {At(height)}.");
    }

    /// <summary>The wind of the last hours at the class's height.</summary>
    public async Task<(WindRange? Wind, DateTimeOffset At, string Source)> OfStationAsync(Length height)
    {
        var wind = await HeardAsync(clock.Now - LastHours, clock.Now, height);
        return (wind, clock.Now, wind is null ? FromCard : $"The station’s of the last {LastHours.TotalHours:0} hours, {At(height)}.");
    }

    /// <summary>The wind between two times at the class's height; null where the station heard no whole ten minutes of it.</summary>
    public Task<WindRange?> BetweenAsync(DateTimeOffset from, DateTimeOffset to, Length height) => HeardAsync(from, to, height);

    private async Task<WindRange?> HeardAsync(DateTimeOffset from, DateTimeOffset to, Length height)
    {
        var blocks = await windLog.BlocksAsync(here.Club.Ref, WindSummary.BlockOf(from), to);
        return Outing.WindOf(blocks, stations.Of(here.Club.Ref).Height, height);
    }

    /// <summary>A session is logged within so many hours of being sailed, mostly (ours).</summary>
    private static readonly TimeSpan LastHours = TimeSpan.FromHours(3);

    private const string FromCard = "The card’s band: the station heard no wind then.";

    private static string At(Length height) => $"carried to {NumberText.Plain(height.Metres, 1)} m";
}
