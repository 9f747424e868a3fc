using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;

namespace Regatta.Core.Classes.Members;

/// <summary>How the core's values stand in JSON, in the database and in bundles alike: lengths in mm, speeds in m/s, angles in degrees,
/// masses in kg, keys and enumerations as words, scales as their description. What is null or left out is the member's default. A number
/// is finite and below <see cref="Beyond"/>.</summary>
public static class ClassValues
{
    /// <summary>No number of a class reaches this.</summary>
    public const double Beyond = 1e6 + 1;

    /// <summary>The one way of writing and reading.</summary>
    public static JsonSerializerOptions Options { get; } =
        new()
        {
            PropertyNamingPolicy = JsonNamingPolicy.CamelCase,
            DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
            UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
            RespectNullableAnnotations = true,
            AllowDuplicateProperties = false,
            IgnoreReadOnlyProperties = true,
            Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
            TypeInfoResolver = new DefaultJsonTypeInfoResolver { Modifiers = { RequireWhatIsNotNull } },
            Converters =
            {
                new WordConverter(),
                new DoubleConverter(),
                new NumberConverter<Length>(length => length.Millimetres, Length.FromMillimetres),
                new NumberConverter<Speed>(speed => speed.MetresPerSecond, Speed.FromMetresPerSecond, least: 0),
                new NumberConverter<Angle>(angle => angle.Degrees, Angle.FromDegrees),
                new NumberConverter<Mass>(mass => mass.Kilograms, Mass.FromKilograms, least: 0),
                new NumberConverter<BandId>(band => band.Number, number => new((int)number)),
                new NumberConverter<Mark>(mark => mark.Position, position => new(position)),
                new NameConverter<ControlKey>(key => key.Name, name => new(name)),
                new NameConverter<PlanKey>(key => key.Name, name => new(name)),
                new NameConverter<ModeKey>(key => key.Name, name => new(name)),
                new NameConverter<PurposeKey>(key => key.Name, name => new(name)),
                new NameConverter<QuestionKey>(key => key.Name, name => new(name)),
                new NameConverter<GaugeKey>(key => key.Name, name => new(name)),
                new BandConverter(),
                new RatioConverter(),
                new ScaleConverter(),
                new QuestionConverter(),
            },
        };

    /// <summary>A number as it may stand in a class.</summary>
    /// <exception cref="JsonException">It is none, or beyond what can be.</exception>
    internal static double Number(ref Utf8JsonReader reader) =>
        reader.TokenType == JsonTokenType.Number && reader.TryGetDouble(out var number)
            ? Math.Abs(number) < Beyond
                ? number
                : throw new ClassValueException("A number is beyond what can be.")
            : throw new ClassValueException("A number belongs here.");

    /// <summary>A constructor's parameter that may be null may be left out; the others are asked for.</summary>
    private static void RequireWhatIsNotNull(JsonTypeInfo type)
    {
        foreach (var property in type.Properties)
        {
            property.IsRequired =
                property.AssociatedParameter is { HasDefaultValue: false, IsNullable: false } parameter
                && Nullable.GetUnderlyingType(parameter.ParameterType) is null;
        }
    }

    private sealed class DoubleConverter : JsonConverter<double>
    {
        public override double Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) => Number(ref reader);

        public override void Write(Utf8JsonWriter writer, double value, JsonSerializerOptions options) => writer.WriteNumberValue(value);
    }

    private sealed class NumberConverter<T>(Func<T, double> number, Func<double, T> value, double least = double.MinValue)
        : JsonConverter<T>
    {
        public override T Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            Number(ref reader) is var read && read >= least
                ? value(read)
                : throw new ClassValueException("A wind, a speed or a mass is zero or more.");

        public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) => writer.WriteNumberValue(number(value));
    }

    private sealed class NameConverter<T>(Func<T, string> name, Func<string, T> value) : JsonConverter<T>
        where T : notnull
    {
        public override T Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            value(reader.GetString() ?? throw new ClassValueException("A name belongs here."));

        public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) => writer.WriteStringValue(name(value));

        public override T ReadAsPropertyName(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            value(reader.GetString()!);

        public override void WriteAsPropertyName(Utf8JsonWriter writer, T value, JsonSerializerOptions options) =>
            writer.WritePropertyName(name(value));
    }
}
