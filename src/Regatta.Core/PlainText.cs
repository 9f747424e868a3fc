namespace Regatta.Core;

/// <summary>Text that can be kept, drawn and printed.</summary>
public static class PlainText
{
    /// <summary>Whether a text holds what is no letter and no break of a line: NUL, other control characters, halves of a pair, and what
    /// turns the direction of writing around, so that a name reads as another.</summary>
    public static bool HasControls(string? text)
    {
        for (var at = 0; at < text?.Length; at++)
        {
            var letter = text[at];
            if (char.IsHighSurrogate(letter) && at + 1 < text.Length && char.IsLowSurrogate(text[at + 1]))
            {
                at++;
            }
            else if (char.IsSurrogate(letter) || (char.IsControl(letter) && letter is not ('\t' or '\n' or '\r')) || Turns(letter))
            {
                return true;
            }
        }

        return false;
    }

    /// <summary>Whether it is one of the characters that override, embed or isolate a direction of writing.</summary>
    private static bool Turns(char letter) => letter is (>= '\u202A' and <= '\u202E') or (>= '\u2066' and <= '\u2069');

    /// <summary>A text with what is no letter left out.</summary>
    public static string Shown(string text) =>
        HasControls(text)
            ? string.Concat(text.Where(letter => !char.IsControl(letter) && !char.IsSurrogate(letter) && !Turns(letter)))
            : text;
}
