using Dapper;
using Npgsql;
using Regatta.Core.Fleet;
using Regatta.Core.Matrices;

namespace Regatta.Store;

/// <summary>What came of a cell edit.</summary>
public enum SaveOutcome
{
    /// <summary>It is saved.</summary>
    Saved,

    /// <summary>Somebody else changed a cell meanwhile; nothing was written.</summary>
    Conflict,

    /// <summary>There was nothing to do.</summary>
    Nothing,
}

/// <summary>One cell to be written: where, what, and the revision its editor saw; 0 for a cell never written.</summary>
public sealed record CellWrite(CellPlace Place, Cell? Cell, int SeenRevision);

/// <summary>What came of taking a deed back or doing it again.</summary>
/// <param name="What">What the deed was.</param>
/// <param name="Done">How many of its cells were written.</param>
/// <param name="All">How many it had; those somebody else changed since stay as they are.</param>
/// <param name="Place">One of the cells it was about.</param>
public sealed record Turned(string What, long Done, long All, CellPlace Place);

/// <summary>One thing that happened to a cell: who wrote it, when, in which deed; the deed is empty where one was taken back or done again.</summary>
public sealed record CellEvent(Cell? Before, Cell? After, string Deed, string By, DateTimeOffset At);

/// <summary>Writes draft cells; every edit is kept, so that it can be taken back, done again and told.</summary>
public sealed class Cells(NpgsqlDataSource database, TimeProvider clock)
{
    /// <summary>What a person does to one cell.</summary>
    public const string OneCell = "one cell";

    // One statement without a transaction about it, so that a save costs one trip to the database. A clash leaves all as it was.
    private const string Write =
        """
        with want as (
          select * from unnest(@plans, @modes, @bands, @controls, @contents, @seen) as w (plan, mode, band, control, content, seen)),
        held as materialized (
          select c.plan, c.mode, c.band, c.control, c.revision, c.content from cells c join want using (plan, mode, band, control)
          where c.class_id = @classId order by c.plan, c.mode, c.band, c.control for update of c),
        clash as (
          select w.control from want w left join held h using (plan, mode, band, control) where coalesce(h.revision, 0) <> w.seen),
        deed as (
          insert into deeds (class_id, done_by, done_at, what, state) select @classId, @editor, @now, @what, 'done' where not exists (select from clash) returning id),
        dropped as (
          update deeds set state = 'dropped' where class_id = @classId and done_by = @editor and state = 'undone' and exists (select from deed)),
        written as (
          insert into cells (class_id, plan, mode, band, control, content, edited_by, edited_at)
          select @classId, plan, mode, band, control, content::jsonb, @editor, @now from want where exists (select from deed)
          on conflict (class_id, plan, mode, band, control) do update
            set content = excluded.content, edited_by = excluded.edited_by, edited_at = excluded.edited_at, revision = cells.revision + 1
            where cells.revision = (select seen from want w where (w.plan, w.mode, w.band, w.control) = (cells.plan, cells.mode, cells.band, cells.control))
          returning plan, mode, band, control, revision),
        kept as (
          insert into cell_edits (class_id, plan, mode, band, control, before, after, revision, deed, edited_by, edited_at)
          select @classId, plan, mode, band, control, h.content, w.content::jsonb, x.revision, deed.id, @editor, @now
          from written x join want w using (plan, mode, band, control) left join held h using (plan, mode, band, control) cross join deed)
        select case when (select count(*) from written) in (0, cardinality(@seen)) then (select count(*) from written) else refuse_clash() end
        """;

    /// <summary>What <c>refuse_clash</c> raises.</summary>
    private const string Clash = "RG409";

    /// <summary>Writes a cell (or empties it) if it still stands at the revision the editor saw; 0 for a cell never written.</summary>
    public Task<SaveOutcome> SaveAsync(long classId, CellPlace place, Cell? cell, int seenRevision, Guid editor) =>
        SaveAsync(classId, [new(place, cell, seenRevision)], OneCell, editor);

    /// <summary>Writes several cells as one deed, all or none; no place twice.</summary>
    public async Task<SaveOutcome> SaveAsync(long classId, IReadOnlyList<CellWrite> writes, string what, Guid editor)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await WriteAsync(connection, null, classId, writes, what, editor);
    }

    /// <summary>Takes back the editor's newest deed that stands.</summary>
    /// <returns>What came of it; null when nothing of theirs is left to take back.</returns>
    public Task<Turned?> UndoAsync(long classId, Guid editor) => TurnAsync(classId, editor, ("done", "undone"), ("after", "before"), "desc");

    /// <summary>Does again what the editor took back last.</summary>
    /// <returns>What came of it; null when nothing of theirs waits to be done again.</returns>
    public Task<Turned?> RedoAsync(long classId, Guid editor) => TurnAsync(classId, editor, ("undone", "done"), ("before", "after"), "asc");

    /// <summary>What happened to a cell, newest first.</summary>
    public async Task<IReadOnlyList<CellEvent>> HistoryAsync(long classId, CellPlace place, int most)
    {
        await using var connection = await database.OpenConnectionAsync();
        return [.. (await connection.QueryAsync<EventRow>(
            """
            select e.before, e.after, coalesce(d.what, '') as deed, p.display_name as by, e.edited_at as at
            from cell_edits e join people p on p.id = e.edited_by left join deeds d on d.id = e.deed
            where e.class_id = @classId and e.plan = @plan and e.mode = @mode and e.band = @band and e.control = @control order by e.id desc limit @most
            """,
            new { classId, plan = place.Layer.Plan.Name, mode = place.Layer.Mode.Name, band = place.Address.Band.Number, control = place.Address.Control.Name, most }))
            .Select(row => new CellEvent(CellContent.Read(row.Before), CellContent.Read(row.After), row.Deed, row.By, row.At))];
    }

    /// <summary>Writes cells inside a transaction of the caller, who commits only what was saved.</summary>
    internal async Task<SaveOutcome> WriteAsync(NpgsqlConnection connection, NpgsqlTransaction? transaction, long classId, IReadOnlyList<CellWrite> writes, string what, Guid editor)
    {
        if (writes.Count == 0)
        {
            return SaveOutcome.Nothing;
        }

        var values = new
        {
            classId,
            editor,
            what,
            now = clock.GetUtcNow(),
            plans = writes.Select(write => write.Place.Layer.Plan.Name).ToArray(),
            modes = writes.Select(write => write.Place.Layer.Mode.Name).ToArray(),
            bands = writes.Select(write => write.Place.Address.Band.Number).ToArray(),
            controls = writes.Select(write => write.Place.Address.Control.Name).ToArray(),
            contents = writes.Select(write => CellContent.Write(write.Cell)).ToArray(),
            seen = writes.Select(write => write.SeenRevision).ToArray(),
        };
        try
        {
            return await connection.ExecuteScalarAsync<long>(Write, values, transaction) == writes.Count ? SaveOutcome.Saved : SaveOutcome.Conflict;
        }
        catch (PostgresException trouble) when (trouble.SqlState == Clash)
        {
            return SaveOutcome.Conflict;
        }
    }

    /// <summary>Writes the one side of a deed's edits where the cells still say the other.</summary>
    private async Task<Turned?> TurnAsync(long classId, Guid editor, (string From, string To) state, (string Expected, string Put) side, string order)
    {
        await using var connection = await database.OpenConnectionAsync();
        var row = await connection.QuerySingleOrDefaultAsync<TurnRow>(
            $"""
            with deed as (
              select id, what from deeds where class_id = @classId and done_by = @editor and state = '{state.From}' order by id {order} limit 1 for update),
            turned as (
              update deeds d set state = '{state.To}' from deed where d.id = deed.id),
            back as (
              update cells c set content = e.{side.Put}, edited_by = @editor, edited_at = @now, revision = c.revision + 1
              from cell_edits e join deed on e.deed = deed.id
              where c.class_id = e.class_id and (c.plan, c.mode, c.band, c.control) = (e.plan, e.mode, e.band, e.control) and c.content is not distinct from e.{side.Expected}
              returning c.plan, c.mode, c.band, c.control, c.revision, e.{side.Expected} as before, e.{side.Put} as after),
            kept as (
              insert into cell_edits (class_id, plan, mode, band, control, before, after, revision, edited_by, edited_at)
              select @classId, plan, mode, band, control, before, after, revision, @editor, @now from back)
            select deed.what, (select count(*) from back) as done, count(*) as all, min(e.plan) as plan, min(e.mode) as mode, min(e.band) as band, min(e.control) as control
            from deed join cell_edits e on e.deed = deed.id group by deed.id, deed.what
            """,
            new { classId, editor, now = clock.GetUtcNow() });
        return row is null ? null : new(row.What, row.Done, row.All, new(new(new(row.Plan), new(row.Mode)), new(new(row.Band), new(row.Control))));
    }

    private sealed record TurnRow(string What, long Done, long All, string Plan, string Mode, int Band, string Control);

    private sealed record EventRow(string? Before, string? After, string Deed, string By, DateTimeOffset At);
}
