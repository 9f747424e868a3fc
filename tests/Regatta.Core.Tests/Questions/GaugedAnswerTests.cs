using CsCheck;
using Regatta.Formats.Kits;

namespace Regatta.Core.Tests.Questions;

/// <summary>A gauge's number becomes a word, a step or a mark; how sure it is decides how much it counts.</summary>
public sealed class GaugedAnswerTests
{
    private static readonly WordAnswer Leech = new(
        [new("open", AnswerMeaning.TooLittle), new("parallel", AnswerMeaning.Fine), new("hooked", AnswerMeaning.TooMuch)],
        Ordered: true
    );

    private static readonly GaugeUse ByLeech = new(new("leech"), [4, -4]);

    private static readonly Question Asked = new(new("leech-top"), "The leech at the top?", Leech) { Gauge = ByLeech };

    [Theory]
    [InlineData(9, "open")]
    [InlineData(4, "open")]
    [InlineData(3.9, "parallel")]
    [InlineData(-4, "parallel")]
    [InlineData(-4.1, "hooked")]
    public void A_number_is_the_word_it_lies_in(double degrees, string word)
    {
        var answer = ByLeech.Answer(Leech, degrees, 1).Value;
        Assert.Equal(word, answer.Said);
        Assert.Equal(new Measured(new("leech"), degrees, 1), answer.Measured);
        Assert.Equal(answer.Measured, Measured.Of(answer.Measured!.InForm));
    }

    [Fact]
    public void Rising_and_falling_ends_say_the_same_of_mirrored_numbers() =>
        Gen.Double[-20, 20]
            .Sample(value =>
            {
                var rising = new GaugeUse(new("leech"), [-4, 4]);
                // An end itself belongs to the word above it.
                if (Math.Abs(Math.Abs(value) - 4) > 1e-9)
                {
                    Assert.Equal(ByLeech.WordAt(value), 2 - rising.WordAt(value));
                }
            });

    [Fact]
    public void The_certainties_of_all_words_of_a_reading_are_one() =>
        Gen.Select(Gen.Double[-20, 20], Gen.Double[0.1, 8])
            .Sample(
                (value, sd) =>
                {
                    var measured = new Measured(new("leech"), value, sd);
                    var all = Leech.Offered.Sum(word => Asked.Certainty(new Answer(word.Text, null, word.Means) { Measured = measured }));
                    Assert.Equal(1, all, 9);
                }
            );

    [Fact]
    public void What_was_judged_by_eye_is_as_sure_as_it_was_said()
    {
        Assert.Equal(1, Asked.Certainty(new Answer("open", null, AnswerMeaning.TooLittle)));
        Assert.Equal(0.5, Asked.Certainty(new Answer("open", null, AnswerMeaning.TooLittle) { Measured = new(new("leech"), 4, 2) }), 3);
    }

    /// <summary>5.2 cm on a question in whole centimetres, 3.5 in on a scale of half inches.</summary>
    [Fact]
    public void Numbers_and_scales_take_it_in_their_own_unit()
    {
        var gap = new NumberAnswer("cm", 0, 120, 1, [new(0, AnswerMeaning.TooLittle), new(5, AnswerMeaning.Fine)]);
        var use = new GaugeUse(new("gap"), []);
        Assert.Null(use.Problem(gap));
        var answer = use.Answer(gap, 0.052, 0.004).Value;
        Assert.Equal(("5 cm", 5.0), (answer.Said, answer.Number!.Value));
        Assert.Contains("lies between", use.Answer(gap, 2, 0.1).Problem);

        var jib = StarterKits
            .All.Select(kit => kit.Class)
            .SelectMany(kit => kit.Questions)
            .Single(question => question.Key.Name == "jib-gap");
        var read = jib.Gauge!.Answer(jib.Form, 3.5 * Length.MetresPerInch, 0.005).Value;
        Assert.Equal("3 1/2 in", read.Said);
        Assert.Equal(AnswerMeaning.Fine, read.Means);
    }

    public static TheoryData<string, GaugeUse, string> Unfit { get; } =
        new()
        {
            { "unknown", new(new("no-such"), [1, 2]), "no gauge called" },
            { "too few ends", new(new("leech"), [4]), "need 2 ends" },
            { "up and down", new(new("leech"), [4, 4]), "up all the way" },
            { "no number", new(new("leech"), [double.NaN, 1]), "is a number" },
        };

    [Theory]
    [MemberData(nameof(Unfit))]
    public void What_does_not_go_together_says_why(string what, GaugeUse use, string says)
    {
        Assert.NotEmpty(what);
        Assert.Contains(says, use.Problem(Leech));
    }

    [Fact]
    public void A_gauge_of_degrees_answers_no_question_in_centimetres() =>
        Assert.Contains(
            "does not read",
            new GaugeUse(new("leech"), []).Problem(new NumberAnswer("cm", 0, 10, 1, [new(0, AnswerMeaning.Fine)]))
        );

    [Fact]
    public void Every_gauge_of_a_kit_answers_its_look()
    {
        var used = StarterKits
            .All.SelectMany(kit => kit.Class.Questions.Select(question => (kit.Class.Key, question)))
            .Where(one => one.question.Gauge is not null)
            .ToList();
        Assert.True(used.Count >= 12);
        Assert.All(used, one => Assert.Null(one.question.Gauge!.Problem(one.question.Form)));
    }
}
