using Regatta.Core;

namespace Regatta.Formats.Bundles;

/// <summary>Enumerations as the bundle spells them: the core's names in camel case.</summary>
internal static class Words
{
    public static string Of<T>(T value)
        where T : struct, Enum
    {
        var name = value.ToString();
        return char.ToLowerInvariant(name[0]) + name[1..];
    }

    public static Parsed<T> Read<T>(string text)
        where T : struct, Enum =>
        Enum.GetValues<T>().Where(value => Of(value) == text).Select(value => (T?)value).FirstOrDefault() is { } found
            ? Parsed<T>.Good(found)
            : Parsed<T>.Bad($"“{text}” is none of {string.Join(", ", Enum.GetValues<T>().Select(Of))}.");
}
