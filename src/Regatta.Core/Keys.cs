namespace Regatta.Core;

/// <summary>Names as addresses and files spell them: lower-case letters, digits and hyphens.</summary>
public static class Keys
{
    /// <summary>The key of a name; <c>x</c> where nothing of it is a letter or digit of the Latin alphabet.</summary>
    public static string Of(string name)
    {
        var spelled = new string([.. name.Trim().ToLowerInvariant().Select(letter => char.IsAsciiLetterOrDigit(letter) ? letter : '-')]);
        var key = string.Join('-', spelled.Split('-', StringSplitOptions.RemoveEmptyEntries));
        return key.Length > 0 ? key : "x";
    }
}
