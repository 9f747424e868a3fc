namespace Regatta.Web.Pages.Planning;

/// <summary>What can be planned with: the marks of a band, the boats of the class, a day, and who says they come on it.</summary>
/// <param name="Class">The class.</param>
/// <param name="PlanMode">With which sails.</param>
/// <param name="Band">In which band.</param>
/// <param name="CardOf">What stands on the card there; null for nothing.</param>
/// <param name="Choices">What would teach most, first.</param>
/// <param name="Boats">All boats of the class.</param>
/// <param name="Day">The day it is planned for; null for any.</param>
/// <param name="Comers">Who of the class comes on it.</param>
public sealed record TrialMeans(
    ClassDefinition Class,
    PlanMode PlanMode,
    WindBand Band,
    Func<Control, Mark?> CardOf,
    IReadOnlyList<TestChoice> Choices,
    IReadOnlyList<Boat> Boats,
    PlannedOuting? Day,
    IReadOnlyList<Attendee> Attendees
)
{
    /// <summary>The boats, those that come in front.</summary>
    public IReadOnlyList<Boat> BoatsByComing =>
        [
            .. Boats
                .OrderBy(boat => Attendees.All(attendee => attendee.Boat != boat.Number))
                .ThenBy(boat => boat.Name, StringComparer.CurrentCultureIgnoreCase),
        ];

    /// <summary>How many of them come.</summary>
    public int BoatsComing => Boats.Count(boat => Attendees.Any(attendee => attendee.Boat == boat.Number));
}

/// <summary>The form that plans a trial.</summary>
public sealed class TrialForm(TrialMeans means, IReadOnlyDictionary<string, string> typed, ClubClock clock)
{
    public const string Ladder = "one boat, back and forth";
    public const string LineUp = "two boats side by side, and swap";
    private const string NoBoat = "none";

    private readonly FormReader form = new();

    public bool Ok => form.Ok;

    public IEnumerable<Field> Fields => Settings.Concat(Arrangement.Fields).Filled(typed, form);

    private TrialArrangement Arrangement => new(means.Day, means.Attendees, null, Usual, TrialPlan.None, typed, form, clock);

    private IEnumerable<Field> Settings =>
        [
            new("control", "Which control?", Most?.Control.Name ?? "")
            {
                Choices = [.. means.Class.Marked.Where(control => means.CardOf(control) is not null).Select(control => control.Name)],
            },
            new("to", "Which mark is tried?", Most is { } most ? most.Control.Scale.Show(most.At) : "")
            {
                Hint = $"One or two steps from the card in {means.Band.Name}.",
            },
            new("design", "How?", TwoBoats ? LineUp : Ladder) { Choices = [Ladder, LineUp] },
            new("boat1", "First boat", BoatAt(0)?.Name ?? "") { Choices = [.. means.BoatsByComing.Select(boat => boat.Name)] },
            new("boat2", "Second boat", BoatAt(1)?.Name ?? NoBoat)
            {
                Choices = [NoBoat, .. means.BoatsByComing.Select(boat => boat.Name)],
                Hint = "For two boats side by side.",
            },
        ];

    /// <summary>The trial, the day it is for and how it is to go; null where something was not understood.</summary>
    public (Trial Trial, long? Outing, TrialPlan Plan)? Read()
    {
        var control = means.Class.Marked.FirstOrDefault(known => known.Name == Said("control"));
        if (control is null || means.CardOf(control) is not { } card)
        {
            form.Refuse("control", "Choose a control that has a mark in this band.");
            return null;
        }

        var to = form.Need("to", Said("to"), "Which mark is tried?", control.Scale.ReadOnStep);
        var design = Said("design") == LineUp ? TrialDesign.LineUp : TrialDesign.Ladder;
        var plan = Arrangement.Read(design);
        var names = design == TrialDesign.LineUp ? new[] { Said("boat1"), Said("boat2") } : [Said("boat1")];
        var trial = new Trial(
            means.PlanMode,
            means.Band.Id,
            control.Key,
            card,
            to,
            design,
            [.. names.Select(name => means.Boats.FirstOrDefault(boat => boat.Name == name)?.Number).OfType<long>()]
        );
        return form.Ok ? (trial, means.Day?.Number, plan) : null;
    }

    /// <summary>Puts why it cannot be sailed so beside its cause.</summary>
    public void Refuse(string problem) => form.Refuse(problem.Contains("boat", StringComparison.Ordinal) ? "boat2" : "to", problem);

    private TestChoice? Most => means.Choices.Count > 0 ? means.Choices[0] : null;

    /// <summary>Two boats where two come, or where nobody said yet and there are two.</summary>
    private bool TwoBoats => means.BoatsComing > 1 || (means.BoatsComing == 0 && means.Boats.Count > 1);

    private Boat? BoatAt(int at) => means.BoatsByComing.Count > at ? means.BoatsByComing[at] : null;

    /// <summary>Who comes with a boat steers it.</summary>
    private Attendee? Usual(TrialRole role) =>
        role switch
        {
            TrialRole.SteersFirst => means.Attendees.FirstOrDefault(attendee =>
                attendee.Boat is not null && attendee.Boat == BoatAt(0)?.Number
            ),
            TrialRole.SteersSecond when TwoBoats => means.Attendees.FirstOrDefault(attendee =>
                attendee.Boat is not null && attendee.Boat == BoatAt(1)?.Number
            ),
            _ => null,
        };

    private string Said(string field) => typed.GetValueOrDefault(field, "");
}
