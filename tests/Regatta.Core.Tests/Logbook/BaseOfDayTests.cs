using Regatta.Formats.Bundles;

namespace Regatta.Core.Tests.Logbook;

/// <summary>What she was rigged with, and the way back. Common practice, no source.</summary>
public sealed class BaseOfDayTests
{
    private static readonly DateTimeOffset Noon = new(2026, 6, 1, 12, 0, 0, TimeSpan.Zero);
    private static readonly PublishedVersion Version = new(
        1,
        Noon.AddDays(-1),
        "",
        "",
        BundleReader
            .Read(File.ReadAllBytes("Data/wenlow.json"), new(2026, 11, 23, 0, 0, 0, TimeSpan.Zero))
            .Bundle!.Classes.First(one => one.Class.Key == "quillet")
            .Draft
    );
    private static readonly Speed Wind = Speed.FromKnots(14);
    private static readonly ControlKey Gooseneck = new("gooseneck");
    private static readonly ControlKey Outhaul = new("outhaul");

    [Fact]
    public void The_way_back_leads_from_what_is_set_to_what_was_rigged_whatever_was_tried_between()
    {
        var control = Version.Class.Find(Gooseneck)!;
        var card = CardReading.Of(Version, new(Wind), null, null, CardReader.OfTheClass).MarkOf(Gooseneck)!.Value;
        var (one, two) = (control.Scale.StepBy(card, 1), control.Scale.StepBy(card, 2));
        Assert.Empty(Of(Note(0)).Back.Lines);
        var step = Assert.Single(Assert.Single(Of(Note(0), Note(20, Gooseneck, one), Note(40, Gooseneck, two)).Back.Lines).Steps);
        Assert.Equal((Gooseneck, two, card), (step.Control.Key, step.From!.Value, step.To));
        // Rigged otherwise than the card, the base is what was rigged.
        var rigged = Assert.Single(Assert.Single(Of(Note(0, Gooseneck, one), Note(20, Gooseneck, two)).Back.Lines).Steps);
        Assert.Equal((two, one), (rigged.From!.Value, rigged.To));
        Assert.Empty(Of(Note(0, Gooseneck, one), Note(20, Gooseneck, two), Note(40, Gooseneck, one)).Back.Lines);
    }

    [Fact]
    public void After_more_legs_than_a_log_takes_the_base_is_still_what_was_rigged()
    {
        var control = Version.Class.Find(Gooseneck)!;
        var legs = Enumerable
            .Range(1, SessionLog.MostRuns + 3)
            .Select(at => Note(5 * at, Gooseneck, control.Scale.StepBy(control.Scale.Min, at)));
        var rigged = Of([Note(0), .. legs]);
        Assert.Equal(Noon, rigged.At);
        Assert.NotEmpty(rigged.Back.Lines);
    }

    [Fact]
    public void The_wind_the_card_was_read_at_is_part_of_what_stands()
    {
        var light = Note(0) with { CardWind = Speed.FromKnots(5) };
        Assert.NotEmpty(Of(light, Note(20)).Back.Lines);
        Assert.Empty(Of(light, light with { At = Noon.AddMinutes(20) }).Back.Lines);
    }

    [Fact]
    public void Of_two_changes_without_a_look_between_nobody_can_tell_which_it_was()
    {
        var control = Version.Class.Find(Gooseneck)!;
        var other = Version.Class.Marked.First(one => one.Key != Gooseneck);
        var (first, second) = (Note(20, Gooseneck, control.Scale.Max), Note(40, other.Key, other.Scale.Max));
        Assert.Equal([Gooseneck, other.Key], Of(Note(0), first, second).Mixed.Select(one => one.Key).Order(ByName));
        Assert.Empty(Of(Note(0), first, second with { Felt = Felt.Slow }).Mixed);
        Assert.Empty(Of(Note(0), first, Note(40)).Mixed);
        Assert.Empty(Of(Note(0), Note(20), second).Mixed);
    }

    [Fact]
    public void Other_sails_and_another_boat_have_a_base_of_their_own()
    {
        Assert.Null(BaseOfDay.Of(Version, CardReader.OfTheClass, PlanMode.Usual, []));
        var cut = NotedRun.Legs([Note(0) with { Boat = 7 }], Noon.AddHours(2));
        Assert.Null(BaseOfDay.Of(Version, CardReader.OfTheClass, Version.Set.PlanModes.First, cut));
    }

    private static Comparer<ControlKey> ByName { get; } =
        Comparer<ControlKey>.Create(
            (a, b) =>
                a == Gooseneck ? -1
                : b == Gooseneck ? 1
                : 0
        );

    private static BaseOfDay Of(params NotedRun[] notes) =>
        BaseOfDay.Of(Version, CardReader.OfTheClass, Version.Set.PlanModes.First, NotedRun.Legs(notes, Noon.AddHours(2)))!;

    private static NotedRun Note(int minute, ControlKey? control = null, Mark? mark = null) =>
        new(
            Noon.AddMinutes(minute),
            null,
            Version.Set.PlanModes.First,
            null,
            null,
            control is { } key ? (key, mark!.Value) : ((ControlKey, Mark)?)null
        )
        {
            CardWind = Wind,
        };
}
