using System.Text.Json;
using Regatta.Core.Fleet;
using Regatta.Core.Matrices;
using Regatta.Core.Units;
using Regatta.Core.Wind;

namespace Regatta.Formats.Bundles;

/// <summary>Reads a bundle. Nothing of a bundle with a problem is used.</summary>
public static class BundleReader
{
    /// <summary>A bundle is no larger than this.</summary>
    public const int MostBytes = 16 * 1024 * 1024;

    private const int MostProblems = 20;

    /// <summary>Reads UTF-8 JSON.</summary>
    /// <param name="json">The whole text.</param>
    /// <param name="now">To refuse logs of the future.</param>
    public static BundleReading Read(ReadOnlySpan<byte> json, DateTimeOffset now)
    {
        if (json.Length > MostBytes)
        {
            return Refused("the file", $"It is larger than {MostBytes / 1024 / 1024} MiB.");
        }

        try
        {
            var document = JsonSerializer.Deserialize<BundleDocument>(SkipByteOrderMark(json), BundleDocument.Options);
            return document switch
            {
                _ when HasNullInArray(json) => Refused("the file", "A list in it holds null."),
                null or { Format: not BundleDocument.FormatName } => Refused("format", $"This is no {BundleDocument.FormatName}."),
                { Version: not BundleDocument.CurrentVersion } => Refused("version", $"Version {document.Version} is not known here; version {BundleDocument.CurrentVersion} is."),
                _ => Understand(document, now),
            };
        }
        catch (JsonException wrong)
        {
            return Refused(wrong.Path is { Length: > 2 } path ? path[2..] : "the file", $"This is not the JSON of a bundle (line {(wrong.LineNumber ?? 0) + 1}).");
        }
    }

    private static ReadOnlySpan<byte> SkipByteOrderMark(ReadOnlySpan<byte> json) => json.StartsWith((byte[])[0xEF, 0xBB, 0xBF]) ? json[3..] : json;

    /// <summary>The deserialiser keeps null out of properties, but lets it into lists.</summary>
    private static bool HasNullInArray(ReadOnlySpan<byte> json)
    {
        var reader = new Utf8JsonReader(SkipByteOrderMark(json));
        var open = new Stack<JsonTokenType>();
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
                    return true;
            }
        }

        return false;
    }

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
                    document.Club is { } club ? new(club.Name, club.TimeZone) : null,
                    [.. (document.People ?? []).Select(person => new BundledPerson(person.Key, person.Name, person.Roles, person.CaptainOf ?? []))],
                    classes),
                []);
    }

    private static BundledClass? ReadClass(ClassDocument document, string where, DateTimeOffset now, List<BundleProblem> problems)
    {
        if (!ControlJson.KeyShape().IsMatch(document.Key) || string.IsNullOrWhiteSpace(document.Name))
        {
            problems.Add(new($"{where}.key", "A class needs a name, and a key of lower-case letters, digits and hyphens."));
            return null;
        }

        if (!(document.Helm.ToleranceDegrees > 0) || !(document.Helm.ReferenceWind >= 0))
        {
            problems.Add(new($"{where}.helm", "The tolerance lies above zero degrees and the reference wind at zero or above."));
            return null;
        }

        var draft = MatrixJson.FromDocument(document.Matrix, document.Mode);
        if (!draft.Ok)
        {
            problems.Add(new($"{where}.matrix", draft.Problem!));
            return null;
        }

        var retired = MatrixJson.ReadControls(document.Retired ?? []);
        var boats = BoatJson.FromDocuments(document.Boats ?? [], [.. draft.Value.Controls, .. retired.Ok ? retired.Value : []]);
        var crew = CrewJson.FromDocument(document.Crew);
        var height = document.WindHeight ?? BoatClass.UsualWindHeight.Metres;
        if (!crew.Ok || !(height >= WindProfile.Heights.Lowest.Metres && height <= WindProfile.Heights.Highest.Metres))
        {
            problems.Add(new($"{where}.{(crew.Ok ? "windHeight" : "crew")}", crew.Problem ?? "A wind is measured between 0.1 and 60 m above the water."));
            return null;
        }

        var wrong = retired.Problem ?? boats.Problem ?? Stranger(draft.Value.Controls, retired.Ok ? retired.Value : []);
        if (wrong is not null)
        {
            problems.Add(new(boats.Ok ? $"{where}.matrix" : $"{where}.boats", wrong));
            return null;
        }

        var boatClass = new BoatClass(
            document.Key,
            document.Name,
            document.Family,
            document.About,
            new(Angle.FromDegrees(document.Helm.TargetDegrees), Angle.FromDegrees(document.Helm.ToleranceDegrees), Speed.FromMetresPerSecond(document.Helm.ReferenceWind), document.Helm.PerHeelDegree),
            draft.Value.Controls,
            document.Cautions)
        {
            Checks = document.Checks ?? [],
            Layers = draft.Value.Layers,
            Retired = retired.Value,
            WindHeight = Length.FromMetres(height),
            Crew = crew.Value,
        };
        return new(boatClass, draft.Value, boats.Value, ReadVersions(document, where, problems), ReadLogs(document, where, boatClass, boats.Value, now, problems));
    }

    /// <summary>What is wrong between the controls themselves: a coupling with a control that is not there, or a retired one that is also in use.</summary>
    private static string? Stranger(IReadOnlyList<Control> inUse, IReadOnlyList<Control> retired) =>
        (from control in inUse
         from coupling in control.Disturbs
         where inUse.Concat(retired).All(known => known.Key != coupling.Control)
         select $"{control.Name} disturbs “{coupling.Control}”, and the class has no such control.")
        .Concat(from control in retired where inUse.Any(used => used.Key == control.Key) select $"“{control.Key}” is in use and retired at once.")
        .FirstOrDefault();

    private static List<PublishedMatrix> ReadVersions(ClassDocument document, string where, List<BundleProblem> problems)
    {
        var versions = new List<PublishedMatrix>();
        foreach (var (version, at) in (document.Versions ?? []).Select((version, at) => (version, at)))
        {
            var matrix = MatrixJson.FromDocument(version.Matrix, document.Mode);
            if (!matrix.Ok || version.Number != at + 1)
            {
                problems.Add(new($"{where}.versions[{at}]", matrix.Problem ?? "Versions are numbered 1, 2, 3 … in order."));
                continue;
            }

            versions.Add(new(version.Number, version.At, version.By, version.Reason, matrix.Value));
        }

        return versions;
    }

    private static List<BundledLog> ReadLogs(
        ClassDocument document, string where, BoatClass boatClass, IReadOnlyList<BundledBoat> boats, DateTimeOffset now, List<BundleProblem> problems)
    {
        var logs = new List<BundledLog>();
        foreach (var (entry, at) in (document.Logs ?? []).Select((entry, at) => (entry, at)))
        {
            var log = LogJson.FromDocument(entry, boatClass, now);
            var stranger = entry.Boat is { } boat && boats.All(known => known.Name != boat) ? $"It was sailed in “{boat}”, and the class has no such boat." : null;
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
