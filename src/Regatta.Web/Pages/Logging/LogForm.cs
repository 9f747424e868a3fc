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

    /// <summary>A fresh form, filled from the card of a wind.</summary>
    public static LogForm Prefilled(
        Matrix matrix,
        WindBand band,
        WindRange wind,
        int version,
        SpeedUnit unit,
        string now,
        Mass? crewMass,
        MassUnit massUnit,
        BoatChoice choice
    )
    {
        var fields = new Dictionary<string, string>
        {
            ["logKey"] = Guid.NewGuid().ToString(),
            ["boat"] = choice.InAddress,
            ["version"] = version.ToString(System.Globalization.CultureInfo.InvariantCulture),
            ["sailedAt"] = now,
            ["windFrom"] = NumberText.Plain(wind.From.In(unit), 1),
            ["windTo"] = NumberText.Plain(wind.To.In(unit), 1),
            ["gust"] = wind.Gust is { } gust ? NumberText.Plain(gust.In(unit), 1) : "",
            ["crewMass"] = crewMass is { } mass ? NumberText.Plain(mass.In(massUnit), 1) : "",
        };
        foreach (var line in Card.For(choice.Readings.AsRead(matrix), band.Middle) is var card ? card.Ashore.Concat(card.Afloat) : [])
        {
            fields[MarkField(line.Control)] = line.Cell?.Mark is { } mark ? line.Control.Scale.Show(mark) : "";
        }

        return new(fields);
    }

    /// <summary>Reads the whole form; null when something is wrong, with a sentence beside it.</summary>
    public SessionLog? Read(
        ClassDefinition boatClass,
        Layer layer,
        Readings readings,
        Parsed<DateTimeOffset> sailedAt,
        SpeedUnit windUnit,
        MassUnit massUnit
    )
    {
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
                int.TryParse(this["version"], out var version) ? version : null
            )
            {
                Layer = layer,
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
        return new(HelmReading.Of(port, starboard).Value, new(held[0], held[1], held[2], held[3]), heel);
    }

    /// <summary>Typed degrees win over a picked word.</summary>
    private Angle? ReadTack(string field) =>
        reader.May(field, this[field].Length > 0 ? this[field] : this[field + "Word"], HelmReading.Read);
}
