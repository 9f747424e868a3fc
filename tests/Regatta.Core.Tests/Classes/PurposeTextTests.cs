using Regatta.Formats.Kits;

namespace Regatta.Core.Tests.Classes;

/// <summary>A purpose in a line, and what its card is told of. Common practice, no source.</summary>
public sealed class PurposeTextTests
{
    private static readonly ClassDefinition Lateen = StarterKits.Find("lateen-board-boat")!.Class;

    [Fact]
    public void What_is_written_of_the_purposes_of_all_kits_is_read_as_it_was()
    {
        var all = StarterKits.All.SelectMany(kit => kit.Class.Purposes.Select(purpose => (kit.Class, purpose))).ToList();
        Assert.Contains(all, one => one.purpose.Counts is not null);
        Assert.All(
            all,
            one => Assert.Equal(one.purpose, PurposeText.Read(one.Class, PurposeText.Write(one.Class, one.purpose), Key).Value)
        );
    }

    [Theory]
    [InlineData("two aboard", "two aboard", null, 0)]
    [InlineData("two aboard (Leisure)", "two aboard", PurposeCard.Leisure, 0)]
    [InlineData("two aboard ( leisure ) : Gooseneck, gooseneck , Outhaul", "two aboard", PurposeCard.Leisure, 2)]
    [InlineData("two aboard: Gooseneck", "two aboard", null, 1)]
    [InlineData("two aboard:", "two aboard", null, 0)]
    [InlineData("pleasure (2 aboard, leisure): Gooseneck", "pleasure", PurposeCard.Leisure, 1)]
    public void A_line_says_name_card_and_marks(string line, string name, PurposeCard? card, int counts)
    {
        var read = PurposeText.Read(Lateen, line, Key).Value!;
        Assert.Equal((name, card, counts), (read.Name, read.Card, read.Counts?.Count ?? 0));
        Assert.Equal(counts == 0, read.Counts is null);
    }

    [Fact]
    public void Two_aboard_are_weighed_as_two()
    {
        var version = CarrySweep.Classes.First(one => one.Class.Crew.Rule is { People: 1 } && one.Class.Purposes.Count > 1);
        var two = version.Class.Purposes[1] with { Aboard = 2 };
        var pleasure = version with { State = version.State.With(version.Class with { Purposes = [version.Class.Purposes[0], two] }) };
        var alone = new CardReader(Mass.FromKilograms(70), Readings.OfTheClass);
        double Read(CardReader reader) =>
            CardReading.Of(pleasure, new(Speed.FromKnots(18)), null, null, reader.WithAllAboard(pleasure.Class)).Effective.Knots;
        Assert.Equal(Read(alone with { Crew = Mass.FromKilograms(140) }), Read(alone with { Purpose = two.Key }), 9);
        Assert.True(Read(alone with { Purpose = two.Key }) < Read(alone) - 1);
        Assert.Equal(two, PurposeText.Read(pleasure.Class, PurposeText.Write(pleasure.Class, two), Key).Value);
        Assert.Contains("1 to 12", PurposeText.Read(pleasure.Class, "all (40 aboard)", Key).Problem, StringComparison.Ordinal);
    }

    [Fact]
    public void A_line_that_nobody_changed_stays_what_it_is_though_it_could_not_be_written_anew()
    {
        Purpose[] odd =
        [
            new(new("odd"), "fun (jumping)"),
            new(new("odd"), "half: past six"),
            new(new("odd"), "fun") { Counts = [new("gooseneck"), new("retired")] },
        ];
        Assert.All(
            odd,
            purpose =>
            {
                var definition = Lateen with { Purposes = [Lateen.Purposes[0], purpose] };
                Assert.Equal(purpose, PurposeText.Read(definition, " " + PurposeText.Write(definition, purpose) + " ", Key).Value);
            }
        );
    }

    [Theory]
    [InlineData("fun (jumping)", "“jumping” says not how a card is told")]
    [InlineData("fun: gooseneck, spinnaker pole", "No control here is called “spinnaker pole”")]
    public void What_says_nothing_is_told_so(string line, string says) =>
        Assert.Contains(says, PurposeText.Read(Lateen, line, Key).Problem, StringComparison.Ordinal);

    [Fact]
    public void A_purpose_that_counts_on_what_is_not_there_or_on_too_much_is_a_problem()
    {
        ClassDefinition With(params ControlKey[] counts) =>
            Lateen with
            {
                Purposes = [Lateen.Purposes[0], new(new("fun"), "fun") { Counts = counts }],
                Controls = [.. Lateen.Controls.Select(control => control with { ByPurpose = [] })],
            };
        Assert.Empty(With(new ControlKey("gooseneck")).Problems());
        Assert.Contains(With(new ControlKey("nothing")).Problems(), problem => problem.Contains("does not have", StringComparison.Ordinal));
        Assert.Contains(With().Problems(), problem => problem.Contains("1 to 6 marks count", StringComparison.Ordinal));
        Assert.Contains(
            With([.. Lateen.Controls.Take(7).Select(control => control.Key)]).Problems(),
            problem => problem.Contains("1 to 6 marks count", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void The_card_of_a_purpose_counts_its_marks_and_that_of_the_first_all()
    {
        var cells = Lateen.Marked.ToDictionary(
            control => new CellPlace(Lateen.PlanModes.First, new(Lateen.Bands.All[2].Id, control.Key)),
            control => Cell.Of(control.Scale.Min, control.Scale.UsualTolerance, "", "", CellSource.Entered).Value
        );
        var version = new PublishedVersion(1, DateTimeOffset.UnixEpoch, "", "", new(Lateen, cells));
        IReadOnlyList<string> Counting(PurposeKey? purpose)
        {
            var reader = CardReader.OfTheClass with { Purpose = purpose };
            var reading = CardReading.Of(version, new(Lateen.Bands.All[2].Middle), null, null, reader);
            return [.. reading.Lines.Where(reading.Counts).Select(line => line.Control.Key.Name).Order(StringComparer.Ordinal)];
        }

        Assert.Equal(["gooseneck", "halyard-point"], Counting(new("recreation")));
        Assert.True(Counting(null).Count > 4);
        Assert.Equal(Counting(null), Counting(new("racing")));
    }

    private static PurposeKey Key(string name) => new(Slug.Of(name));
}
