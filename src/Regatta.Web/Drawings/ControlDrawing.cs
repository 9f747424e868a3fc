using static Regatta.Web.Drawings.Svg;

namespace Regatta.Web.Drawings;

/// <summary>A word in a drawing.</summary>
public sealed record Label(double X, double Y, string Text, string Anchor = "middle");

/// <summary>A small picture of one control: its scale from the datum, and what is read against it. Not to size; ends and order
/// are.</summary>
/// <param name="Body">What carries the scale: the spar, the plate, the arc.</param>
/// <param name="Ticks">The scale on it.</param>
/// <param name="DatumX">Where the datum is; null where there is none to measure from.</param>
/// <param name="PointX">What is read; null where nothing is read against a scale.</param>
/// <param name="Labels">The numbers and names.</param>
public sealed record ControlDrawing(string Body, string Ticks, double? DatumX, double? PointX, IReadOnlyList<Label> Labels)
{
    public const double Width = 320;
    public const double Height = 84;
    private const double Left = 26;
    private const double Right = 300;
    private const double Base = 52;

    /// <summary>More holes than this would run into each other.</summary>
    private const int MostDrawn = 16;

    public static ControlDrawing Of(Control control) =>
        control.Scale switch
        {
            LengthScale or StripScale => Along(control.Scale),
            BodyScale body => Measures(body),
            CountScale { Thing: Counted.Turn or Counted.Click } count => Dial(count),
            CountScale count => Row(count),
            AngleScale angle => Arc(angle),
            StopScale stops => Stairs(stops),
            _ => new(
                "M100 46Q160 8 220 46Q160 84 100 46Z",
                "M160 46m-16 0a16 16 0 1 0 32 0a16 16 0 1 0 -32 0",
                null,
                null,
                [new(160, 50, "by eye")]
            ),
        };

    /// <summary>A spar or track with its graduation; what lies between the datum and the first mark is drawn broken.</summary>
    private static ControlDrawing Along(Scale scale)
    {
        var from = scale.LengthAt(scale.Min)!.Value.Millimetres > 0 ? Left + 62 : Left;
        var steps = Math.Clamp((int)Math.Round((scale.Max.Position - scale.Min.Position) / scale.Step), 2, 30);
        var ticks = string.Concat(
            Enumerable
                .Range(0, steps + 1)
                .Select(step => $"M{N(from + ((Right - from) * step / steps))} {N(Base)}v{(step % 5 == 0 ? -12 : -7)}")
        );
        var gap =
            from > Left ? $"M{N(Left)} {N(Base)}h8M{N(Left + 14)} {N(Base)}h8M{N(Left + 28)} {N(Base)}h8M{N(Left + 42)} {N(Base)}h8" : "";
        return new(
            $"{gap}M{N(from)} {N(Base)}H{N(Right)}",
            ticks,
            Left,
            from + ((Right - from) * 0.6),
            [
                new(from, Base + 16, scale.Show(scale.Min), from > Left ? "middle" : "start"),
                new(Right, Base + 16, scale.Show(scale.Max), "end"),
            ]
        );
    }

    private static ControlDrawing Row(CountScale count)
    {
        var things = (int)Math.Min(MostDrawn, Math.Floor((count.Max.Position - count.Min.Position) / count.Step) + 1);
        var gap = (Right - Left - 16) / Math.Max(1, things - 1);
        var ticks = string.Concat(
            Enumerable.Range(0, things).Select(at => $"M{N(Left + 4 + (at * gap))} {N(Base - 8)}a4 4 0 1 0 8 0a4 4 0 1 0 -8 0")
        );
        return new(
            $"M{N(Left - 6)} {N(Base - 20)}H{N(Right + 6)}V{N(Base + 4)}H{N(Left - 6)}Z",
            ticks,
            Left + 8,
            Left + 8 + (Math.Round((things - 1) * 0.6) * gap),
            [
                new(Left, Base + 20, $"{count.Show(count.Min)}, {count.CountedFrom}", "start"),
                new(Right, Base + 20, NumberText.Fraction(count.Max.Position), "end"),
            ]
        );
    }

    private static ControlDrawing Dial(CountScale count) =>
        new(
            "M130 44a30 30 0 1 0 60 0a30 30 0 1 0 -60 0",
            string.Concat(
                Enumerable
                    .Range(0, 8)
                    .Select(at => (X: Math.Sin(at * Math.PI / 4), Y: -Math.Cos(at * Math.PI / 4)))
                    .Select(to => $"M{N(160 + (24 * to.X))} {N(44 + (24 * to.Y))}L{N(160 + (30 * to.X))} {N(44 + (30 * to.Y))}")
            ) + "M160 44L176 27",
            null,
            null,
            [new(118, 48, count.Show(count.Min), "end"), new(202, 48, $"to {count.Show(count.Max)}", "start")]
        );

    private static ControlDrawing Arc(AngleScale angle) =>
        new(
            "M60 70H250M60 70L222 18",
            "M150 70A90 90 0 0 0 145.7 42.5",
            null,
            null,
            [new(196, 56, $"{angle.Show(angle.Min)} to {angle.Show(angle.Max)}"), new(256, 74, "datum", "start")]
        );

    private static ControlDrawing Measures(BodyScale body)
    {
        var most = Math.Max(1, (int)Math.Ceiling(body.ReadingAt(body.Max)));
        var one = (Right - Left) / most;
        return new(
            $"M{N(Left)} {N(Base)}H{N(Right)}",
            string.Concat(
                Enumerable.Range(0, most).Select(at => $"M{N(Left + (at * one) + 2)} {N(Base)}v-14q0 -6 6 -6h{N(one - 16)}q6 0 6 6v14")
            ),
            Left,
            Left + ((Right - Left) * 0.6),
            [new(Left, Base + 16, $"one {body.Measure.Word()}, yours", "start"), new(Right, Base + 16, body.Show(body.Max), "end")]
        );
    }

    private static ControlDrawing Stairs(StopScale stops)
    {
        var wide = (Width - 16) / stops.Stops.Count;
        var rise = 40.0 / Math.Max(1, stops.Stops.Count - 1);
        var labels = stops.Stops.SelectMany(
            (stop, at) =>
            {
                var lines = Wrap(stop, Math.Max(4, (int)(wide / 6.2)), 3);
                var y = 64 - (at * rise);
                return lines.Select(
                    (line, row) =>
                        new Label(8 + (wide * (at + 0.5)), y > 40 ? y - 6 - ((lines.Count - 1 - row) * 11) : y + 13 + (row * 11), line)
                );
            }
        );
        return new(
            string.Concat(stops.Stops.Select((_, at) => $"M{N(8 + (wide * at))} {N(64 - (at * rise))}h{N(wide)}")),
            "",
            null,
            null,
            [.. labels]
        );
    }
}
