namespace Regatta.Core.Advice;

/// <summary>Something aboard that stands otherwise than it should, or that a trainee changed: heel, a sail's pull, a control.</summary>
/// <param name="Name">What it is.</param>
/// <param name="Control">The control; null for heel and sails.</param>
/// <param name="Sail">Which sail of the plan; null for heel and controls.</param>
/// <param name="By">Degrees to leeward, a part of the sail's pull, or steps of the control.</param>
public sealed record Shift(string Name, Control? Control, int? Sail, double By)
{
    /// <summary>A heel.</summary>
    public static Shift OfHeel(double degrees) => new("heel", null, null, degrees);

    /// <summary>What it is, in words.</summary>
    public string Says =>
        this switch
        {
            { Control: { } control } => $"{control.Name} {control.Scale.ShowChange(By * control.Scale.Step)}",
            { Sail: not null } => $"the {Name} {(By < 0 ? "eased" : "trimmed")} by {Math.Abs(By) * 100:0} %",
            _ => $"{NumberText.Plain(Math.Abs(By), 0)}° of heel to {(By > 0 ? "leeward" : "windward")}",
        };
}

/// <summary>Where a trainee's changes have brought her.</summary>
/// <param name="Helm">Her helm, in degrees.</param>
/// <param name="Balanced">Whether it is the class's target within its tolerance.</param>
/// <param name="Changes">What was changed, each with what it alone does in degrees.</param>
/// <param name="Pose">How she stands.</param>
public sealed record ExerciseTry(double Helm, bool Balanced, IReadOnlyList<(Shift Shift, double Turns)> Changes, BoatPose Pose);

/// <summary>An exercise of the trainer: a boat that stood balanced, and what was then put wrong without telling.</summary>
/// <param name="Number">From 1.</param>
/// <param name="Story">What is noticed.</param>
/// <param name="Hidden">What was put wrong.</param>
public sealed record Exercise(int Number, string Story, IReadOnlyList<Shift> Hidden)
{
    /// <summary>How many exercises a class gets.</summary>
    public const int Most = 10;

    private const double Leeward = 20;
    private const double Windward = -18;
    private const double Eased = -0.5;
    private const int MostSteps = 6;

    /// <summary>The exercises of a class: one thing wrong at first, then two. Each is noticed: it turns the helm by more than the class's
    /// tolerance and a little.</summary>
    public static IReadOnlyList<Exercise> Of(ClassDefinition definition, HelmSteps boat)
    {
        var least = definition.Helm.Tolerance.Degrees + 0.3;
        var moving = definition.Marked.Where(boat.Moves).ToList();
        List<Shift> single =
        [
            .. new[] { Shift.OfHeel(Leeward), Shift.OfHeel(Windward) }
                .Concat(boat.Sails.Select((sail, at) => new Shift(sail.Name, null, at, Eased)))
                .Where(IsFelt),
            .. moving.SelectMany(control => new[] { -1, 1 }.Select(way => Enough(control, way)).OfType<Shift>()),
        ];
        var pairs = single
            .Where(fault => fault.Control is not null)
            .SelectMany(fault => single.Where(other => other.Control is null).Select(other => new[] { fault, other }))
            .Where(pair => boat.TurnedBy(pair) is { } turned && Math.Abs(turned) > least);
        return
        [
            .. single
                .Select(fault => new[] { fault })
                .Concat(pairs)
                .Take(Most)
                .Select((hidden, at) => new Exercise(at + 1, Noticed(boat.TurnedBy(hidden)!.Value, hidden.Length), hidden)),
        ];

        bool IsFelt(Shift shift) => boat.TurnedBy([shift]) is { } turned && Math.Abs(turned) > least;
        Shift? Enough(Control control, int way) =>
            Enumerable.Range(1, MostSteps).Select(steps => new Shift(control.Name, control, null, way * steps)).FirstOrDefault(IsFelt);
    }

    /// <summary>Tries some changes. A boat that cannot be told from has the target's helm.</summary>
    public ExerciseTry Try(ClassDefinition definition, HelmSteps boat, IReadOnlyList<Shift> shifts)
    {
        var turned = Turned(shifts);
        return new(
            definition.Helm.Target.Degrees + turned,
            Math.Abs(turned) <= definition.Helm.Tolerance.Degrees,
            [.. shifts.Where(shift => shift.By != 0).Select(shift => (shift, turned - Turned(shifts.Where(other => other != shift))))],
            boat.Shifted([.. Hidden, .. shifts]).Pose
        );

        double Turned(IEnumerable<Shift> made) => boat.TurnedBy([.. Hidden, .. made]) ?? 0;
    }

    private static string Noticed(double turned, int faults) =>
        (turned > 0 ? "She turns up, and the tiller loads." : "She bears away by herself; the tiller is dead.")
        + (faults > 1 ? " Two things are wrong at once." : "");
}
