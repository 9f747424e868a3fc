using System.Text.Json;
using System.Text.Json.Serialization;

namespace Regatta.Core.Classes.Members;

/// <summary>Enumerations by the words of <see cref="EnumText"/>. Cells of schemas before 6 have numbers; those are read too.</summary>
internal sealed class WordConverter : JsonConverterFactory
{
    public override bool CanConvert(Type typeToConvert) => typeToConvert.IsEnum;

    public override JsonConverter CreateConverter(Type typeToConvert, JsonSerializerOptions options) =>
        (JsonConverter)Activator.CreateInstance(typeof(Of<>).MakeGenericType(typeToConvert))!;

    private sealed class Of<T> : JsonConverter<T>
        where T : struct, Enum
    {
        public override T Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
        {
            if (reader.TokenType == JsonTokenType.Number && reader.TryGetInt32(out var number))
            {
                var value = (T)Enum.ToObject(typeof(T), number);
                return Enum.IsDefined(value) ? value : throw new ClassValueException($"{number} is none of {EnumText.All<T>()}.");
            }

            var read = EnumText.Read<T>(reader.TokenType == JsonTokenType.String ? reader.GetString()! : "");
            return read.Ok ? read.Value : throw new ClassValueException(read.Problem!);
        }

        public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) =>
            writer.WriteStringValue(EnumText.Of(value));
    }
}

/// <summary>How far a coupled control follows: the least and the most.</summary>
internal sealed class RatioConverter : JsonConverter<(double Least, double Most)>
{
    public override (double Least, double Most) Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        JsonSerializer.Deserialize<double[]>(ref reader, options) is [var least, var most] && least <= most
            ? (least, most)
            : throw new ClassValueException("What follows a control does so by two numbers: the least and the most.");

    public override void Write(Utf8JsonWriter writer, (double Least, double Most) value, JsonSerializerOptions options) =>
        JsonSerializer.Serialize(writer, (double[])[value.Least, value.Most], options);
}

/// <summary>A scale as its description, with the members its kind has.</summary>
internal sealed class ScaleConverter : JsonConverter<Scale>
{
    public override bool CanConvert(Type typeToConvert) => typeof(Scale).IsAssignableFrom(typeToConvert);

    public override Scale Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        var scale = JsonSerializer.Deserialize<ScaleSpec>(ref reader, options)!.ToScale();
        return scale.Ok ? scale.Value : throw new ClassValueException(scale.Problem!);
    }

    public override void Write(Utf8JsonWriter writer, Scale value, JsonSerializerOptions options) =>
        JsonSerializer.Serialize(writer, ScaleSpec.Of(value), options);
}

/// <summary>A question, with the members its kind of answer has beside its own.</summary>
internal sealed class QuestionConverter : JsonConverter<Question>
{
    public override Question Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        var flat = JsonSerializer.Deserialize<FlatQuestion>(ref reader, options)!;
        var form = flat.ToSpec().ToForm();
        return form.Ok
            ? new(flat.Key, flat.Asks, form.Value)
            {
                When = flat.When,
                Plans = flat.Plans ?? [],
                Modes = flat.Modes ?? [],
                FromBand = flat.FromBand,
                Control = flat.Control,
                Teaches = flat.Teaches ?? "",
                Stage = flat.Stage,
                Gauge = flat.Gauge,
            }
            : throw new ClassValueException($"The question “{PlainText.Shown(flat.Key.Name)}”: {form.Problem}");
    }

    public override void Write(Utf8JsonWriter writer, Question value, JsonSerializerOptions options) =>
        JsonSerializer.Serialize(writer, FlatQuestion.Of(value), options);

    private sealed record FlatQuestion(
        QuestionKey Key,
        string Asks,
        AskedWhen When,
        IReadOnlyList<PlanKey>? Plans = null,
        IReadOnlyList<ModeKey>? Modes = null,
        BandId? FromBand = null,
        ControlKey? Control = null,
        string? Teaches = null,
        RigStage? Stage = null,
        IReadOnlyList<AnswerWord>? Words = null,
        bool? Ordered = null,
        string? Unit = null,
        double? Least = null,
        double? Most = null,
        double? Step = null,
        Scale? Scale = null,
        IReadOnlyList<MeaningFrom>? Meanings = null,
        GaugeUse? Gauge = null
    )
    {
        public static FlatQuestion Of(Question question)
        {
            var spec = AnswerSpec.Of(question.Form);
            return new(
                question.Key,
                question.Asks,
                question.When,
                question.Plans,
                question.Modes,
                question.FromBand,
                question.Control,
                question.Teaches,
                question.Stage,
                spec.Words,
                spec.Ordered,
                spec.Unit,
                spec.Least,
                spec.Most,
                spec.Step,
                spec.Scale,
                spec.Meanings,
                question.Gauge
            );
        }

        public AnswerSpec ToSpec() => new(Words, Ordered, Unit, Least, Most, Step, Scale, Meanings);
    }
}

/// <summary>A wind band by its number, its name and its edges.</summary>
internal sealed class BandConverter : JsonConverter<WindBand>
{
    public override WindBand Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        var flat = JsonSerializer.Deserialize<FlatBand>(ref reader, options)!;
        return flat.Number.Number >= 1 && flat.To > flat.From && flat.To <= WindRange.Ceiling
            ? new(flat.Number, flat.Name, flat.From, flat.To)
            : throw new ClassValueException(
                $"Band “{PlainText.Shown(flat.Name)}” needs a number of 1 or more and edges with 0 ≤ from < to, in m/s."
            );
    }

    public override void Write(Utf8JsonWriter writer, WindBand value, JsonSerializerOptions options) =>
        JsonSerializer.Serialize(writer, new FlatBand(value.Id, value.Name, value.From, value.To), options);

    private sealed record FlatBand(BandId Number, string Name, Speed From, Speed To);
}
