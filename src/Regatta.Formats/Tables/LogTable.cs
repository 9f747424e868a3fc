using System.Globalization;
using Regatta.Formats.Bundles;

namespace Regatta.Formats.Tables;

/// <summary>A log in a table, with the class it is of.</summary>
public sealed record TableLog(string ClassKey, SessionLog Log);

/// <summary>Logs as a table of comma-separated values, a row for each run (docs/formats.md). Winds in m/s, helm in degrees, marks as the
/// class's positions, times in UTC. What is written is read back as it was.</summary>
public static class LogTable
{
    /// <summary>The names of the columns.</summary>
    public static readonly IReadOnlyList<string> Head =
    [
        "log",
        "run",
        "class",
        "at",
        "from",
        "windFrom",
        "windTo",
        "gust",
        "plan",
        "mode",
        "purpose",
        "water",
        "place",
        "crewKg",
        "windFactor",
        "helmPort",
        "helmStarboard",
        "heel",
        "gatesAsked",
        "gatesHeld",
        "inWords",
        "felt",
        "marks",
        "askedBy",
        "answers",
        "measured",
        "version",
        "note",
    ];

    /// <summary>The columns without which a row says nothing.</summary>
    private static readonly IReadOnlyList<string> Needed = ["log", "at", "windFrom", "windTo"];

    private const string Time = "yyyy-MM-dd'T'HH:mm:ss'Z'";

    /// <summary>Between the entries of a cell that holds several.</summary>
    private const string Between = "; ";

    /// <summary>The rows of a log.</summary>
    public static IEnumerable<IReadOnlyList<string>> Rows(TableLog one) =>
        one.Log.Runs.Select(
            (run, at) =>
            {
                var document = RunJson.ToDocument(run, default);
                return (IReadOnlyList<string>)
                    [
                        one.Log.Key.ToString(),
                        (at + 1).ToString(CultureInfo.InvariantCulture),
                        one.ClassKey,
                        At(one.Log.SailedAt),
                        run.From is { } from ? At(from) : "",
                        Number(document.WindFrom),
                        Number(document.WindTo),
                        Number(document.Gust),
                        run.PlanMode.Plan.Name,
                        run.PlanMode.Mode.Name,
                        one.Log.Purpose?.Name ?? "",
                        EnumText.Of(one.Log.Water),
                        EnumText.Of(one.Log.Place),
                        Number(one.Log.CrewMass?.Kilograms),
                        Number(run.WindFactor),
                        Number(document.HelmPort),
                        Number(document.HelmStarboard),
                        Number(document.Heel),
                        run.Check is { } check ? Joined(Core.Checks.CheckGates.Each(check.Gates.Asked).Select(EnumText.Of)) : "",
                        Joined(document.GatesHeld ?? []),
                        document.HelmInWords == true ? "yes" : "",
                        document.Felt ?? "",
                        Joined(document.Marks.Select(mark => $"{mark.Key}={Number(mark.Value)}")),
                        Joined((document.Asked ?? Nothing).Select(mark => $"{mark.Key}={mark.Value.By}:{Number(mark.Value.Card)}")),
                        Joined(
                            (document.Answers ?? new Dictionary<string, AnswerDocument>()).Select(answer =>
                                $"{answer.Key}={answer.Value.Means}:{Number(answer.Value.Number)}:{Escaped(answer.Value.Said)}"
                            )
                        ),
                        Joined(
                            (document.Answers ?? new Dictionary<string, AnswerDocument>())
                                .Where(answer => answer.Value.Measured is not null)
                                .Select(answer => (answer.Key, Read: answer.Value.Measured!))
                                .Select(answer => $"{answer.Key}={answer.Read.Gauge}:{Number(answer.Read.Value)}:{Number(answer.Read.Sd)}")
                        ),
                        one.Log.Version?.ToString(CultureInfo.InvariantCulture) ?? "",
                        one.Log.Note,
                    ];
            }
        );

    /// <summary>Reads logs of a class out of a table, or says where it cannot.</summary>
    /// <param name="text">The table, with its head.</param>
    /// <param name="boatClass">The class they must be of.</param>
    /// <param name="now">To refuse logs of the future.</param>
    public static Parsed<IReadOnlyList<SessionLog>> Read(string text, ClassDefinition boatClass, DateTimeOffset now)
    {
        var rows = TableText.Rows(text, linesLookedAt: 1).Where(row => row.Any(cell => cell.Length > 0)).ToList();
        if (rows.Count == 0 || Needed.Except(rows[0]).Any())
        {
            return Bad("The first line names the columns; log, at, windFrom and windTo are among them.");
        }

        var columns = rows[0].Select((name, at) => (name, at)).GroupBy(row => row.name).ToDictionary(row => row.Key, row => row.First().at);
        var read = new List<(int Line, Guid Key, LogDocument Log, RunDocument Run)>();
        foreach (var (row, at) in rows.Skip(1).Select((row, at) => (row, at)))
        {
            string Cell(string name) => columns.TryGetValue(name, out var column) && column < row.Count ? row[column] : "";
            if (Cell("class") is { Length: > 0 } named && named != boatClass.Key)
            {
                continue;
            }

            try
            {
                read.Add((at + 2, Guid.Parse(Cell("log")), LogOf(Cell), RunOf(Cell)));
            }
            catch (Exception wrong) when (wrong is FormatException or OverflowException or ArgumentException)
            {
                return Bad($"Line {at + 2} is not understood: {PlainText.Shown(wrong.Message)}");
            }
        }

        if (read.Count > Limits.BundleLogs)
        {
            return Bad($"It holds more than {Limits.BundleLogs} runs.");
        }

        var logs = new List<SessionLog>();
        foreach (var group in read.GroupBy(row => row.Key))
        {
            var log = LogJson.FromDocument(group.First().Log with { Runs = [.. group.Select(row => row.Run)] }, boatClass, now);
            if (!log.Ok)
            {
                return Bad($"Line {group.First().Line}: {log.Problem}");
            }

            logs.Add(log.Value);
        }

        return logs.Count > 0
            ? Parsed<IReadOnlyList<SessionLog>>.Good(logs)
            : Bad($"It holds no log of {boatClass.Name}; its key is {boatClass.Key}.");
    }

    private static IReadOnlyDictionary<string, AskedDocument> Nothing { get; } = new Dictionary<string, AskedDocument>();

    private static Parsed<IReadOnlyList<SessionLog>> Bad(string problem) => Parsed<IReadOnlyList<SessionLog>>.Bad(problem);

    private static LogDocument LogOf(Func<string, string> cell) =>
        new(
            Guid.Parse(cell("log")),
            Instant(cell("at")),
            CrewMass: May(cell("crewKg")),
            Note: Text(cell("note")),
            Version: cell("version").Length > 0 ? int.Parse(cell("version"), CultureInfo.InvariantCulture) : null,
            Purpose: Text(cell("purpose")),
            Water: Text(cell("water")),
            Place: Text(cell("place"))
        );

    private static RunDocument RunOf(Func<string, string> cell)
    {
        var measured = Pairs(cell("measured")).ToDictionary(pair => pair.Key, pair => MeasuredOf(pair.Value));
        return new(
            double.Parse(cell("windFrom"), CultureInfo.InvariantCulture),
            double.Parse(cell("windTo"), CultureInfo.InvariantCulture),
            Pairs(cell("marks")).ToDictionary(pair => pair.Key, pair => double.Parse(pair.Value, CultureInfo.InvariantCulture)),
            From: cell("from").Length > 0 ? Instant(cell("from")) : null,
            Gust: May(cell("gust")),
            HelmPort: May(cell("helmPort")),
            HelmStarboard: May(cell("helmStarboard")),
            Heel: May(cell("heel")),
            GatesAsked: cell("gatesAsked").Length > 0 ? Parts(cell("gatesAsked")) : null,
            GatesHeld: Parts(cell("gatesHeld")),
            Felt: Text(cell("felt")),
            Plan: Text(cell("plan")),
            Mode: Text(cell("mode")),
            HelmInWords: cell("inWords") == "yes" ? true : null,
            WindFactor: May(cell("windFactor")),
            Asked: Pairs(cell("askedBy"))
                .ToDictionary(pair => pair.Key, pair => new AskedDocument(pair.Value.Split(':')[0], May(pair.Value.Split(':')[^1]))),
            Answers: Pairs(cell("answers"))
                .ToDictionary(pair => pair.Key, pair => AnswerOf(pair.Value) with { Measured = measured.GetValueOrDefault(pair.Key) })
        );
    }

    private static MeasuredDocument MeasuredOf(string text) =>
        text.Split(':') is [var gauge, var value, var sd]
            ? new(gauge, double.Parse(value, CultureInfo.InvariantCulture), double.Parse(sd, CultureInfo.InvariantCulture))
            : throw new FormatException($"“{text}” is no reading: write the gauge, its number and its doubt, with colons between.");

    private static AnswerDocument AnswerOf(string text)
    {
        var parts = text.Split(':', 3);
        return parts.Length == 3
            ? new(Unescaped(parts[2]), parts[0], May(parts[1]))
            : throw new FormatException($"“{text}” is no answer: write what it means, its number and its words, with colons between.");
    }

    /// <summary>Words may hold what separates entries.</summary>
    private static string Escaped(string text) => Uri.EscapeDataString(text).Replace("%20", " ", StringComparison.Ordinal);

    private static string Unescaped(string text) => Uri.UnescapeDataString(text);

    private static string At(DateTimeOffset at) => at.UtcDateTime.ToString(Time, CultureInfo.InvariantCulture);

    private static DateTimeOffset Instant(string text) =>
        DateTimeOffset.Parse(text, CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal | DateTimeStyles.AdjustToUniversal);

    private static string Number(double? number) => number?.ToString("R", CultureInfo.InvariantCulture) ?? "";

    private static double? May(string text) => text.Length > 0 ? double.Parse(text, CultureInfo.InvariantCulture) : null;

    private static string? Text(string text) => text.Length > 0 ? text : null;

    private static string Joined(IEnumerable<string> parts) => string.Join(Between, parts);

    private static IReadOnlyList<string> Parts(string text) =>
        [.. text.Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)];

    private static IEnumerable<KeyValuePair<string, string>> Pairs(string text) =>
        Parts(text)
            .Select(part => part.Split('=', 2))
            .Select(pair =>
                pair.Length == 2 ? KeyValuePair.Create(pair[0].Trim(), pair[1].Trim()) : throw new FormatException($"“{pair[0]}” has no =.")
            )
            .DistinctBy(pair => pair.Key);
}
