namespace Regatta.Application.Editing;

/// <summary>Undoes and redoes a person's edits of a class: of its cells and of its definition alike.</summary>
public sealed class UndoEdits(ClassEdits edits)
{
    /// <summary>Undoes the actor's newest edit that stands; null when there is none.</summary>
    public Task<UndoResult?> UndoAsync(Actor actor, ClassRef one) => Retry.RunAsync(() => edits.UndoAsync(one, actor.Person));

    /// <summary>Redoes what the actor undid last; null when nothing waits.</summary>
    public Task<UndoResult?> RedoAsync(Actor actor, ClassRef one) => Retry.RunAsync(() => edits.RedoAsync(one, actor.Person));
}
