using MathNet.Numerics.Distributions;

namespace Regatta.Core.Questions;

/// <summary>How a gauge's number becomes an answer, and how sure that answer is.</summary>
public static class GaugedAnswers
{
    private static readonly Dictionary<(GaugeUnit Unit, string Symbol), double> Units = new()
    {
        [(GaugeUnit.Degrees, "°")] = 1,
        [(GaugeUnit.Share, "%")] = 100,
        [(GaugeUnit.Metres, "m")] = 1,
        [(GaugeUnit.Metres, "cm")] = 100,
        [(GaugeUnit.Metres, "mm")] = 1000,
        [(GaugeUnit.Metres, "in")] = 1 / Length.MetresPerInch,
    };

    /// <summary>An answer less sure than this is worth a second look.</summary>
    public const double Sure = 0.8;

    /// <summary>Why a form cannot be answered by a gauge, in a sentence; null where it can.</summary>
    public static string? Problem(this GaugeUse use, AnswerForm form) =>
        use.Known is not { } gauge ? $"There is no gauge called “{PlainText.Shown(use.Gauge.Name)}”."
        : form is WordAnswer words ? WordProblem(use, words)
        : Factor(gauge, form) is null ? $"{gauge.Name} does not read what this question asks for."
        : use.From.Count > 0 ? "A number is its own answer: leave the ends out."
        : null;

    /// <summary>The answer a reading gives.</summary>
    /// <param name="use">The gauge, and what its numbers mean.</param>
    /// <param name="form">How the question is answered; one that <see cref="Problem"/> has nothing against.</param>
    /// <param name="value">What was read.</param>
    /// <param name="sd">Its standard deviation.</param>
    /// <returns>The answer with what was measured, or why it is none, such as beyond the scale.</returns>
    public static Parsed<Answer> Answer(this GaugeUse use, AnswerForm form, double value, double sd)
    {
        var measured = new Measured(use.Gauge, value, sd);
        if (form is WordAnswer words)
        {
            var word = words.Offered[use.WordAt(value)];
            return Parsed<Answer>.Good(new(word.Text, null, word.Means) { Measured = measured });
        }

        var number = value * Factor(use.Known!, form)!.Value;
        return form.Read(form is ScaleAnswer { Scale: var scale } ? scale.Show(scale.Snap(new(number))) : NumberText.Plain(number, 3))
            .Then(answer => Parsed<Answer>.Good(answer with { Measured = measured }));
    }

    /// <summary>The gauge a question is answered by from a picture; null where it names none, one this installation does not know, or one
    /// that does not go with its answers.</summary>
    public static Gauge? PictureGauge(this Question question) =>
        question.Gauge is { Known: { } gauge } use && use.Problem(question.Form) is null ? gauge : null;

    /// <summary>The answer a reading gives to a question, or why it is none; null where the question is not answered by that
    /// gauge.</summary>
    public static Parsed<Answer>? AnswerOf(this Question question, Measured measured) =>
        question.PictureGauge() is { } gauge && gauge.Key == measured.Gauge
            ? question.Gauge!.Answer(question.Form, measured.Value, measured.Sd)
            : null;

    /// <summary>How sure it is that an answer means what it means: 1 for what was judged by eye, for a reading the share of its doubt that
    /// lies where the meaning is the same.</summary>
    public static double Certainty(this Question question, Answer answer)
    {
        if (answer.Measured is not { Sd: > 0 } measured || question.PictureGauge() is not { } gauge || gauge.Key != measured.Gauge)
        {
            return 1;
        }

        var (ends, meanings) = Stretches(question.Gauge!, question.Form);
        var sure = 0.0;
        for (var at = 0; at < meanings.Count; at++)
        {
            if (meanings[at] == answer.Means)
            {
                var below = at == 0 ? 0 : Normal.CDF(measured.Value, measured.Sd, ends[at - 1]);
                var above = at == ends.Count ? 1 : Normal.CDF(measured.Value, measured.Sd, ends[at]);
                sure += above - below;
            }
        }

        return Math.Clamp(sure, 0, 1);
    }

    /// <summary>The ends between meanings in the gauge's unit, rising, and what lies between them.</summary>
    private static (IReadOnlyList<double> Ends, IReadOnlyList<AnswerMeaning> Meanings) Stretches(GaugeUse use, AnswerForm form)
    {
        if (form is WordAnswer words)
        {
            var meanings = words.Offered.Select(word => word.Means).ToList();
            return use.IsFalling ? ([.. use.From.Reverse()], [.. Enumerable.Reverse(meanings)]) : (use.From, meanings);
        }

        var (factor, of) = (Factor(use.Known!, form)!.Value, form.Spec.Meanings!);
        return ([.. of.Skip(1).Select(meaning => meaning.From / factor)], [.. of.Select(meaning => meaning.Means)]);
    }

    private static string? WordProblem(GaugeUse use, WordAnswer words) =>
        use.From.Count != words.Offered.Count - 1 ? $"{words.Offered.Count} words need {words.Offered.Count - 1} ends between them."
        : use.From.Any(end => !double.IsFinite(end)) ? "An end between two words is a number."
        : use.From.Zip(use.From.Skip(1)).Select(pair => Math.Sign(pair.Second - pair.First)).Distinct().ToList() is not ([] or [1] or [-1])
            ? "The ends between the words go up all the way, or down all the way."
        : null;

    /// <summary>What makes a gauge's number an answer's number or position; null where the two do not go together.</summary>
    private static double? Factor(Gauge gauge, AnswerForm form) =>
        form switch
        {
            NumberAnswer when gauge.Unit == GaugeUnit.Number => 1,
            NumberAnswer number => Units.TryGetValue((gauge.Unit, number.Unit.Trim()), out var factor) ? factor : null,
            ScaleAnswer { Scale: AngleScale } => gauge.Unit == GaugeUnit.Degrees ? 1 : null,
            ScaleAnswer { Scale: LengthScale } => gauge.Unit == GaugeUnit.Metres ? 1000 : null,
            ScaleAnswer { Scale: CountScale } => gauge.Unit == GaugeUnit.Number ? 1 : null,
            _ => null,
        };
}
