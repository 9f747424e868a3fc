using Regatta.Formats.Kits;
using Regatta.Web.Drawings;

namespace Regatta.Web.Tests.Drawings;

/// <summary>Too little, right and too much are told apart in the drawing, which is to the scale of the sail it is of.</summary>
public sealed class GaugeSceneTests
{
    private static readonly IReadOnlyList<(string Kit, Question Question)> Looks =
    [
        .. StarterKits
            .All.SelectMany(kit => kit.Class.Questions.Select(question => (kit.Class.Key, question)))
            .Where(one => one.question is { Gauge: not null, Form.Words: not null }),
    ];

    /// <summary>Issue: five degrees, or two hundredths of camber, between one word and the next.</summary>
    [Fact]
    public void Words_of_a_look_are_drawn_so_far_apart_that_an_eye_tells_them()
    {
        Assert.True(Looks.Count >= 8);
        Assert.All(
            Looks,
            look =>
            {
                var (use, gauge) = (look.Question.Gauge!, look.Question.Gauge!.Known!);
                var least = gauge.Unit == GaugeUnit.Degrees ? 5 : 0.02;
                var values = look.Question.Form.Words!.Select((_, at) => use.Typical(at, GaugeScene.Apart(gauge))).ToList();
                Assert.All(values.Zip(values.Skip(1)), pair => Assert.True(Math.Abs(pair.Second - pair.First) >= least));
                // Each value is drawn as the word it means.
                Assert.All(values.Select((value, at) => (value, at)), one => Assert.Equal(one.at, use.WordAt(one.value)));
                Assert.Contains(GaugeWords.Of(look.Question), word => word.Word.Means == AnswerMeaning.Fine);
            }
        );
    }

    /// <summary>What is drawn measures as what it says it is: the gauge reads its own drawing.</summary>
    [Theory]
    [InlineData("twist-above", 14, 1.5)]
    [InlineData("camber", 0.12, 0.003)]
    [InlineData("draft", 0.4, 0.01)]
    [InlineData("heel", 12, 0.5)]
    [InlineData("part-way", 0.4, 0.001)]
    public void A_drawing_reads_as_the_value_it_is_of(string key, double value, double within)
    {
        var gauge = KnownGauges.Find(new(key))!;
        var facts = gauge.Facts.ToDictionary(fact => fact.Key, fact => fact.Usual ?? 1);
        // In the drawing from above the bow is up, and leeward is to the right.
        facts["tack"] = -1;
        Assert.Equal(value, gauge.Work(GaugeScene.Of(gauge, value).Points, facts), within);
    }

    [Fact]
    public void Every_gauge_is_drawn_with_its_points_inside() =>
        Assert.All(
            KnownGauges.All,
            gauge =>
            {
                var scene = GaugeScene.Of(gauge, GaugeScene.Usual(gauge));
                Assert.Equal(gauge.Points.Count, scene.Points.Count);
                var numbers = scene.Numbers;
                Assert.All(numbers, at => Assert.True(at.X is > 0 and < GaugeScene.Width && at.Y is > 10 and < GaugeScene.Height));
                Assert.All(
                    numbers.SelectMany((one, at) => numbers.Skip(at + 1).Select(other => (other - one).Length)),
                    apart => Assert.True(apart > 10, $"{gauge.Key}: two numbers lie over one another.")
                );
                Assert.All(
                    scene.Points,
                    point =>
                        Assert.True(
                            point.X is > 0 and < GaugeScene.Width && point.Y is > 0 and < GaugeScene.Height,
                            $"{gauge.Key}: {point}"
                        )
                );
            }
        );
}
