using Regatta.Application.Reading;

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
        // What says what it said already is no edit, and keeps its day.
        var dated = writes
            .Where(write => seen.Revision(write.Place) != write.SeenRevision || !IsKept(seen.Draft.State, write))
            .Select(write => write with { Cell = write.Cell?.On(day) })
            .ToList();
        if (writes.Count > 0 && dated.Count == 0)
        {
            return SaveOutcome.Nothing;
        }

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

    private static string Named(ClassView seen, CellPlace place, Cell? cell) =>
        seen.Class.Find(place.Address.Control) is { } control && seen.Class.Bands.Find(place.Address.Band) is { } band
            ? CellText.Change(control, band, seen.Set[place], cell)
            : "a cell";

    private static bool IsKept(ClassState state, CellWrite write) =>
        (state.Kept.GetValueOrDefault(write.Place), write.Cell) switch
        {
            (null, null) => true,
            ({ } before, { } now) => now.SaysSame(before) && (now.Source, now.Origin) == (before.Source, before.Origin),
            _ => false,
        };

    /// <summary>Writes one cell, or empties it. Where its control is bound in a gear, the others of the gear go with it, as one
    /// edit.</summary>
    public Task<SaveOutcome> RunAsync(Actor actor, ClassView seen, CellPlace place, Cell? cell, int seenRevision)
    {
        var (gear, band) = (seen.Class.GearOf(place.Address.Control), seen.Class.Bands.Find(place.Address.Band));
        var followers = gear is null || band is null ? [] : gear.Follow(seen.Set[place.PlanMode], band, place.Address.Control, cell);
        return followers.Count == 0
            ? RunAsync(actor, seen, [new(place, cell, seenRevision)], Named(seen, place, cell))
            : RunAsync(
                actor,
                seen,
                [
                    new(place, cell, seenRevision),
                    .. followers
                        .Select(edit => (Place: new CellPlace(place.PlanMode, edit.Address), edit.Cell))
                        .Select(edit => new CellWrite(edit.Place, edit.Cell, seen.Revision(edit.Place))),
                ],
                $"{gear!.Name}, {band!.Name}, moved as one"
            );
    }
}
