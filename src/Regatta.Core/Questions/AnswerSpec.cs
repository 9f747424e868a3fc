namespace Regatta.Core.Questions;

/// <summary>A kind of answer as plain data: the members its kind has, the others null. Words alone, a number's ends and step, or a scale
/// say which kind it is.</summary>
public sealed record AnswerSpec(
    IReadOnlyList<AnswerWord>? Words = null,
    bool? Ordered = null,
    string? Unit = null,
    double? Least = null,
    double? Most = null,
    double? Step = null,
    Scale? Scale = null,
    IReadOnlyList<MeaningFrom>? Meanings = null
)
{
    /// <summary>A form as data.</summary>
    public static AnswerSpec Of(AnswerForm form) => form.Spec;

    /// <summary>The form it describes, or what is missing in a sentence.</summary>
    public Parsed<AnswerForm> ToForm() =>
        this switch
        {
            { Words: { } words, Least: null, Most: null, Step: null, Scale: null } => Parsed<AnswerForm>.Good(
                new WordAnswer(words, Ordered ?? false)
            ),
            { Words: null, Scale: { } scale, Least: null, Most: null, Step: null } => Parsed<AnswerForm>.Good(
                new ScaleAnswer(scale, Meanings ?? [])
            ),
            { Words: null, Scale: null, Least: { } least, Most: { } most, Step: { } step } => Parsed<AnswerForm>.Good(
                new NumberAnswer(Unit ?? "", least, most, step, Meanings ?? [])
            ),
            _ => Parsed<AnswerForm>.Bad("it is answered in words, by a number, or on a scale: one of the three."),
        };
}
