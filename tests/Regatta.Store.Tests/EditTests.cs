using Regatta.Store;

namespace Regatta.Store.Tests;

/// <summary>What one person does in one go is written, taken back and done again as one.</summary>
public sealed class EditTests(StoreFixture store)
{
    private static readonly CellPlace[] Row =
    [
        .. Enumerable.Range(1, 5).Select(band => new CellPlace(PlanMode.Usual, new(new(band), new("daggerboard")))),
    ];

    [Fact]
    public async Task A_row_written_at_once_is_undone_and_redone_at_once()
    {
        var draft = await store.FreshClassAsync();
        Assert.Equal(SaveOutcome.Saved, await store.SaveAsync(draft, Writes(draft, 100), "filled", store.Ann.Id));
        Assert.All(await MarksAsync(draft), mark => Assert.Equal(100, mark));
        var undone = (await store.Edits.UndoAsync(draft.Stamp.Class, store.Ann.Id))!;
        Assert.Equal(("filled", 5L, 5L), (undone.What, undone.Done, undone.All));
        Assert.Equal(Row.Select(place => draft.Set[place]!.Mark!.Value.Position), await MarksAsync(draft));
        Assert.Equal(5, (await store.Edits.RedoAsync(draft.Stamp.Class, store.Ann.Id))!.Done);
        Assert.All(await MarksAsync(draft), mark => Assert.Equal(100, mark));
        Assert.Null(await store.Edits.RedoAsync(draft.Stamp.Class, store.Ann.Id));
    }

    [Fact]
    public async Task One_stale_cell_keeps_the_whole_row_from_being_written()
    {
        var draft = await store.FreshClassAsync();
        await store.SaveAsync(draft, Row[2], Of(120), draft.Cells[Row[2]].Revision, store.Ben.Id);
        Assert.Equal(SaveOutcome.Conflict, await store.SaveAsync(draft, Writes(draft, 100), "filled", store.Ann.Id));
        Assert.Equal([0, 0, 120, 40, 80], await MarksAsync(draft));
        Assert.Null(await store.Edits.UndoAsync(draft.Stamp.Class, store.Ann.Id));
    }

    [Fact]
    public async Task Undo_takes_back_what_nobody_else_has_changed_since_and_counts_the_rest()
    {
        var draft = await store.FreshClassAsync();
        await store.SaveAsync(draft, Writes(draft, 100), "filled", store.Ann.Id);
        await store.SaveAsync(draft, Row[0], Of(60), draft.Cells[Row[0]].Revision + 1, store.Ben.Id);
        var undone = (await store.Edits.UndoAsync(draft.Stamp.Class, store.Ann.Id))!;
        Assert.Equal((4L, 5L), (undone.Done, undone.All));
        Assert.Equal([60, 0, 0, 40, 80], await MarksAsync(draft));
    }

    [Fact]
    public async Task A_new_edit_leaves_nothing_to_redo()
    {
        var draft = await store.FreshClassAsync();
        await store.SaveAsync(draft, Row[0], Of(100), draft.Cells[Row[0]].Revision, store.Ann.Id);
        await store.Edits.UndoAsync(draft.Stamp.Class, store.Ann.Id);
        await store.SaveAsync(draft, Row[1], Of(60), draft.Cells[Row[1]].Revision, store.Ann.Id);
        Assert.Null(await store.Edits.RedoAsync(draft.Stamp.Class, store.Ann.Id));
    }

    [Fact]
    public async Task Undoing_and_redoing_at_random_always_stands_where_the_edits_say()
    {
        var draft = await store.FreshClassAsync();
        var (random, place, stack, at) = (new Random(7), Row[1], new List<double> { draft.Set[Row[1]]!.Mark!.Value.Position }, 0);
        for (var round = 0; round < 40; round++)
        {
            switch (random.Next(3))
            {
                case 0:
                    var seen = (await store.DraftAsync(draft)).Cells[place].Revision;
                    stack = [.. stack.Take(at + 1), random.Next(1, 12) * 20];
                    at = stack.Count - 1;
                    await store.SaveAsync(draft, place, Of(stack[at]), seen, store.Ann.Id);
                    break;
                case 1:
                    at = Math.Max(0, at - 1);
                    await store.Edits.UndoAsync(draft.Stamp.Class, store.Ann.Id);
                    break;
                default:
                    at = Math.Min(stack.Count - 1, at + 1);
                    await store.Edits.RedoAsync(draft.Stamp.Class, store.Ann.Id);
                    break;
            }

            Assert.Equal(stack[at], (await MarksAsync(draft))[1]);
        }
    }

    [Fact]
    public async Task A_cell_tells_who_set_it_when_and_in_what()
    {
        var draft = await store.FreshClassAsync();
        await store.SaveAsync(draft, Row[0], Of(60), draft.Cells[Row[0]].Revision, store.Ann.Id);
        await store.SaveAsync(draft, [new(Row[0], null, draft.Cells[Row[0]].Revision + 1)], "cleared", store.Ben.Id);
        await store.Edits.UndoAsync(draft.Stamp.Class, store.Ben.Id);
        var told = await store.Cells.HistoryAsync(draft.Stamp.Class, Row[0], 10);
        Assert.Equal(
            [("", "Ben", (double?)60), ("cleared", "Ben", null), ("one cell", "Ann", 60)],
            told.Select(one => (one.Edit, one.By, one.After?.Mark?.Position))
        );
        Assert.All(told, one => Assert.Equal(StoreFixture.Now, one.At));
        Assert.Equal(2, (await store.Cells.HistoryAsync(draft.Stamp.Class, Row[0], 2)).Count);
    }

    [Fact]
    public async Task All_kinds_of_cells_are_kept_as_they_were()
    {
        var draft = await store.FreshClassAsync();
        Cell[] kinds =
        [
            Cell.Between(new(20), new(60), "look", "note", CellSource.Measured).Value.On(new DateOnly(2026, 5, 1)),
            Cell.Of(new Mark(40), 20, "", "", CellSource.Entered).Value.From(CellSource.Borrowed, "another club"),
            Cell.Saying(CellWord.JustOn, 20, "", "", CellSource.Entered).Value,
        ];
        await store.SaveAsync(
            draft,
            [.. kinds.Select((cell, at) => new CellWrite(Row[at], cell, draft.Cells[Row[at]].Revision))],
            "all kinds",
            store.Ann.Id
        );
        var again = (await store.DraftAsync(draft));
        Assert.Equal(kinds, Row.Take(3).Select(place => again.Set[place]));
    }

    [Fact]
    public async Task Who_listens_hears_which_class_changed()
    {
        var draft = await store.FreshClassAsync();
        var heard = new TaskCompletionSource();
        using var until = CancellationTokenSource.CreateLinkedTokenSource(TestContext.Current.CancellationToken);
        var listening = store.Classes.ListenAsync(
            () => { },
            one =>
            {
                if (one == draft.Stamp.Class)
                {
                    heard.TrySetResult();
                }
            },
            until.Token
        );
        var seen = draft.Cells[Row[0]].Revision;
        // The ear may not be at the wire yet when the first change comes.
        for (var round = 0; round < 50 && !heard.Task.IsCompleted; round++)
        {
            await store.SaveAsync(draft, Row[0], Of(20 + (20 * (round % 5))), seen + round, store.Ann.Id);
            await Task.WhenAny(heard.Task, Task.Delay(100, until.Token));
        }

        Assert.True(heard.Task.IsCompleted);
        await until.CancelAsync();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => listening);
    }

    private static Cell Of(double position) => Cell.Of(new Mark(position), 20, "", "", CellSource.Entered).Value;

    private static CellWrite[] Writes(ClassDraft draft, double position) =>
        [.. Row.Select(place => new CellWrite(place, Of(position), draft.Cells[place].Revision))];

    private async Task<IReadOnlyList<double>> MarksAsync(ClassDraft draft) =>
        (await store.DraftAsync(draft)).Set is var set ? [.. Row.Select(place => set[place]!.Mark!.Value.Position)] : [];
}
