using System.Text.Json;
using System.Text.Json.Nodes;

namespace Regatta.Formats.Bundles;

/// <summary>Writes a bundle as UTF-8 JSON.</summary>
public static class BundleWriter
{
    private static readonly JsonSerializerOptions Indented = new(BundleDocument.Options) { WriteIndented = true };

    /// <summary>Writes classes with their drafts, versions and logs. Sailors, their boats and crew masses are private: no log carries them,
    /// and people are left out.</summary>
    public static byte[] Write(Bundle bundle) => Write(ToDocument(bundle));

    /// <summary>The same into a stream, piece by piece.</summary>
    public static Task WriteAsync(Bundle bundle, Stream into, CancellationToken stop) =>
        JsonSerializer.SerializeAsync(into, ToDocument(bundle), Indented, stop);

    /// <summary>Writes a document as it is.</summary>
    public static byte[] Write(BundleDocument document) => JsonSerializer.SerializeToUtf8Bytes(document, Indented);

    private static BundleDocument ToDocument(Bundle bundle) =>
        new(
            BundleDocument.FormatName,
            BundleDocument.CurrentVersion,
            [.. bundle.Classes.Select(ToDocument)],
            bundle.Club is { } club ? new(club.Name, club.TimeZone, club.Key) : null,
            Part: bundle.Part is { } part ? new(part.Number, part.Of) : null
        );

    /// <summary>A class as the bundle has it.</summary>
    public static ClassDocument ToDocument(BundledClass bundled)
    {
        var (draft, boats, versions, logs) = bundled;
        var definition = ClassJson.Write(draft.Definition);
        return new(
            draft.Definition.Key,
            definition,
            ClassJson.WriteCells(draft),
            boats.Count > 0 ? [.. boats.Select(BoatJson.ToDocument)] : null,
            versions.Count > 0 ? [.. versions.Select(version => ToDocument(version, definition))] : null,
            logs.Count > 0 ? [.. logs.Select(log => ToDocument(log.Log, draft.Definition))] : null
        );
    }

    /// <summary>A log as the bundle has it, without what is private.</summary>
    public static LogDocument ToDocument(SessionLog log, ClassDefinition boatClass) => LogJson.ToDocument(log, boatClass.PlanModes.First);

    private static VersionDocument ToDocument(PublishedVersion version, JsonObject draft)
    {
        var definition = ClassJson.Write(version.Class);
        return new(
            version.Number,
            version.At,
            version.By,
            version.Reason,
            ClassJson.WriteCells(version.State),
            JsonNode.DeepEquals(definition, draft) ? null : definition
        );
    }
}
