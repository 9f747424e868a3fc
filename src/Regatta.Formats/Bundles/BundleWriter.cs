using System.Text.Json;
using Regatta.Core.Fleet;
using Regatta.Core.Logbook;
using Regatta.Core.Matrices;

namespace Regatta.Formats.Bundles;

/// <summary>Writes a bundle as UTF-8 JSON.</summary>
public static class BundleWriter
{
    private static readonly JsonSerializerOptions Indented = new(BundleDocument.Options) { WriteIndented = true };

    /// <summary>Writes classes with their drafts, versions and logs. Sailors, their boats and crew masses are private: no log carries them,
    /// and people are left out.</summary>
    public static byte[] Write(Bundle bundle) =>
        Write(
            new BundleDocument(
                BundleDocument.FormatName,
                BundleDocument.CurrentVersion,
                [.. bundle.Classes.Select(ToDocument)],
                bundle.Club is { } club ? new(club.Name, club.TimeZone, club.Key) : null
            )
        );

    /// <summary>Writes a document as it is.</summary>
    public static byte[] Write(BundleDocument document) => JsonSerializer.SerializeToUtf8Bytes(document, Indented);

    /// <summary>A class as the bundle has it.</summary>
    public static ClassDocument ToDocument(BundledClass bundled)
    {
        var (draft, boats, versions, logs) = bundled;
        var boatClass = draft.Definition;
        return new(
            boatClass.Key,
            boatClass.Name,
            boatClass.Family,
            boatClass.About,
            HelmOf(boatClass),
            [.. boatClass.Cautions.Select(SailJson.ToDocument)],
            MatrixJson.ToDocument(draft.Set) with
            {
                LastBand = boatClass.LastBand,
            },
            Checks: boatClass.Checks.Count > 0 ? boatClass.Checks : null,
            WindHeight: boatClass.WindHeight.Metres,
            Crew: CrewJson.ToDocument(boatClass.Crew),
            Retired: boatClass.Retired.Count > 0 ? [.. boatClass.Retired.Select(ControlJson.ToDocument)] : null,
            Boats: boats.Count > 0 ? [.. boats.Select(BoatJson.ToDocument)] : null,
            Versions: versions.Count > 0 ? [.. versions.Select(version => ToDocument(version, boatClass))] : null,
            Logs: logs.Count > 0 ? [.. logs.Select(log => LogJson.ToDocument(log.Log, boatClass.Layers.First))] : null,
            Balance: QuestionJson.ToDocument(boatClass.Balance),
            Questions: [.. boatClass.Questions.Select(QuestionJson.ToDocument)],
            RetiredQuestions: boatClass.RetiredQuestions.Count > 0 ? [.. boatClass.RetiredQuestions.Select(QuestionJson.ToDocument)] : null,
            Purposes: Purposes(boatClass),
            Gears: boatClass.Gears.Count > 0 ? [.. boatClass.Gears.Select(QuestionJson.ToDocument)] : null,
            Reefing: SailJson.ToDocument(boatClass.Reefing),
            SailLimits: boatClass.SailLimits.Count > 0 ? [.. boatClass.SailLimits.Select(SailJson.ToDocument)] : null,
            Procedures: boatClass.Procedures.Count > 0 ? [.. boatClass.Procedures.Select(SailJson.ToDocument)] : null,
            Rake: boatClass.Rake is { } rake ? SailJson.ToDocument(rake) : null,
            Drawing: boatClass.Drawing is { } drawing ? DrawingJson.ToDocument(drawing) : null,
            Cures: boatClass.Cures.Count > 0 ? [.. boatClass.Cures.Select(DrawingJson.ToDocument)] : null
        );
    }

    /// <summary>A log as the bundle has it, without what is private.</summary>
    public static LogDocument ToDocument(SessionLog log, ClassDefinition boatClass) => LogJson.ToDocument(log, boatClass.Layers.First);

    private static VersionDocument ToDocument(PublishedVersion version, ClassDefinition draft) =>
        new(
            version.Number,
            version.At,
            version.By,
            version.Reason,
            MatrixJson.ToDocument(version.Set) with
            {
                LastBand = version.Class.LastBand,
            },
            DefinitionDiff.Between(version.Class, draft).Any()
            || !version.Class.Retired.SequenceEqual(draft.Retired)
            || !version.Class.RetiredQuestions.SequenceEqual(draft.RetiredQuestions)
                ? SettingsOf(version.Class)
                : null
        );

    private static SettingsDocument SettingsOf(ClassDefinition definition) =>
        new(
            definition.Name,
            definition.Family,
            definition.About,
            HelmOf(definition),
            [.. definition.Cautions.Select(SailJson.ToDocument)],
            definition.Checks,
            definition.WindHeight.Metres,
            CrewJson.ToDocument(definition.Crew),
            [.. definition.Retired.Select(ControlJson.ToDocument)],
            QuestionJson.ToDocument(definition.Balance),
            [.. definition.Questions.Select(QuestionJson.ToDocument)],
            [.. definition.RetiredQuestions.Select(QuestionJson.ToDocument)],
            Purposes(definition),
            [.. definition.Gears.Select(QuestionJson.ToDocument)],
            SailJson.ToDocument(definition.Reefing),
            [.. definition.SailLimits.Select(SailJson.ToDocument)],
            [.. definition.Procedures.Select(SailJson.ToDocument)],
            definition.Rake is { } rake ? SailJson.ToDocument(rake) : null,
            definition.Drawing is { } drawing ? DrawingJson.ToDocument(drawing) : null,
            [.. definition.Cures.Select(DrawingJson.ToDocument)]
        );

    private static IReadOnlyList<NamedDocument>? Purposes(ClassDefinition definition) =>
        definition.Purposes.Count > 0
            ? [.. definition.Purposes.Select(purpose => new NamedDocument(purpose.Key.Name, purpose.Name))]
            : null;

    private static HelmDocument HelmOf(ClassDefinition definition) =>
        new(
            definition.Helm.Target.Degrees,
            definition.Helm.Tolerance.Degrees,
            definition.Helm.ReferenceWind.MetresPerSecond,
            definition.Helm.PerHeelDegree
        );
}
