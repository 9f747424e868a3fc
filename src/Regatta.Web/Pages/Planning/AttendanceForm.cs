namespace Regatta.Web.Pages.Planning;

/// <summary>The question whether one comes on a day, and with which boat.</summary>
/// <param name="Day">The day.</param>
/// <param name="Boats">The boats of its classes.</param>
/// <param name="NameOf">A class's name by its key.</param>
/// <param name="Own">What one said before; null for nothing.</param>
/// <param name="Problem">What was wrong with the answer; null for nothing.</param>
public sealed record AttendanceForm(
    PlannedOuting Day,
    IReadOnlyList<BoatOut> Boats,
    Func<string, string> NameOf,
    Attendee? Own,
    string? Problem
)
{
    private const string Whichever = "whichever boat is free";

    /// <summary>What may be answered: each class with each of its boats, and with none.</summary>
    private IReadOnlyList<(string Label, string ClassKey, long? Boat)> Choices =>
        [
            .. Day.Outing.Classes.SelectMany(key =>
                Boats
                    .Where(boat => boat.ClassKey == key)
                    .Select(boat => ($"{NameOf(key)}: {boat.Boat}", key, (long?)boat.Number))
                    .Append(($"{NameOf(key)}: {Whichever}", key, null))
            ),
        ];

    /// <summary>Whether anything can be answered.</summary>
    public bool HasChoices => Day.Outing.Classes.Count > 0;

    public Field Field =>
        new(
            "with",
            "What do you sail?",
            Choices.FirstOrDefault(choice => Own is { } own && (choice.ClassKey, choice.Boat) == (own.ClassKey, own.Boat)).Label ?? ""
        )
        {
            Choices = [.. Choices.Select(choice => choice.Label)],
            Problem = Problem,
            Hint = "Members of the club see your name on this day.",
        };

    /// <summary>What an answer means; null for none of them.</summary>
    public (string ClassKey, long? Boat)? Read(string? answer) =>
        Choices.Where(choice => choice.Label == answer).Select(choice => ((string, long?)?)(choice.ClassKey, choice.Boat)).FirstOrDefault();
}
