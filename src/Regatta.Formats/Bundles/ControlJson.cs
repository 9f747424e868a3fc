using System.Text.Json;
using System.Text.RegularExpressions;
using Regatta.Core;
using Regatta.Core.Fleet;

namespace Regatta.Formats.Bundles;

/// <summary>A control to and from JSON, alone (as the store keeps it) or inside a bundle.</summary>
public static partial class ControlJson
{
    /// <summary>A control as JSON text.</summary>
    public static string Write(Control control) => JsonSerializer.Serialize(ToDocument(control), BundleDocument.Options);

    /// <summary>A control from JSON text this format wrote.</summary>
    /// <exception cref="JsonException">The text is not such JSON.</exception>
    public static Control Read(string json) => Read(JsonSerializer.Deserialize<ControlDocument>(json, BundleDocument.Options)!);

    /// <summary>A control from a document known to be right.</summary>
    /// <exception cref="InvalidOperationException">It breaks a rule of controls.</exception>
    public static Control Read(ControlDocument document) => FromDocument(document).Value;

    internal static ControlDocument ToDocument(Control control) => new(
        control.Key.Name,
        control.Name,
        ScaleJson.ToDocument(control.Scale),
        control.Datum,
        control.ReadingPoint,
        control.MoreDoes,
        Words.Of(control.When),
        Words.Of(control.AsWindBuilds),
        control.Synonyms.Count > 0 ? control.Synonyms : null,
        control.HelmPerUnit,
        control.Disturbs.Count > 0 ? [.. control.Disturbs.Select(coupling => new CouplingDocument(coupling.Control.Name, coupling.Why, coupling.Follows is var (least, most) ? [least, most] : null))] : null);

    internal static Parsed<Control> FromDocument(ControlDocument document) =>
        !KeyShape().IsMatch(document.Key)
            ? Parsed<Control>.Bad($"“{document.Key}” is no key: use lower-case letters, digits and hyphens.")
            : document.Disturbs?.Any(coupling => coupling.Follows is { } follows && (follows.Count != 2 || !(follows[0] <= follows[1]))) == true
            ? Parsed<Control>.Bad("What follows a control does so by two numbers: the least and the most.")
            : ScaleJson.FromDocument(document.Scale).Then(scale =>
                Words.Read<WhenChanged>(document.When).Then(when =>
                    Words.Read<AsWindBuilds>(document.AsWindBuilds).Then(builds => Parsed<Control>.Good(new(
                        new(document.Key), document.Name, document.Synonyms ?? [], scale, document.Datum, document.ReadingPoint, document.MoreDoes, when, builds, document.HelmPerUnit)
                    {
                        Disturbs = [.. (document.Disturbs ?? []).Select(coupling => new Coupling(new(coupling.Control), coupling.Why) { Follows = coupling.Follows is [var least, var most] ? (least, most) : null })],
                    }))));

    [GeneratedRegex("^[a-z0-9]+(-[a-z0-9]+)*$")]
    internal static partial Regex KeyShape();
}
