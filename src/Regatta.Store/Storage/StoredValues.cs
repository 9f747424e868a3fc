using System.Text.Json;
using System.Text.Json.Serialization;
using Regatta.Core;
using Regatta.Core.Fleet;
using Regatta.Core.Marks;
using Regatta.Core.Questions;
using Regatta.Core.Units;
using Regatta.Core.Wind;

namespace Regatta.Store.Storage;

/// <summary>How the core's values stand in stored JSON: lengths in mm, speeds in m/s, angles in degrees, masses in kg, keys and
/// enumerations as words, scales as their description.</summary>
internal static class StoredValues
{
    public static readonly JsonSerializerOptions Options = new()
    {
        PropertyNamingPolicy = JsonNamingPolicy.CamelCase,
        IgnoreReadOnlyProperties = true,
        RespectRequiredConstructorParameters = true,
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
        Converters =
        {
            new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false),
            new NumberConverter<Length>(length => length.Millimetres, Length.FromMillimetres),
            new NumberConverter<Speed>(speed => speed.MetresPerSecond, Speed.FromMetresPerSecond),
            new NumberConverter<Angle>(angle => angle.Degrees, Angle.FromDegrees),
            new NumberConverter<Mass>(mass => mass.Kilograms, Mass.FromKilograms),
            new NumberConverter<BandId>(band => band.Number, number => new((int)number)),
            new NameConverter<ControlKey>(key => key.Name, name => new(name)),
            new NameConverter<PlanKey>(key => key.Name, name => new(name)),
            new NameConverter<ModeKey>(key => key.Name, name => new(name)),
            new NameConverter<PurposeKey>(key => key.Name, name => new(name)),
            new NameConverter<QuestionKey>(key => key.Name, name => new(name)),
            new NumberConverter<Mark>(mark => mark.Position, position => new(position)),
            new ScaleConverter(),
            new RatioConverter(),
        },
    };

    /// <summary>A scale leaves out the members its kind does not have.</summary>
    private static readonly JsonSerializerOptions OfScales = new()
    {
        PropertyNamingPolicy = JsonNamingPolicy.CamelCase,
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    private sealed class NumberConverter<T>(Func<T, double> number, Func<double, T> value) : JsonConverter<T>
    {
        public override T Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) => value(reader.GetDouble());

        public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) => writer.WriteNumberValue(number(value));
    }

    private sealed class NameConverter<T>(Func<T, string> name, Func<string, T> value) : JsonConverter<T>
        where T : notnull
    {
        public override T Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) => value(reader.GetString()!);

        public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) => writer.WriteStringValue(name(value));

        public override T ReadAsPropertyName(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            value(reader.GetString()!);

        public override void WriteAsPropertyName(Utf8JsonWriter writer, T value, JsonSerializerOptions options) =>
            writer.WritePropertyName(name(value));
    }

    private sealed class ScaleConverter : JsonConverter<Scale>
    {
        public override bool CanConvert(Type typeToConvert) => typeof(Scale).IsAssignableFrom(typeToConvert);

        public override Scale Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            JsonSerializer.Deserialize<ScaleSpec>(ref reader, OfScales)!.ToScale().Value;

        public override void Write(Utf8JsonWriter writer, Scale value, JsonSerializerOptions options) =>
            JsonSerializer.Serialize(writer, ScaleSpec.Of(value), OfScales);
    }

    /// <summary>How far a coupled control follows: the least and the most.</summary>
    private sealed class RatioConverter : JsonConverter<(double Least, double Most)>
    {
        public override (double Least, double Most) Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            JsonSerializer.Deserialize<double[]>(ref reader, options) is [var least, var most]
                ? (least, most)
                : throw new JsonException("A ratio is two numbers.");

        public override void Write(Utf8JsonWriter writer, (double Least, double Most) value, JsonSerializerOptions options) =>
            JsonSerializer.Serialize(writer, (double[])[value.Least, value.Most], options);
    }
}
