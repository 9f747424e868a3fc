using System.Text.Json;
using Regatta.Core;
using Regatta.Core.Checks;
using Regatta.Core.Fleet;
using Regatta.Core.Matrices;
using Regatta.Core.Questions;
using Regatta.Core.Units;
using Regatta.Core.Wind;

namespace Regatta.Formats.Bundles;

/// <summary>Reads a bundle. Nothing of a bundle with a problem is used.</summary>
public static class BundleReader
{
    private const int MostProblems = 20;

    /// <summary>The bytes of a text, some of whose letters are written as escapes.</summary>
    private const int LongestText = 6 * Limits.NoteLetters;

    /// <summary>Reads UTF-8 JSON.</summary>
    /// <param name="json">The whole text.</param>
    /// <param name="now">To refuse logs of the future.</param>
    public static BundleReading Read(ReadOnlySpan<byte> json, DateTimeOffset now)
    {
        if (json.Length > Limits.BundleBytes)
        {
            return Refused("the file", $"It is larger than {Limits.BundleBytes / 1024 / 1024} MiB.");
        }

        try
        {
            var document = JsonSerializer.Deserialize<BundleDocument>(SkipByteOrderMark(json), BundleDocument.Options);
            return document switch
            {
                _ when Unfit(json) is { } unfit => Refused("the file", unfit),
                null or { Format: not BundleDocument.FormatName } => Refused("format", $"This is no {BundleDocument.FormatName}."),
                { Version: not BundleDocument.CurrentVersion } => Refused(
                    "version",
                    $"Version {document.Version} is not known here; version {BundleDocument.CurrentVersion} is."
                ),
                _ when TooMany(document) is { } many => Refused("the file", many),
                _ => Understand(document, now),
            };
        }
        catch (JsonException wrong)
        {
            return Refused(
                wrong.Path is { Length: > 2 } path ? path[2..] : "the file",
                $"This is not the JSON of a bundle (line {(wrong.LineNumber ?? 0) + 1})."
            );
        }
    }

    private static ReadOnlySpan<byte> SkipByteOrderMark(ReadOnlySpan<byte> json) =>
        json.StartsWith((byte[])[0xEF, 0xBB, 0xBF]) ? json[3..] : json;

    /// <summary>What the deserialiser would let pass: null in lists, control characters, texts longer than any the app writes.</summary>
    private static string? Unfit(ReadOnlySpan<byte> json)
    {
        var reader = new Utf8JsonReader(SkipByteOrderMark(json));
        var open = new Stack<JsonTokenType>();
        var member = "";
        while (reader.Read())
        {
            switch (reader.TokenType)
            {
                case JsonTokenType.StartArray or JsonTokenType.StartObject:
                    open.Push(reader.TokenType);
                    break;
                case JsonTokenType.EndArray or JsonTokenType.EndObject:
                    open.Pop();
                    break;
                case JsonTokenType.Null when open.TryPeek(out var inside) && inside == JsonTokenType.StartArray:
                    return "A list in it holds null.";
                case JsonTokenType.PropertyName:
                    member = reader.GetString()!;
                    break;
                case JsonTokenType.String when reader.ValueSpan.Length > LongestText:
                    return $"A text of “{PlainText.Shown(member)}” is longer than {Limits.NoteLetters} letters.";
                case JsonTokenType.String when PlainText.HasControls(reader.GetString()):
                    return $"A text of “{PlainText.Shown(member)}” holds a control character.";
            }
        }

        return null;
    }

    private static string? TooMany(BundleDocument document) =>
        document switch
        {
            { Classes.Count: > Limits.BundleClasses } => $"It holds more than {Limits.BundleClasses} classes.",
            _ when document.Classes.Sum(one => one.Logs?.Count ?? 0) > Limits.BundleLogs => $"It holds more than {Limits.BundleLogs} logs.",
            _ when document.Classes.Any(one => one.Boats?.Count > Limits.Boats) => $"A class in it has more than {Limits.Boats} boats.",
            _ when document.Classes.Any(one => one.Versions?.Count > Limits.Versions) =>
                $"A class in it has more than {Limits.Versions} versions.",
            _ => null,
        };

    private static BundleReading Understand(BundleDocument document, DateTimeOffset now)
    {
        var problems = new List<BundleProblem>();
        var classes = document.Classes.Select((one, at) => ReadClass(one, $"classes[{at}]", now, problems)).OfType<BundledClass>().ToList();
        if (classes.Select(one => one.Class.Key).Distinct().Count() != classes.Count)
        {
            problems.Add(new("classes", "Two classes carry the same key."));
        }

        return problems.Count > 0
            ? new(null, [.. problems.Take(MostProblems)])
            : new(
                new(
                    document.Club is { } club ? new(club.Name, club.TimeZone, club.Key) : null,
                    [
                        .. (document.People ?? []).Select(person => new BundledPerson(
                            person.Key,
                            person.Name,
                            person.Roles,
                            person.CaptainOf ?? []
                        )),
                    ],
                    classes
                ),
                []
            );
    }

    private static BundledClass? ReadClass(ClassDocument document, string where, DateTimeOffset now, List<BundleProblem> problems)
    {
        if (!ControlJson.KeyShape().IsMatch(document.Key) || string.IsNullOrWhiteSpace(document.Name))
        {
            problems.Add(new($"{where}.key", "A class needs a name, and a key of lower-case letters, digits and hyphens."));
            return null;
        }

        var matrix = MatrixJson.FromDocument(document.Matrix, document.Mode);
        if (!matrix.Ok)
        {
            problems.Add(new($"{where}.matrix", matrix.Problem!));
            return null;
        }

        var settings = new SettingsDocument(
            document.Name,
            document.Family,
            document.About,
            document.Helm,
            document.Cautions,
            document.Checks,
            document.WindHeight,
            document.Crew,
            document.Retired,
            document.Balance,
            document.Questions,
            document.RetiredQuestions,
            document.Purposes,
            document.Gears,
            document.Reefing,
            document.SailLimits,
            document.Procedures,
            document.Rake,
            document.Drawing,
            document.Cures
        );
        var state = StateReader.Read(document.Key, settings, matrix.Value, LastBand(document));
        if (!state.Ok || state.Value.Definition.Problems() is [_, ..])
        {
            problems.Add(new(where, state.Problem ?? state.Value.Definition.Problems()[0]));
            return null;
        }

        var boats = BoatJson.FromDocuments(document.Boats ?? [], [.. state.Value.Definition.Known]);
        if (!boats.Ok)
        {
            problems.Add(new($"{where}.boats", boats.Problem!));
            return null;
        }

        return new(
            state.Value,
            boats.Value,
            ReadVersions(document, where, settings, problems),
            ReadLogs(document, where, state.Value.Definition, boats.Value, now, problems)
        );
    }

    private static List<PublishedVersion> ReadVersions(
        ClassDocument document,
        string where,
        SettingsDocument settings,
        List<BundleProblem> problems
    )
    {
        var versions = new List<PublishedVersion>();
        foreach (var (version, at) in (document.Versions ?? []).Select((version, at) => (version, at)))
        {
            var state = MatrixJson
                .FromDocument(version.Matrix, document.Mode)
                .Then(set =>
                    StateReader.Read(document.Key, version.Settings ?? Without(settings, set.Controls), set, version.Matrix.LastBand)
                );
            if (!state.Ok || version.Number != at + 1)
            {
                problems.Add(new($"{where}.versions[{at}]", state.Problem ?? "Versions are numbered 1, 2, 3 … in order."));
                continue;
            }

            versions.Add(new(version.Number, version.At, version.By, version.Reason, state.Value));
        }

        return versions;
    }

    /// <summary>The highest number a band of the class ever had, as far as the file tells.</summary>
    private static int LastBand(ClassDocument document) =>
        (document.Versions ?? [])
            .Select(version => version.Matrix)
            .Append(document.Matrix)
            .SelectMany(matrix => matrix.Bands.Select(band => band.Id).Append(matrix.LastBand ?? 0))
            .Max();

    /// <summary>A control that was in use when a version was published was not retired then.</summary>
    private static SettingsDocument Without(SettingsDocument settings, IReadOnlyList<Control> inUse) =>
        settings with
        {
            Retired = [.. (settings.Retired ?? []).Where(retired => inUse.All(control => control.Key.Name != retired.Key))],
        };

    private static List<BundledLog> ReadLogs(
        ClassDocument document,
        string where,
        ClassDefinition boatClass,
        IReadOnlyList<BundledBoat> boats,
        DateTimeOffset now,
        List<BundleProblem> problems
    )
    {
        var logs = new List<BundledLog>();
        foreach (var (entry, at) in (document.Logs ?? []).Select((entry, at) => (entry, at)))
        {
            var log = LogJson.FromDocument(entry, boatClass, now);
            var stranger =
                entry.Boat is { } boat && boats.All(known => known.Name != boat)
                    ? $"It was sailed in “{boat}”, and the class has no such boat."
                    : null;
            if (!log.Ok || stranger is not null)
            {
                problems.Add(new($"{where}.logs[{at}]", log.Problem ?? stranger!));
                continue;
            }

            logs.Add(new(entry.Sailor, entry.Boat, log.Value));
        }

        return logs;
    }

    private static BundleReading Refused(string where, string what) => new(null, [new(where, what)]);
}
