using CsCheck;
using Regatta.Formats.Bundles;
using Regatta.Web.Pages.Cards;
using Regatta.Web.Pages.Logging;

namespace Regatta.Web.Tests.Forms;

/// <summary>A log opens with what the sailor's own card said, whoever they are. Classes, boats and marks are the demo's,
/// invented.</summary>
public sealed class PrefillTests
{
    private static readonly IReadOnlyList<BundledClass> Fleet =
    [
        .. new[] { "wenlow.json", "tessick.json" }
            .Select(file => File.ReadAllBytes(Path.Combine(AppContext.BaseDirectory, file)))
            .SelectMany(bytes => BundleReader.Read(bytes, new(2026, 11, 23, 0, 0, 0, TimeSpan.Zero)).Bundle!.Classes),
    ];

    /// <summary>Somebody who reads a card: a class under each crew school, a boat or none, a hand or none, a measure of their own or none, a wind, a crew with its traits,
    /// own offsets, a purpose, sails and a mode.</summary>
    private sealed record Sailor(PublishedVersion Version, CardReader Reader, Speed Wind, string? Plan, string? Mode);

    private static readonly Gen<CrewProfile> Crews =
        from kilograms in Gen.Double[35, 240]
        from knows in Gen.Bool
        from tall in Gen.Double[1.4, 2.05]
        from hiking in Gen.Enum<Hiking>()
        from skill in Gen.Enum<Skill>()
        from junior in Gen.Bool
        from wire in Gen.Int[-1, 2]
        select new CrewProfile(knows ? Mass.FromKilograms(kilograms) : null)
        {
            Height = tall > 1.6 ? Length.FromMetres(tall) : null,
            Hiking = hiking,
            Skill = skill,
            Junior = junior,
            OnWire = wire < 0 ? null : wire,
        };

    private static readonly Gen<Sailor> Sailors =
        from one in Gen.OneOfConst([.. Fleet])
        from school in Gen.Int[0, 2]
        from number in Gen.Int[0, one.Versions.Count - 1]
        from boat in Gen.Int[-1, one.Boats.Count - 1]
        from hand in Gen.Double[70, 110]
        from knots in Gen.Double[0, 30]
        from crew in Crews
        from own in Gen.Int[-2, 2]
        from purpose in Gen.Int[-1, one.Class.Purposes.Count - 1]
        from plan in Gen.Int[-1, one.Class.PlanModes.Plans.Count - 1]
        from mode in Gen.Int[0, one.Class.PlanModes.Modes.Count - 1]
        from measure in Gen.Int[-1, OwnMeasure.All.Length - 1]
        let version = one.Versions[number]
        let state = version.State.With(version.Class with { Crew = School(version.Class, school) })
        select new Sailor(
            version with
            {
                State = state,
            },
            new(
                crew,
                new(
                    boat < 0
                        ? null
                        : new(boat + 1, one.Boats[boat].Name, "", one.Boats[boat].Measured) { Fittings = one.Boats[boat].Fittings },
                    boat % 2 == 0
                        ? new Dictionary<BodyMeasure, Length> { [BodyMeasure.HandWidth] = Length.FromMillimetres(hand) }
                        : new Dictionary<BodyMeasure, Length>()
                )
                {
                    Measures =
                        measure < 0
                            ? new Dictionary<ControlKey, OwnMeasure>()
                            : version.Class.Marked.ToDictionary(control => control.Key, _ => OwnMeasure.All[measure]),
                }
            )
            {
                Own = version
                    .Class.Marked.Where(_ => own != 0)
                    .Take(2)
                    .ToDictionary(control => control.Key, control => own * control.Scale.Step),
                Purpose = purpose < 0 ? null : one.Class.Purposes[purpose].Key,
            },
            Speed.FromKnots(knots),
            plan < 0 ? null : version.Class.PlanModes.Plans.ElementAtOrDefault(plan)?.Key.Name,
            version.Class.PlanModes.Modes.ElementAtOrDefault(mode)?.Key.Name
        );

    private static readonly Dictionary<ControlKey, Mark> Nothing = [];

    [Fact]
    public void A_log_opens_with_exactly_what_the_sailors_card_said() =>
        Sailors.Sample(
            sailor =>
            {
                var choice = new BoatChoice([], sailor.Reader.Readings);
                var ask = new CardQuery($"{NumberText.Plain(sailor.Wind.Knots, 1)} kn", sailor.Plan, sailor.Mode);
                var card = CardView.Of(sailor.Version, ask, SpeedUnit.Knot, "", "", choice, sailor.Reader, null);
                // The door from the card to the log carries wind, boat, sails, mode and purpose.
                var opened = LogRuns.AsTheCardSays(
                    sailor.Version,
                    card.Wind,
                    card.PlanMode.Plan.Name,
                    card.PlanMode.Mode.Name,
                    null,
                    sailor.Reader
                );
                var form = new LogForm(
                    new LogPrefill(SpeedUnit.Knot, MassUnit.Kilogram, choice).Fresh([opened], "2026-11-26T10:00", null, null)
                );
                return opened.Card.Card.Band == card.Card.Band
                    && card.Card.Ashore.Concat(card.Card.Afloat)
                        .All(line =>
                            form.Run(1)[RunFields.MarkField(line.Control)]
                            == (line.Cell?.Mark is { } mark ? line.Control.Scale.Show(mark) : "")
                        );
            },
            iter: 1000
        );

    [Fact]
    public void A_log_sent_as_it_opened_says_that_the_card_asked_for_every_mark_but_the_sailors_own() =>
        Sailors.Sample(
            sailor =>
            {
                var choice = new BoatChoice([], sailor.Reader.Readings);
                var opened = LogRuns.AsTheCardSays(sailor.Version, sailor.Wind, sailor.Plan, sailor.Mode, null, sailor.Reader);
                var form = new LogForm(
                    new LogPrefill(SpeedUnit.Knot, MassUnit.Kilogram, choice).Fresh(
                        [opened],
                        "",
                        sailor.Reader.Crew.Mass,
                        opened.Card.Purpose?.Key
                    )
                );
                var log = form.Read(ContextOf(sailor), [opened.Card])!.First;
                return opened.Card.Lines.Count(line => line.Cell?.Mark is not null) == log.Marks.Count
                    && opened.Card.Lines.Where(line => line.Cell?.Mark is not null).All(line => IsAsked(line, log));
            },
            iter: 500
        );

    [Fact]
    public void Every_run_that_notes_cut_opens_with_the_card_of_its_own_wind_but_for_what_was_noted() =>
        Gen.Select(Sailors, Gen.Int[1, 4], Gen.Int[0, 20])
            .Sample(
                (sailor, count, which) =>
                {
                    var choice = new BoatChoice([], sailor.Reader.Readings);
                    var runs = Enumerable
                        .Range(0, count)
                        .Select(at =>
                            LogRuns.AsTheCardSays(
                                sailor.Version,
                                Speed.FromKnots(sailor.Wind.Knots * (1 + (0.3 * at))),
                                sailor.Plan,
                                sailor.Mode,
                                null,
                                sailor.Reader
                            )
                        )
                        .ToList();
                    var marked = runs[^1].Card.Lines.Where(line => line.Cell?.Mark is not null).ToList();
                    var moved = marked.Count == 0 ? null : marked[which % marked.Count];
                    var differs = moved is null ? Nothing : new() { [moved.Control.Key] = moved.Control.Scale.Min };
                    runs[^1] = runs[^1] with { Differs = differs };
                    var form = new LogForm(new LogPrefill(SpeedUnit.Knot, MassUnit.Kilogram, choice).Fresh(runs, "", null, null));
                    return form.Runs == count
                        && runs.Select((run, at) => (run, Fields: form.Run(at + 1)))
                            .All(one =>
                                one.run.Card.Lines.All(line =>
                                    one.Fields[RunFields.MarkField(line.Control)]
                                    == (
                                        one.run.Differs.TryGetValue(line.Control.Key, out var noted) ? line.Control.Scale.Show(noted)
                                        : line.Cell?.Mark is { } mark ? line.Control.Scale.Show(mark)
                                        : ""
                                    )
                                )
                            );
                },
                iter: 300
            );

    /// <summary>A mark as the card said is the card's; one the sailor always sets otherwise is theirs, beside what the class's card
    /// said.</summary>
    private static bool IsAsked(CardLine line, Run log)
    {
        var asked = log.Asked[line.Control.Key];
        var said = (line.OfTheClass ?? line.Cell)!.Mark!.Value;
        // However its reading is rounded, what was left as it stood is the very mark.
        const double exact = 1e-6;
        return asked.Card!.Value.DistanceTo(said) < exact
            && log.Marks[line.Control.Key].DistanceTo(line.Cell!.Mark!.Value) < exact
            && asked.By == (log.Marks[line.Control.Key].DistanceTo(said) < exact ? AskedBy.Card : AskedBy.Sailor);
    }

    private static LogFormContext ContextOf(Sailor sailor) =>
        new(
            sailor.Version,
            sailor.Reader,
            _ => new Dictionary<CellAddress, Proposal>(),
            SpeedUnit.Knot,
            MassUnit.Kilogram,
            _ => Parsed<DateTimeOffset>.Good(DateTimeOffset.UnixEpoch)
        );

    private static CrewReading School(ClassDefinition one, int school) =>
        school switch
        {
            0 => CrewReading.None,
            1 => CrewReading.By(
                CrewRule
                    .Of(Mass.FromKilograms(80), 10, Length.FromMetres(1.1), one.Bands.All[^1].Id)
                    .Then(rule => rule.With(2, 1, Length.FromMetres(0.4)))
                    .Value
            ) with
            {
                Steps =
                [
                    .. one.Marked.Take(2).Select(control => new CrewStep(CrewTrait.Junior, control.Key, 1)),
                    .. one.Marked.Skip(1).Take(1).Select(control => new CrewStep(CrewTrait.HikesWeakly, control.Key, -1)),
                ],
            },
            _ => CrewReading.By([
                .. one.Marked.Take(2).Select(control => new CrewOffset(Mass.FromKilograms(0), Mass.FromKilograms(70), control.Key, 1)),
                .. one.Marked.Take(1).Select(control => new CrewOffset(Mass.FromKilograms(95), Mass.FromKilograms(300), control.Key, -2)),
            ]),
        };
}
