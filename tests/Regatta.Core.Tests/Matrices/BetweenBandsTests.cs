namespace Regatta.Core.Tests.Matrices;

/// <summary>A card read between the bands: no jump at their edges, the band's own mark in its middle, and only where a mark between two
/// others can be set.</summary>
public sealed class BetweenBandsTests
{
    private static readonly IReadOnlyList<PublishedVersion> Between =
    [
        .. CarrySweep.Classes.Select(version => With(version, definition => definition with { ReadsBetween = true })),
    ];

    [Fact]
    public void In_the_middle_of_a_band_it_says_what_the_band_says()
    {
        var looked = 0;
        foreach (var (between, plain) in Between.Zip(CarrySweep.Classes.Select(Plain)))
        {
            foreach (var band in plain.Class.Bands.All)
            {
                Assert.All(
                    At(between, band.Middle).Lines.Zip(At(plain, band.Middle).Lines),
                    pair => Assert.True(pair.First.Cell is null ? pair.Second.Cell is null : pair.First.Cell.SaysSame(pair.Second.Cell))
                );
                looked++;
            }
        }

        Assert.True(looked > 100, $"Only {looked} bands.");
    }

    [Fact]
    public void At_an_edge_it_jumps_by_a_step_at_most()
    {
        var (plainJumps, looked) = (0, 0);
        foreach (var version in Between)
        {
            foreach (var edge in version.Class.Bands.All.Skip(1).Select(band => band.From))
            {
                foreach (var (below, above) in Pairs(version, edge))
                {
                    var jump = Number(below).DistanceTo(Number(above));
                    Assert.True(
                        jump <= below.Control.Scale.Step * (1 + 1e-6),
                        $"{version.Class.Key}, {below.Control.Key} at {edge.Knots} kn: {jump}"
                    );
                    looked++;
                }

                plainJumps += Pairs(Plain(version), edge)
                    .Count(pair => Number(pair.Below).DistanceTo(Number(pair.Above)) > pair.Below.Control.Scale.Step * (1 + 1e-6));
            }
        }

        Assert.True(looked > 150 && plainJumps > 50, $"{looked} looks, {plainJumps} jumps without it.");
    }

    [Fact]
    public void From_middle_to_middle_it_goes_one_way_on_the_scales_steps()
    {
        var moved = 0;
        foreach (var version in Between)
        {
            foreach (var (one, other) in version.Class.Bands.All.Zip(version.Class.Bands.All.Skip(1)))
            {
                var cards = Enumerable.Range(0, 21).Select(at => At(version, Between20(one.Middle, other.Middle, at))).ToList();
                // A control of other sails or modes stands on none of these cards.
                var shown = cards[0].Lines.Select(line => line.Control.Key).ToHashSet();
                foreach (var control in version.Class.Marked.Where(control => ReadBetween(version, control) && shown.Contains(control.Key)))
                {
                    var lines = cards.Select(card => card.Lines.Single(line => line.Control.Key == control.Key)).ToList();
                    if (lines.Exists(line => line.Cell is not { Mark: not null, Word: null, IsRange: false }))
                    {
                        continue;
                    }

                    var marks = lines.Select(line => Number(line).Position).ToList();
                    var up = marks[^1] >= marks[0] ? 1 : -1;
                    Assert.All(marks.Zip(marks.Skip(1)), pair => Assert.True(up * (pair.Second - pair.First) >= -1e-9));
                    Assert.All(
                        marks.Skip(1).SkipLast(1),
                        mark => Assert.True(control.Scale.IsOnStep(new(mark)) || marks.Distinct().Count() <= 2)
                    );
                    moved += marks.Distinct().Count() > 2 ? 1 : 0;
                }
            }
        }

        Assert.True(moved > 40, $"Only {moved} stretches with a mark in between.");
    }

    [Fact]
    public void Holes_pins_stops_and_gears_stay_the_bands()
    {
        var looked = 0;
        foreach (var version in Between)
        {
            foreach (var edge in version.Class.Bands.All.Skip(1).Select(band => band.From))
            {
                var (between, plain) = (At(version, Under(edge)), At(Plain(version), Under(edge)));
                foreach (var line in between.Lines.Where(line => !ReadBetween(version, line.Control)))
                {
                    Assert.Null(between.OfBand(line));
                    Assert.Equal(plain.MarkOf(line.Control.Key), line.Cell?.Mark);
                    looked++;
                }
            }
        }

        Assert.True(looked > 200, $"Only {looked} lines.");
    }

    [Fact]
    public void The_demos_una_rig_reads_on_and_a_light_crew_reads_further()
    {
        var brannet = CarrySweep.Classes.Single(version => version.Class.Key == "brannet");
        Assert.True(brannet.Class.ReadsBetween);
        // By hand at 8 kn: cubic from 2 at 7 kn, level there, to 4 at 10.5 kn, rising 4 in 7 kn: 2.28.
        Assert.Equal("2 1/2 · 3 · 3 1/2 · 4 1/2 · 5 · 5 1/2 · 6", Vangs([8, 9, 10, 11, 12, 13, 14], 78));
        Assert.Equal("4 1/2 · 4 · 3 1/2", Vangs([10.5], 60) + " · " + Vangs([10.5], 78) + " · " + Vangs([10.5], 95));

        string Vangs(double[] winds, double kilograms) =>
            string.Join(
                " · ",
                from wind in winds
                from line in At(brannet, Speed.FromKnots(wind), new(Mass.FromKilograms(kilograms))).Lines
                where line.Control.Key.Name == "vang"
                select line.Cell!.Show(line.Control.Scale).Replace("strip ", "", StringComparison.Ordinal)
            );
    }

    [Fact]
    public void A_line_read_between_knows_what_its_band_says()
    {
        var brannet = CarrySweep.Classes.Single(version => version.Class.Key == "brannet");
        var card = At(brannet, Speed.FromKnots(12));
        var vang = card.Lines.Single(line => line.Control.Key.Name == "vang");
        var band = brannet.Set.First[card.Card.Band, vang.Control]!;
        Assert.Equal(band.Mark, card.OfBand(vang)!.Mark);
        Assert.NotEqual(band.Mark, vang.Cell!.Mark);
    }

    private static Mark Number(CardLine line) => line.Cell!.Mark!.Value;

    private static Speed Under(Speed edge) => Speed.FromMetresPerSecond(edge.MetresPerSecond * (1 - 1e-9));

    private static Speed Between20(Speed from, Speed to, int at) =>
        Speed.FromMetresPerSecond(from.MetresPerSecond + ((to.MetresPerSecond - from.MetresPerSecond) * at / 20));

    /// <summary>The lines just below and just above an edge that have a number on both sides and may be read between.</summary>
    private static IEnumerable<(CardLine Below, CardLine Above)> Pairs(PublishedVersion version, Speed edge) =>
        from below in At(version, Under(edge)).Lines
        join above in At(version, edge).Lines on below.Control.Key equals above.Control.Key
        where
            below.Cell is { Mark: not null, Word: null }
            && above.Cell is { Mark: not null, Word: null }
            && ReadBetween(version, below.Control)
        select (below, above);

    private static bool ReadBetween(PublishedVersion version, Control control) =>
        control.Scale.ReadsBetween && version.Class.GearOf(control.Key) is null;

    private static CardReading At(PublishedVersion version, Speed wind, CrewProfile? crew = null) =>
        CardReading.Of(
            version,
            new(wind),
            version.Class.PlanModes.First.Plan.Name,
            null,
            CardReader.OfTheClass with
            {
                Crew = crew ?? CrewProfile.Unknown,
            }
        );

    private static PublishedVersion Plain(PublishedVersion version) =>
        With(version, definition => definition with { ReadsBetween = false });

    private static PublishedVersion With(PublishedVersion version, Func<ClassDefinition, ClassDefinition> change) =>
        version with
        {
            State = version.State.With(change(version.Class)),
        };
}
