using System.Text.Json;

namespace Regatta.Formats.Bundles;

/// <summary>Writes a bundle as UTF-8 JSON.</summary>
public static class BundleWriter
{
    private static readonly JsonSerializerOptions Indented = new(BundleDocument.Options) { WriteIndented = true };

    /// <summary>Writes classes with their drafts, versions and logs. Sailors, their boats and crew masses are private: no log carries them, and people are left out.</summary>
    public static byte[] Write(Bundle bundle) => Write(new BundleDocument(
        BundleDocument.FormatName,
        BundleDocument.CurrentVersion,
        [.. bundle.Classes.Select(ToDocument)],
        bundle.Club is { } club ? new(club.Name, club.TimeZone) : null));

    /// <summary>Writes a document as it is.</summary>
    public static byte[] Write(BundleDocument document) => JsonSerializer.SerializeToUtf8Bytes(document, Indented);

    /// <summary>A class as the bundle has it.</summary>
    public static ClassDocument ToDocument(BundledClass bundled)
    {
        var (boatClass, draft, boats, versions, logs) = bundled;
        return new(
            boatClass.Key,
            boatClass.Name,
            boatClass.Family,
            boatClass.About,
            new(boatClass.Helm.Target.Degrees, boatClass.Helm.Tolerance.Degrees, boatClass.Helm.ReferenceWind.MetresPerSecond, boatClass.Helm.PerHeelDegree),
            boatClass.Cautions,
            MatrixJson.ToDocument(draft),
            Checks: boatClass.Checks.Count > 0 ? boatClass.Checks : null,
            WindHeight: boatClass.WindHeight.Metres,
            Crew: CrewJson.ToDocument(boatClass.Crew),
            Retired: boatClass.Retired.Count > 0 ? [.. boatClass.Retired.Select(ControlJson.ToDocument)] : null,
            Boats: boats.Count > 0 ? [.. boats.Select(BoatJson.ToDocument)] : null,
            Versions: versions.Count > 0 ? [.. versions.Select(version => new VersionDocument(version.Number, version.At, version.By, version.Reason, MatrixJson.ToDocument(version.Set)))] : null,
            Logs: logs.Count > 0 ? [.. logs.Select(log => LogJson.ToDocument(log.Log, boatClass.Layers.First))] : null);
    }
}
