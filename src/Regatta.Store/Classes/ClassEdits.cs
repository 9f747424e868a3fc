namespace Regatta.Store;

/// <summary>Changes definitions, each by compare-and-swap of the whole after the core has checked it, and turns edits back and
/// forth.</summary>
public sealed class ClassEdits(Db database, TimeProvider clock)
{
    private const string WriteDefinition = """
        update classes set schema = @schema, definition = @definition::jsonb, revision = revision + 1,
          matrix_revision = matrix_revision + 1,
          structure = structure + @structural where club_id = @club and id = @id;
        select pg_notify('class_changed', @club || ':' || @id);
        """;

    /// <summary>Changes a class if its definition still stands at the revision its editor saw.</summary>
    /// <param name="one">The class.</param>
    /// <param name="seen">The revision its editor saw.</param>
    /// <param name="change">The change.</param>
    /// <param name="by">Who changes it.</param>
    public async Task<EditOutcome> ApplyAsync(ClassRef one, long seen, ClassChange change, Guid by)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await Classes.LockAsync(connection, one);
        var draft = await Classes.ReadAsync(connection, one);
        if (draft is null)
        {
            return new EditOutcome.Refused("The class is gone.");
        }

        if (draft.Stamp.Revision != seen)
        {
            return new EditOutcome.Stale(await ClassHistory.SinceAsync(connection, one, seen));
        }

        var changed = change.On(draft.State, await UseAsync(connection, one, change, draft.State));
        if (!changed.Ok)
        {
            return new EditOutcome.Refused(changed.Problem!);
        }

        var (after, what) = (changed.Value, change.What(draft.State));
        var difference = ClassParts.Between(draft.Class, after.Definition);
        var places = after.ChangedFrom(draft.State);
        if (difference is null && places.Count == 0)
        {
            return new EditOutcome.Done(after, seen, what);
        }

        var edit = await connection.ExecuteScalarAsync<long>(
            """
            update class_edits set state = 'dropped' where club_id = @club and class_id = @id and done_by = @by and state = 'undone';
            insert into class_edits (club_id, class_id, done_by, done_at, what, state, schema, touches, before, after, revision)
              values (@club, @id, @by, @now, @what, 'done', @schema, @touches, @before::jsonb, @after::jsonb, @revision) returning id;
            """,
            new
            {
                club = one.Club.Number,
                id = one.Number,
                by,
                now = clock.GetUtcNow(),
                what,
                schema = difference is null ? (int?)null : StoredClass.Schema,
                touches = difference?.After.Select(part => part.Key).ToArray() ?? [],
                before = difference?.Before.ToJsonString(ClassValues.Options),
                after = difference?.After.ToJsonString(ClassValues.Options),
                revision = seen + 1,
            }
        );
        if (places.Count > 0)
        {
            await WriteCellsAsync(connection, one, draft.State, after, places, edit, by);
        }

        try
        {
            await WriteAsync(connection, one, draft.Class, after.Definition);
        }
        catch (UnreadableClassException unreadable)
        {
            return new EditOutcome.Refused($"Nothing was kept: {unreadable.Why}.");
        }

        await transaction.CommitAsync();
        return new EditOutcome.Done(after, seen + 1, what, difference);
    }

    /// <summary>Undoes the editor's newest edit that stands.</summary>
    /// <returns>What came of it; null when nothing of theirs is left to undo.</returns>
    public Task<UndoResult?> UndoAsync(ClassRef one, Guid editor) =>
        TurnAsync(one, editor, ("done", "undone"), ("after", "before"), "desc");

    /// <summary>Does again what the editor undid last.</summary>
    /// <returns>What came of it; null when nothing of theirs waits to be redone.</returns>
    public Task<UndoResult?> RedoAsync(ClassRef one, Guid editor) => TurnAsync(one, editor, ("undone", "done"), ("before", "after"), "asc");

    private static async Task WriteAsync(DbSession connection, ClassRef one, ClassDefinition before, ClassDefinition after) =>
        await connection.ExecuteAsync(
            WriteDefinition,
            new
            {
                club = one.Club.Number,
                id = one.Number,
                schema = StoredClass.Schema,
                definition = StoredClass.Write(after),
                structural = before.Structure.SetEquals(after.Structure) ? 0 : 1,
            }
        );

    private async Task WriteCellsAsync(
        DbSession connection,
        ClassRef one,
        ClassState before,
        ClassState after,
        IReadOnlyList<CellPlace> places,
        long edit,
        Guid by
    )
    {
        await connection.ExecuteAsync(
            """
            with want as (select * from unnest(@plans, @modes, @bands, @controls, @befores, @afters) as w (plan, mode, band, control,
              before, after)),
            written as (
              insert into cells (club_id, class_id, plan, mode, band, control, content, edited_by, edited_at)
              select @club, @id, plan, mode, band, control, after::jsonb, @by, @now from want
              on conflict (club_id, class_id, plan, mode, band, control) do update
                set content = excluded.content, edited_by = excluded.edited_by, edited_at = excluded.edited_at,
                  revision = cells.revision + 1
              returning plan, mode, band, control, revision)
            insert into cell_edits (club_id, class_id, plan, mode, band, control, before, after, revision, edit_id, edited_by, edited_at)
            select @club, @id, plan, mode, band, control, w.before::jsonb, w.after::jsonb, x.revision, @edit, @by, @now from written x
              join want w using (plan, mode, band, control)
            """,
            new
            {
                club = one.Club.Number,
                id = one.Number,
                edit,
                by,
                now = clock.GetUtcNow(),
                plans = places.Select(place => place.PlanMode.Plan.Name).ToArray(),
                modes = places.Select(place => place.PlanMode.Mode.Name).ToArray(),
                bands = places.Select(place => place.Address.Band.Number).ToArray(),
                controls = places.Select(place => place.Address.Control.Name).ToArray(),
                befores = places.Select(place => CellContent.Write(before.Kept.GetValueOrDefault(place))).ToArray(),
                afters = places.Select(place => CellContent.Write(after.Kept.GetValueOrDefault(place))).ToArray(),
            }
        );
    }

    /// <summary>Puts the one side of an edit where the class still says the other: its definition whole or not at all, its cells one by
    /// one.</summary>
    private async Task<UndoResult?> TurnAsync(
        ClassRef one,
        Guid editor,
        (string From, string To) state,
        (string Expected, string Put) side,
        string order
    )
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await Classes.LockAsync(connection, one);
        var keys = new
        {
            club = one.Club.Number,
            id = one.Number,
            editor,
        };
        var edit = await connection.QuerySingleOrDefaultAsync<UndoneEdit>(
            $"""
            select id, what, schema, {side.Expected} as expected, {side.Put} as put from class_edits
            where club_id = @club and class_id = @id and done_by = @editor and state = '{state.From}' order by id {order} limit 1
            """,
            keys
        );
        if (edit is null)
        {
            return null;
        }

        var ofDefinition = edit.Expected is null ? 0 : 1;
        var refusal = edit.Expected is null ? null : await TurnDefinitionAsync(connection, one, edit);
        var cells = await connection.QuerySingleAsync<UndoneCells>(
            $"""
            with back as (
              update cells c set content = e.{side.Put}, edited_by = @editor, edited_at = @now, revision = c.revision + 1
              from cell_edits e
              where e.club_id = @club and e.edit_id = @edit and @turns and c.club_id = e.club_id and c.class_id = e.class_id
                and (c.plan, c.mode, c.band, c.control) = (e.plan, e.mode, e.band, e.control) and c.content is not distinct
                  from e.{side.Expected}
              returning c.plan, c.mode, c.band, c.control, c.revision, e.{side.Expected} as before, e.{side.Put} as after),
            kept as (
              insert into cell_edits (club_id, class_id, plan, mode, band, control, before, after, revision, edited_by, edited_at)
              select @club, @id, plan, mode, band, control, before, after, revision, @editor, @now from back)
            select (select count(*) from back) as done, count(*) as all, min(plan) as plan, min(mode) as mode, min(band) as band,
              min(control) as control
            from cell_edits where club_id = @club and edit_id = @edit
            """,
            new
            {
                keys.club,
                keys.id,
                keys.editor,
                edit = edit.Id,
                now = clock.GetUtcNow(),
                turns = refusal is null,
            }
        );
        await connection.ExecuteAsync(
            """
            update class_edits e set state = @to, revision = case when @turned then k.revision else e.revision end
            from classes k where k.club_id = @club and k.id = @id and e.club_id = @club and e.id = @edit
            """,
            new
            {
                to = state.To,
                turned = ofDefinition == 1 && refusal is null,
                keys.club,
                keys.id,
                edit = edit.Id,
            }
        );
        await transaction.CommitAsync();
        return new(edit.What, cells.Done + (refusal is null ? ofDefinition : 0), cells.All + ofDefinition, cells.Place, refusal);
    }

    /// <returns>Why the definition stays as it is; null when it was written.</returns>
    private static async Task<string?> TurnDefinitionAsync(DbSession connection, ClassRef one, UndoneEdit edit)
    {
        var draft = (await Classes.ReadAsync(connection, one))!;
        if (StoredClass.ReadParts(draft.Class.Key, edit.Schema!.Value, edit.Expected!, edit.Put!).PutInto(draft.Class) is not { } patched)
        {
            return "Somebody else has changed that since, so it stays.";
        }

        var change = new PutDefinition(patched, edit.What);
        var turned = change.On(draft.State, await UseAsync(connection, one, change, draft.State));
        if (!turned.Ok)
        {
            return $"It stays as it is. {turned.Problem}";
        }

        await WriteAsync(connection, one, draft.Class, patched);
        return null;
    }

    /// <summary>Logs are counted only where the change asks for it: all that edit the class wait meanwhile.</summary>
    private static async Task<ClassUse> UseAsync(DbSession connection, ClassRef one, ClassChange change, ClassState before) =>
        change.NeedsUse(before) ? await Classes.UseAsync(connection, one) : ClassUse.None;
}
