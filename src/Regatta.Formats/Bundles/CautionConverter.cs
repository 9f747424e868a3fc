using System.Text.Json;
using System.Text.Json.Serialization;

namespace Regatta.Formats.Bundles;

/// <summary>Writes a caution that stands everywhere as its sentence alone, as bundles always had it, and reads both ways.</summary>
/// <param name="plain">How everything else of a bundle is written.</param>
public sealed class CautionConverter(JsonSerializerOptions plain) : JsonConverter<CautionDocument>
{
    /// <inheritdoc/>
    public override CautionDocument? Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        reader.TokenType == JsonTokenType.String
            ? new(reader.GetString()!)
            : JsonSerializer.Deserialize<CautionDocument>(ref reader, plain);

    /// <inheritdoc/>
    public override void Write(Utf8JsonWriter writer, CautionDocument value, JsonSerializerOptions options)
    {
        if (value == new CautionDocument(value.Text))
        {
            writer.WriteStringValue(value.Text);
        }
        else
        {
            JsonSerializer.Serialize(writer, value, plain);
        }
    }
}
