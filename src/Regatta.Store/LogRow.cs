using Regatta.Core;
using Regatta.Core.Checks;
using Regatta.Core.Evidence;
using Regatta.Core.Fleet;
using Regatta.Core.Logbook;
using Regatta.Core.Marks;
using Regatta.Core.Units;
using Regatta.Core.Wind;

namespace Regatta.Store;

/// <summary>A mark of a log as its row.</summary>
internal sealed record MarkRow(long LogId, string Control, double Mark, string? AskedBy, double? CardMark)
{
    public const string Columns = "m.log_id, m.control, m.mark, m.asked_by, m.card_mark";
}

/// <summary>A log as its row.</summary>
internal sealed record LogRow(
    long Id,
    Guid Key,
    DateTimeOffset SailedAt,
    double WindFrom,
    double WindTo,
    double? Gust,
    double? HelmPort,
    double? HelmStarboard,
    double? Heel,
    bool RudderCentred,
    bool SteadyFullSpeed,
    bool Flat,
    bool Trimmed,
    bool HelmInWords,
    double WindFactor,
    string Luffing,
    string Felt,
    string Note,
    int? Version,
    string Plan,
    string Mode,
    double? CrewMass
)
{
    public const string Columns = """
        l.id, l.key, l.sailed_at, l.wind_from, l.wind_to, l.gust, l.helm_port, l.helm_starboard, l.heel,
        l.rudder_centred, l.steady_full_speed, l.flat, l.trimmed, l.helm_in_words, l.wind_factor, l.luffing, l.felt, l.note, l.version,
        l.plan, l.mode
        """;

    public SessionLog ToLog(IEnumerable<MarkRow> rows)
    {
        var marks = rows.ToList();
        return new(
            Key,
            SailedAt,
            WindRange
                .Of(
                    Speed.FromMetresPerSecond(WindFrom),
                    Speed.FromMetresPerSecond(WindTo),
                    Gust is { } gust ? Speed.FromMetresPerSecond(gust) : null
                )
                .Value,
            CrewMass is { } mass ? Mass.FromKilograms(mass) : null,
            marks.ToDictionary(mark => new ControlKey(mark.Control), mark => new Mark(mark.Mark)),
            ToCheck(),
            Enum.Parse<Luffing>(Luffing),
            Enum.Parse<Felt>(Felt),
            Note,
            Version
        )
        {
            Layer = new(new(Plan), new(Mode)),
            WindFactor = WindFactor,
            Asked = marks
                .Where(mark => mark.AskedBy is not null)
                .ToDictionary(
                    mark => new ControlKey(mark.Control),
                    mark => new AskedMark(Spelling.Read<AskedBy>(mark.AskedBy!).Value, mark.CardMark is { } card ? new Mark(card) : null)
                ),
        };
    }

    private HelmCheck? ToCheck() =>
        HelmReading.Of(AsAngle(HelmPort), AsAngle(HelmStarboard)) is { Ok: true } helm
            ? new(helm.Value, new(RudderCentred, SteadyFullSpeed, Flat, Trimmed), AsAngle(Heel)) { InWords = HelmInWords }
            : null;

    private static Angle? AsAngle(double? degrees) => degrees is { } known ? Angle.FromDegrees(known) : null;
}
