using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.Rigging;

/// <summary>Says which control disturbs which; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class EditCouplingsModel(ClubContext here, DefinitionEditor editor) : DefinitionFormPage<CouplingForm>(here, editor)
{
    protected override string Shows => "couplings";

    protected override CouplingForm Open(ClassDefinition definition, IReadOnlyDictionary<string, string> typed, Func<Field, Field> fill) =>
        new(definition, typed, fill);
}
