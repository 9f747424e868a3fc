namespace Regatta.Core.Classes.Changes;

/// <summary>Names, orders, adds and removes sail plans and modes. The cells of those that go are kept for when they come back.</summary>
/// <param name="PlanModes">The plans and modes as they are to be.</param>
public sealed record SetPlanModes(PlanModes PlanModes) : ClassChange
{
    /// <inheritdoc/>
    public override string What(ClassState before)
    {
        var (was, now) = (Named(before.Definition.PlanModes), Named(PlanModes));
        var (gone, come) = (was.Except(now).ToList(), now.Except(was).ToList());
        return (gone.Count, come.Count) switch
        {
            (0, 0) => "sail plans and modes reordered",
            (0, _) => $"{string.Join(", ", come)} added",
            (_, 0) => $"{string.Join(", ", gone)} removed",
            _ => $"sail plans and modes: {string.Join(", ", gone)} gave way to {string.Join(", ", come)}",
        };
    }

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use) =>
        Good(before.With(before.Definition with { PlanModes = PlanModes }));

    private static List<string> Named(PlanModes planModes) =>
        [.. planModes.Plans.Select(plan => plan.Name), .. planModes.Modes.Select(mode => mode.Name)];
}

/// <summary>Brings a removed sail plan back, last in the order, with its cells.</summary>
/// <param name="Plan">The plan as it was.</param>
public sealed record BringBackPlan(SailPlan Plan) : ClassChange
{
    /// <inheritdoc/>
    public override string What(ClassState before) => $"{Plan.Name} brought back";

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use) =>
        PlanModes
            .Of([.. before.Definition.PlanModes.Plans, Plan], before.Definition.PlanModes.Modes)
            .Then(planModes => Good(before.With(before.Definition with { PlanModes = planModes })));
}

/// <summary>Brings a removed mode back, last in the order, with its cells.</summary>
/// <param name="Mode">The mode as it was.</param>
public sealed record BringBackMode(SailingMode Mode) : ClassChange
{
    /// <inheritdoc/>
    public override string What(ClassState before) => $"{Mode.Name} brought back";

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use) =>
        PlanModes
            .Of(before.Definition.PlanModes.Plans, [.. before.Definition.PlanModes.Modes, Mode])
            .Then(planModes => Good(before.With(before.Definition with { PlanModes = planModes })));
}

/// <summary>Says at which height the bands are meant, and how the card is read for other crews.</summary>
/// <param name="WindHeight">The height.</param>
/// <param name="Crew">The rule, the table, or neither.</param>
/// <param name="ReadsBetween">Whether the card is read between the bands.</param>
public sealed record SetCrew(Length WindHeight, CrewReading Crew, bool ReadsBetween) : ClassChange
{
    /// <inheritdoc/>
    public override string What(ClassState before) => Told(before.Definition, After(before.Definition));

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use) => Good(before.With(After(before.Definition)));

    private ClassDefinition After(ClassDefinition before) =>
        before with
        {
            WindHeight = WindHeight,
            Crew = Crew.PuttingBy(before.Crew),
            ReadsBetween = ReadsBetween,
        };
}

/// <summary>Follows one answer to a question on which schools differ.</summary>
/// <param name="School">Which question, by its key.</param>
/// <param name="Answer">Which answer, by its name.</param>
public sealed record FollowSchool(string School, string Answer) : ClassChange
{
    /// <inheritdoc/>
    public override string What(ClassState before) =>
        Find(before.Definition) is var (school, answer) && school is not null ? $"{school.Asks} {answer!.Name}" : "a school followed";

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use) =>
        Find(before.Definition) is var (school, answer) && school is not null && answer is not null
            ? school.Follow(before.Definition, answer).Then(after => Good(before.With(after)))
            : Bad("That question is not one of this class any more.");

    private (School? School, SchoolAnswer? Answer) Find(ClassDefinition definition)
    {
        var school = UsualSchools.For(definition).FirstOrDefault(school => school.Key == School);
        return school?.Answers.FirstOrDefault(answer => answer.Name == Answer) is { } answer ? (school, answer) : (null, null);
    }
}

/// <summary>Says what the class is, which helm it aims at, and what to look at.</summary>
/// <param name="Name">What the club calls it.</param>
/// <param name="About">One sentence on the boat.</param>
/// <param name="Helm">The helm aimed at.</param>
/// <param name="Checks">What to look at on the water.</param>
/// <param name="Balance">How she tells whether she is balanced.</param>
/// <param name="Purposes">What she is sailed for.</param>
public sealed record SetSettings(
    string Name,
    string About,
    HelmAim Helm,
    IReadOnlyList<string> Checks,
    BalanceCheck Balance,
    IReadOnlyList<Purpose> Purposes
) : ClassChange
{
    /// <inheritdoc/>
    public override string What(ClassState before) => Told(before.Definition, After(before.Definition));

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use) => Good(before.With(After(before.Definition)));

    private ClassDefinition After(ClassDefinition before) =>
        before with
        {
            Name = Name,
            About = About,
            Helm = Helm,
            Checks = Checks,
            Balance = Balance,
            Purposes = Purposes,
        };
}

/// <summary>Makes the draft say what a version says: definition and cells. Controls that came since are retired, so that logs with marks
/// for them stay readable.</summary>
/// <param name="Version">The version.</param>
public sealed record RestoreVersion(PublishedVersion Version) : ClassChange
{
    /// <inheritdoc/>
    public override string What(ClassState before) => $"version {Version.Number} brought back";

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use)
    {
        var (older, now) = (Version.Class, before.Definition);
        var known = older.Known.Select(control => control.Key).ToHashSet();
        var definition = older with
        {
            Key = now.Key,
            LastBand = Math.Max(now.LastBand, older.LastBand),
            Retired = [.. older.Retired, .. now.Known.Where(control => !known.Contains(control.Key))],
        };
        return Good(new(definition, before.Kept.Where(cell => !definition.Has(cell.Key)).Concat(Version.State.Cells).ToDictionary()));
    }
}

/// <summary>Puts a definition in place of another, as undo and redo make it.</summary>
/// <param name="Definition">The definition.</param>
/// <param name="Edit">What is undone or redone.</param>
public sealed record PutDefinition(ClassDefinition Definition, string Edit) : ClassChange
{
    /// <inheritdoc/>
    public override string What(ClassState before) => Edit;

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use) =>
        Wind
            .WindBands.Of(Definition.Bands.All)
            .Then(bands => PlanModes.Of(Definition.PlanModes.Plans, Definition.PlanModes.Modes).Then(_ => Good(before.With(Definition))));
}
