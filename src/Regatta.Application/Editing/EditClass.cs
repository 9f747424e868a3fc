namespace Regatta.Application.Editing;

/// <summary>Changes the definition of a class.</summary>
public sealed class EditClass(ClassEdits edits, ClassHistory history, RemovedParts removedParts)
{
    /// <summary>Makes the change if the definition still stands at the revision its editor saw.</summary>
    public Task<EditOutcome> RunAsync(Actor actor, ClassRef one, long seen, ClassChange change) =>
        Retry.RunAsync(() => edits.ApplyAsync(one, seen, change, actor.Person));

    /// <summary>What was done to the definition since a revision, newest first.</summary>
    public Task<IReadOnlyList<ClassEdit>> SinceAsync(ClassRef one, long seen) => history.SinceAsync(one, seen);

    /// <summary>Brings a band, plan or mode back that was taken away.</summary>
    /// <param name="actor">Who brings it back.</param>
    /// <param name="one">The class.</param>
    /// <param name="definition">The definition as the editor saw it.</param>
    /// <param name="seen">Its revision.</param>
    /// <param name="name">The part's name among those that can be brought back.</param>
    public async Task<EditOutcome> BringBackAsync(Actor actor, ClassRef one, ClassDefinition definition, long seen, string name) =>
        (await removedParts.AllAsync(one, definition)).FirstOrDefault(part => part.Name == name) is { } removed
            ? await RunAsync(actor, one, seen, removed.BringBack)
            : new EditOutcome.Refused("That is back already, or was taken away more than a season ago.");
}
