using CsCheck;

namespace Regatta.Core.Tests.Sheets;

/// <summary>The stretches of wind in which a card says the same, as a phone keeps it for the time without a line.</summary>
public sealed class CardStretchTests
{
    private static readonly IReadOnlyList<PublishedVersion> Classes = CarrySweep.Classes;

    public static TheoryData<string> Keys => [.. Classes.Select(version => version.Class.Key).Distinct()];

    [Theory]
    [MemberData(nameof(Keys))]
    public void They_lie_side_by_side_from_calm_on_and_the_card_of_each_is_the_card_of_every_half_knot_in_it(string key)
    {
        var version = Classes.Last(version => version.Class.Key == key);
        foreach (var mode in version.Set.PlanModes.Modes)
        foreach (var reader in (CardReader[])[CardReader.OfTheClass, new(Mass.FromKilograms(95), Readings.OfTheClass)])
        {
            var stretches = CardStretch.Of(version, null, mode.Key.Name, reader);
            Assert.Equal(0, stretches[0].From.Knots);
            Assert.True(stretches[^1].To >= CardStretch.Highest);
            Assert.All(stretches.Zip(stretches.Skip(1)), pair => Assert.Equal(pair.First.To, pair.Second.From));
            for (var half = 0; half <= 80; half++)
            {
                var wind = Speed.FromKnots(half / 2.0);
                var stretch = Assert.Single(stretches, one => wind >= one.From && wind < one.To);
                Assert.True(stretch.At >= stretch.From && stretch.At < stretch.To);
                Assert.Equal(Lines(wind), Lines(stretch.At));
            }

            List<string> Lines(Speed wind) =>
                [
                    .. CardReading
                        .Of(version, new(wind), null, mode.Key.Name, reader)
                        .Lines.Select(line => $"{line.Control.Key} {line.Cell?.Show(line.Control.Scale)}"),
                ];
        }
    }

    [Fact]
    public void Where_marks_go_on_between_the_bands_there_are_more_of_them_than_bands()
    {
        var between = Classes.Last(version => version.Class.ReadsBetween);
        Assert.True(CardStretch.Of(between, null, null, CardReader.OfTheClass).Count > between.Set.Bands.All.Count);
        var bands = Classes.Last(version => !version.Class.ReadsBetween && version.Set.PlanModes.Plans.Count == 1);
        Assert.InRange(CardStretch.Of(bands, null, null, CardReader.OfTheClass).Count, bands.Set.Bands.All.Count, 40);
    }
}
