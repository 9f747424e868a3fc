namespace Regatta.Application.Logbook;

/// <summary>Turns the fields of one form into core values, once, and keeps a sentence for each field that was not understood.</summary>
public sealed class FormReader
{
    private readonly Dictionary<string, string> problems = [];

    /// <summary>True while every field was understood.</summary>
    public bool Ok => problems.Count == 0;

    /// <summary>The sentences by field name.</summary>
    public IReadOnlyDictionary<string, string> Problems => problems;

    /// <summary>Reads a field that must be there.</summary>
    public T? Need<T>(string field, string? text, string missing, Func<string, Parsed<T>> read, int longest = Limits.NoteLetters) =>
        string.IsNullOrWhiteSpace(text) ? Refuse<T>(field, missing)
        : TooLong(text, longest) is { } problem ? Refuse<T>(field, problem)
        : Take(field, read(text));

    /// <summary>Reads a field that may be left empty.</summary>
    public T? May<T>(string field, string? text, Func<string, Parsed<T>> read)
        where T : struct =>
        string.IsNullOrWhiteSpace(text) ? null
        : TooLong(text, Limits.NoteLetters) is { } problem ? Refuse<T?>(field, problem)
        : Take(field, read(text).Then(value => Parsed<T?>.Good(value)));

    /// <summary>Reads a field so that what was not touched keeps its exact value, however it was rounded to be shown.</summary>
    /// <param name="shown">What the field said.</param>
    /// <param name="before">What it stands for.</param>
    /// <param name="read">Reads what was typed instead.</param>
    public static Func<string, Parsed<T>> Kept<T>(string shown, T before, Func<string, Parsed<T>> read) =>
        text => text == shown ? Parsed<T>.Good(before) : read(text);

    /// <summary>Keeps a value, or its problem beside the field.</summary>
    public T? Take<T>(string field, Parsed<T> parsed) => parsed.Ok ? parsed.Value : Refuse<T>(field, parsed.Problem!);

    /// <summary>Keeps a problem beside a field.</summary>
    public void Refuse(string field, string problem) => problems.TryAdd(field, problem);

    /// <summary>What is too long is not even looked at.</summary>
    private static string? TooLong(string text, int longest) =>
        text.Length > longest ? $"Keep it under {longest} letters; it has {text.Length}." : null;

    private T? Refuse<T>(string field, string problem)
    {
        Refuse(field, problem);
        return default;
    }
}
