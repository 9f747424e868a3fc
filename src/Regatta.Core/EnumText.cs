namespace Regatta.Core;

/// <summary>Members of enumerations in text, by name alone: a number is no name, however it is defined. Files and the database have them
/// in camel case.</summary>
public static class EnumText
{
    /// <summary>A value as files and the database have it.</summary>
    public static string Of<T>(T value)
        where T : struct, Enum
    {
        var name = value.ToString();
        return char.ToLowerInvariant(name[0]) + name[1..];
    }

    /// <summary>Every member, for a sentence that lists them.</summary>
    public static string All<T>()
        where T : struct, Enum => string.Join(", ", Enum.GetValues<T>().Select(Of));

    /// <summary>Reads a value exactly as <see cref="Of"/> writes it; any other text is refused with what there is.</summary>
    public static Parsed<T> Read<T>(string text)
        where T : struct, Enum =>
        Enum.GetValues<T>().Where(value => Of(value) == text).Select(value => (T?)value).FirstOrDefault() is { } found
            ? Parsed<T>.Good(found)
            : Parsed<T>.Bad($"“{PlainText.Shown(text)}” is none of {All<T>()}.");

    /// <summary>The member of a name in any case, as addresses and fields have it; null when there is none.</summary>
    public static T? Find<T>(string? name)
        where T : struct, Enum
    {
        foreach (var value in Enum.GetValues<T>())
        {
            if (string.Equals(value.ToString(), name, StringComparison.OrdinalIgnoreCase))
            {
                return value;
            }
        }

        return null;
    }
}
