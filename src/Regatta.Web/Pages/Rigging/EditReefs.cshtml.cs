using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.Rigging;

/// <summary>Says up to where plans and sails are carried; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class EditReefsModel(ClubContext here, DefinitionEditor editor, UnitPreferences units)
    : DefinitionFormPage<ReefForm>(here, editor)
{
    protected override string Shows => "reefs";

    protected override ReefForm Open(ClassDefinition definition, IReadOnlyDictionary<string, string> typed, Func<Field, Field> fill) =>
        new(definition, units.Wind, typed, fill);

    /// <summary>What does not fit together as it stands.</summary>
    public IEnumerable<string> Remarks => SailRules.Remarks(Class);
}
