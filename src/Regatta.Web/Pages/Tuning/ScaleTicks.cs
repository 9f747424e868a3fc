namespace Regatta.Web.Pages.Tuning;

/// <summary>Every step of a scale by its reading, from least to most, and which of them a cell has.</summary>
public sealed record ScaleTicks(int At, IReadOnlyList<string> Ticks)
{
    /// <summary>A finer scale is not dragged step by step.</summary>
    private const int Most = 5_000;

    public static ScaleTicks Of(Scale scale, Mark? mark)
    {
        var count = Math.Min(Most, (int)Math.Round((scale.Max.Position - scale.Min.Position) / scale.Step));
        var at = mark is { } known ? (int)Math.Round((known.Position - scale.Min.Position) / scale.Step) : 0;
        return new(
            at,
            [.. Enumerable.Range(0, count + 1).Select(step => scale.Show(scale.Snap(new(scale.Min.Position + (step * scale.Step)))))]
        );
    }
}
