using Microsoft.Extensions.DependencyInjection;
using Regatta.Formats.Kits;
using Regatta.Web.Pages.Cards;
using Regatta.Web.Pages.ClassSetup;
using Regatta.Web.Station;

namespace Regatta.Web.Tests;

public sealed class BoardStreamTests(ClubHost host)
{
    private static readonly Control Gooseneck = StarterKits.Find("lateen-board-boat")!.Class.Find(new("gooseneck"))!;

    [Fact]
    public async Task A_board_is_told_at_once_and_again_after_the_next_state_and_never_what()
    {
        var sailor = await host.VisitAsAsync("priya");
        using var stream = new StreamReader(await sailor.StreamAsync("/wenlow/today/stream"));
        Assert.Equal("event: wind", await stream.ReadLineAsync(TestContext.Current.CancellationToken));
        Assert.Equal("data: new", await stream.ReadLineAsync(TestContext.Current.CancellationToken));
        Assert.Equal("", await stream.ReadLineAsync(TestContext.Current.CancellationToken));
        var next = stream.ReadLineAsync(TestContext.Current.CancellationToken).AsTask();
        var station = host.StationOf("wenlow");
        using var telling = new PeriodicTimer(TimeSpan.FromMilliseconds(200));
        while (!next.IsCompleted && await telling.WaitForNextTickAsync(TestContext.Current.CancellationToken))
        {
            station.Tell(StationState.Silent);
        }

        Assert.Equal("event: wind", await next);
    }

    [Fact]
    public async Task A_stream_ends_when_its_sign_in_does_and_not_when_it_would_ask_next()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await club.VisitAsAsync("priya");
        using var stream = new StreamReader(await sailor.StreamAsync("/wenlow/today/stream"));
        Assert.Equal("event: wind", await stream.ReadLineAsync(TestContext.Current.CancellationToken));
        var person = await club.ScalarAsync<Guid>("select id from people where sign_in_name = 'priya'");
        var rest = stream.ReadToEndAsync(TestContext.Current.CancellationToken);
        await club.Services.GetRequiredService<Regatta.Store.SignIns>().EndAllAsync(person, null);
        // It would ask again after ten seconds by itself.
        await rest.WaitAsync(TimeSpan.FromSeconds(7), TestContext.Current.CancellationToken);
    }

    [Fact]
    public async Task Whoever_waits_for_a_station_is_told_once_for_each_state()
    {
        var station = new ClubStation(TimeProvider.System);
        var waiting = station.NextAsync;
        Assert.False(waiting.IsCompleted);
        station.Tell(StationState.Silent with { Lost = 3 });
        await waiting;
        Assert.Equal(3, station.State.Lost);
        Assert.False(station.NextAsync.IsCompleted);
        Assert.Null(station.At(Length.FromMetres(3)));
    }

    [Theory]
    [InlineData(null, "")]
    [InlineData(0.0, "the class’s reading; not checked on this boat")]
    [InlineData(13.0, "")]
    [InlineData(22.0, "more than a step beyond what was measured on this boat")]
    public void A_reading_that_cannot_be_taken_as_it_stands_says_so(double? from, string says)
    {
        CalibrationPair At(double inches) => new(inches * 25.4, Length.From(inches, LengthUnit.Inch));
        var measured = new Dictionary<ControlKey, IReadOnlyList<CalibrationPair>>();
        if (from > 0)
        {
            measured[Gooseneck.Key] = [At(from.Value), At(26)];
        }

        var readings = Readings.OfTheClass with { Boat = from is null ? null : new(1, "Teasel", "", measured) };
        Assert.Equal(says, ReadingRemarks.Of(readings, Gooseneck, Gooseneck.Scale.Read("20").Value) ?? "");
    }

    [Theory]
    [InlineData("", "not measured", "open")]
    [InlineData("14", "one pair", "open")]
    [InlineData("14 26", "measured", "good")]
    [InlineData("14+1 26+1", "off by 1 in", "off")]
    [InlineData("14 20+9 26", "contradictory", "off")]
    [InlineData("14 26+1", "numbers apart", "off")]
    public void A_finding_is_told_in_a_word_and_a_kind(string pairs, string word, string kind)
    {
        var taped = pairs
            .Split(' ', StringSplitOptions.RemoveEmptyEntries)
            .Select(pair => pair.Split('+'))
            .Select(pair => new CalibrationPair(
                double.Parse(pair[0]) * 25.4,
                Length.From(double.Parse(pair[0]) + (pair.Length > 1 ? double.Parse(pair[1]) : 0), LengthUnit.Inch)
            ));
        var boat = new Boat(1, "Teasel", "", new Dictionary<ControlKey, IReadOnlyList<CalibrationPair>> { [Gooseneck.Key] = [.. taped] });
        var found = FleetSurvey.Of(Gooseneck, [boat]).Boats[0];
        Assert.Equal((word, kind), (SurveyWords.Short(found), SurveyWords.Kind(found)));
    }

    [Fact]
    public void Who_decides_on_changes_while_racing_is_always_named() =>
        Assert.All([WhenChanged.Afloat, WhenChanged.Racing], when => Assert.Contains("class rules", ControlWords.When(when)));

    [Theory]
    [InlineData("Ferrin 16", "ferrin-16")]
    [InlineData("  Sprat & Co., Nº 3  ", "sprat-co-n-3")]
    [InlineData("new", "new-one")]
    [InlineData("!!!", "x")]
    public void A_name_makes_a_key_that_an_address_can_carry(string name, string key) => Assert.Equal(key, ControlForm.KeyOf(name).Name);
}
