namespace Regatta.Core.Cards;

/// <summary>Which of a class's cautions belongs first beside a wind that is at the end of its marks, or whose gusts go beyond its
/// band.</summary>
public static class StrongWindCaution
{
    /// <summary>What stands there where the class says nothing of strong wind. Common practice.</summary>
    public const string Usual = "Stop at the class’s, the club’s and your own limit.";

    /// <summary>Words of a caution that speaks of strong wind.</summary>
    private static readonly string[] Words = ["wind", "blow", "gust", "squall", "reef", "freeboard", "limit", "overpowered"];

    /// <summary>The first caution that speaks of strong wind; the usual one where none does.</summary>
    public static string Of(IEnumerable<Caution> cautions) =>
        cautions
            .FirstOrDefault(caution =>
                caution.WindFrom is not null || Words.Any(word => caution.Text.Contains(word, StringComparison.OrdinalIgnoreCase))
            )
            ?.Said
        ?? Usual;
}
