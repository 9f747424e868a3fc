using Dapper;
using Npgsql;
using Regatta.Core.Matrices;

namespace Regatta.Store;

/// <summary>What came of a cell edit.</summary>
public enum SaveOutcome
{
    /// <summary>It is saved.</summary>
    Saved,

    /// <summary>Somebody else changed the cell meanwhile; nothing was written.</summary>
    Conflict,

    /// <summary>There was nothing to do: no such cell, or nothing to undo.</summary>
    Nothing,
}

/// <summary>The outcome, and the cell it was about where there is one.</summary>
public sealed record SaveResult(SaveOutcome Outcome, CellAddress? Address = null);

/// <summary>Writes draft cells; every edit is kept, so that it can be undone and told.</summary>
public sealed class Cells(NpgsqlDataSource database, TimeProvider clock)
{
    /// <summary>Writes a cell (or empties it) if it still stands at the revision the editor saw; 0 for a cell never written.</summary>
    public async Task<SaveResult> SaveAsync(long classId, CellAddress address, Cell? cell, int seenRevision, Guid editor)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        var edit = await WriteAsync(connection, transaction, classId, address, CellContent.Write(cell), seenRevision, editor, isUndo: false);
        await transaction.CommitAsync();
        return new(edit, address);
    }

    /// <summary>Takes back the editor's newest edit of the class that is not taken back yet, unless somebody else changed that cell since.</summary>
    public async Task<SaveResult> UndoAsync(long classId, Guid editor)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        var last = await connection.QueryFirstOrDefaultAsync<EditRow>(
            """
            select id, band, control, before from cell_edits
            where class_id = @classId and edited_by = @editor and not undone and not is_undo order by id desc limit 1 for update
            """,
            new { classId, editor },
            transaction);
        if (last is null)
        {
            return new(SaveOutcome.Nothing);
        }

        var address = new CellAddress(new(last.Band), new(last.Control));
        var (revision, touched) = await connection.QuerySingleAsync<(int Revision, bool Touched)>(
            """
            select c.revision, exists (select from cell_edits e where e.class_id = c.class_id and e.band = c.band and e.control = c.control and e.id > @Id and e.edited_by <> @editor)
            from cells c where c.class_id = @classId and c.band = @Band and c.control = @Control for update
            """,
            new { classId, last.Band, last.Control, last.Id, editor },
            transaction);
        var outcome = touched
            ? SaveOutcome.Conflict
            : await WriteAsync(connection, transaction, classId, address, last.Before, revision, editor, isUndo: true);
        // What somebody else wrote over can no longer be taken back; the next undo goes past it.
        await connection.ExecuteAsync("update cell_edits set undone = true where id = @Id", new { last.Id }, transaction);
        await transaction.CommitAsync();
        return new(outcome, address);
    }

    /// <summary>Writes a cell inside a transaction of the caller, if it still stands at the revision seen.</summary>
    internal async Task<SaveOutcome> WriteAsync(
        NpgsqlConnection connection, NpgsqlTransaction transaction, long classId, CellAddress address, string? content, int seenRevision, Guid editor, bool isUndo)
    {
        var row = new { classId, Band = address.Band.Number, Control = address.Control.Name, content, seenRevision, editor, isUndo, now = clock.GetUtcNow() };
        var before = await connection.QuerySingleOrDefaultAsync<StoredCell>(
            "select revision, content from cells where class_id = @classId and band = @Band and control = @Control for update", row, transaction);
        if ((before?.Revision ?? 0) != seenRevision)
        {
            return SaveOutcome.Conflict;
        }

        var written = await connection.ExecuteAsync(
            """
            insert into cells (class_id, band, control, content, edited_by, edited_at)
            values (@classId, @Band, @Control, @content::jsonb, @editor, @now)
            on conflict (class_id, band, control) do update
              set content = excluded.content, edited_by = excluded.edited_by, edited_at = excluded.edited_at, revision = cells.revision + 1
              where cells.revision = @seenRevision
            """,
            row,
            transaction);
        if (written == 0)
        {
            return SaveOutcome.Conflict;
        }

        await connection.ExecuteAsync(
            """
            insert into cell_edits (class_id, band, control, before, after, revision, is_undo, edited_by, edited_at)
            values (@classId, @Band, @Control, @before::jsonb, @content::jsonb, @seenRevision + 1, @isUndo, @editor, @now)
            """,
            new { row.classId, row.Band, row.Control, before = before?.Content, row.content, row.seenRevision, row.isUndo, row.editor, row.now },
            transaction);
        return SaveOutcome.Saved;
    }

    private sealed record StoredCell(int Revision, string? Content);

    private sealed record EditRow(long Id, int Band, string Control, string? Before);
}
