using System.Globalization;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core.Fleet;
using Regatta.Core.Sheets;
using Regatta.Core.Station;
using Regatta.Core.Units;
using Regatta.Core.Wind;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Benches;
using Regatta.Web.Drawings;
using Regatta.Web.Station;

namespace Regatta.Web.Pages.Now;

/// <summary>One class in this wind: the sails it carries where it has a choice, its card, and what a band up or down would change.</summary>
public sealed record TodayLine(BoatClass Class, Speed Wind, Length Height, SailsNow Sails, Card Card, WindBand? GustBand)
{
    /// <summary>More changes than this are a card, not a line.</summary>
    private const int MostMoves = 4;

    /// <summary>The height the class's wind is meant at, in words.</summary>
    public string AtHeight => $"at {NumberText.Plain(Height.Metres, 1)} m";

    public string IfStronger => Joined(Sails.IfStronger, Moves(line => line.IfStronger));

    public string IfLighter => Joined(Sails.IfLighter, Moves(line => line.IfLighter));

    /// <summary>The class's first caution where the wind is at its end, else none.</summary>
    public string? Caution => Card.Beyond || GustBand is not null || Card.Ashore.Concat(Card.Afloat).All(line => line.IfStronger is null) ? Class.Cautions.FirstOrDefault() : null;

    /// <summary>Other sails come with marks of their own, so those of these sails are not told then.</summary>
    private static string Joined(string sails, string moves) => sails.Length > 0 ? $"carry {sails}" : moves;

    private string Moves(Func<CardLine, Core.Matrices.Cell?> next)
    {
        var moves = Card.Ashore.Concat(Card.Afloat).Where(line => next(line)?.Mark is not null).Select(line => $"{line.Control.Name.ToLowerInvariant()} {line.Control.Scale.Show(next(line)!.Mark!.Value)}").ToList();
        return string.Join(", ", moves.Take(MostMoves)) + (moves.Count > MostMoves ? $" and {moves.Count - MostMoves} more" : "");
    }
}

/// <summary>The fleet in this wind: for members, on a desk, a phone or the clubhouse screen.</summary>
[Authorize(Policies.Member)]
public sealed class TodayModel(BenchRoom room, StationDesk desk, WindLog log, Outings outings, ClubClock clock, Reader reader) : PageModel
{
    private static readonly TimeSpan Past = TimeSpan.FromHours(3);
    private static readonly TimeSpan HalfADay = TimeSpan.FromHours(12);

    /// <summary>The wind now; null when there is none to call so.</summary>
    public WindSummary? Wind { get; private set; }

    /// <summary>The wind asked about with the slider; null for the wind now.</summary>
    public Speed? Asked { get; private set; }

    public WindSample? Newest { get; private set; }

    public bool Big { get; private set; }

    /// <summary>When this was looked at.</summary>
    public DateTimeOffset LookedAt => clock.Now;

    public bool HasStation => desk.Exists;

    public Length StationHeight => desk.Height;

    public WindBoard Drawing { get; private set; } = null!;

    public IReadOnlyList<TodayLine> Lines { get; private set; } = [];

    /// <summary>The days on the water that begin within half a day, or are not over.</summary>
    public IReadOnlyList<PlannedOuting> OnTheWater { get; private set; } = [];

    /// <summary>What does not work at the moment, in a sentence; empty when all does.</summary>
    public string Trouble { get; private set; } = "";

    /// <summary>The address of this board, for the next look.</summary>
    public string Address => Request.Path + Request.QueryString;

    public async Task<string> ClockAsync(DateTimeOffset at) => TimeZoneInfo.ConvertTime(at, await clock.ZoneAsync()).ToString("HH:mm", CultureInfo.InvariantCulture);

    public async Task OnGetAsync(string? wind, string? screen)
    {
        var state = desk.State;
        (Wind, Newest, Big) = (state.Fresh(clock.Now), state.Newest, screen == "big");
        Asked = wind is not null && WindRange.ReadSpeed(wind, reader.Wind) is { Ok: true } read ? read.Value : null;
        var until = state.Newest?.At ?? clock.Now;
        Drawing = WindBoard.Of(Wind, HasStation ? await log.BlocksAsync(until - Past, until + WindSummary.Stretch) : []);
        if ((Asked ?? Wind?.Mean) is { } mean)
        {
            Lines = [.. (await room.AllAsync()).Where(bench => bench.Newest is not null).Select(bench => Line(bench, mean))];
        }

        OnTheWater = [.. (await outings.EndingAfterAsync(clock.Now)).Where(day => day.Outing.From < clock.Now + HalfADay)];
        Trouble = state.Lost > 0 ? $"{state.Lost} seconds of wind could not be kept." : "";
    }

    private TodayLine Line(Bench bench, Speed mean)
    {
        var (boatClass, set) = (bench.Class, bench.Newest!.Set);
        Speed Here(Speed wind) => WindProfile.At(wind, desk.Height, boatClass.WindHeight);
        var layer = set.LayerIn(set.Bands.At(Here(mean)), null, null);
        var card = Card.For(set[layer], Here(mean));
        // An asked wind has no gusts of its own; they are as much stronger as they are now, or not known.
        var gust = Asked is null ? Wind?.Gust : null;
        var gustBand = gust is { } strongest && set.Bands.At(Here(strongest)) is var reached && reached != card.Band ? reached : null;
        return new(boatClass, Here(mean), boatClass.WindHeight, SailsNow.Of(set, card.Band, layer.Mode), card, gustBand);
    }
}
