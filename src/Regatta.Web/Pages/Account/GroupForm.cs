namespace Regatta.Web.Pages.Account;

/// <summary>What is asked of an invitation for a whole group.</summary>
/// <param name="club">The club they join.</param>
/// <param name="clock">For the day it is there.</param>
/// <param name="typed">What was typed; empty before anybody did.</param>
/// <param name="form">Where slips are kept.</param>
public sealed class GroupForm(Club club, TimeProvider clock, IReadOnlyDictionary<string, string> typed, FormReader form)
{
    private const int UsualDays = 14;

    private DateOnly Today => club.Today(clock);

    public IEnumerable<Field> Fields =>
        (
            (Field[])
                [
                    new("group", "Which group?", "") { Hint = "For your own list, such as Wednesday chat." },
                    new("until", "Until", DayText.Write(Today.AddDays(UsualDays)))
                    {
                        Type = "date",
                        Hint = $"{Limits.GroupDays} days ahead at the most.",
                    },
                    new("places", "How many may join?", "20") { InputMode = "numeric", Hint = $"2 to {Limits.GroupPlaces}." },
                ]
        ).Filled(typed, form);

    /// <summary>Reads the form; null where something is wrong.</summary>
    public (Invited Who, DateTimeOffset Until)? Read()
    {
        var name = form.Need("group", typed.GetValueOrDefault("group"), "Write which group it is for.", PersonName.Read);
        var until = form.Need("until", typed.GetValueOrDefault("until"), "Say until when.", ReadUntil);
        var places = form.Need("places", typed.GetValueOrDefault("places"), "Say how many may join.", ReadPlaces);
        return form.Ok ? (Invited.Group(name!, (int)places), until) : null;
    }

    private static Parsed<double> ReadPlaces(string text) =>
        NumberText
            .ReadBare(text, "people", "this is a number of people")
            .Then(places =>
                places is >= 2 and <= Limits.GroupPlaces && places % 1 == 0
                    ? Parsed<double>.Good(places)
                    : Parsed<double>.Bad($"A whole number from 2 to {Limits.GroupPlaces}. One alone is invited by name.")
            );

    private Parsed<DateTimeOffset> ReadUntil(string text) =>
        DayText
            .Read(text)
            .Then(day =>
                day < Today || day > Today.AddDays(Limits.GroupDays)
                    ? Parsed<DateTimeOffset>.Bad($"From today to {Limits.GroupDays} days ahead.")
                    : Parsed<DateTimeOffset>.Good(EndOf(day))
            );

    /// <summary>The last second of a day at the club.</summary>
    private DateTimeOffset EndOf(DateOnly day)
    {
        var last = day.ToDateTime(new(23, 59, 59));
        return new(last, club.Zone().GetUtcOffset(last));
    }
}
