using Regatta.Application.Reading;
using Regatta.Core.Checks;
using Regatta.Core.Evidence;
using Regatta.Core.Logbook;
using Regatta.Core.Marks;
using Regatta.Core.Sheets;
using Regatta.Core.Units;
using Regatta.Core.Wind;

namespace Regatta.Web.Pages.Logging;

/// <summary>What a log form says when it opens.</summary>
public static class LogPrefill
{
    /// <summary>The fields of a fresh form, which say what the sailor's card said.</summary>
    /// <param name="card">The card as the sailor read it.</param>
    /// <param name="sailed">The wind as the station had it; null for the card's band.</param>
    /// <param name="unit">The unit winds are written in.</param>
    /// <param name="now">When, as the field writes it.</param>
    /// <param name="crewMass">What the sailor told their card; null when nothing.</param>
    /// <param name="massUnit">The unit masses are written in.</param>
    /// <param name="choice">The boat.</param>
    public static Dictionary<string, string> Fresh(
        CardReading card,
        WindRange? sailed,
        SpeedUnit unit,
        string now,
        Mass? crewMass,
        MassUnit massUnit,
        BoatChoice choice
    )
    {
        var wind = sailed ?? card.BandAsMet;
        var fields = new Dictionary<string, string>
        {
            ["logKey"] = Guid.NewGuid().ToString(),
            ["boat"] = choice.InAddress,
            ["version"] = card.Version.Number.ToString(System.Globalization.CultureInfo.InvariantCulture),
            [LogForm.CardWind] = $"{NumberText.Plain(card.Wind.Knots, 3)} kn",
            ["sailedAt"] = now,
            ["windFrom"] = NumberText.Plain(wind.From.In(unit), 1),
            ["windTo"] = NumberText.Plain(wind.To.In(unit), 1),
            ["gust"] = wind.Gust is { } gust ? NumberText.Plain(gust.In(unit), 1) : "",
            ["crewMass"] = crewMass is { } mass ? NumberText.Plain(mass.In(massUnit), 1) : "",
        };
        foreach (var line in card.Lines)
        {
            fields[LogForm.MarkField(line.Control)] = fields[LogForm.CardField(line.Control)] = line.Cell?.Mark is { } mark
                ? line.Control.Scale.Show(mark)
                : "";
        }

        return fields;
    }

    /// <summary>The fields that say what a log says, under its key: what is sent with it corrects the log.</summary>
    /// <param name="log">The log.</param>
    /// <param name="card">The card of its version, in its wind.</param>
    /// <param name="unit">The unit winds are written in.</param>
    /// <param name="sailedAt">When, as the field writes it.</param>
    /// <param name="massUnit">The unit masses are written in.</param>
    /// <param name="choice">The boat it was sailed in.</param>
    public static Dictionary<string, string> Again(
        SessionLog log,
        CardReading card,
        SpeedUnit unit,
        string sailedAt,
        MassUnit massUnit,
        BoatChoice choice
    )
    {
        var fields = new Dictionary<string, string>(Fresh(card, log.Wind, unit, sailedAt, log.CrewMass, massUnit, choice))
        {
            ["logKey"] = log.Key.ToString(),
            ["windFrom"] = NumberText.Exact(log.Wind.From.In(unit)),
            ["windTo"] = NumberText.Exact(log.Wind.To.In(unit)),
            ["gust"] = log.Wind.Gust is { } gust ? NumberText.Exact(gust.In(unit)) : "",
            ["crewMass"] = log.CrewMass is { } mass ? NumberText.Exact(mass.In(massUnit)) : "",
            ["luffing"] = log.Luffing == Luffing.NotLookedAt ? "" : log.Luffing.ToString(),
            ["felt"] = log.Felt == Felt.NotSaid ? "" : log.Felt.ToString(),
            ["note"] = log.Note,
        };
        foreach (var line in card.Lines)
        {
            string Shown(Mark? mark) => mark is { } known ? line.Control.Scale.Show(known) : "";
            fields[LogForm.MarkField(line.Control)] = Shown(log.Marks.TryGetValue(line.Control.Key, out var sailed) ? sailed : null);
            fields[LogForm.CardField(line.Control)] = Shown(log.Asked.TryGetValue(line.Control.Key, out var asked) ? asked.Card : null);
        }

        if (log.Check is { } check)
        {
            fields["heel"] = check.Heel is { } heel ? NumberText.Exact(heel.Degrees) : "";
            foreach (var (gate, held) in LogForm.Gates.Zip(check.Gates.All))
            {
                fields[gate.Name] = held ? "held" : "";
            }

            foreach (var (field, tack) in new[] { ("helmPort", check.Helm.Port), ("helmStarboard", check.Helm.Starboard) })
            {
                // A helm that is no word's is told in degrees, whatever a file said of it.
                if (
                    check.InWords
                    && HelmWords.All.Where(word => word.Helm() == tack).Select(word => word.Text()).FirstOrDefault() is { } said
                )
                {
                    fields[field + "Word"] = said;
                }
                else
                {
                    fields[field] = tack is { } helm ? NumberText.Exact(helm.Degrees) : "";
                }
            }
        }

        return fields;
    }
}
