using System.Globalization;

namespace Regatta.Application.Logbook;

/// <summary>What a log form is read with: the version it was filled in from, on whose scales it is read, who read it, and what the logs
/// proposed.</summary>
/// <param name="Version">The version.</param>
/// <param name="Reader">Who read the card; their crew's mass is what the form says.</param>
/// <param name="Proposals">What the logs propose in a plan and mode.</param>
/// <param name="Wind">The unit winds are written in.</param>
/// <param name="Mass">The unit masses are written in.</param>
/// <param name="ReadTime">Reads a day and time as the club writes it.</param>
public sealed record LogFormContext(
    PublishedVersion Version,
    CardReader Reader,
    Func<PlanMode, IReadOnlyDictionary<CellAddress, Proposal>> Proposals,
    SpeedUnit Wind,
    MassUnit Mass,
    Func<string, Parsed<DateTimeOffset>> ReadTime
)
{
    public ClassDefinition Class => Version.Class;
}

/// <summary>The log form: what was typed by field name, prefilled from the card, read into a log of the core in one go.</summary>
public sealed class LogForm(IReadOnlyDictionary<string, string> typed)
{
    /// <summary>How it felt, as it is asked.</summary>
    public static readonly Choice<Felt> Feelings = new(
        ("slow", Felt.Slow),
        ("rather slow", Felt.RatherSlow),
        ("as usual", Felt.Usual),
        ("rather fast", Felt.RatherFast),
        ("fast", Felt.Fast)
    );

    /// <summary>What the water was like, as it is asked.</summary>
    public static readonly Choice<Water> Waters = new(("flat", Water.Flat), ("chop", Water.Chop), ("waves", Water.Waves));

    /// <summary>What the place was like, as it is asked.</summary>
    public static readonly Choice<Place> Places = new(("open", Place.Open), ("gusty shore", Place.GustyShore));

    /// <summary>Who reads the note besides oneself, as it is asked; a fresh form has the first ticked, one that does not ask keeps the
    /// note private.</summary>
    public static readonly Choice<NoteReader> NoteReaders = new(
        ("the captain, without my name", NoteReader.Captain),
        ("the captain, with my name", NoteReader.CaptainByName),
        ("nobody else", NoteReader.Nobody)
    );

    /// <summary>The field that keeps how many runs the form has.</summary>
    public const string RunCount = "runs";

    /// <summary>The field that keeps how far the zone lay before UTC at the time that was filled in.</summary>
    public const string FilledAt = "filledAt";

    /// <summary>The field that keeps until when notes stand in the form.</summary>
    public const string NotedUntil = "notedUntil";

    /// <summary>Whether the form opened with a log that was sent, which it corrects.</summary>
    public const string Corrects = "corrects";

    private readonly FormReader reader = new();

    /// <summary>What stands beside the fields.</summary>
    public IReadOnlyDictionary<string, string> Problems => reader.Problems;

    /// <summary>How many runs it has.</summary>
    public int Runs => int.TryParse(this[RunCount], out var count) ? Math.Clamp(count, 1, SessionLog.MostRuns) : 1;

    /// <summary>What was typed or prefilled in a field.</summary>
    public string this[string field] => typed.GetValueOrDefault(field, "");

    /// <summary>What was wrong in a field, or null.</summary>
    public string? Problem(string field) => reader.Problems.GetValueOrDefault(field);

    /// <summary>Puts a problem beside a field that only others can see.</summary>
    public void Refuse(string field, string problem) => reader.Refuse(field, problem);

    /// <summary>The fields of one run.</summary>
    public RunFields Run(int number) => new(typed, reader, number);

    /// <summary>The form with another run behind the last, which says what the last said, but for what was found on it.</summary>
    public IReadOnlyDictionary<string, string> WithAnotherRun(string from)
    {
        var fields = new Dictionary<string, string>(typed)
        {
            [RunCount] = Math.Min(Runs + 1, SessionLog.MostRuns).ToString(CultureInfo.InvariantCulture),
        };
        var (last, next) = (new RunFields(typed, reader, Runs), new RunFields(typed, reader, Runs + 1));
        foreach (var field in typed.Where(field => last.Keeps(field.Key)))
        {
            fields[next.Prefix + field.Key[last.Prefix.Length..]] = field.Value;
        }

        fields[next.Prefix + RunFields.From] = from;
        return fields;
    }

    /// <summary>The form without its last run.</summary>
    public IReadOnlyDictionary<string, string> WithoutLastRun() =>
        Runs == 1
            ? typed
            : new Dictionary<string, string>(typed.Where(field => !field.Key.StartsWith(Run(Runs).Prefix, StringComparison.Ordinal)))
            {
                [RunCount] = (Runs - 1).ToString(CultureInfo.InvariantCulture),
            };

    /// <summary>Reads the whole form; null when something is wrong, with a sentence beside it.</summary>
    /// <param name="context">What it is read with.</param>
    /// <param name="cards">For each run the card it was filled in from.</param>
    public SessionLog? Read(LogFormContext context, IReadOnlyList<CardReading> cards)
    {
        var sailedAt = reader.Take("sailedAt", context.ReadTime(this["sailedAt"]));
        var mass = reader.May("crewMass", this["crewMass"], text => SessionLog.ReadCrewMass(text, context.Mass));
        var crew = context.Reader.Crew with { Mass = mass };
        if (context.Class.Crew.Problem(crew, context.Class.Bands) is { } impossible)
        {
            reader.Refuse("crewMass", impossible);
        }

        var runs = cards
            .Select((card, at) => Run(at + 1).Read(context with { Reader = context.Reader with { Crew = crew } }, card))
            .ToList();
        var note = this["note"].Trim();
        if (note.Length > SessionLog.LongestNote)
        {
            reader.Refuse("note", $"Keep it under {SessionLog.LongestNote} letters; it has {note.Length}.");
        }

        var water = reader.May("water", this["water"], RunFields.One<Water>);
        var place = reader.May("place", this["place"], RunFields.One<Place>);
        var noteFor = reader.May("noteFor", this["noteFor"], RunFields.One<NoteReader>);
        foreach (
            var (problem, at) in SessionLog.CheckRuns(sailedAt, [.. runs.Select(run => run?.From)]).Select((problem, at) => (problem, at))
        )
        {
            if (problem is not null && reader.Ok)
            {
                reader.Refuse(Run(at + 1).Prefix + RunFields.From, problem);
            }
        }

        return reader.Ok
            ? new(
                Guid.TryParse(this["logKey"], out var key) ? key : Guid.NewGuid(),
                sailedAt,
                mass,
                [.. runs.OfType<Run>()],
                note,
                context.Version.Number
            )
            {
                Purpose = context.Class.Purposes.FirstOrDefault(purpose => purpose.Key.Name == this["purpose"])?.Key,
                Water = water ?? Water.NotSaid,
                Place = place ?? Place.NotSaid,
                NoteFor = noteFor ?? NoteReader.Nobody,
            }
            : null;
    }
}
