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

    /// <summary>A value in lines: all of it, or nothing where a part would be cut off. Half a number is another number.</summary>
    /// <param name="text">The value.</param>
    /// <param name="room">The most letters of a line.</param>
    /// <param name="lines">The most lines.</param>
    public static IReadOnlyList<string> Whole(string text, int room, int lines) =>
        text.Split(' ', StringSplitOptions.RemoveEmptyEntries).Any(word => word.Length > Math.Max(room, 2)) ? []
        : Wrap(text, room, int.MaxValue) is var all && all.Count <= lines ? all
        : [];

    /// <summary>Breaks words into lines, one that is too long after its hyphens; what does not fit ends in an ellipsis.</summary>
    /// <param name="text">The words.</param>
    /// <param name="room">The most letters of a line; where there is room for none, a letter and an ellipsis stand out of it.</param>
    /// <param name="lines">The most lines, 1 or more.</param>
    public static IReadOnlyList<string> Wrap(string text, int room, int lines)
    {
        var letters = Math.Max(room, 2);
        var wrapped = new List<string>();
        foreach (var (word, goesOn) in Words(text, letters))
        {
            var between = goesOn ? "" : " ";
            if (wrapped.Count > 0 && wrapped[^1].Length + between.Length + word.Length <= letters)
            {
                wrapped[^1] += between + word;
            }
            else
            {
                wrapped.Add(word.Length <= letters ? word : word[..(letters - 1)] + "…");
            }
        }

        if (wrapped.Count <= lines)
        {
            return wrapped;
        }

        var last = wrapped[lines - 1];
        return [.. wrapped.Take(lines - 1), (last.Length + 1 > letters ? last[..(letters - 1)] : last) + "…"];
    }

    /// <summary>The words of a text; those that are longer than a line in parts, each after a hyphen, with whether it goes on without a
    /// space.</summary>
    private static IEnumerable<(string Word, bool GoesOn)> Words(string text, int letters) =>
        text.Split(' ', StringSplitOptions.RemoveEmptyEntries)
            .SelectMany(word =>
                word.Length <= letters
                    ? [(word, false)]
                    : word.Split('-')
                        .Select((part, at) => (at < word.Count(letter => letter == '-') ? part + "-" : part, at > 0))
                        .Where(part => part.Item1.Length > 0)
            );
}
