namespace Regatta.Web.Drawings;

/// <summary>How each word of a question looks, by the gauge that answers it: too little, right and too much beside one another.</summary>
public static class GaugeWords
{
    /// <summary>The words with their drawings; none where no gauge answers it in words.</summary>
    public static IReadOnlyList<(AnswerWord Word, GaugeScene Scene)> Of(Question? question) =>
        question?.PictureGauge() is { } gauge && question.Form.Words is { } words
            ? [.. words.Select((word, at) => (word, GaugeScene.Of(gauge, question.Gauge!.Typical(at, GaugeScene.Apart(gauge)))))]
            : [];
}
