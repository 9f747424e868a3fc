using Regatta.Formats.Kits;

namespace Regatta.Core.Tests.Measuring;

/// <summary>A day on which boats are marked and measured.</summary>
public sealed class MarkingDayTests
{
    private static readonly DateTimeOffset Morning = new(2026, 6, 6, 9, 0, 0, TimeSpan.Zero);

    private static ClassDefinition Lateen => StarterKits.Find("lateen-board-boat")!.Class;

    [Fact]
    public void Boats_that_lack_most_come_first_one_after_the_other_and_those_that_lack_nothing_have_no_slot()
    {
        var measured = Lateen.Marked.ToDictionary(control => control.Key, Pairs);
        var half = measured.Skip(2).ToDictionary(one => one.Key, one => one.Value);
        Boat[] boats =
        [
            new(1, "Thistle", "", half),
            new(2, "Wren", "", measured),
            new(3, "Bittern", "", new Dictionary<ControlKey, IReadOnlyList<CalibrationPair>>()),
        ];
        var day = MarkingDay.Of(Lateen, boats, Morning);
        Assert.Equal(["Bittern", "Thistle"], day.Slots.Select(slot => slot.Boat.Name));
        Assert.Equal(["Wren"], day.Done.Select(boat => boat.Name));
        Assert.Equal(Morning, day.Slots[0].From);
        Assert.Equal(day.Slots[0].To, day.Slots[1].From);
        Assert.All(
            day.Slots,
            slot => Assert.Equal(MarkingDay.MinutesABoat + (slot.Missing.Count * MarkingDay.MinutesAControl), slot.Minutes)
        );
        Assert.True(day.Slots[1].Missing.Count is > 0 and <= 2);
        Assert.Contains("a tape measure", day.Tools);
        Assert.Equal(day.Tools.Count, day.Tools.Distinct().Count());
    }

    [Fact]
    public void One_pair_is_not_enough_and_what_has_nothing_to_measure_is_not_asked_for()
    {
        var control = Lateen.Find(new("gooseneck"))!;
        Boat With(int pairs) =>
            new(
                1,
                "Wren",
                "",
                new Dictionary<ControlKey, IReadOnlyList<CalibrationPair>> { [control.Key] = [.. Pairs(control).Take(pairs)] }
            );
        bool Lacks(int pairs) => MarkingDay.Of(Lateen, [With(pairs)], Morning).Slots.Any(slot => slot.Missing.Contains(control));
        Assert.True(Lacks(0));
        Assert.True(Lacks(1));
        Assert.False(Lacks(2));
        var words = Lateen.Controls.Where(one => !one.Scale.HasMarks).ToList();
        Assert.NotEmpty(words);
        Assert.DoesNotContain(MarkingDay.Of(Lateen, [With(0)], Morning).Slots.SelectMany(slot => slot.Missing), words.Contains);
        Assert.Empty(MarkingDay.Of(Lateen, [], Morning).Slots);
    }

    [Theory]
    [InlineData("marking and measuring", OutingKind.Marking)]
    [InlineData("marking", OutingKind.Marking)]
    [InlineData("Racing", OutingKind.Race)]
    [InlineData("race", OutingKind.Race)]
    [InlineData("anything", OutingKind.Training)]
    public void A_days_kind_is_read_from_its_word_and_from_a_calendars_category(string text, OutingKind kind)
    {
        Assert.Equal(kind, OutingKinds.Read([text]));
        Assert.Equal(kind, OutingKinds.Read([kind.Word()]));
    }

    private static IReadOnlyList<CalibrationPair> Pairs(Control control) =>
        control.Scale.LengthAt(control.Scale.Min) is { } low && control.Scale.LengthAt(control.Scale.Max) is { } high
            ? [new(control.Scale.Min.Position, low), new(control.Scale.Max.Position, high)]
            : [];
}
