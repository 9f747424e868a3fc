using System.Text.RegularExpressions;

namespace Regatta.Core.Wind;

/// <summary>The wind of a session: from and to, and the strongest gust when it was noted.</summary>
public sealed partial record WindRange
{
    /// <summary>More wind than any session is sailed in; a typing slip beyond it.</summary>
    public static readonly Speed Ceiling = Speed.FromKnots(70);

    private WindRange(Speed from, Speed to, Speed? gust) => (From, To, Gust) = (from, to, gust);

    /// <summary>The lightest of the mean wind.</summary>
    public Speed From { get; }

    /// <summary>The strongest of the mean wind; at least <see cref="From"/>.</summary>
    public Speed To { get; }

    /// <summary>The strongest gust; at least <see cref="Mean"/>.</summary>
    public Speed? Gust { get; }

    /// <summary>Half-way between from and to.</summary>
    public Speed Mean => Speed.Between(From, To);

    /// <summary>The same wind so many times as strong; a factor above zero.</summary>
    public WindRange Times(double factor) =>
        factor == 1
            ? this
            : new(
                Speed.FromMetresPerSecond(From.MetresPerSecond * factor),
                Speed.FromMetresPerSecond(To.MetresPerSecond * factor),
                Gust is { } gust ? Speed.FromMetresPerSecond(gust.MetresPerSecond * factor) : null
            );

    /// <summary>Joins the three; refuses an upper end below the lower, and a gust below the mean.</summary>
    public static Parsed<WindRange> Of(Speed from, Speed to, Speed? gust)
    {
        if (to < from)
        {
            return Parsed<WindRange>.Bad("The wind’s upper end is below its lower end. Swap them, or write the same number twice.");
        }

        return gust is { } strongest && strongest < Speed.Between(from, to)
            ? Parsed<WindRange>.Bad(
                "The gust is below the mean wind. A gust is the strongest you felt; leave it empty if you did not notice."
            )
            : Parsed<WindRange>.Good(new(from, to, gust));
    }

    /// <summary>Reads a wind as written: one number, or from one to another with a unit behind both or at the end, such as
    /// <c>10-12 kn</c>, <c>10–12</c>, <c>8 to 14 kn</c>, <c>F3-4</c>.</summary>
    public static Parsed<WindRange> Read(string text, SpeedUnit assumed)
    {
        if (Ends().Match(text) is not { Success: true, Groups: var ends })
        {
            return ReadSpeed(text, assumed).Then(one => Of(one, one, null));
        }

        var tail = SpeedUnits.Named(ends["unit"].Value);
        var (low, high) = (ends["low"].Value, ends["high"].Value + ends["unit"].Value);
        var force = low.TrimStart().StartsWith('f') || low.TrimStart().StartsWith('F');
        var unit = force ? SpeedUnit.Beaufort : tail ?? assumed;
        return ReadSpeed(low, unit).Then(from => ReadSpeed(high, unit).Then(to => Of(from, to, null)));
    }

    /// <summary>Whether a text names two ends of a wind.</summary>
    public static bool HasTwoEnds(string text) => Ends().IsMatch(text);

    /// <summary>Reads one wind as written, with a unit or in the reader's; a force may stand before its number, as in <c>F4</c>.</summary>
    public static Parsed<Speed> ReadSpeed(string text, SpeedUnit assumed) =>
        NumberText
            .ReadWithUnit(ForceBefore().Replace(text, "${number} Bft"), assumed, SpeedUnits.Named, "kn, m/s, mph, km/h or Bft")
            .Then(read =>
                read.Number switch
                {
                    < 0 => Parsed<Speed>.Bad("Wind is never below zero."),
                    var number when number > 1000 || Speed.From(number, read.Unit) > Ceiling => Parsed<Speed>.Bad(
                        $"{NumberText.Plain(number, 1)} {read.Unit.Symbol()} is more than anybody tunes for. Check the number and its unit."
                    ),
                    var number => Parsed<Speed>.Good(Speed.From(number, read.Unit)),
                }
            );

    [GeneratedRegex(
        @"^\s*(?<low>[^-–—]*[0-9][^-–—]*?)\s*(?:[-–—]|\bto\b)\s*(?<high>[0-9fF][0-9 .,½¼¾]*)(?<unit>[^0-9]*)$",
        RegexOptions.NonBacktracking
    )]
    private static partial Regex Ends();

    [GeneratedRegex(@"^\s*(?:[fF]|[fF]orce|[bB]ft|[bB]eaufort)\s*(?<number>[0-9]{1,2}(?:[.,][0-9])?)\s*$", RegexOptions.NonBacktracking)]
    private static partial Regex ForceBefore();
}
