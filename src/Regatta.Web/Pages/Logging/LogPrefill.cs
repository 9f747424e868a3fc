using System.Globalization;

namespace Regatta.Web.Pages.Logging;

/// <summary>A run as the form opens with it.</summary>
/// <param name="Card">The card as the sailor read it.</param>
/// <param name="Wind">The wind of its own minutes; null for the card's band.</param>
/// <param name="From">When it began, as the field writes it; empty for with the session.</param>
/// <param name="Differs">What was noted to be set otherwise than the card says.</param>
public sealed record OpenedRun(CardReading Card, WindRange? Wind, string From, IReadOnlyDictionary<ControlKey, Mark> Differs)
{
    /// <summary>What was measured in pictures during it, by question.</summary>
    public IReadOnlyDictionary<QuestionKey, Measured> Measured { get; init; } = new Dictionary<QuestionKey, Measured>();

    /// <summary>How it was, as a note told.</summary>
    public Felt Felt { get; init; }
}

/// <summary>What a log form says when it opens.</summary>
/// <param name="wind">The unit winds are written in.</param>
/// <param name="mass">The unit masses are written in.</param>
/// <param name="choice">The boat.</param>
public sealed class LogPrefill(SpeedUnit wind, MassUnit mass, BoatChoice choice)
{
    /// <summary>The fields of a fresh form, which say what the sailor's card said, for every run.</summary>
    /// <param name="runs">The runs.</param>
    /// <param name="sailedAt">When, as the field writes it.</param>
    /// <param name="crew">What the sailor told their card; null when nothing.</param>
    /// <param name="purpose">What for; null for the class's first purpose.</param>
    public Dictionary<string, string> Fresh(IReadOnlyList<OpenedRun> runs, string sailedAt, Mass? crew, PurposeKey? purpose)
    {
        var fields = new Dictionary<string, string>
        {
            ["logKey"] = Guid.NewGuid().ToString(),
            ["boat"] = choice.InAddress,
            ["version"] = runs[0].Card.Version.Number.ToString(CultureInfo.InvariantCulture),
            [LogForm.RunCount] = runs.Count.ToString(CultureInfo.InvariantCulture),
            ["sailedAt"] = sailedAt,
            ["crewMass"] = crew is { } known ? NumberText.Plain(known.In(mass), 1) : "",
            ["purpose"] = purpose?.Name ?? "",
        };
        foreach (var (run, at) in runs.Select((run, at) => (run, at)))
        {
            Add(fields, RunFields.PrefixOf(at + 1), run);
        }

        return fields;
    }

    /// <summary>The fields that say what a log says, under its key: what is sent with it corrects the log.</summary>
    /// <param name="log">The log.</param>
    /// <param name="cards">For each run the card of its version, in its wind.</param>
    /// <param name="clock">The club's clock.</param>
    public Dictionary<string, string> Again(SessionLog log, IReadOnlyList<CardReading> cards, ClubClock clock)
    {
        var opened = log
            .Runs.Zip(
                cards,
                (run, card) => new OpenedRun(card, run.Wind, run.From is { } at ? clock.Field(at) : "", new Dictionary<ControlKey, Mark>())
            )
            .ToList();
        var fields = new Dictionary<string, string>(Fresh(opened, clock.Field(log.SailedAt), log.CrewMass, log.Purpose))
        {
            ["logKey"] = log.Key.ToString(),
            [LogForm.Corrects] = "yes",
            [LogForm.FilledAt] = clock.OffsetField(log.SailedAt),
            ["crewMass"] = log.CrewMass is { } known ? NumberText.Exact(known.In(mass)) : "",
            ["note"] = log.Note,
            ["noteFor"] = log.NoteFor.ToString(),
            ["water"] = log.Water == Water.NotSaid ? "" : log.Water.ToString(),
            ["place"] = log.Place == Place.NotSaid ? "" : log.Place.ToString(),
        };
        foreach (var (run, at) in log.Runs.Select((run, at) => (run, at)))
        {
            Say(fields, RunFields.PrefixOf(at + 1), run, cards[at]);
        }

        return fields;
    }

    /// <summary>Takes over what a guided check found: gates, the helm in words, answers. It is judged when the log is sent.</summary>
    /// <param name="fields">The fields of a fresh form.</param>
    /// <param name="definition">The class.</param>
    /// <param name="card">The card of the first run.</param>
    /// <param name="found">What was found, by the fields' names.</param>
    public static void AddCheck(Dictionary<string, string> fields, ClassDefinition definition, CardReading card, IQueryCollection found)
    {
        var names = definition
            .Balance.Gates(definition.IsUpwind(card.PlanMode))
            .Select(gate => RunFields.GateField(gate.Gate))
            .Concat(card.Questions.Select(RunFields.AnswerField))
            .Concat(["helmPortWord", "helmStarboardWord"]);
        foreach (var name in names.Where(name => found[name] is [{ Length: > 0 and <= Answer.Longest }]))
        {
            fields[name] = found[name]!;
        }
    }

    private void Add(Dictionary<string, string> fields, string prefix, OpenedRun run)
    {
        var card = run.Card;
        var met = run.Wind ?? card.BandAsMet;
        fields[prefix + RunFields.From] = run.From;
        fields[prefix + RunFields.CardWind] = $"{NumberText.Plain(card.Wind.Knots, 3)} kn";
        fields[prefix + "windFrom"] = NumberText.Plain(met.From.In(wind), 1);
        fields[prefix + "windTo"] = NumberText.Plain(met.To.In(wind), 1);
        fields[prefix + "gust"] = met.Gust is { } gust ? NumberText.Plain(gust.In(wind), 1) : "";
        fields[prefix + RunFields.GustHeard] = fields[prefix + "gust"];
        fields[prefix + "plan"] = card.PlanMode.Plan.Name;
        fields[prefix + "mode"] = card.PlanMode.Mode.Name;
        fields[prefix + "felt"] = run.Felt == Felt.NotSaid ? "" : run.Felt.ToString();
        foreach (var question in card.Questions.Where(question => run.Measured.ContainsKey(question.Key)))
        {
            Say(fields, prefix, question, run.Measured[question.Key]);
        }

        foreach (var line in card.Lines)
        {
            // What the sailor always sets otherwise is theirs: the card said the class's mark.
            Put(fields, prefix, line.Control, RunFields.CardField(line.Control), (line.OfTheClass ?? line.Cell)?.Mark);
            var set = run.Differs.TryGetValue(line.Control.Key, out var noted) ? noted : line.Cell?.Mark;
            Put(fields, prefix, line.Control, RunFields.MarkField(line.Control), set);
        }
    }

    /// <summary>A mark as it is read, and exactly where its reading is rounded.</summary>
    private static void Put(Dictionary<string, string> fields, string prefix, Control control, string field, Mark? mark)
    {
        fields[prefix + field] = mark is { } shown ? control.Scale.Show(shown) : "";
        if (
            mark is { } known
            && !(control.Scale.Read(fields[prefix + field]) is { Ok: true, Value: var back } && back.DistanceTo(known) < 1e-9)
        )
        {
            fields[prefix + RunFields.ExactField(field)] = RunFields.Exact(known);
        }
    }

    /// <summary>What a picture answers to a question, where its gauge is still the question's.</summary>
    private static void Say(Dictionary<string, string> fields, string prefix, Question question, Measured measured)
    {
        if (question.AnswerOf(measured) is { Ok: true, Value: var answer })
        {
            fields[prefix + RunFields.AnswerField(question)] = answer.Said;
            fields[prefix + RunFields.MeasuredField(question.Key)] = measured.InForm;
        }
    }

    private void Say(Dictionary<string, string> fields, string prefix, Run run, CardReading card)
    {
        fields[prefix + "windFrom"] = NumberText.Exact(run.Wind.From.In(wind));
        fields[prefix + "windTo"] = NumberText.Exact(run.Wind.To.In(wind));
        fields[prefix + "gust"] = run.Wind.Gust is { } gust ? NumberText.Exact(gust.In(wind)) : "";
        fields[prefix + "felt"] = run.Felt == Felt.NotSaid ? "" : run.Felt.ToString();
        foreach (var (question, answer) in run.Answers)
        {
            fields[prefix + "answer-" + question] = answer.Said;
            if (answer.Measured is { } measured)
            {
                fields[prefix + RunFields.MeasuredField(question)] = measured.InForm;
            }
        }

        foreach (var line in card.Lines)
        {
            var marked = run.Marks.TryGetValue(line.Control.Key, out var sailed) ? sailed : (Mark?)null;
            Put(fields, prefix, line.Control, RunFields.MarkField(line.Control), marked);
            var said = run.Asked.TryGetValue(line.Control.Key, out var asked) ? asked.Card : null;
            Put(fields, prefix, line.Control, RunFields.CardField(line.Control), said);
        }

        if (run.Check is not { } check)
        {
            return;
        }

        fields[prefix + RunFields.Asking] = string.Join(' ', CheckGates.Each(check.Gates.Asked).Select(RunFields.GateField));
        fields[prefix + "heel"] = check.Heel is { } heel ? NumberText.Exact(heel.Degrees) : "";
        foreach (var gate in CheckGates.Each(check.Gates.Asked))
        {
            fields[prefix + RunFields.GateField(gate)] = check.Gates.Broken(gate) ? "" : "held";
        }

        foreach (var (field, tack) in new[] { ("helmPort", check.Helm.Port), ("helmStarboard", check.Helm.Starboard) })
        {
            // A helm that is no word's is told in degrees, whatever a file said of it.
            var word = check.InWords ? card.Version.Class.Balance.Words.FirstOrDefault(word => word.Helm == tack) : null;
            fields[prefix + field + (word is null ? "" : "Word")] = word?.Text ?? (tack is { } helm ? NumberText.Exact(helm.Degrees) : "");
        }
    }
}
