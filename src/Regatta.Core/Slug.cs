using System.Text.RegularExpressions;

namespace Regatta.Core;

/// <summary>Names as addresses and files spell them: lower-case letters, digits and hyphens.</summary>
public static partial class Slug
{
    /// <summary>The key of a name; <c>x</c> where nothing of it is a letter or digit of the Latin alphabet.</summary>
    public static string Of(string name)
    {
        var spelled = new string([.. name.Trim().ToLowerInvariant().Select(letter => char.IsAsciiLetterOrDigit(letter) ? letter : '-')]);
        var key = string.Join('-', spelled.Split('-', StringSplitOptions.RemoveEmptyEntries));
        return key.Length > 0 ? key : "x";
    }

    /// <summary>Whether a text is a key: lower-case letters and digits, in words joined by single hyphens, at most
    /// <see cref="Limits.KeyLetters"/> letters.</summary>
    public static bool IsKey(string text) => text.Length <= Limits.KeyLetters && Shape().IsMatch(text);

    [GeneratedRegex("^[a-z0-9]+(-[a-z0-9]+)*$", RegexOptions.NonBacktracking)]
    private static partial Regex Shape();
}
