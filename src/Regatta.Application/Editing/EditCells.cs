using Regatta.Application.Reading;
using Regatta.Core.Matrices;
using Regatta.Store;

namespace Regatta.Application.Editing;

/// <summary>Writes draft cells of a class.</summary>
public sealed class EditCells(Cells cells, ClassCache cache, TimeProvider clock)
{
    private const int MostTries = 3;

    /// <summary>Writes cells as one edit, all or none, each at the revision its editor saw.</summary>
    /// <param name="actor">Who writes.</param>
    /// <param name="seen">The class as the editor saw it.</param>
    /// <param name="writes">The cells; no place twice.</param>
    /// <param name="what">What the edit is, for the history.</param>
    public async Task<SaveOutcome> RunAsync(Actor actor, ClassView seen, IReadOnlyList<CellWrite> writes, string what)
    {
        var day = actor.Club.Today(clock);
        var dated = writes.Select(write => write with { Cell = write.Cell?.On(day) }).ToList();
        var view = seen;
        for (var tries = 0; tries < MostTries; tries++)
        {
            if (dated.Exists(write => !view.Class.Has(write.Place)))
            {
                return SaveOutcome.Conflict;
            }

            var saved = await Retry.RunAsync(() => cells.SaveAsync(view.Ref, view.Stamp.Structure, dated, what, actor.Person));
            if (saved != SaveOutcome.StructureChanged)
            {
                return saved;
            }

            // A band or a control came or went meanwhile: if the cells have their places still, nothing stands in the way.
            if (await cache.FindAsync(view.Ref) is not { } now)
            {
                return SaveOutcome.Conflict;
            }

            view = now;
        }

        return SaveOutcome.Conflict;
    }

    /// <summary>Writes one cell, or empties it.</summary>
    public Task<SaveOutcome> RunAsync(Actor actor, ClassView seen, CellPlace place, Cell? cell, int seenRevision) =>
        RunAsync(actor, seen, [new(place, cell, seenRevision)], Cells.OneCell);
}
