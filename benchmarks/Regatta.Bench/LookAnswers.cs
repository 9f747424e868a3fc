using Regatta.Formats.Kits;

namespace Regatta.Bench;

/// <summary>Of all answers of all kits that say something is off, how many lead to a change.</summary>
internal static class LookAnswers
{
    /// <summary>Kit by kit, then all.</summary>
    public static void Run()
    {
        var (all, led) = (0, 0);
        foreach (var kit in StarterKits.All.Select(kit => kit.Class))
        {
            var off = kit.Questions.Sum(question => question.Form.Possible().Count(answer => answer.IsOff));
            var nowhere = kit.Questions.Sum(question => Looks.LeadingNowhere(kit, question).Count());
            Console.WriteLine($"{kit.Key}: {kit.Questions.Count} questions, {off} answers that are off, {off - nowhere} lead to a change");
            (all, led) = (all + off, led + off - nowhere);
        }

        Console.WriteLine($"looks: {led} of {all} answers lead to a change");
    }
}
