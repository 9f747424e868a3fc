namespace Regatta.Core.Measuring;

/// <summary>Where a sailboard's harness lines belong, from what can be found without wind and in it. Lengths from the boom's front end. The
/// ways without wind lie within 3 to 5 cm of each other; the balanced grip in wind is closer, and then it goes by feel. Common
/// practice.</summary>
/// <param name="Position">The middle between a line's ends.</param>
/// <param name="Least">The least spread between a line's two ends.</param>
/// <param name="Most">The most.</param>
/// <param name="Apart">How far the ways that were tried lie apart.</param>
/// <param name="By">Which ways it comes from, in words.</param>
public sealed record HarnessLines(Length Position, Length Least, Length Most, Length Apart, string By)
{
    /// <summary>Ways further apart than this do not speak of the same sail: measure again.</summary>
    public static readonly Length FarApart = Length.FromMillimetres(50);

    /// <summary>Then by feel, so far either way.</summary>
    public static readonly Length ByFeel = Length.FromMillimetres(20);

    /// <summary>A fist where nobody has measured one.</summary>
    public static readonly Length UsualFist = BodyMeasure.Fist.Usual();

    /// <summary>What a place on the boom is counted in without a tape. Common practice.</summary>
    public static readonly IReadOnlyList<BodyMeasure> Counted = [BodyMeasure.HandWidth, BodyMeasure.ElbowToFingertip];

    /// <summary>The smallest sail whose lines go a fist apart; below it they go closer.</summary>
    public const double SmallSail = 5;

    /// <summary>Above this they go further apart than a fist.</summary>
    public const double LargeSail = 7;

    /// <summary>Joins what was found.</summary>
    /// <param name="boom">The boom's length.</param>
    /// <param name="sail">The sail's size in m².</param>
    /// <param name="fist">The sailor's fist.</param>
    /// <param name="hang">Where the boom hung level by a line in the wind shade; null where nobody tried.</param>
    /// <param name="median">Where the sail's median line crosses the boom; null where nobody looked.</param>
    /// <param name="frontHand">The front hand of a balanced grip in wind; null without one.</param>
    /// <param name="backHand">The back hand.</param>
    public static Parsed<HarnessLines> Of(
        Length boom,
        double sail,
        Length fist,
        Length? hang,
        Length? median,
        Length? frontHand,
        Length? backHand
    )
    {
        if (!(boom.Metres is >= 1 and <= 3.5))
        {
            return Parsed<HarnessLines>.Bad("A boom is 1 to 3.5 m long.");
        }

        if (!(sail is >= 1 and <= 15))
        {
            return Parsed<HarnessLines>.Bad("A sailboard’s sail has 1 to 15 m².");
        }

        if ((frontHand is null) != (backHand is null) || frontHand?.Metres >= backHand?.Metres)
        {
            return Parsed<HarnessLines>.Bad("A grip needs both hands, the front one nearer the mast.");
        }

        var found = new[] { hang, median, frontHand, backHand }.OfType<Length>().ToList();
        if (found.Exists(length => !(length.Metres > 0 && length.Metres < boom.Metres)))
        {
            return Parsed<HarnessLines>.Bad("What was found lies on the boom, from its front end.");
        }

        var quarter = Length.FromMetres(boom.Metres / 4);
        var still = new[] { quarter, hang, median }.OfType<Length>().Select(length => length.Metres).Order().ToList();
        var grip = frontHand is { } front && backHand is { } back ? (front.Metres + back.Metres) / 2 : (double?)null;
        var position =
            grip ?? (still.Count % 2 == 1 ? still[still.Count / 2] : (still[(still.Count / 2) - 1] + still[still.Count / 2]) / 2);
        var all = grip is { } held ? still.Append(held).ToList() : still;
        var (least, most) =
            sail < SmallSail ? (0.02, 0.03)
            : sail <= LargeSail ? (fist.Metres, fist.Metres)
            : (fist.Metres, fist.Metres * 1.5);
        return Parsed<HarnessLines>.Good(
            new(
                Length.FromMetres(position),
                Length.FromMetres(least),
                Length.FromMetres(most),
                Length.FromMetres(all.Max() - all.Min()),
                grip is not null ? "the balanced grip in wind"
                    : still.Count == 1 ? "a quarter of the boom"
                    : $"the middle of {still.Count} ways without wind"
            )
        );
    }
}
