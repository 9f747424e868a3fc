using Regatta.Core.Units;

namespace Regatta.Core.Wind;

/// <summary>The wind of a session: from and to, and the strongest gust when it was noted.</summary>
public sealed record WindRange
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

    /// <summary>Reads one wind as written, with a unit or in the reader's.</summary>
    public static Parsed<Speed> ReadSpeed(string text, SpeedUnit assumed) =>
        NumberText
            .ReadWithUnit(text, assumed, SpeedUnits.Named, "kn, m/s, mph, km/h or Bft")
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
}
