using Regatta.Core;
using Regatta.Core.Checks;
using Regatta.Core.Evidence;
using Regatta.Core.Fleet;
using Regatta.Core.Logbook;
using Regatta.Core.Marks;
using Regatta.Core.Units;
using Regatta.Core.Wind;

namespace Regatta.Formats.Bundles;

/// <summary>A session log to and from its JSON.</summary>
internal static class LogJson
{
    private static readonly (string Name, Func<CheckGates, bool> Held)[] Gates =
    [
        ("rudderCentred", gates => gates.RudderCentred),
        ("steadyFullSpeed", gates => gates.SteadyFullSpeed),
        ("flat", gates => gates.Flat),
        ("trimmed", gates => gates.Trimmed),
    ];

    /// <summary>A log for the world: without its sailor, their boat and the crew's mass, which are private.</summary>
    public static LogDocument ToDocument(SessionLog log, Layer first) =>
        new(
            log.Key,
            log.SailedAt,
            log.Wind.From.MetresPerSecond,
            log.Wind.To.MetresPerSecond,
            log.Marks.ToDictionary(mark => mark.Key.Name, mark => mark.Value.Position),
            Gust: log.Wind.Gust?.MetresPerSecond,
            HelmPort: log.Check?.Helm.Port?.Degrees,
            HelmStarboard: log.Check?.Helm.Starboard?.Degrees,
            Heel: log.Check?.Heel?.Degrees,
            GatesHeld: log.Check is { } check ? [.. Gates.Where(gate => gate.Held(check.Gates)).Select(gate => gate.Name)] : null,
            Luffing: log.Luffing == Luffing.NotLookedAt ? null : Spelling.Of(log.Luffing),
            Felt: log.Felt == Felt.NotSaid ? null : Spelling.Of(log.Felt),
            Note: log.Note.Length > 0 ? log.Note : null,
            Version: log.Version,
            Plan: log.Layer == first ? null : log.Layer.Plan.Name,
            Mode: log.Layer == first ? null : log.Layer.Mode.Name,
            HelmInWords: log.Check is { InWords: true } ? true : null,
            Asked: log.Asked.Count > 0
                ? log.Asked.ToDictionary(
                    mark => mark.Key.Name,
                    mark => new AskedDocument(Spelling.Of(mark.Value.By), mark.Value.Card?.Position)
                )
                : null
        );

    public static Parsed<SessionLog> FromDocument(LogDocument document, ClassDefinition boatClass, DateTimeOffset now)
    {
        if (
            !(document.WindFrom >= 0)
            || !(document.WindTo <= WindRange.Ceiling.MetresPerSecond)
            || document.Gust is < 0 or > 60
            || document.CrewMass is <= 0 or > 1500
            || document.WindFactor is not (null or (>= SessionLog.LeastWindFactor and <= SessionLog.MostWindFactor))
        )
        {
            return Parsed<SessionLog>.Bad("Wind, gust, wind factor or crew mass lies outside what anybody sails in.");
        }

        var stranger = document.Marks.Keys.FirstOrDefault(key => boatClass.Known.All(control => control.Key.Name != key));
        var layer = new Layer(
            document.Plan is { } plan ? new(plan) : boatClass.Layers.First.Plan,
            document.Mode is { } mode ? new(mode) : boatClass.Layers.First.Mode
        );
        return (stranger, document.Note) switch
        {
            _ when !boatClass.Layers.Has(layer) => Parsed<SessionLog>.Bad(
                $"It was sailed with “{layer.Plan}” in “{layer.Mode}”, and the class has no such plan or mode."
            ),
            ({ } unknown, _) => Parsed<SessionLog>.Bad($"It has a mark for “{unknown}”, and the class has no such control."),
            (_, { Length: > SessionLog.LongestNote }) => Parsed<SessionLog>.Bad(
                $"Its note is longer than {SessionLog.LongestNote} letters."
            ),
            _ when ReadAsked(document) is { Ok: false } wrong => Parsed<SessionLog>.Bad(wrong.Problem!),
            _ => SessionLog
                .CheckTime(document.SailedAt, now)
                .Then(sailedAt =>
                    ReadWind(document)
                        .Then(wind =>
                            ReadCheck(document)
                                .Then(check =>
                                    Spelling
                                        .Read<Luffing>(document.Luffing ?? Spelling.Of(Luffing.NotLookedAt))
                                        .Then(luffing =>
                                            Spelling
                                                .Read<Felt>(document.Felt ?? Spelling.Of(Felt.NotSaid))
                                                .Then(felt =>
                                                    Parsed<SessionLog>.Good(
                                                        new(
                                                            document.Key,
                                                            sailedAt,
                                                            wind,
                                                            document.CrewMass is { } mass ? Mass.FromKilograms(mass) : null,
                                                            document.Marks.ToDictionary(
                                                                mark => new ControlKey(mark.Key),
                                                                mark => new Mark(mark.Value)
                                                            ),
                                                            check,
                                                            luffing,
                                                            felt,
                                                            document.Note ?? "",
                                                            document.Version
                                                        )
                                                        {
                                                            Layer = layer,
                                                            WindFactor = document.WindFactor ?? 1,
                                                            Asked = ReadAsked(document).Value,
                                                        }
                                                    )
                                                )
                                        )
                                )
                        )
                ),
        };
    }

    private static Parsed<Dictionary<ControlKey, AskedMark>> ReadAsked(LogDocument document)
    {
        var asked = new Dictionary<ControlKey, AskedMark>();
        foreach (var (control, one) in document.Asked ?? new Dictionary<string, AskedDocument>())
        {
            if (Spelling.Read<AskedBy>(one.By) is not { Ok: true } by || !document.Marks.ContainsKey(control))
            {
                return Parsed<Dictionary<ControlKey, AskedMark>>.Bad(
                    $"It says who asked for “{control}”, which has no mark, or names somebody else than card, proposal, trial or sailor."
                );
            }

            asked[new(control)] = new(by.Value, one.Card is { } card ? new Mark(card) : null);
        }

        return Parsed<Dictionary<ControlKey, AskedMark>>.Good(asked);
    }

    private static Parsed<WindRange> ReadWind(LogDocument document) =>
        document.WindTo < 0
            ? Parsed<WindRange>.Bad("Wind is never below zero.")
            : WindRange.Of(
                Speed.FromMetresPerSecond(document.WindFrom),
                Speed.FromMetresPerSecond(document.WindTo),
                document.Gust is { } gust ? Speed.FromMetresPerSecond(gust) : null
            );

    private static Parsed<HelmCheck?> ReadCheck(LogDocument document)
    {
        if (document.HelmPort is null && document.HelmStarboard is null)
        {
            return Parsed<HelmCheck?>.Good(null);
        }

        if (
            new[] { document.HelmPort, document.HelmStarboard }.Any(helm =>
                helm is { } degrees && !(Math.Abs(degrees) <= HelmReading.Most.Degrees)
            ) || document.Heel is < -90 or > 90
        )
        {
            return Parsed<HelmCheck?>.Bad($"Helm is {HelmReading.Most.Degrees}° at the most, heel 90°.");
        }

        var held = document.GatesHeld ?? [];
        var gates = new CheckGates(
            held.Contains(Gates[0].Name),
            held.Contains(Gates[1].Name),
            held.Contains(Gates[2].Name),
            held.Contains(Gates[3].Name)
        );
        return HelmReading
            .Of(AsAngle(document.HelmPort), AsAngle(document.HelmStarboard))
            .Then(helm => Parsed<HelmCheck?>.Good(new(helm, gates, AsAngle(document.Heel)) { InWords = document.HelmInWords ?? false }));
    }

    private static Angle? AsAngle(double? degrees) => degrees is { } known ? Angle.FromDegrees(known) : null;
}
