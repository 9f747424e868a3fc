using System.Globalization;

namespace Regatta.Core.People;

/// <summary>How people are named and reached.</summary>
public static class PersonName
{
    /// <summary>The longest name, in letters.</summary>
    public const int Longest = Limits.NameLetters;

    /// <summary>The longest mail address, in letters: what a mail server must take.</summary>
    public const int LongestEmail = 254;

    /// <summary>Reads a whole name: one to <see cref="Longest"/> letters on one line.</summary>
    public static Parsed<string> Read(string text)
    {
        var name = text.Trim();
        return name switch
        {
            { Length: 0 } => Parsed<string>.Bad("Write a name."),
            { Length: > Longest } => Parsed<string>.Bad($"Keep it under {Longest} letters."),
            _ when name.Any(char.IsControl) || PlainText.HasControls(name) => Parsed<string>.Bad("A name is one line of letters."),
            _ => Parsed<string>.Good(name),
        };
    }

    /// <summary>A junior's name as others read it: the first name and the first letter of the last, such as <c>Kim A.</c></summary>
    /// <param name="name">The whole name; not empty.</param>
    public static string Shorten(string name)
    {
        var parts = name.Split(' ', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        return parts.Length < 2 ? parts[0] : $"{parts[0]} {StringInfo.GetNextTextElement(parts[^1])}.";
    }

    /// <summary>Reads a mail address: something, an @, and a domain with a dot in it, without spaces.</summary>
    public static Parsed<string> ReadEmail(string text)
    {
        var address = text.Trim();
        var at = address.LastIndexOf('@');
        var domain = at < 0 ? "" : address[(at + 1)..];
        var isOne =
            at > 0
            && address.Length <= LongestEmail
            && domain.Trim('.') == domain
            && domain.Contains('.', StringComparison.Ordinal)
            && !address.Any(letter => char.IsControl(letter) || char.IsWhiteSpace(letter) || letter is '<' or '>' or ',' or ';' or '"');
        return isOne ? Parsed<string>.Good(address) : Parsed<string>.Bad("Write a mail address, such as name@club.example.");
    }
}
