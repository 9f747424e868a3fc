using System.Globalization;

namespace Regatta.Web.Drawings;

/// <summary>Numbers and words as drawings need them.</summary>
public static class Svg
{
    /// <summary>A coordinate: a tenth of a unit is finer than any screen.</summary>
    public static string N(double number) => Math.Round(number, 1).ToString(CultureInfo.InvariantCulture);

    /// <summary>A coordinate on a sheet printed at true scale: to the hundredth of a millimetre.</summary>
    public static string Exact(double millimetres) => Math.Round(millimetres, 2).ToString(CultureInfo.InvariantCulture);

    /// <summary>An opacity, to the hundredth.</summary>
    public static string Opacity(double part) => part.ToString("0.##", CultureInfo.InvariantCulture);

    /// <summary>Breaks words into lines of at most so many letters; what does not fit ends in an ellipsis.</summary>
    public static IReadOnlyList<string> Wrap(string text, int letters, int lines)
    {
        var wrapped = new List<string>();
        foreach (var word in text.Split(' ', StringSplitOptions.RemoveEmptyEntries))
        {
            if (wrapped.Count > 0 && wrapped[^1].Length + 1 + word.Length <= letters)
            {
                wrapped[^1] += " " + word;
            }
            else
            {
                wrapped.Add(word.Length <= letters ? word : word[..Math.Max(1, letters - 1)] + "…");
            }
        }

        if (wrapped.Count <= lines)
        {
            return wrapped;
        }

        var last = wrapped[lines - 1];
        return [.. wrapped.Take(lines - 1), (last.Length + 1 > letters ? last[..(letters - 1)] : last) + "…"];
    }
}
