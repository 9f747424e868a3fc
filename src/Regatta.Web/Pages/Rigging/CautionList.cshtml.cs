using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.Rigging;

/// <summary>What to beware of with a class, and where each caution belongs; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class CautionListModel(ClubContext here, DefinitionEditor editor, UnitPreferences units)
    : DefinitionFormPage<CautionForm>(here, editor)
{
    protected override string Shows => "cautions";

    protected override CautionForm Open(ClassDefinition definition, IReadOnlyDictionary<string, string> typed, Func<Field, Field> fill) =>
        new(definition, () => definition.Cautions, units.Wind, typed, fill);
}
