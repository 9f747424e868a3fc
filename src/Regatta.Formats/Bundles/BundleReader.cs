using System.Text.Json;
using System.Text.Json.Nodes;

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
            var text = SkipByteOrderMark(json);
            var head = JsonSerializer.Deserialize<Head>(text, HeadOptions);
            return head switch
            {
                null or { Format: not BundleDocument.FormatName } => Refused("format", $"This is no {BundleDocument.FormatName}."),
                { Version: not (>= 1 and <= BundleDocument.CurrentVersion) } => Refused(
                    "version",
                    $"Version {head.Version} is not known here; versions 1 to {BundleDocument.CurrentVersion} are."
                ),
                _ when Unfit(text) is { } unfit => Refused("the file", unfit),
                _ => Open(text, head.Version) is var document && TooMany(document) is { } many
                    ? Refused("the file", many)
                    : Understand(document, now),
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

    private static BundleDocument Open(ReadOnlySpan<byte> text, int version) =>
        (
            version == BundleDocument.CurrentVersion
                ? JsonSerializer.Deserialize<BundleDocument>(text, BundleDocument.Options)
                : BundleUpcast2To3
                    .Lift(
                        version == 1 ? BundleUpcast1To2.Lift(text) : JsonSerializer.Deserialize<JsonObject>(text, BundleDocument.Options)!
                    )
                    .Deserialize<BundleDocument>(BundleDocument.Options)
        ) ?? throw new JsonException();

    private static ReadOnlySpan<byte> SkipByteOrderMark(ReadOnlySpan<byte> json) =>
        json.StartsWith((byte[])[0xEF, 0xBB, 0xBF]) ? json[3..] : json;

    /// <summary>What the deserialiser would let pass: null in lists, control characters, texts longer than any the app writes.</summary>
    private static string? Unfit(ReadOnlySpan<byte> json)
    {
        var reader = new Utf8JsonReader(json);
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
            _ when document.Classes.Sum(held => held.Logs?.Count ?? 0) > Limits.BundleLogs =>
                $"It holds more than {Limits.BundleLogs} logs.",
            _ when document.Classes.Any(held => held.Boats?.Count > Limits.Boats) => $"A class in it has more than {Limits.Boats} boats.",
            _ when document.Classes.Any(held => held.Versions?.Count > Limits.Versions) =>
                $"A class in it has more than {Limits.Versions} versions.",
            _ => null,
        };

    private static BundleReading Understand(BundleDocument document, DateTimeOffset now)
    {
        var problems = new List<BundleProblem>();
        if (document.Part is { } told && (told.Number < 1 || told.Of < told.Number || document.Classes.Count != 1))
        {
            problems.Add(new("part", "A part is of one class, numbered from 1 to how many there are."));
        }

        var first =
            document.Part is { Number: > 1 } && document.Classes.Count == 1
                ? document.Classes[0].Versions?.FirstOrDefault()?.Number ?? 1
                : 1;
        var classes = document
            .Classes.Select((one, at) => ReadClass(one, $"classes[{at}]", first, now, problems))
            .OfType<BundledClass>()
            .ToList();
        if (classes.Select(view => view.Class.Key).Distinct().Count() != classes.Count)
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
                )
                {
                    Part = document.Part is { } part ? new(part.Number, part.Of) : null,
                },
                []
            );
    }

    private static BundledClass? ReadClass(
        ClassDocument document,
        string where,
        int firstVersion,
        DateTimeOffset now,
        List<BundleProblem> problems
    )
    {
        if (ReadState(document.Key, document.Definition, document.Cells, where, problems, of => of.Problems()) is not { } state)
        {
            return null;
        }

        var boats = BoatJson.FromDocuments(document.Boats ?? [], [.. state.Definition.Known]);
        if (!boats.Ok)
        {
            problems.Add(new($"{where}.boats", boats.Problem!));
            return null;
        }

        return new(
            state,
            boats.Value,
            ReadVersions(document, where, firstVersion, problems),
            ReadLogs(document, where, state.Definition, boats.Value, now, problems)
        );
    }

    private static ClassState? ReadState(
        string key,
        JsonObject definition,
        JsonArray cells,
        string where,
        List<BundleProblem> problems,
        Func<ClassDefinition, IReadOnlyList<string>> judge
    )
    {
        var at = $"{where}.definition";
        try
        {
            var read = ClassJson.Read(key, definition);
            if (judge(read) is [var broken, ..])
            {
                problems.Add(new(at, broken));
                return null;
            }

            at = where;
            var state = CellRules.Join(read, ClassJson.ReadCells(cells));
            if (state.Ok)
            {
                return state.Value;
            }

            problems.Add(new($"{where}.cells", state.Problem!));
        }
        catch (ClassJsonException wrong)
        {
            problems.Add(new($"{at}.{wrong.Where}", wrong.Why));
        }

        return null;
    }

    /// <summary>The versions; rules made since they were published are not held against them.</summary>
    private static List<PublishedVersion> ReadVersions(ClassDocument document, string where, int first, List<BundleProblem> problems)
    {
        var versions = new List<PublishedVersion>();
        foreach (var (version, at) in (document.Versions ?? []).Select((version, at) => (version, at)))
        {
            var here = $"{where}.versions[{at}]";
            if (first < 1 || version.Number != first + at)
            {
                problems.Add(new(here, "Versions are numbered 1, 2, 3 … in order."));
            }
            else if (
                ReadState(document.Key, version.Definition ?? document.Definition, version.Cells, here, problems, of => of.Unsound()) is
                { } state
            )
            {
                versions.Add(new(version.Number, version.At, version.By, version.Reason, state));
            }
        }

        return versions;
    }

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

    /// <summary>What tells whether, and how, the rest is read.</summary>
    private sealed record Head(string? Format, int Version);

    private static readonly JsonSerializerOptions HeadOptions = new(BundleDocument.Options)
    {
        UnmappedMemberHandling = System.Text.Json.Serialization.JsonUnmappedMemberHandling.Skip,
        RespectRequiredConstructorParameters = false,
    };
}
