namespace Regatta.Core.Wind;

/// <summary>The wind somebody sails in, at the class's height.</summary>
/// <param name="Mean">The mean.</param>
/// <param name="Gust">The gusts as measured; null where nobody measured them.</param>
/// <param name="Angle">The true wind angle sailed, 0 to 180°; null for any.</param>
public sealed record WindConditions(Speed Mean, Speed? Gust = null, Angle? Angle = null)
{
    /// <summary>The same conditions at another strength, as a band up or down.</summary>
    public WindConditions Times(double factor) => this with { Mean = Mean.Times(factor), Gust = Gust?.Times(factor) };
}
