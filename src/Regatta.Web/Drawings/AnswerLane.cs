namespace Regatta.Web.Drawings;

/// <summary>One question under the ruler: what was answered in which wind, higher for too much, lower for too little. What to stop for
/// stands out.</summary>
/// <param name="Question">The question.</param>
/// <param name="Marks">Where answers lie, with how many and what they mean.</param>
/// <param name="Label">The whole lane in words.</param>
public sealed record AnswerLane(Question Question, IReadOnlyList<AnswerMark> Marks, string Label)
{
    public const double Height = 50;

    /// <summary>Lanes under the helm that still show at one look.</summary>
    private const int Most = 12;

    /// <summary>The lanes of a plan and mode; those with the most answers, in the order they are asked.</summary>
    public static IReadOnlyList<AnswerLane> Of(PlanModeView view, WindRuler ruler)
    {
        var answered = view
            .Evidence.Runs.Listed.Where(run => ruler.Zoom is null || ruler.Zoom.Contains(run.EffectiveWind.Mean))
            .SelectMany(run => run.Answers.Select(answer => (Run: run, answer.Key, Answer: answer.Value)))
            .ToLookup(one => one.Key);
        var shown = answered.OrderByDescending(group => group.Count()).Take(Most).Select(group => group.Key).ToHashSet();
        return
        [
            .. view
                .Class.KnownQuestions.Select(question => question.Key)
                .Concat(view.Matrix.Controls.Select(control => ClassQuestions.KeyOfTarget(control.Key)))
                .Where(shown.Contains)
                .Select(key =>
                    (Question: view.Class.FindQuestion(key), Given: answered[key].Select(given => (given.Run, given.Answer)).ToList())
                )
                .Where(question => question.Question is not null)
                .Select(question => LaneOf(question.Question!, question.Given, ruler)),
        ];
    }

    private static AnswerLane LaneOf(Question question, IReadOnlyList<(SessionEvidence Run, Answer Answer)> given, WindRuler ruler) =>
        new(
            question,
            [
                .. from one in given
                let x = Math.Round(ruler.At(one.Run.EffectiveWind.Mean) / 12) * 12
                group one by (x, one.Answer.Means) into spot
                select new AnswerMark(spot.Key.x, YOf(spot.Key.Means), spot.Count(), spot.Key.Means),
            ],
            $"{question.Asks} "
                + string.Join(
                    ", ",
                    given
                        .GroupBy(given => given.Answer.Said)
                        .OrderByDescending(group => group.Count())
                        .Take(WordAnswer.Most)
                        .Select(group => $"{group.Key} {group.Count()} times")
                )
        );

    private static double YOf(AnswerMeaning means) =>
        means switch
        {
            AnswerMeaning.TooMuch => 12,
            AnswerMeaning.TooLittle => 38,
            _ => 25,
        };
}

/// <summary>Some answers that mean the same, in about the same wind.</summary>
public sealed record AnswerMark(double X, double Y, int Count, AnswerMeaning Means)
{
    /// <summary>Half as large again for each that more than doubles it.</summary>
    public double Radius => 3 + Math.Min(4, Math.Log2(Count));
}
