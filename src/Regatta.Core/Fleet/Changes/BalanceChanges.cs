using Regatta.Core.Balance;
using Regatta.Core.Diagnosis;
using Regatta.Core.Matrices;

namespace Regatta.Core.Fleet.Changes;

/// <summary>Draws the boat.</summary>
/// <param name="Drawing">Her side view; null to forget it.</param>
public sealed record SetDrawing(BoatDrawing? Drawing) : ClassChange
{
    /// <inheritdoc/>
    public override string What(ClassState before) => Told(before.Definition, After(before.Definition));

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use) => Good(before.With(After(before.Definition)));

    private ClassDefinition After(ClassDefinition before) => before with { Drawing = Drawing };
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
