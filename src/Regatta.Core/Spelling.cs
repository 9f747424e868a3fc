namespace Regatta.Core;

/// <summary>Enumerations as files and the database spell them: the core's names in camel case.</summary>
public static class Spelling
{
    /// <summary>A value as it is spelled.</summary>
    public static string Of<T>(T value)
        where T : struct, Enum
    {
        var name = value.ToString();
        return char.ToLowerInvariant(name[0]) + name[1..];
    }

    /// <summary>Reads a value; any other text is refused with what there is.</summary>
    public static Parsed<T> Read<T>(string text)
        where T : struct, Enum =>
        Enum.GetValues<T>().Where(value => Of(value) == text).Select(value => (T?)value).FirstOrDefault() is { } found
            ? Parsed<T>.Good(found)
            : Parsed<T>.Bad($"“{text}” is none of {string.Join(", ", Enum.GetValues<T>().Select(Of))}.");
}
