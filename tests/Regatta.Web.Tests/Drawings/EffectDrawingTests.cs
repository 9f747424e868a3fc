using System.Globalization;
using System.Text.RegularExpressions;
using Regatta.Web.Drawings;

namespace Regatta.Web.Tests.Drawings;

/// <summary>What more of a mark does, drawn beside the words.</summary>
public sealed class EffectDrawingTests(ClubHost host)
{
    private static readonly IReadOnlyList<MarkEffect> All = Enum.GetValues<MarkEffect>();

    [Fact]
    public void Every_effect_has_a_picture_of_its_own_that_stays_on_its_sheet_and_says_what_it_shows()
    {
        var drawings = All.Select(EffectDrawing.Of).ToList();
        Assert.Equal(All.Select(MarkEffects.Words), drawings.Select(drawing => drawing.Label));
        Assert.Equal(All.Count, drawings.Select(drawing => drawing.Part + drawing.Arrow).Distinct().Count());
        Assert.Equal(All.Count / 2, EffectDrawing.Pairs.Count);
        Assert.All(
            drawings.Concat(EffectDrawing.Pairs).SelectMany(drawing => Points(drawing.Boat + drawing.Part + drawing.Arrow)),
            point =>
            {
                Assert.InRange(point.X, 0, 80);
                Assert.InRange(point.Y, 0, 64);
            }
        );
    }

    [Fact]
    public void Opposites_point_opposite_ways()
    {
        foreach (var effect in All)
        {
            var (one, other) = (Way(EffectDrawing.Of(effect)), Way(EffectDrawing.Of(MarkEffects.Opposite(effect))));
            Assert.Equal((one.X, one.Y), (-other.X, -other.Y));
        }

        // The bow is to the right, and down is down.
        Assert.True(Way(EffectDrawing.Of(MarkEffect.SailForward)).X > 0);
        Assert.True(Way(EffectDrawing.Of(MarkEffect.BoardForward)).X > 0);
        Assert.True(Way(EffectDrawing.Of(MarkEffect.LeadForward)).X > 0);
        Assert.True(Way(EffectDrawing.Of(MarkEffect.LinesForward)).X > 0);
        Assert.True(Way(EffectDrawing.Of(MarkEffect.SailDown)).Y > 0);
        Assert.True(Way(EffectDrawing.Of(MarkEffect.BoardDown)).Y > 0);
        Assert.True(Way(EffectDrawing.Of(MarkEffect.SailLess)).Y > 0);

        static (double X, double Y) Way(EffectDrawing drawing) =>
            Points(drawing.Arrow) is [var from, var to, ..] ? (to.X - from.X, to.Y - from.Y) : throw new InvalidOperationException();
    }

    [Fact]
    public async Task What_is_picked_is_drawn_before_anything_is_saved()
    {
        var captain = await host.VisitAsAsync("odalys");
        const string At = "/wenlow/classes/brannet/controls/vang";
        var page = await captain.GetAsync(At);
        var form = page.Html.QuerySelector("#control-form")!;
        Assert.Equal("the leech closes", form.QuerySelector(".means-row svg")!.GetAttribute("aria-label"));
        var drawn = await captain.SendAsync(page, "#control-form", At + "?handler=Means", ("means-1", "the sail is flatter"));
        Assert.Equal(
            ["the leech closes", "the sail is flatter"],
            drawn.Html.QuerySelectorAll(".means-row svg").Select(one => one.GetAttribute("aria-label"))
        );
        Assert.Single((await captain.GetAsync(At)).Html.QuerySelectorAll(".means-row svg"));
    }

    /// <summary>The points of a path, curves with what they bend towards.</summary>
    private static IReadOnlyList<(double X, double Y)> Points(string path) =>
        [
            .. Regex
                .Matches(path, "(-?[0-9.]+) (-?[0-9.]+)")
                .Select(pair =>
                    (
                        double.Parse(pair.Groups[1].Value, CultureInfo.InvariantCulture),
                        double.Parse(pair.Groups[2].Value, CultureInfo.InvariantCulture)
                    )
                ),
        ];
}
