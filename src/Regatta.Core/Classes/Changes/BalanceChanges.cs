namespace Regatta.Core.Classes.Changes;

/// <summary>Draws the boat.</summary>
/// <param name="Drawing">Her side view; null to forget it.</param>
public sealed record SetDrawing(BoatDrawing? Drawing) : ClassChange
{
    /// <summary>Sails for the first plan, where nobody drew any.</summary>
    public IReadOnlyList<SideShape> Sails { get; init; } = [];

    /// <inheritdoc/>
    public override string What(ClassState before) => Told(before.Definition, After(before.Definition));

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use) => Good(before.With(After(before.Definition)));

    private ClassDefinition After(ClassDefinition before) =>
        before with
        {
            Drawing = Drawing,
            PlanModes =
                Sails.Count > 0 && before.PlanModes.Plans[0].Sails.Count == 0
                    ? PlanModes.Stored(
                        [before.PlanModes.Plans[0] with { Sails = Sails }, .. before.PlanModes.Plans.Skip(1)],
                        before.PlanModes.Modes
                    )
                    : before.PlanModes,
        };
}

/// <summary>Says what cures what.</summary>
/// <param name="Cures">All cures in the order they are tried; empty for the usual ones.</param>
public sealed record SetCures(IReadOnlyList<Cure> Cures) : ClassChange
{
    /// <inheritdoc/>
    public override string What(ClassState before) => Told(before.Definition, After(before.Definition));

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use) => Good(before.With(After(before.Definition)));

    private ClassDefinition After(ClassDefinition before) => before with { Cures = Cures };
}
