using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.Balance;

/// <summary>What cures what in a class, in the captain’s order; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class EditCuresModel(ClubContext here, DefinitionEditor editor) : DefinitionFormPage<CureForm>(here, editor)
{
    protected override string Shows => "wrong";

    protected override CureForm Open(ClassDefinition definition, IReadOnlyDictionary<string, string> typed, Func<Field, Field> fill) =>
        new(definition, typed, fill);

    /// <summary>Goes back to the usual cures.</summary>
    public async Task<IActionResult> OnPostUsualAsync()
    {
        await LoadAsync(Request.Typed());
        return await SaveAsync(new SetCures([]), Form.Reader, Form.FirstField, Shows);
    }
}
