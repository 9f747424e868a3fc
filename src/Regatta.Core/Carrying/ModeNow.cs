namespace Regatta.Core.Carrying;

/// <summary>What the last minutes say of the mode there is most to say of.</summary>
/// <param name="Mode">The mode, as it is judged.</param>
/// <param name="Usual">The mode she is sailed in else; null where nothing can be named.</param>
/// <param name="Holds">Whether its trigger holds now.</param>
/// <param name="Minutes">In how many of the minutes it did.</param>
/// <param name="Of">How many minutes were heard.</param>
public sealed record ModeNow(ModeCarry Mode, SailingMode? Usual, bool Holds, int Minutes, int Of)
{
    /// <summary>Whether it is the mode to sail in now.</summary>
    public bool IsAdvised => Holds && Mode.Word == LimitWord.Open;
}
