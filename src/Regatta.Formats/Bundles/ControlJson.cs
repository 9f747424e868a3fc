using System.Text.Json;
using System.Text.RegularExpressions;
using Regatta.Core;
using Regatta.Core.Fleet;
using Regatta.Core.Marks;
using Regatta.Core.Units;

namespace Regatta.Formats.Bundles;

/// <summary>A control to and from JSON, alone (as the store keeps it) or inside a bundle.</summary>
public static partial class ControlJson
{
    private static readonly (string Symbol, LengthUnit Unit)[] Units = [.. Enum.GetValues<LengthUnit>().Select(unit => (unit.Symbol(), unit))];

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
        ScaleDocument(control.Scale),
        control.Datum,
        control.ReadingPoint,
        control.MoreDoes,
        Words.Of(control.When),
        Words.Of(control.AsWindBuilds),
        control.Synonyms.Count > 0 ? control.Synonyms : null,
        control.HelmPerUnit);

    internal static Parsed<Control> FromDocument(ControlDocument document) =>
        !KeyShape().IsMatch(document.Key)
            ? Parsed<Control>.Bad($"“{document.Key}” is no key: use lower-case letters, digits and hyphens.")
            : ReadScale(document.Scale).Then(scale =>
                Words.Read<WhenChanged>(document.When).Then(when =>
                    Words.Read<AsWindBuilds>(document.AsWindBuilds).Then(builds => Parsed<Control>.Good(new(
                        new(document.Key), document.Name, document.Synonyms ?? [], scale, document.Datum, document.ReadingPoint, document.MoreDoes, when, builds, document.HelmPerUnit)))));

    private static ScaleDocument ScaleDocument(Scale scale) => scale switch
    {
        LengthScale length => new("length", Unit: length.Unit.Symbol(), Min: length.Min.Position, Max: length.Max.Position, Step: length.Step),
        HoleScale holes => new("holes", Count: holes.Count, CountedFrom: holes.CountedFrom),
        StopScale stops => new("stops", Stops: stops.Stops),
        TargetScale => new("target"),
        _ => throw new ArgumentOutOfRangeException(nameof(scale), scale, "A kind of scale this format does not know."),
    };

    private static Parsed<Scale> ReadScale(ScaleDocument document)
    {
        try
        {
            return document switch
            {
                { Kind: "length", Unit: { } unit, Min: { } min, Max: { } max, Step: { } step } when Units.Any(known => known.Symbol == unit) =>
                    Parsed<Scale>.Good(new LengthScale(
                        Units.First(known => known.Symbol == unit).Unit,
                        Length.FromMillimetres(min),
                        Length.FromMillimetres(max),
                        Length.FromMillimetres(step))),
                { Kind: "length" } => Parsed<Scale>.Bad("A length scale needs a unit (mm, cm or in), min, max and step, the last three in mm."),
                { Kind: "holes", Count: { } count, CountedFrom: { } from } => Parsed<Scale>.Good(new HoleScale(count, from)),
                { Kind: "holes" } => Parsed<Scale>.Bad("A row of holes needs count and countedFrom."),
                { Kind: "stops", Stops: { } stops } => Parsed<Scale>.Good(new StopScale(stops)),
                { Kind: "stops" } => Parsed<Scale>.Bad("Named stops need the list stops."),
                { Kind: "target" } => Parsed<Scale>.Good(new TargetScale()),
                _ => Parsed<Scale>.Bad($"“{document.Kind}” is no kind of scale; it is length, holes, stops or target."),
            };
        }
        catch (ArgumentException refused)
        {
            return Parsed<Scale>.Bad(refused.Message);
        }
    }

    [GeneratedRegex("^[a-z0-9]+(-[a-z0-9]+)*$")]
    internal static partial Regex KeyShape();
}
