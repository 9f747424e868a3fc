using System.Text.Json;
using System.Text.Json.Serialization;

namespace Regatta.Formats.Bundles;

/// <summary>Writes a caution that stands everywhere as its sentence alone, as bundles always had it, and reads both ways.</summary>
public sealed class CautionConverter : JsonConverter<CautionDocument>
{
    /// <summary>The same members, without this converter.</summary>
    private sealed record Placed(
        string Text,
        string? Control = null,
        string? Plan = null,
        string? Mode = null,
        double? WindFrom = null,
        string? Water = null,
        string? Place = null,
        bool? Grave = null,
        string? Decides = null
    );

    /// <inheritdoc/>
    public override CautionDocument Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        if (reader.TokenType == JsonTokenType.String)
        {
            return new(reader.GetString()!);
        }

        var one = JsonSerializer.Deserialize<Placed>(ref reader, options)!;
        return new(one.Text, one.Control, one.Plan, one.Mode, one.WindFrom, one.Water, one.Place, one.Grave, one.Decides);
    }

    /// <inheritdoc/>
    public override void Write(Utf8JsonWriter writer, CautionDocument value, JsonSerializerOptions options)
    {
        if (value == new CautionDocument(value.Text))
        {
            writer.WriteStringValue(value.Text);
            return;
        }

        JsonSerializer.Serialize(
            writer,
            new Placed(
                value.Text,
                value.Control,
                value.Plan,
                value.Mode,
                value.WindFrom,
                value.Water,
                value.Place,
                value.Grave,
                value.Decides
            ),
            options
        );
    }
}
