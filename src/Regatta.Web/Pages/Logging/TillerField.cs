using Regatta.Core.Checks;

namespace Regatta.Web.Pages.Logging;

/// <summary>The tiller over its tape for one tack: drawn from above, bow up. Windward is left (−1) on port tack and right (+1) on
/// starboard; weather helm holds the tiller to windward.</summary>
public sealed record TillerField(string Name, string Tack, int Windward, string Typed, string Word, string? Problem)
{
    /// <summary>Drawing units along the tape for one degree.</summary>
    public const double PerDegree = 6;

    /// <summary>The degrees typed or picked, if they can be read.</summary>
    public double? Degrees =>
        HelmReading.Read(Typed.Length > 0 ? Typed : Word) is { Ok: true } read ? Math.Clamp(read.Value.Degrees, -15, 15) : null;

    /// <summary>Where the tiller's tip lies.</summary>
    public double TipX => 120 + (Windward * PerDegree * (Degrees ?? 0));
}
