namespace Regatta.Formats.Bundles;

/// <summary>A session log to and from its JSON.</summary>
internal static class LogJson
{
    /// <summary>A log for the world: without its sailor, their boat and the crew's mass, which are private.</summary>
    public static LogDocument ToDocument(SessionLog log, PlanMode first) =>
        new(
            log.Key,
            log.SailedAt,
            Note: log.Note.Length > 0 ? log.Note : null,
            Version: log.Version,
            Purpose: log.Purpose?.Name,
            Water: log.Water == Water.NotSaid ? null : EnumText.Of(log.Water),
            Place: log.Place == Place.NotSaid ? null : EnumText.Of(log.Place),
            Runs: [.. log.Runs.Select(run => RunJson.ToDocument(run, first))]
        );

    public static Parsed<SessionLog> FromDocument(LogDocument document, ClassDefinition boatClass, DateTimeOffset now)
    {
        var runs = RunsOf(document);
        if (document.CrewMass is not (null or (> 0 and <= 1500)))
        {
            return Parsed<SessionLog>.Bad("Its crew mass lies outside what anybody sails in.");
        }

        if (runs.Count is 0 or > SessionLog.MostRuns)
        {
            return Parsed<SessionLog>.Bad($"A log has 1 to {SessionLog.MostRuns} runs, each with its wind.");
        }

        if (document.Note?.Length > SessionLog.LongestNote)
        {
            return Parsed<SessionLog>.Bad($"Its note is longer than {SessionLog.LongestNote} letters.");
        }

        var read = new List<Run>();
        foreach (var run in runs)
        {
            var one = RunJson.FromDocument(run, boatClass);
            if (!one.Ok)
            {
                return Parsed<SessionLog>.Bad(one.Problem!);
            }

            read.Add(one.Value);
        }

        var overlap = SessionLog.CheckRuns(document.SailedAt, [.. read.Select(run => run.From)]).OfType<string>().FirstOrDefault();
        return SessionLog.CheckTime(document.SailedAt, now) is { Ok: false } future ? Parsed<SessionLog>.Bad(future.Problem!)
            : overlap is not null ? Parsed<SessionLog>.Bad(overlap)
            : Parsed<DateTimeOffset>
                .Good(document.SailedAt)
                .Then(sailedAt =>
                    EnumText
                        .Read<Water>(document.Water ?? EnumText.Of(Water.NotSaid))
                        .Then(water =>
                            EnumText
                                .Read<Place>(document.Place ?? EnumText.Of(Place.NotSaid))
                                .Then(place =>
                                    Parsed<SessionLog>.Good(
                                        new(
                                            document.Key,
                                            sailedAt,
                                            document.CrewMass is { } mass ? Mass.FromKilograms(mass) : null,
                                            read,
                                            document.Note ?? "",
                                            document.Version
                                        )
                                        {
                                            Purpose = document.Purpose is { } purpose ? new(purpose) : null,
                                            Water = water,
                                            Place = place,
                                        }
                                    )
                                )
                        )
                );
    }

    /// <summary>Its runs; of a log from before there were runs, what it says itself.</summary>
    private static IReadOnlyList<RunDocument> RunsOf(LogDocument document) =>
        document.Runs is { } runs ? runs
        : document is { WindFrom: { } from, WindTo: { } to, Marks: { } marks }
            ?
            [
                new(
                    from,
                    to,
                    marks,
                    Gust: document.Gust,
                    HelmPort: document.HelmPort,
                    HelmStarboard: document.HelmStarboard,
                    Heel: document.Heel,
                    GatesHeld: document.GatesHeld,
                    Felt: document.Felt,
                    Plan: document.Plan,
                    Mode: document.Mode,
                    HelmInWords: document.HelmInWords,
                    WindFactor: document.WindFactor,
                    Asked: document.Asked,
                    Answers: document.Luffing is { } luffing ? Luffed(luffing) : null
                ),
            ]
        : [];

    /// <summary>What luffed first, as files spelled it before it was an answer.</summary>
    private static Dictionary<string, AnswerDocument>? Luffed(string luffing)
    {
        string[] spelled = ["first", "together", "after"];
        var at = Array.IndexOf(spelled, luffing);
        return luffing == "notLookedAt" ? null
            : at < 0 ? new() { [ClassQuestions.Luffing.Key.Name] = new(luffing, luffing) }
            : new()
            {
                [ClassQuestions.Luffing.Key.Name] = new(
                    ClassQuestions.Luffing.Form.Words![at].Text,
                    EnumText.Of(ClassQuestions.Luffing.Form.Words[at].Means)
                ),
            };
    }
}
