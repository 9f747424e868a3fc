using Regatta.Web.Pages.Cards;

namespace Regatta.Web.Pages.Gauging;

/// <summary>What a reading of a picture asks for: the same as the answer it gives, tapped as a word.</summary>
internal static class GaugeAsks
{
    /// <summary>In a sentence; empty where it answers no question, or what it answers is fine.</summary>
    /// <param name="member">Who reads, and their card.</param>
    /// <param name="question">The question; null for none.</param>
    /// <param name="measured">What was read.</param>
    public static string Of(MemberClass member, Question? question, Measured measured) =>
        question?.Gauge is { } use
        && use.Gauge == measured.Gauge
        && use.Problem(question.Form) is null
        && member.Card is { } card
        && use.Answer(question.Form, measured.Value, measured.Sd) is { Ok: true, Value: var answer }
            ? Looks.Of(member.View.OfSailors, question, answer, card.PlanMode, card.Reading.MarkOf).Says(member.Who.Choice.Readings.AsRead)
            : "";
}
