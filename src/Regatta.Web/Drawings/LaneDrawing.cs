using System.Collections.Concurrent;
using System.Runtime.CompilerServices;
using System.Text;
using static Regatta.Web.Drawings.Svg;

namespace Regatta.Web.Drawings;

/// <summary>One cell as drawn: its place, what it says, and its mark's height where it has one.</summary>
public sealed record LaneCell(
    CellAddress Address,
    WindBand Band,
    double X,
    double Width,
    IReadOnlyList<string> Lines,
    double? MarkY,
    double? RibbonTop,
    double RibbonHeight,
    CellTrust Trust,
    int Revision,
    bool HasProposal,
    bool Fits,
    string Label
)
{
    /// <summary>The mode it is taken from, where its own says nothing; null where it does, or nobody says anything.</summary>
    public string? AsIn { get; init; }

    /// <summary>The first line of what it says: above its step, or below where there is no room; words in the middle.</summary>
    public double TextY(LaneSize size) =>
        MarkY is not { } mark ? (size.Height / 2) - ((Lines.Count - 1) * 7) + (size == LaneSize.Low ? 4 : 2)
        : mark - size.Above - ((Lines.Count - 1) * 13) >= 12 ? mark - size.Above - ((Lines.Count - 1) * 13)
        : mark + size.Below;
}

/// <summary>How tall lanes are drawn, in drawing units.</summary>
/// <param name="Height">A lane.</param>
/// <param name="Top">Where the scale ends.</param>
/// <param name="Bottom">Where it begins.</param>
/// <param name="Above">What a mark says stands so far above its step.</param>
/// <param name="Below">Or so far below.</param>
public sealed record LaneSize(double Height, double Top, double Bottom, double Above, double Below)
{
    /// <summary>How long a logged session's tiller is drawn.</summary>
    public double Tiller => Height / 6;

    public static LaneSize Tall { get; } = new(92, 26, 76, 8, 18);

    /// <summary>For classes with so many controls that tall lanes would not stand on one screen.</summary>
    public static LaneSize Low { get; } = new(42, 15, 35, 4, 12);

    /// <summary>The most controls that are drawn tall.</summary>
    public const int MostTall = 8;
}

/// <summary>One control under the ruler, drawn to its own scale.</summary>
/// <param name="Ghost">The line of what the draft is held against; empty where it says the same.</param>
/// <param name="PerStep">How many drawing units one step of the scale is high; null where there are no steps.</param>
public sealed record Lane(
    Control Control,
    IReadOnlyList<LaneCell> Cells,
    string StepPath,
    string Ghost,
    string SureSessions,
    string PartSessions,
    string Top,
    string Bottom,
    double? PerStep
);

/// <summary>The lanes view: geometry only, the same for every reader.</summary>
public sealed record LaneDrawing(WindRuler Ruler, LaneSize Size, IReadOnlyList<Lane> Lanes)
{
    /// <summary>What was answered, a lane for each question that was.</summary>
    public IReadOnlyList<AnswerLane> Answers { get; init; } = [];

    public const double Width = 900;
    private const double Left = 158;

    /// <summary>A tolerance thinner than the line itself could not be seen.</summary>
    private const double LeastRibbon = 4;
    private const double LetterWidth = 6.7;

    /// <summary>A tiller mark leans three times its angle, or two degrees could not be seen.</summary>
    private const double Lean = 3;

    /// <summary>A band seen large shows its marks and logs with so many steps to either side.</summary>
    private const int StepsBeside = 2;

    /// <summary>The drawings of whole rulers in each unit, for as long as their plans and modes are kept.</summary>
    private static readonly ConditionalWeakTable<PlanModeView, ConcurrentDictionary<SpeedUnit, LaneDrawing>> Whole = [];

    /// <summary>The same, kept with its plan and mode where all bands are shown.</summary>
    public static LaneDrawing Kept(PlanModeView view, WindBand? zoom, SpeedUnit unit) =>
        zoom is null ? Whole.GetValue(view, _ => new()).GetOrAdd(unit, one => Of(view, null, one)) : Of(view, zoom, unit);

    /// <summary>The lanes of a plan and mode, over all bands or with one of them seen large.</summary>
    /// <param name="view">The plan and mode.</param>
    /// <param name="zoom">The band seen large; null for all of them.</param>
    /// <param name="unit">The unit winds are told in by a screen reader.</param>
    public static LaneDrawing Of(PlanModeView view, WindBand? zoom, SpeedUnit unit)
    {
        var ruler = new WindRuler(Left, Width - 14, view.Matrix.Bands) { Zoom = zoom };
        var size = view.Matrix.Controls.Count > LaneSize.MostTall && zoom is null ? LaneSize.Low : LaneSize.Tall;
        return new(ruler, size, [.. view.Matrix.Controls.Select(control => LaneOf(view, ruler, size, control, unit))])
        {
            Answers = AnswerLane.Of(view, ruler),
        };
    }

    private static Lane LaneOf(PlanModeView view, WindRuler ruler, LaneSize size, Control control, SpeedUnit unit)
    {
        var stretch = Stretch.Of(view, ruler.Zoom, size, control);
        var cells = view.Matrix.Bands.All.Where(ruler.Shows).Select(band => CellOf(view, ruler, stretch, band, control, unit)).ToList();
        var steps = Steps(cells, address => view.Matrix[address], stretch);
        var ghost = view.Ghost is { } other ? Steps(cells, address => other[address], stretch) : "";
        var (top, bottom) = control.Scale switch
        {
            { HasMarks: false } => ("", ""),
            { Choices: not null } => ("more", "less"),
            var scale => (scale.Show(stretch.High), scale.Show(stretch.Low)),
        };
        return new(
            control,
            cells,
            steps,
            ghost == steps ? "" : ghost,
            Tillers(view, ruler, stretch, control, weight => weight >= 1),
            Tillers(view, ruler, stretch, control, weight => weight is > 0 and < 1),
            top,
            bottom,
            control.Scale.HasMarks ? stretch.PerPosition * control.Scale.Step : null
        );
    }

    private static LaneCell CellOf(PlanModeView view, WindRuler ruler, Stretch stretch, WindBand band, Control control, SpeedUnit unit)
    {
        var address = new CellAddress(band.Id, control.Key);
        var cell = view.Matrix[address];
        var (x, width) = (ruler.At(band.From), ruler.At(band.To) - ruler.At(band.From));
        double? y = cell?.Mark is { } mark ? stretch.Y(mark) : null;
        double? ribbonTop = cell?.Span is { } span && cell.Tolerance > 0 ? Math.Min(stretch.Y(span.High), y!.Value - LeastRibbon) : null;
        var ribbonBottom = ribbonTop is null ? 0 : Math.Max(stretch.Y(cell!.Span!.Value.Low), y!.Value + LeastRibbon);
        var borrowed = cell is null ? view.AsSailed[address] : null;
        var says = (cell ?? borrowed)?.Show(control.Scale) ?? "–";
        var letters = (int)((width - 6) / LetterWidth);
        // A low lane has one line for a mark: a word stands there without what it comes to.
        var written =
            stretch.Size == LaneSize.Low && cell?.Mark is not null && says.Length > letters ? CellText.Typed(cell, control.Scale) : says;
        var trust = view.Trust[address];
        var (proposal, fits) = (view.Proposals.ContainsKey(address), !view.FindingsAt(address).Any());
        var edges = $"{NumberText.Plain(band.From.In(unit), 1)} to {NumberText.Plain(band.To.In(unit), 1)} {unit.Name()}";
        // The words of the table's cell, in its order, stand in the label too: who speaks to the page says what they see.
        var within = cell?.ShowTolerance(control.Scale) is { Length: > 0 } shown ? " " + shown : "";
        var label =
            $"{control.Name}, {band.Name}, {edges}: {says}{within}{(borrowed is null ? "" : $" as {borrowed.Origin}")} "
            + $"{trust.Status.ToString().ToLowerInvariant()}{(proposal ? ", proposal" : "")}{(fits ? "" : ", does not fit")}";
        return new(
            address,
            band,
            x,
            width,
            (cell ?? borrowed)?.Mark is not null
                ? Whole(written, letters, 2)
                : Wrap(written, letters, stretch.Size == LaneSize.Low ? 3 : 4),
            y,
            ribbonTop,
            ribbonBottom - (ribbonTop ?? 0),
            trust,
            view.Revision(address),
            proposal,
            fits,
            label
        )
        {
            AsIn = borrowed?.Origin,
        };
    }

    /// <summary>The stepped line through the bands; it breaks at an empty cell, and is two lines where the card says a range: no mark
    /// within one is better than another.</summary>
    private static string Steps(IEnumerable<LaneCell> cells, Func<CellAddress, Cell?> said, Stretch stretch)
    {
        var path = new StringBuilder();
        double? before = null;
        foreach (var cell in cells)
        {
            var now = said(cell.Address);
            double? at = now is { Mark: { } mark, IsRange: false } ? stretch.Y(mark) : null;
            if (at is { } y)
            {
                path.Append(before is null ? $"M{N(cell.X)} {N(y)}" : $"V{N(y)}").Append($"H{N(cell.X + cell.Width)}");
            }
            else if (now is { IsRange: true, Span: var (low, high) })
            {
                foreach (var end in (Mark[])[high, low])
                {
                    path.Append($"M{N(cell.X)} {N(stretch.Y(end))}H{N(cell.X + cell.Width)}");
                }
            }

            before = at;
        }

        return path.ToString();
    }

    /// <summary>The logged sessions as tillers over their wind and mark; those that would lie on each other share one, leaning by their
    /// mean.</summary>
    private static string Tillers(PlanModeView view, WindRuler ruler, Stretch stretch, Control control, Func<double, bool> wanted)
    {
        if (!control.Scale.HasMarks)
        {
            return "";
        }

        var spots =
            from session in view.Evidence.Runs.Listed
            where session.Weight is { } weight && wanted(weight.Weight) && session.Marks.ContainsKey(control.Key)
            where ruler.Zoom is null || ruler.Zoom.Contains(session.EffectiveWind.Mean)
            let x = Math.Round(ruler.At(session.EffectiveWind.Mean) / 4) * 4
            let y = Math.Round(stretch.Y(session.Marks[control.Key]))
            group session.Check!.Helm.Mean.Degrees by (x, y) into spot
            select Tiller(spot.Key.x, spot.Key.y, spot.Average(), stretch.Size.Tiller);
        return string.Concat(spots);
    }

    private static string Tiller(double x, double y, double helm, double length)
    {
        var lean = Math.Clamp(helm * Lean, -80, 80) * Math.PI / 180;
        var (dx, dy) = (length / 2 * Math.Sin(lean), length / 2 * Math.Cos(lean));
        return $"M{N(x - dx)} {N(y + dy)}l{N(2 * dx)} {N(-2 * dy)}";
    }

    /// <summary>The part of a scale a lane shows, and how it maps to heights.</summary>
    private sealed record Stretch(LaneSize Size, Mark Low, Mark High)
    {
        public double PerPosition => (Size.Bottom - Size.Top) / (High.Position - Low.Position);

        public static Stretch Of(PlanModeView view, WindBand? zoom, LaneSize size, Control control)
        {
            var scale = control.Scale;
            if (zoom is null || !scale.HasMarks)
            {
                return new(size, scale.Min, scale.Max);
            }

            var marks = view
                .Evidence.Runs.In(zoom.Id)
                .Where(session => session.Marks.ContainsKey(control.Key))
                .Select(session => session.Marks[control.Key].Position)
                .Concat(view.Matrix[zoom, control]?.Span is { } span ? [span.Low.Position, span.High.Position] : [])
                .ToList();
            return marks.Count == 0
                ? new(size, scale.Min, scale.Max)
                : new(size, scale.StepBy(new(marks.Min()), -StepsBeside), scale.StepBy(new(marks.Max()), StepsBeside));
        }

        public double Y(Mark mark) =>
            Math.Clamp(Size.Bottom - (PerPosition * (mark.Position - Low.Position)), Size.Top - 4, Size.Bottom + 4);
    }
}
