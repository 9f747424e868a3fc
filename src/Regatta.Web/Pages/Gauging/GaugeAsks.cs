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
        member.Card is { } card && question?.AnswerOf(measured) is { Ok: true, Value: var answer }
            ? Looks.Of(member.View.OfSailors, question, answer, card.PlanMode, card.Reading.MarkOf).Says(member.Who.Choice.Readings.AsRead)
            : "";
}
