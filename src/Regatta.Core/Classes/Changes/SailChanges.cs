namespace Regatta.Core.Classes.Changes;

/// <summary>Says up to where each plan is carried, what belongs to it, how she is reefed, and up to which wind other sails stand.</summary>
/// <param name="Plans">The plans as they are to be; the same keys in the same order.</param>
/// <param name="Reefing">How she is reefed.</param>
/// <param name="SailLimits">The limits of gennaker and kite.</param>
public sealed record SetReefing(IReadOnlyList<SailPlan> Plans, ReefRules Reefing, IReadOnlyList<SailLimit> SailLimits) : ClassChange
{
    /// <inheritdoc/>
    public override string What(ClassState before) => Told(before.Definition, After(before.Definition));

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use) =>
        Plans.Select(plan => plan.Key).SequenceEqual(before.Definition.PlanModes.Plans.Select(plan => plan.Key))
            ? Good(before.With(After(before.Definition)))
            : Parsed<ClassState>.Bad("The sail plans have changed meanwhile.");

    private ClassDefinition After(ClassDefinition before) =>
        before with
        {
            PlanModes = PlanModes.Stored(Plans, before.PlanModes.Modes),
            Reefing = Reefing,
            SailLimits = SailLimits,
        };
}

/// <summary>Says which control disturbs which.</summary>
/// <param name="Couplings">What each control in use disturbs; one that is not named disturbs nothing.</param>
public sealed record SetCouplings(IReadOnlyDictionary<ControlKey, IReadOnlyList<Coupling>> Couplings) : ClassChange
{
    /// <inheritdoc/>
    public override string What(ClassState before) => Told(before.Definition, After(before.Definition));

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use) => Good(before.With(After(before.Definition)));

    private ClassDefinition After(ClassDefinition before) =>
        before with
        {
            Controls = [.. before.Controls.Select(control => control with { Disturbs = Couplings.GetValueOrDefault(control.Key, []) })],
        };
}

/// <summary>Says how things are done aboard.</summary>
/// <param name="Procedures">All procedures as they are to be.</param>
public sealed record SetProcedures(IReadOnlyList<Procedure> Procedures) : ClassChange
{
    /// <inheritdoc/>
    public override string What(ClassState before) => Told(before.Definition, After(before.Definition));

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use) => Good(before.With(After(before.Definition)));

    private ClassDefinition After(ClassDefinition before) => before with { Procedures = Procedures };
}

/// <summary>Says what to beware of, and where.</summary>
/// <param name="Cautions">All cautions as they are to be.</param>
public sealed record SetCautions(IReadOnlyList<Caution> Cautions) : ClassChange
{
    /// <inheritdoc/>
    public override string What(ClassState before) => Told(before.Definition, After(before.Definition));

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use) => Good(before.With(After(before.Definition)));

    private ClassDefinition After(ClassDefinition before) => before with { Cautions = Cautions };
}

/// <summary>Says which lengths the rig has.</summary>
/// <param name="Rake">The lengths; null to forget them.</param>
public sealed record SetRake(RakeGeometry? Rake) : ClassChange
{
    /// <inheritdoc/>
    public override string What(ClassState before) => Told(before.Definition, After(before.Definition));

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use) => Good(before.With(After(before.Definition)));

    private ClassDefinition After(ClassDefinition before) => before with { Rake = Rake };
}
