using System.Globalization;
using System.Text.RegularExpressions;
using Regatta.Formats.Kits;
using Regatta.Web.Drawings;

namespace Regatta.Web.Tests.Drawings;

public sealed partial class FittingDrawingTests
{
    private static readonly Control Boom = StarterKits.Find("lateen-board-boat")!.Class.Find(new("gooseneck"))!;

    public static TheoryData<string, string> EveryControl =>
        [.. StarterKits.All.SelectMany(kit => kit.Class.Controls.Select(control => (kit.Class.Key, control.Key.Name)))];

    [Theory]
    [MemberData(nameof(EveryControl))]
    public void Every_control_of_every_kit_is_drawn_inside_its_frame(string kit, string control)
    {
        var drawing = ControlDrawing.Of(StarterKits.Find(kit)!.Class.Find(new(control))!);
        Assert.NotEmpty(drawing.Body);
        Assert.DoesNotContain("NaN", drawing.Body + drawing.Ticks);
        Assert.All(
            Moves().Matches(drawing.Body + drawing.Ticks),
            move =>
            {
                Assert.InRange(double.Parse(move.Groups[1].Value, CultureInfo.InvariantCulture), 0, ControlDrawing.Width);
                Assert.InRange(double.Parse(move.Groups[2].Value, CultureInfo.InvariantCulture), 0, ControlDrawing.Height);
            }
        );
        Assert.All(drawing.Labels, label => Assert.InRange(label.X, 0, ControlDrawing.Width));
    }

    [Fact]
    public void A_scale_that_starts_away_from_the_datum_is_drawn_away_from_it()
    {
        var far = ControlDrawing.Of(Boom);
        var near = ControlDrawing.Of(Boom with { Scale = new LengthScale(LengthUnit.Centimetre, Mm(0), Mm(200), Mm(10)) });
        Assert.Equal(near.DatumX, far.DatumX);
        Assert.Equal("13 in", far.Labels[0].Text);
        Assert.True(far.Labels[0].X > near.Labels[0].X);
        Assert.True(far.Body.Count(letter => letter == 'M') > near.Body.Count(letter => letter == 'M'));
    }

    [Theory]
    [InlineData(Counted.Hole, 7)]
    [InlineData(Counted.Dot, 5)]
    public void A_row_has_as_many_holes_as_the_boat(Counted thing, int count)
    {
        var drawing = ControlDrawing.Of(Boom with { Scale = new CountScale(thing, 1, count, 1, "the bow") });
        Assert.Equal(count, drawing.Ticks.Count(letter => letter == 'M'));
        Assert.Contains(drawing.Labels, label => label.Text.Contains("the bow", StringComparison.Ordinal));
    }

    [Fact]
    public void What_is_set_by_eye_has_no_datum_to_draw() => Assert.Null(ControlDrawing.Of(Boom with { Scale = new TargetScale() }).DatumX);

    [Fact]
    public void Pairs_are_plotted_where_they_were_taken_and_those_that_contradict_are_marked()
    {
        var plot = Plot((14, 0), (18, 0), (20, 200), (26, 0), (27, 0));
        Assert.Equal([false, false, true, false, false], plot.Pairs.Select(pair => pair.Breaks));
        Assert.Equal(plot.Pairs.Select(pair => pair.X).Order(), plot.Pairs.Select(pair => pair.X));
        Assert.True(plot.Pairs[1].Y < plot.Pairs[0].Y);
        Assert.Empty(plot.Line);
        Assert.NotEmpty(plot.ClassLine);
        Assert.Contains("contradicts", plot.Pairs[2].Label);
    }

    [Fact]
    public void Residuals_hang_from_the_straight_strip_and_a_step_fills_their_room()
    {
        var straight = Plot((14, 25.4), (20, 25.4), (26, 25.4));
        Assert.All(straight.Pairs, pair => Assert.Equal(CalibrationPlot.Zero, pair.ResidualY, 6));
        Assert.Equal(3, straight.Line.Split('L').Length);
        var bent = Plot((14, 0), (20, 12.7), (26, 0));
        Assert.True(bent.Pairs[1].ResidualY < CalibrationPlot.Zero);
        Assert.True(bent.Pairs[0].ResidualY > CalibrationPlot.Zero);
        Assert.All(bent.Pairs, pair => Assert.InRange(pair.ResidualY, CalibrationPlot.Zero - 24, CalibrationPlot.Zero + 24));
    }

    [Fact]
    public void Nothing_measured_is_nothing_drawn() => Assert.Empty(CalibrationPlot.Of(ControlSurvey.Of(Boom, [])).Pairs);

    private static CalibrationPlot Plot(params (double Inches, double Off)[] pairs) =>
        CalibrationPlot.Of(
            ControlSurvey.Of(Boom, [.. pairs.Select(pair => new CalibrationPair(pair.Inches * 25.4, Mm((pair.Inches * 25.4) + pair.Off)))])
        );

    private static Length Mm(double millimetres) => Length.FromMillimetres(millimetres);

    [GeneratedRegex(@"[ML](-?[\d.]+) (-?[\d.]+)")]
    private static partial Regex Moves();
}
