using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.Balance;

/// <summary>Draws the boat from the side, by typing or by dragging; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class EditDrawingModel(ClubContext here, DefinitionEditor editor) : DefinitionFormPage<DrawingForm>(here, editor)
{
    protected override string Shows => "balance";

    protected override DrawingForm Open(ClassDefinition definition, IReadOnlyDictionary<string, string> typed, Func<Field, Field> fill) =>
        new(definition, typed, fill);

    /// <summary>For a boat nobody drew yet, by a few lengths.</summary>
    public TapeForm Tape { get; private set; } = new(new Dictionary<string, string>());

    /// <summary>Draws a boat of usual proportions from a few lengths.</summary>
    public async Task<IActionResult> OnPostTapeAsync()
    {
        Tape = new(Request.Typed());
        await LoadAsync(new Dictionary<string, string>());
        var change = Tape.Read() is { } measures ? new SetDrawing(measures.Draw()) { Sails = measures.Sails() } : null;
        return await SaveAsync(change, Tape.Reader, TapeForm.FirstField, "balance/edit");
    }
}
