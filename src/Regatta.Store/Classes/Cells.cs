namespace Regatta.Store;

/// <summary>What came of writing cells.</summary>
public enum SaveOutcome
{
    /// <summary>They are saved.</summary>
    Saved,

    /// <summary>Somebody else changed one of them meanwhile; nothing was written.</summary>
    Conflict,

    /// <summary>There was nothing to do.</summary>
    Nothing,

    /// <summary>A band, plan, mode or control came or went since the places were checked; nothing was written.</summary>
    StructureChanged,
}

/// <summary>One cell to be written: where, what, and the revision its editor saw; 0 for a cell never written.</summary>
public sealed record CellWrite(CellPlace Place, Cell? Cell, int SeenRevision);

/// <summary>One thing that happened to a cell: who wrote it, when, in which edit; the edit is empty where one was undone or
/// redone.</summary>
public sealed record CellEvent(Cell? Before, Cell? After, string Edit, string By, DateTimeOffset At);

/// <summary>Writes draft cells; every edit is kept, so that it can be undone, redone and told.</summary>
public sealed class Cells(Db database, TimeProvider clock) : IReadCells
{
    /// <summary>What <c>refuse_clash</c> raises.</summary>
    private const string Clash = "RG409";

    private const long StructureGone = -1;

    // One statement without a transaction about it, so that a save costs one trip to the database. A clash leaves all as it was.
    // The class's row is locked first, as every change of its definition does: a cell never slips into a band that goes at the same moment.
    private const string Write = """
        with class as materialized (
          select id from classes where club_id = @club and id = @classId and structure = @structure for no key update),
        want as (
          select * from unnest(@plans, @modes, @bands, @controls, @contents, @seen) as w (plan, mode, band, control, content, seen)),
        held as materialized (
          select c.plan, c.mode, c.band, c.control, c.revision, c.content from cells c join want using (plan, mode, band, control)
          where c.club_id = @club and c.class_id = (select id from class) order by c.plan, c.mode, c.band, c.control for update of c),
        clash as (
          select w.control from want w left join held h using (plan, mode, band, control) where coalesce(h.revision, 0) <> w.seen),
        edit as (
          insert into class_edits (club_id, class_id, done_by, done_at, what, state)
          select @club, class.id, @editor, @now, @what, 'done' from class where not exists (select from clash) returning id),
        dropped as (
          update class_edits set state = 'dropped' where club_id = @club and class_id = @classId and done_by = @editor and state = 'undone'
            and exists (select from edit)),
        written as (
          insert into cells (club_id, class_id, plan, mode, band, control, content, edited_by, edited_at)
          select @club, @classId, plan, mode, band, control, content::jsonb, @editor, @now from want where exists (select from edit)
          on conflict (club_id, class_id, plan, mode, band, control) do update
            set content = excluded.content, edited_by = excluded.edited_by, edited_at = excluded.edited_at, revision = cells.revision + 1
            where cells.revision = (select seen from want w
              where (w.plan, w.mode, w.band, w.control) = (cells.plan, cells.mode, cells.band, cells.control))
          returning plan, mode, band, control, revision),
        kept as (
          insert into cell_edits (club_id, class_id, plan, mode, band, control, before, after, revision, edit_id, edited_by, edited_at)
          select @club, @classId, plan, mode, band, control, h.content, w.content::jsonb, x.revision, edit.id, @editor, @now
          from written x join want w using (plan, mode, band, control) left join held h using (plan, mode, band, control) cross join edit)
        select case when not exists (select from class) then -1
                    when (select count(*) from written) in (0, cardinality(@seen)) then (select count(*) from written)
                    else refuse_clash() end
        """;

    /// <summary>Writes several cells as one edit, all or none, if each still stands at the revision the editor saw; no place
    /// twice.</summary>
    /// <param name="one">The class.</param>
    /// <param name="structure">The structure of the class the places were checked against.</param>
    /// <param name="writes">The cells.</param>
    /// <param name="what">What the edit is, for the history.</param>
    /// <param name="editor">Who writes.</param>
    public async Task<SaveOutcome> SaveAsync(ClassRef one, long structure, IReadOnlyList<CellWrite> writes, string what, Guid editor)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await WriteAsync(connection, one, structure, writes, what, editor);
    }

    /// <summary>What happened to a cell, newest first.</summary>
    /// <param name="one">The class.</param>
    /// <param name="place">The cell.</param>
    /// <param name="most">How many at the most.</param>
    /// <param name="until">Until when; null for to this day.</param>
    public async Task<IReadOnlyList<CellEvent>> HistoryAsync(ClassRef one, CellPlace place, int most, DateTimeOffset? until = null)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. (
                await connection.QueryAsync<EventRow>(
                    """
                    select e.before, e.after, coalesce(d.what, '') as edit, p.display_name as by, e.edited_at as at
                    from cell_edits e join people p on p.id = e.edited_by left
                      join class_edits d on (d.club_id, d.id) = (e.club_id, e.edit_id)
                    where e.club_id = @club and e.class_id = @id and e.plan = @plan and e.mode = @mode and e.band = @band
                      and e.control = @control and (@until::timestamptz is null or e.edited_at <= @until)
                    order by e.id desc limit @most
                    """,
                    new
                    {
                        club = one.Club.Number,
                        id = one.Number,
                        plan = place.PlanMode.Plan.Name,
                        mode = place.PlanMode.Mode.Name,
                        band = place.Address.Band.Number,
                        control = place.Address.Control.Name,
                        until,
                        most,
                    }
                )
            ).Select(row => new CellEvent(CellContent.Read(row.Before), CellContent.Read(row.After), row.Edit, row.By, row.At)),
        ];
    }

    /// <summary>Writes cells inside a transaction of the caller, who commits only what was saved.</summary>
    internal async Task<SaveOutcome> WriteAsync(
        DbSession connection,
        ClassRef one,
        long structure,
        IReadOnlyList<CellWrite> writes,
        string what,
        Guid editor
    )
    {
        if (writes.Count == 0)
        {
            return SaveOutcome.Nothing;
        }

        var values = new
        {
            club = one.Club.Number,
            classId = one.Number,
            structure,
            editor,
            what,
            now = clock.GetUtcNow(),
            plans = writes.Select(write => write.Place.PlanMode.Plan.Name).ToArray(),
            modes = writes.Select(write => write.Place.PlanMode.Mode.Name).ToArray(),
            bands = writes.Select(write => write.Place.Address.Band.Number).ToArray(),
            controls = writes.Select(write => write.Place.Address.Control.Name).ToArray(),
            contents = writes.Select(write => CellContent.Write(write.Cell)).ToArray(),
            seen = writes.Select(write => write.SeenRevision).ToArray(),
        };
        try
        {
            return await connection.ExecuteScalarAsync<long>(Write, values) switch
            {
                StructureGone => SaveOutcome.StructureChanged,
                var written => written == writes.Count ? SaveOutcome.Saved : SaveOutcome.Conflict,
            };
        }
        catch (PostgresException trouble) when (trouble.SqlState == Clash)
        {
            return SaveOutcome.Conflict;
        }
    }

    private sealed record EventRow(string? Before, string? After, string Edit, string By, DateTimeOffset At);
}
