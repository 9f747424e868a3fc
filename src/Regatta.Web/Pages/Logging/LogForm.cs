using Regatta.Application.Reading;
using Regatta.Core;
using Regatta.Core.Checks;
using Regatta.Core.Evidence;
using Regatta.Core.Fleet;
using Regatta.Core.Logbook;
using Regatta.Core.Marks;
using Regatta.Core.Matrices;
using Regatta.Core.Sheets;
using Regatta.Core.Units;
using Regatta.Core.Wind;
using Regatta.Web.Forms;

namespace Regatta.Web.Pages.Logging;

/// <summary>The log form: what was typed by field name, prefilled from the card, read into a log of the core in one go.</summary>
public sealed class LogForm(IReadOnlyDictionary<string, string> typed)
{
    /// <summary>The gates of the helm check, as they are asked.</summary>
    public static readonly IReadOnlyList<(string Name, string Label)> Gates =
    [
        ("rudderCentred", "Rudder sat straight"),
        ("steadyFullSpeed", "Steady breeze, full speed"),
        ("flat", "Hiked flat"),
        ("trimmed", "Trimmed, telltales streaming"),
    ];

    /// <summary>What luffing shows, as it is asked.</summary>
    public static readonly IReadOnlyList<(Luffing Value, string Label)> Luffings =
    [
        (Luffing.First, "headsail or head first"),
        (Luffing.Together, "together"),
        (Luffing.After, "main or foot first"),
    ];

    /// <summary>How it felt, as it is asked.</summary>
    public static readonly IReadOnlyList<(Felt Value, string Label)> Feelings =
    [
        (Felt.Slow, "slow"),
        (Felt.RatherSlow, "rather slow"),
        (Felt.Usual, "as usual"),
        (Felt.RatherFast, "rather fast"),
        (Felt.Fast, "fast"),
    ];

    private readonly FormReader reader = new();

    /// <summary>What stands beside the fields.</summary>
    public IReadOnlyDictionary<string, string> Problems => reader.Problems;

    /// <summary>What was typed or prefilled in a field.</summary>
    public string this[string field] => typed.GetValueOrDefault(field, "");

    /// <summary>What was wrong in a field, or null.</summary>
    public string? Problem(string field) => reader.Problems.GetValueOrDefault(field);

    /// <summary>The field a control's mark is typed in.</summary>
    public static string MarkField(Control control) => "mark-" + control.Key;

    /// <summary>The field that keeps what the card said for a control.</summary>
    public static string CardField(Control control) => "card-" + control.Key;

    /// <summary>The field that keeps the wind of the card.</summary>
    public const string CardWind = "cardWind";

    /// <summary>Reads the whole form; null when something is wrong, with a sentence beside it.</summary>
    /// <param name="version">The version it was filled in from, on whose scales it is read.</param>
    /// <param name="layer">With which sails, sailed how.</param>
    /// <param name="readings">The boat it was read on.</param>
    /// <param name="proposals">What the logs propose in that layer.</param>
    /// <param name="sailedAt">When.</param>
    /// <param name="windUnit">The unit winds are written in.</param>
    /// <param name="massUnit">The unit masses are written in.</param>
    public SessionLog? Read(
        PublishedVersion version,
        Layer layer,
        Readings readings,
        IReadOnlyDictionary<CellAddress, Proposal> proposals,
        Parsed<DateTimeOffset> sailedAt,
        SpeedUnit windUnit,
        MassUnit massUnit
    )
    {
        var boatClass = version.Class;
        var at = reader.Take("sailedAt", sailedAt);
        var wind = ReadWind(windUnit);
        var mass = reader.May("crewMass", this["crewMass"], text => SessionLog.ReadCrewMass(text, massUnit));
        var marks = ReadMarks(boatClass, readings);
        var check = ReadCheck();
        var luffing = reader.May("luffing", this["luffing"], One<Luffing>);
        var felt = reader.May("felt", this["felt"], One<Felt>);
        var note = this["note"].Trim();
        if (note.Length > SessionLog.LongestNote)
        {
            reader.Refuse("note", $"Keep it under {SessionLog.LongestNote} letters; it has {note.Length}.");
        }

        return reader.Ok
            ? new(
                Guid.TryParse(this["logKey"], out var key) ? key : Guid.NewGuid(),
                at,
                wind!,
                mass,
                marks,
                check,
                luffing ?? Luffing.NotLookedAt,
                felt ?? Felt.NotSaid,
                note,
                version.Number
            )
            {
                Layer = layer,
                WindFactor = boatClass.Crew.Factor(wind!.Mean, mass, boatClass.Bands),
                Asked = Asked(
                    boatClass,
                    readings,
                    marks,
                    boatClass.Bands.At(boatClass.Crew.Effective(wind.Mean, mass, boatClass.Bands)),
                    proposals
                ),
            }
            : null;
    }

    private static Parsed<T> One<T>(string text)
        where T : struct, Enum => Named.Read<T>(text) is { } one ? Parsed<T>.Good(one) : Parsed<T>.Bad("Choose one of the answers.");

    /// <summary>What was seen wins over what was prefilled.</summary>
    private WindRange? ReadWind(SpeedUnit unit)
    {
        if (
            SightedWind.Signs.FirstOrDefault(sign =>
                sign.Force.ToString(System.Globalization.CultureInfo.InvariantCulture) == this["sight"]
            ) is
            { } seen
        )
        {
            return seen.Range;
        }

        // Both ends written where the lower one goes, as people say a wind.
        if (WindRange.HasTwoEnds(this["windFrom"]))
        {
            return reader.Need("windFrom", this["windFrom"], "", text => WindRange.Read(text, unit)) is { } both
                ? reader.Take(
                    "gust",
                    WindRange.Of(both.From, both.To, reader.May("gust", this["gust"], text => WindRange.ReadSpeed(text, unit)))
                )
                : null;
        }

        var from = reader.Need(
            "windFrom",
            this["windFrom"],
            "How much wind was there at the least?",
            text => WindRange.ReadSpeed(text, unit)
        );
        var to = reader.Need(
            "windTo",
            this["windTo"],
            "How much wind was there at the most? Write the same number if it was steady.",
            text => WindRange.ReadSpeed(text, unit)
        );
        var gust = reader.May("gust", this["gust"], text => WindRange.ReadSpeed(text, unit));
        if (!reader.Ok)
        {
            return null;
        }

        var wind = WindRange.Of(from, to, gust);
        return reader.Take(to < from ? "windTo" : "gust", wind);
    }

    private Dictionary<ControlKey, Mark> ReadMarks(ClassDefinition boatClass, Readings readings)
    {
        var marks = new Dictionary<ControlKey, Mark>();
        foreach (var control in boatClass.Marked.Select(readings.AsRead))
        {
            if (reader.May(MarkField(control), this[MarkField(control)], control.Scale.Read) is { } mark)
            {
                marks[control.Key] = mark;
            }
        }

        return marks;
    }

    /// <summary>Who asked for each mark: the card where it was left as it was, a proposal where it says what one asks for, else the
    /// sailor.</summary>
    private Dictionary<ControlKey, AskedMark> Asked(
        ClassDefinition boatClass,
        Readings readings,
        Dictionary<ControlKey, Mark> marks,
        WindBand band,
        IReadOnlyDictionary<CellAddress, Proposal> proposals
    ) =>
        boatClass
            .Marked.Where(control => marks.ContainsKey(control.Key))
            .ToDictionary(
                control => control.Key,
                control =>
                {
                    var said = readings.AsRead(control).Scale.Read(this[CardField(control)]) is { Ok: true, Value: var known }
                        ? known
                        : (Mark?)null;
                    var by =
                        marks[control.Key] == said ? AskedBy.Card
                        : proposals.TryGetValue(new(band.Id, control.Key), out var proposal)
                        && proposal.To.DistanceTo(marks[control.Key]) <= control.Scale.Step / 10
                            ? AskedBy.Proposal
                        : AskedBy.Sailor;
                    return new AskedMark(by, said);
                }
            );

    private HelmCheck? ReadCheck()
    {
        var port = ReadTack("helmPort");
        var starboard = ReadTack("helmStarboard");
        var heel = reader.May("heel", this["heel"], SessionLog.ReadHeel);
        if (port is null && starboard is null)
        {
            return null;
        }

        var held = Gates.Select(gate => this[gate.Name].Length > 0).ToList();
        return new(HelmReading.Of(port, starboard).Value, new(held[0], held[1], held[2], held[3]), heel)
        {
            InWords = IsInWords("helmPort", port) && IsInWords("helmStarboard", starboard),
        };
    }

    /// <summary>Whether a tack was told in a word, or not at all: the page writes a picked word's degrees beside it.</summary>
    private bool IsInWords(string field, Angle? helm) =>
        helm is null || (HelmWords.Named(this[field]) ?? HelmWords.Named(this[field + "Word"])) is { } word && word.Helm() == helm;

    /// <summary>Typed degrees win over a picked word.</summary>
    private Angle? ReadTack(string field) =>
        reader.May(field, this[field].Length > 0 ? this[field] : this[field + "Word"], HelmReading.Read);
}
