using System.Globalization;
using System.Text.RegularExpressions;

namespace Regatta.Core.Units;

/// <summary>Numbers as people write them beside a boat: <c>14</c>, <c>14.5</c>, <c>14,5</c>, <c>14 1/2</c>, <c>14½</c>, <c>-1/4</c>, each
/// with a unit behind it or none.</summary>
public static partial class NumberText
{
    private static readonly Dictionary<char, string> VulgarFractions = new()
    {
        ['½'] = "1/2",
        ['¼'] = "1/4",
        ['¾'] = "3/4",
        ['⅛'] = "1/8",
        ['⅜'] = "3/8",
        ['⅝'] = "5/8",
        ['⅞'] = "7/8",
    };

    /// <summary>The largest number anybody writes.</summary>
    public const double Most = 1e9;

    /// <summary>Splits a text into its number and the rest (a unit, perhaps empty).</summary>
    /// <returns>The number and the trimmed rest, or a sentence: not a number, or a fraction no rule is marked in.</returns>
    public static Parsed<(double Number, string Tail)> Read(string text)
    {
        if (text.Length > Limits.LineLetters)
        {
            return Parsed<(double Number, string Tail)>.Bad($"Keep it under {Limits.LineLetters} letters.");
        }

        var plain = Normalise(text);
        if (Thousands().Match(plain) is { Success: true, Groups: var groups })
        {
            var written = groups["number"].Value;
            return Parsed<(double Number, string Tail)>.Bad(
                $"“{written}” can be {written.Replace(',', '.')} or {written.Replace(",", "", StringComparison.Ordinal)}. "
                    + "Write the one that is meant, without a comma."
            );
        }

        var match = Shape().Match(DecimalComma().Replace(plain, "$1.$2"));
        if (!match.Success)
        {
            return Parsed<(double Number, string Tail)>.Bad($"“{text.Trim()}” is not a number. Write it like 14, 14.5 or 14 1/2.");
        }

        var number = match.Groups["whole"].Success ? double.Parse(match.Groups["whole"].Value, CultureInfo.InvariantCulture) : 0;
        if (match.Groups["top"].Success)
        {
            var top = int.Parse(match.Groups["top"].Value, CultureInfo.InvariantCulture);
            var bottom = int.Parse(match.Groups["bottom"].Value, CultureInfo.InvariantCulture);
            if (bottom is not (2 or 4 or 8 or 16 or 32) || top >= bottom || number != Math.Floor(number))
            {
                return Parsed<(double Number, string Tail)>.Bad(
                    $"“{match.Groups["top"].Value}/{match.Groups["bottom"].Value}” is no mark on a rule. Use "
                        + "halves, quarters, eighths, sixteenths or thirty-seconds below one, such as 14 1/2."
                );
            }

            number += (double)top / bottom;
        }

        if (number > Most)
        {
            return Parsed<(double Number, string Tail)>.Bad("No number here is as large as that.");
        }

        return Parsed<(double Number, string Tail)>.Good(
            (match.Groups["sign"].Success ? -number : number, match.Groups["rest"].Value.Trim())
        );
    }

    /// <summary>Reads a number with a unit behind it; without one, <paramref name="assumed"/> counts.</summary>
    /// <param name="text">What was written.</param>
    /// <param name="assumed">The unit when none was written.</param>
    /// <param name="named">Finds a unit by its name.</param>
    /// <param name="known">The units to offer when the written one is unknown, such as "mm, cm or in".</param>
    public static Parsed<(double Number, TUnit Unit)> ReadWithUnit<TUnit>(
        string text,
        TUnit assumed,
        Func<string, TUnit?> named,
        string known
    )
        where TUnit : struct =>
        Read(text)
            .Then(read =>
            {
                var unit = read.Tail.Length == 0 ? assumed : named(read.Tail);
                return unit is { } found
                    ? Parsed<(double, TUnit)>.Good((read.Number, found))
                    : Parsed<(double, TUnit)>.Bad($"“{read.Tail}” is not a unit known here. Use {known}.");
            });

    /// <summary>Reads a number with nothing but one word about it, before or behind, in singular or plural: <c>hole 4</c>, <c>2 1/4
    /// turns</c>, <c>1 1/2 × hand</c>.</summary>
    /// <param name="text">What was written.</param>
    /// <param name="word">The word.</param>
    /// <param name="otherwise">What to say to another word, such as "these are counted in holes".</param>
    public static Parsed<double> ReadBare(string text, string word, string otherwise)
    {
        var plain = text.Trim();
        foreach (var form in (string[])[word + "s", word])
        {
            plain = plain.StartsWith(form, StringComparison.OrdinalIgnoreCase) ? plain[form.Length..].Trim() : plain;
        }

        return Read(plain)
            .Then(read =>
                read.Tail.TrimStart('×', 'x', '*', ' ').ToLowerInvariant() is var tail
                && (tail.Length == 0 || tail == word || tail == word + "s")
                    ? Parsed<double>.Good(read.Number)
                    : Parsed<double>.Bad($"“{read.Tail}” does not belong here: {otherwise}.")
            );
    }

    /// <summary>A number with at most <paramref name="decimals"/> decimals and no trailing zeros.</summary>
    public static string Plain(double number, int decimals) =>
        (Math.Round(number, decimals) + 0.0)
            .ToString("0." + new string('#', decimals), CultureInfo.InvariantCulture)
            .Replace("-", "−", StringComparison.Ordinal);

    /// <summary>A number with its sign always shown, as changes are.</summary>
    public static string Signed(double number, int decimals) => number > 0 ? "+" + Plain(number, decimals) : Plain(number, decimals);

    /// <summary>The most decimals any number is printed with.</summary>
    public const int MostDecimals = 6;

    /// <summary>How many decimals print these numbers as they are: no fewer than <paramref name="least"/>, no more than
    /// <see cref="MostDecimals"/>.</summary>
    public static int DecimalsOf(int least, params double[] numbers) =>
        Enumerable
            .Range(least, MostDecimals - least)
            .FirstOrDefault(decimals => numbers.All(number => Math.Abs(Math.Round(number, decimals) - number) < 1e-9), MostDecimals);

    /// <summary>A number with as many decimals as it takes, up to <see cref="MostDecimals"/>.</summary>
    public static string Exact(double number) => Plain(number, MostDecimals);

    /// <summary>A number as a whole and a fraction of at most thirty-seconds when it is one, such as <c>14 1/2</c>; otherwise with
    /// decimals.</summary>
    /// <param name="number">The number.</param>
    /// <param name="decimals">How many, where it is no fraction.</param>
    public static string Fraction(double number, int decimals = 2)
    {
        var parts = Math.Round(Math.Abs(number) * 32);
        if (Math.Abs((Math.Abs(number) * 32) - parts) > 1e-6)
        {
            return Plain(number, decimals);
        }

        var (whole, top, bottom) = ((long)(parts / 32), (int)(parts % 32), 32);
        while (top > 0 && top % 2 == 0)
        {
            (top, bottom) = (top / 2, bottom / 2);
        }

        var sign = number < 0 && parts > 0 ? "−" : "";
        return (whole, top) switch
        {
            (_, 0) => $"{sign}{whole}",
            (0, _) => $"{sign}{top}/{bottom}",
            _ => $"{sign}{whole} {top}/{bottom}",
        };
    }

    /// <summary>A fraction with its sign always shown, as changes are.</summary>
    public static string SignedFraction(double number, int decimals = 2) =>
        number > 0 ? "+" + Fraction(number, decimals) : Fraction(number, decimals);

    private static string Normalise(string text)
    {
        var plain = text.Trim().Replace('−', '-').Replace('⁄', '/').Replace('\u00a0', ' ');
        foreach (var (sign, written) in VulgarFractions)
        {
            plain = plain.Replace(sign.ToString(), " " + written, StringComparison.Ordinal);
        }

        // A half-inch mark is often written 14-1/2, and a half .5.
        plain = HyphenedFraction().Replace(plain.Trim(), "$1 $2");
        return LonePoint().Replace(plain, "${sign}0.${digits}");
    }

    /// <summary>A comma before three digits is a decimal one to some and parts thousands to others.</summary>
    [GeneratedRegex(@"^[-+]?(?<number>[1-9][0-9]{0,2},[0-9]{3})(?:[^0-9].*)?$", RegexOptions.NonBacktracking)]
    private static partial Regex Thousands();

    [GeneratedRegex(@"([0-9])-\s*([0-9]{1,3}\s*/)", RegexOptions.NonBacktracking)]
    private static partial Regex HyphenedFraction();

    [GeneratedRegex(@"^(?<sign>[-+]?)[.,](?<digits>[0-9])", RegexOptions.NonBacktracking)]
    private static partial Regex LonePoint();

    [GeneratedRegex(
        @"^(?<sign>-)?\+?\s*(?:(?<top>[0-9]{1,3})\s*/\s*(?<bottom>[0-9]{1,3})"
            + @"|(?<whole>[0-9]{1,9}(?:\.[0-9]{1,12})?)(?:\s+(?<top>[0-9]{1,3})\s*/\s*(?<bottom>[0-9]{1,3}))?)\s*(?<rest>[^0-9\s/].*)?$",
        RegexOptions.NonBacktracking
    )]
    private static partial Regex Shape();

    [GeneratedRegex(@"([0-9]),([0-9])", RegexOptions.NonBacktracking)]
    private static partial Regex DecimalComma();
}
