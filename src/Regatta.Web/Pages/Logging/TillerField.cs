namespace Regatta.Web.Pages.Logging;

/// <summary>Balance on one tack, drawn from above, bow up: the tiller over its tape; of a radio yacht where her bow went; of a board the
/// pull between the hands on the boom. Windward is left (−1) on port tack and right (+1) on starboard; weather helm is drawn to windward,
/// back-hand pull toward the clew.</summary>
public sealed record TillerField(BalanceCheck Balance, string Name, string Tack, int Windward, string Typed, string Word, string? Problem)
{
    /// <summary>Drawing units along the tape for one degree.</summary>
    public const double PerDegree = 6;

    /// <summary>The degrees typed or picked, if they can be read.</summary>
    public double? Degrees =>
        HelmReading.Read(Typed.Length > 0 ? Typed : Word) is { Ok: true } read ? Math.Clamp(read.Value.Degrees, -15, 15) : null;

    /// <summary>Where the tiller's tip lies.</summary>
    public double TipX => 120 + (Windward * PerDegree * (Degrees ?? 0));

    /// <summary>What the number is.</summary>
    public string NumberLabel => Balance.Kind == BalanceKind.Sailboard ? "Pull" : "Degrees";

    /// <summary>What a screen reader says of the slider.</summary>
    public string Label =>
        Balance.Kind == BalanceKind.Sailboard
            ? $"Pull on {Tack.ToLowerInvariant()}, plus is the back hand"
            : $"Helm on {Tack.ToLowerInvariant()}, degrees, plus is weather helm";
}

/// <summary>The words of a gate.</summary>
public static class GateWords
{
    /// <summary>As the class's check asks it; a gate of another kind of check by its name.</summary>
    public static string Of(BalanceCheck balance, Gate gate) =>
        balance.Gates(upwind: true).Where(known => known.Gate == gate).Select(gate => gate.Words).FirstOrDefault()
        ?? BalanceCheck.Usual.Gates(upwind: true).Where(known => known.Gate == gate).Select(gate => gate.Words).FirstOrDefault()
        ?? gate.ToString();
}
