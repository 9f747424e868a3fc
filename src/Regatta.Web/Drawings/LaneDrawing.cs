using System.Text;
using Regatta.Core.Evidence;
using Regatta.Core.Fleet;
using Regatta.Core.Marks;
using Regatta.Core.Matrices;
using Regatta.Core.Wind;
using Regatta.Web.Benches;
using static Regatta.Web.Drawings.Svg;

namespace Regatta.Web.Drawings;

/// <summary>One cell as drawn: its place, what it says, and its mark's height where it has one.</summary>
public sealed record LaneCell(CellAddress Address, WindBand Band, double X, double Width, IReadOnlyList<string> Lines, double? MarkY, double? RibbonTop, double RibbonHeight, CellTrust Trust, int Revision, bool HasProposal, string Label)
{
    /// <summary>The last line of a word mark stands this far above its step.</summary>
    public double TextY(double laneHeight) => MarkY is not { } mark
        ? (laneHeight / 2) - ((Lines.Count - 1) * 7) + 2
        : mark - 8 - ((Lines.Count - 1) * 13) >= 14 ? mark - 8 - ((Lines.Count - 1) * 13) : mark + 18;
}

/// <summary>One control under the ruler, drawn to its own scale.</summary>
public sealed record Lane(Control Control, IReadOnlyList<LaneCell> Cells, string StepPath, string SureSessions, string PartSessions, string Top, string Bottom);

/// <summary>The lanes view: geometry only, the same for every reader.</summary>
public sealed record LaneDrawing(WindRuler Ruler, IReadOnlyList<Lane> Lanes)
{
    public const double Width = 900;
    public const double LaneHeight = 92;
    private const double Left = 158;
    private const double Top = 26;
    private const double Bottom = 76;

    /// <summary>A tolerance thinner than the line itself could not be seen.</summary>
    private const double LeastRibbon = 4;
    private const double LetterWidth = 6.7;
    private const double TillerLength = 15;

    /// <summary>A tiller mark leans three times its angle, or two degrees could not be seen.</summary>
    private const double Lean = 3;

    public static LaneDrawing Of(Bench bench)
    {
        var ruler = new WindRuler(Left, Width - 14, bench.Matrix.Bands);
        return new(ruler, [.. bench.Class.Controls.Select(control => LaneOf(bench, ruler, control))]);
    }

    private static Lane LaneOf(Bench bench, WindRuler ruler, Control control)
    {
        var cells = bench.Matrix.Bands.All.Select(band => CellOf(bench, ruler, band, control)).ToList();
        var (top, bottom) = control.Scale switch
        {
            { HasMarks: false } => ("", ""),
            { Choices: not null } => ("more", "less"),
            var scale => (scale.Show(scale.Max), scale.Show(scale.Min)),
        };
        return new(control, cells, Steps(cells), Tillers(bench, ruler, control, weight => weight >= 1), Tillers(bench, ruler, control, weight => weight is > 0 and < 1), top, bottom);
    }

    private static LaneCell CellOf(Bench bench, WindRuler ruler, WindBand band, Control control)
    {
        var address = new CellAddress(band.Id, control.Key);
        var cell = bench.Matrix[address];
        var (x, width) = (ruler.At(band.From), ruler.At(band.To) - ruler.At(band.From));
        double? y = cell?.Mark is { } mark ? Height(control.Scale, mark) : null;
        double? ribbonTop = cell?.Mark is { } set && cell.Tolerance > 0 ? Math.Min(Height(control.Scale, new(set.Position + cell.Tolerance)), y!.Value - LeastRibbon) : null;
        var ribbonBottom = cell?.Mark is { } low && cell.Tolerance > 0 ? Math.Max(Height(control.Scale, new(low.Position - cell.Tolerance)), y!.Value + LeastRibbon) : 0;
        var says = cell?.Show(control.Scale) ?? "–";
        var trust = bench.Trust[address];
        var proposal = bench.Proposals.ContainsKey(address);
        var edges = $"{band.From.Knots:0} to {band.To.Knots:0} knots";
        // The words of the table's cell, in its order, stand in the label too: who speaks to the page says what they see.
        var within = cell?.Mark is not null && cell.Tolerance > 0 ? $" ± {control.Scale.ShowDistance(cell.Tolerance)}" : "";
        var label = $"{control.Name}, {band.Name}, {edges}: {says}{within} {trust.Status.ToString().ToLowerInvariant()}{(proposal ? ", proposal" : "")}";
        return new(address, band, x, width, Wrap(says, (int)((width - 6) / LetterWidth), cell?.Mark is null ? 4 : 2), y, ribbonTop, ribbonBottom - (ribbonTop ?? 0), trust, bench.Revision(address), proposal, label);
    }

    private static double Height(Scale scale, Mark mark) =>
        Math.Clamp(Bottom - ((Bottom - Top) * (mark.Position - scale.Min.Position) / (scale.Max.Position - scale.Min.Position)), Top - 4, Bottom + 4);

    /// <summary>The stepped line through the bands; it breaks at an empty cell.</summary>
    private static string Steps(IReadOnlyList<LaneCell> cells)
    {
        var path = new StringBuilder();
        LaneCell? before = null;
        foreach (var cell in cells)
        {
            if (cell.MarkY is { } y)
            {
                path.Append(before?.MarkY is null ? $"M{N(cell.X)} {N(y)}" : $"V{N(y)}").Append($"H{N(cell.X + cell.Width)}");
            }

            before = cell;
        }

        return path.ToString();
    }

    /// <summary>The logged sessions as tillers over their wind and mark; those that would lie on each other share one, leaning by their mean.</summary>
    private static string Tillers(Bench bench, WindRuler ruler, Control control, Func<double, bool> wanted)
    {
        if (!control.Scale.HasMarks)
        {
            return "";
        }

        var spots =
            from session in bench.Book.Sessions
            where session.Weight is { } weight && wanted(weight.Weight) && session.Marks.ContainsKey(control.Key)
            let x = Math.Round(ruler.At(session.Wind.Mean) / 4) * 4
            let y = Math.Round(Height(control.Scale, session.Marks[control.Key]))
            group session.Check!.Helm.Mean.Degrees by (x, y) into spot
            select Tiller(spot.Key.x, spot.Key.y, spot.Average());
        return string.Concat(spots);
    }

    private static string Tiller(double x, double y, double helm)
    {
        var lean = Math.Clamp(helm * Lean, -80, 80) * Math.PI / 180;
        var (dx, dy) = (TillerLength / 2 * Math.Sin(lean), TillerLength / 2 * Math.Cos(lean));
        return $"M{N(x - dx)} {N(y + dy)}l{N(2 * dx)} {N(-2 * dy)}";
    }
}
