using CsCheck;
using Regatta.Application.Reading;
using Regatta.Core;
using Regatta.Core.Crew;
using Regatta.Core.Evidence;
using Regatta.Core.Fleet;
using Regatta.Core.Logbook;
using Regatta.Core.Marks;
using Regatta.Core.Matrices;
using Regatta.Core.Sheets;
using Regatta.Core.Units;
using Regatta.Formats.Bundles;
using Regatta.Web.Pages.Cards;
using Regatta.Web.Pages.Logging;

namespace Regatta.Web.Tests.Forms;

/// <summary>A log opens with what the sailor's own card said, whoever they are. Classes, boats and marks are the demo's, invented.</summary>
public sealed class PrefillTests
{
    private static readonly IReadOnlyList<BundledClass> Fleet =
    [
        .. new[] { "wenlow.json", "tessick.json" }
            .Select(file => File.ReadAllBytes(Path.Combine(AppContext.BaseDirectory, file)))
            .SelectMany(bytes => BundleReader.Read(bytes, new(2026, 11, 23, 0, 0, 0, TimeSpan.Zero)).Bundle!.Classes),
    ];

    /// <summary>A class under each crew school, a boat or none, a hand or none, a wind, a crew, sails and a mode.</summary>
    private static readonly Gen<(PublishedVersion Version, Readings Readings, Speed Wind, Mass? Crew, string? Plan, string? Mode)> Sailors =
        from one in Gen.OneOfConst([.. Fleet])
        from school in Gen.Int[0, 2]
        from number in Gen.Int[0, one.Versions.Count - 1]
        from boat in Gen.Int[-1, one.Boats.Count - 1]
        from hand in Gen.Double[70, 110]
        from knots in Gen.Double[0, 30]
        from kilograms in Gen.Double[35, 240]
        from knows in Gen.Bool
        from plan in Gen.Int[-1, one.Class.Layers.Plans.Count - 1]
        from mode in Gen.Int[0, one.Class.Layers.Modes.Count - 1]
        let version = one.Versions[number]
        let state = version.State.With(version.Class with { Crew = School(version.Class, school) })
        select (
            version with
            {
                State = state,
            },
            new Readings(
                boat < 0 ? null : new(boat + 1, one.Boats[boat].Name, "", one.Boats[boat].Measured),
                boat % 2 == 0
                    ? new Dictionary<BodyMeasure, Length> { [BodyMeasure.HandWidth] = Length.FromMillimetres(hand) }
                    : new Dictionary<BodyMeasure, Length>()
            ),
            Speed.FromKnots(knots),
            knows ? Mass.FromKilograms(kilograms) : (Mass?)null,
            plan < 0 ? null : version.Class.Layers.Plans.ElementAtOrDefault(plan)?.Key.Name,
            version.Class.Layers.Modes.ElementAtOrDefault(mode)?.Key.Name
        );

    [Fact]
    public void A_log_opens_with_exactly_what_the_sailors_card_said() =>
        Sailors.Sample(
            sailor =>
            {
                var choice = new BoatChoice([], sailor.Readings);
                var ask = new CardAsk($"{NumberText.Plain(sailor.Wind.Knots, 1)} kn", sailor.Plan, sailor.Mode);
                var card = CardView.Of(sailor.Version, ask, SpeedUnit.Knot, "", "", choice, sailor.Crew, null);
                // The door from the card to the log carries wind, boat, sails and mode.
                var reading = CardReading.Of(
                    sailor.Version,
                    card.Wind,
                    card.Layer.Plan.Name,
                    card.Layer.Mode.Name,
                    sailor.Crew,
                    sailor.Readings
                );
                var form = new LogForm(
                    LogPrefill.Fresh(reading, null, SpeedUnit.Knot, "2026-11-26T10:00", sailor.Crew, MassUnit.Kilogram, choice)
                );
                return reading.Card.Band == card.Card.Band
                    && card.Card.Ashore.Concat(card.Card.Afloat)
                        .All(line =>
                            form[LogForm.MarkField(line.Control)] == (line.Cell?.Mark is { } mark ? line.Control.Scale.Show(mark) : "")
                        );
            },
            iter: 1000
        );

    [Fact]
    public void A_log_sent_as_it_opened_says_that_the_card_asked_for_every_mark() =>
        Sailors.Sample(
            sailor =>
            {
                var choice = new BoatChoice([], sailor.Readings);
                var card = CardReading.Of(sailor.Version, sailor.Wind, sailor.Plan, sailor.Mode, sailor.Crew, sailor.Readings);
                var form = new LogForm(LogPrefill.Fresh(card, null, SpeedUnit.Knot, "", sailor.Crew, MassUnit.Kilogram, choice));
                var log = form.Read(
                    sailor.Version,
                    card.Layer,
                    sailor.Readings,
                    new Dictionary<CellAddress, Proposal>(),
                    Parsed<DateTimeOffset>.Good(DateTimeOffset.UnixEpoch),
                    SpeedUnit.Knot,
                    MassUnit.Kilogram
                );
                return log is not null
                    && card.Lines.Count(line => line.Cell?.Mark is not null) == log.Marks.Count
                    && log.Marks.All(mark => log.Asked[mark.Key] == new AskedMark(AskedBy.Card, mark.Value));
            },
            iter: 500
        );

    private static CrewReading School(ClassDefinition one, int school) =>
        school switch
        {
            0 => CrewReading.None,
            1 => CrewReading.By(CrewRule.Of(Mass.FromKilograms(80), 10, Length.FromMetres(1.1), one.Bands.All[^1].Id).Value),
            _ => CrewReading.By([
                .. one.Marked.Take(2).Select(control => new CrewOffset(Mass.FromKilograms(0), Mass.FromKilograms(70), control.Key, 1)),
                .. one.Marked.Take(1).Select(control => new CrewOffset(Mass.FromKilograms(95), Mass.FromKilograms(300), control.Key, -2)),
            ]),
        };
}
