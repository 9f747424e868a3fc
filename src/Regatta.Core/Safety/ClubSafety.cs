namespace Regatta.Core.Safety;

/// <summary>What a club says for all its classes.</summary>
/// <param name="Limit">The wind beyond which it wants nobody's gennaker or kite up, at ten metres; null for none of its own.</param>
/// <param name="Cautions">Its own cautions; they stand beside the classes'.</param>
public sealed record ClubSafety(Speed? Limit, IReadOnlyList<Caution> Cautions)
{
    /// <summary>The height its limit is meant at.</summary>
    public static readonly Length LimitHeight = Length.FromMetres(10);

    /// <summary>What is wrong with a caution of it, in a sentence; null where nothing is.</summary>
    public static string? Problem(Caution caution) =>
        caution.Text.Trim().Length is 0 or > Control.LongestText ? $"A caution has 1 to {Control.LongestText} letters." : null;

    /// <summary>The limit at another height.</summary>
    public Speed? LimitAt(Length height) => Limit is { } limit ? WindProfile.At(limit, LimitHeight, height) : null;

    /// <summary>Reads a limit of a club or a sailor: a wind above zero.</summary>
    public static Parsed<Speed> ReadLimit(string text, SpeedUnit assumed) =>
        WindRange
            .ReadSpeed(text, assumed)
            .Then(wind =>
                wind.MetresPerSecond > 0 ? Parsed<Speed>.Good(wind) : Parsed<Speed>.Bad("A limit lies above zero. Leave it empty for none.")
            );
}
