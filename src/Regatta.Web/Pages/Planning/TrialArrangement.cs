namespace Regatta.Web.Pages.Planning;

/// <summary>The fields that say how a trial is to go: when it begins, who does what, what to mind.</summary>
/// <param name="day">The day it is for; null for any.</param>
/// <param name="attendees">Who of the class comes on it.</param>
/// <param name="design">How it is sailed, which says who is needed; null while that is still chosen.</param>
/// <param name="usual">Who would do it where no name was chosen, if anybody.</param>
/// <param name="stands">What was planned before.</param>
/// <param name="typed">What was typed; empty for a form that opens.</param>
/// <param name="form">Takes what was not understood.</param>
/// <param name="clock">The club's time.</param>
public sealed class TrialArrangement(
    PlannedOuting? day,
    IReadOnlyList<Attendee> attendees,
    TrialDesign? design,
    Func<TrialRole, Attendee?> usual,
    TrialPlan stands,
    IReadOnlyDictionary<string, string> typed,
    FormReader form,
    ClubClock clock
)
{
    private const string Open = "open";

    /// <summary>Who may be named: those who come, and those who are named already.</summary>
    private IReadOnlyList<(Guid Person, string Name, string Label)> People { get; } =
    [
        .. attendees.Select(attendee => (attendee.Person, attendee.Name, LabelOf(attendee))),
        .. stands
            .Hands.Where(hand => attendees.All(attendee => attendee.Person != hand.Person))
            .DistinctBy(hand => hand.Person)
            .Select(hand => (hand.Person, hand.Name, $"{hand.Name}, who has not said they come")),
    ];

    public IEnumerable<Field> Fields => [.. Begins, .. Hands, Note];

    private IEnumerable<Field> Begins =>
        day is null
            ? []
            : [new("begins", "When does it begin?", TimeOf(stands.BeginsAt ?? day.Outing.From)) { Hint = "Like 14:30; may be left open." }];

    private IEnumerable<Field> Hands =>
        People.Count == 0
            ? []
            : TrialRoles
                .Words.Where(role => design is not { } chosen || TrialRoles.Of(chosen).Contains(role.Role))
                .Select(role => new Field(EnumText.Of(role.Role), $"Who {role.Words}?", Named(role.Role))
                {
                    Choices = [Open, .. People.Select(person => person.Label)],
                });

    private Field Note =>
        new("note", "What is to be minded?", stands.Note) { Type = "textarea", Hint = "Where, the mark to sail to, who calls the runs." };

    /// <summary>How it is to go; what was not understood is put beside its field.</summary>
    public TrialPlan Read(TrialDesign sailed)
    {
        var note = Said("note").Trim();
        if (note.Length > Limits.NoteLetters)
        {
            form.Refuse("note", $"Keep it under {Limits.NoteLetters} letters.");
        }

        return new(ReadBegins(), ReadHands(sailed), note);
    }

    private string Named(TrialRole role) =>
        stands.Hands.FirstOrDefault(hand => hand.Role == role) is { } hand ? People.First(person => person.Person == hand.Person).Label
        : usual(role) is { } attendee ? LabelOf(attendee)
        : Open;

    private static string LabelOf(Attendee one) => one.BoatName.Length > 0 ? $"{one.Name}, {one.BoatName}" : one.Name;

    private DateTimeOffset? ReadBegins()
    {
        if (Said("begins").Trim() is not { Length: > 0 } text || day is null)
        {
            return null;
        }

        var begins = form.Need("begins", $"{clock.Field(day.Outing.From)[..10]} {text}", "", clock.ReadPlanned);
        if (!form.Problems.ContainsKey("begins") && (begins < day.Outing.From || begins > day.Outing.To))
        {
            form.Refuse("begins", $"That day is from {TimeOf(day.Outing.From)} to {TimeOf(day.Outing.To)}.");
        }

        return begins;
    }

    private List<TrialHand> ReadHands(TrialDesign sailed)
    {
        var hands = (
            from role in TrialRoles.Of(sailed)
            from one in People.Where(person => person.Label == Said(EnumText.Of(role))).Take(1)
            select new TrialHand(role, one.Person, one.Name)
        ).ToList();
        if (TrialRoles.Problem(hands.ToDictionary(hand => hand.Role, hand => hand.Person)) is { } problem)
        {
            form.Refuse(EnumText.Of(problem.Role), problem.Why);
        }

        return hands;
    }

    private string TimeOf(DateTimeOffset at) => clock.Field(at)[^5..];

    private string Said(string field) => typed.GetValueOrDefault(field, "");
}
