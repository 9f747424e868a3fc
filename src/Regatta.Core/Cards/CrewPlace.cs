namespace Regatta.Core.Cards;

/// <summary>Where the crew sits and how far she heels, as a card says it: parts of her length and half-beam for a drawing, and the lines
/// in words.</summary>
/// <param name="Along">From as far forward as the class says, 0, to as far aft, 1; null where the card does not say.</param>
/// <param name="Out">From as far in, 0, to as far out to windward, 1; null where the card does not say.</param>
/// <param name="Heel">+ to leeward; null where the card does not say.</param>
/// <param name="Lines">The lines it comes from.</param>
public sealed record CrewPlace(double? Along, double? Out, Angle? Heel, IReadOnlyList<CardLine> Lines)
{
    /// <summary>Whether a control says where the crew sits or how far she heels.</summary>
    public static bool IsSaidBy(Control control) =>
        control.Way(MarkEffect.CrewAft) != 0 || control.Way(MarkEffect.CrewOut) != 0 || control.Way(MarkEffect.HeelMore) != 0;

    /// <summary>What a card says; null where it says nothing of it.</summary>
    public static CrewPlace? Of(CardReading reading)
    {
        var lines = reading.Lines.Where(line => IsSaidBy(line.Control) && line.Cell?.Mark is not null).ToList();
        var heel = lines.FirstOrDefault(line => line.Control.Way(MarkEffect.HeelMore) != 0 && line.Control.Scale is AngleScale);
        return lines.Count == 0
            ? null
            : new(
                Part(lines, MarkEffect.CrewAft),
                Part(lines, MarkEffect.CrewOut),
                heel is null ? null : Angle.FromDegrees(heel.Cell!.Mark!.Value.Position * heel.Control.Way(MarkEffect.HeelMore)),
                lines
            );
    }

    /// <summary>Who calls each of them, as "Heel: crew"; nothing where nobody is named.</summary>
    public IEnumerable<string> Calls =>
        Lines.Where(line => line.Control.Who.Length > 0).Select(line => $"{line.Control.Name}: {line.Control.Who}");

    private static double? Part(IReadOnlyList<CardLine> lines, MarkEffect effect)
    {
        if (lines.FirstOrDefault(line => line.Control.Way(effect) != 0) is not { } line)
        {
            return null;
        }

        var (scale, position) = (line.Control.Scale, line.Cell!.Mark!.Value.Position);
        var part = Math.Clamp((position - scale.Min.Position) / (scale.Max.Position - scale.Min.Position), 0, 1);
        return line.Control.Way(effect) > 0 ? part : 1 - part;
    }
}
