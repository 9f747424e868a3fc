namespace Regatta.Core.Classes.Changes;

/// <summary>What hangs on a class beside its cells: how many logs each plan and mode has, and on each control how many logs and measured
/// boats.</summary>
/// <param name="Logs">Logs by plan and mode.</param>
/// <param name="Marks">Logs with a mark for a control, and boats measured for it.</param>
public sealed record ClassUse(IReadOnlyDictionary<PlanMode, int> Logs, IReadOnlyDictionary<ControlKey, (int Logs, int Boats)> Marks)
{
    /// <summary>Nothing hangs on it yet.</summary>
    public static ClassUse None { get; } = new(new Dictionary<PlanMode, int>(), new Dictionary<ControlKey, (int, int)>());
}

/// <summary>Something a captain does to the definition of a class. A closed family: each kind is a record beside this one. A change makes
/// another state of the class, or says why it cannot.</summary>
public abstract record ClassChange
{
    private protected ClassChange() { }

    /// <summary>What the change is, in a few words, as the history and the status line tell it.</summary>
    /// <param name="before">The class before it.</param>
    public abstract string What(ClassState before);

    /// <summary>The class after the change.</summary>
    /// <param name="before">The class before it.</param>
    /// <param name="use">What hangs on the class.</param>
    /// <returns>The state, or the reason why the change cannot be made.</returns>
    public Parsed<ClassState> On(ClassState before, ClassUse use) =>
        Apply(before, use).Then(after => Lost(before, after, use) ?? FirstBroken(before, after) ?? Parsed<ClassState>.Good(after));

    /// <summary>Whether what hangs on the class must be counted to judge the change: it takes a plan or mode away, or gives marks another
    /// meaning. Where not, <see cref="ClassUse.None"/> does.</summary>
    /// <param name="before">The class before it.</param>
    public bool NeedsUse(ClassState before) =>
        ChangesMeaning(before)
        || (
            Apply(before, ClassUse.None) is { Ok: true, Value: var after }
            && before.Definition.PlanModes.All.Any(planMode => !after.Definition.PlanModes.Has(planMode))
        );

    private protected virtual bool ChangesMeaning(ClassState before) => false;

    private protected abstract Parsed<ClassState> Apply(ClassState before, ClassUse use);

    /// <summary>What a change of settings says otherwise: short values before and after, of long ones only that they were edited.</summary>
    private protected static string Told(ClassDefinition before, ClassDefinition after)
    {
        const int Short = 140;
        var changes = DefinitionDiff
            .Between(before, after)
            .Select(change =>
                change.Before.Length + change.After.Length <= Short && change is { Before.Length: > 0, After.Length: > 0 }
                    ? $"{change.Member}: {change.Before} → {change.After}"
                    : $"{change.Member} edited"
            )
            .ToList();
        return changes.Count == 0 ? "nothing changed" : string.Join("; ", changes);
    }

    private protected static Parsed<ClassState> Bad(string problem) => Parsed<ClassState>.Bad(problem);

    private protected static Parsed<ClassState> Good(ClassState state) => Parsed<ClassState>.Good(state);

    /// <summary>Logs keep their plan and mode: a plan and mode with logs does not go.</summary>
    private static Parsed<ClassState>? Lost(ClassState before, ClassState after, ClassUse use)
    {
        var planModes = before.Definition.PlanModes;
        var lost = planModes.All.FirstOrDefault(planMode =>
            !after.Definition.PlanModes.Has(planMode) && use.Logs.GetValueOrDefault(planMode) > 0
        );
        return lost == default
            ? null
            : Bad($"{planModes.Describe(lost)} has {use.Logs[lost]} logs. What was logged counts only while its plan and mode are there.");
    }

    /// <summary>The first rule the change breaks that was not broken before it.</summary>
    private static Parsed<ClassState>? FirstBroken(ClassState before, ClassState after)
    {
        var known = before.Definition.Problems();
        return after.Definition.Problems().FirstOrDefault(problem => !known.Contains(problem)) is { } broken ? Bad(broken) : null;
    }
}
