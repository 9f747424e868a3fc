using Dapper;
using Npgsql;
using Regatta.Core.Fleet;
using Regatta.Formats.Bundles;

namespace Regatta.Store;

/// <summary>What hangs on a control: draft cells that say something, logs with a mark for it, boats measured.</summary>
public sealed record ControlUse(long Cells, long Logs, long Boats);

/// <summary>Writes the controls of a class.</summary>
public sealed class Controls(NpgsqlDataSource database)
{
    /// <summary>Adds a control behind the others; false when the class has one of that key.</summary>
    public async Task<bool> AddAsync(long classId, Control control)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteAsync(
            """
            insert into controls (class_id, key, position, definition)
            values (@classId, @Name, (select coalesce(max(position) + 1, 0) from controls where class_id = @classId), @definition::jsonb)
            on conflict do nothing
            """,
            new { classId, control.Key.Name, definition = ControlJson.Write(control) }) == 1;
    }

    /// <summary>Writes a control anew.</summary>
    public async Task SaveAsync(long classId, Control control)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            "update controls set definition = @definition::jsonb where class_id = @classId and key = @Name",
            new { classId, control.Key.Name, definition = ControlJson.Write(control) });
    }

    /// <summary>Takes a control out of use, or back into it. Its cells, its measured pairs and the logs' marks stay.</summary>
    public async Task RetireAsync(long classId, ControlKey control, bool retired)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync("update controls set retired = @retired where class_id = @classId and key = @Name", new { classId, control.Name, retired });
    }

    /// <summary>Moves a control one place earlier or later in the set-up order.</summary>
    public async Task MoveAsync(long classId, ControlKey control, bool earlier)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            """
            with mine as (select position from controls where class_id = @classId and key = @Name),
            other as (
              select key, position from controls where class_id = @classId and not retired and
                case when @earlier then position < (select position from mine) else position > (select position from mine) end
              order by case when @earlier then -position else position end limit 1)
            update controls k set position = case when k.key = @Name then (select position from other) else (select position from mine) end
            where k.class_id = @classId and exists (select from other) and k.key in (@Name, (select key from other))
            """,
            new { classId, control.Name, earlier });
    }

    /// <summary>What hangs on a control.</summary>
    public async Task<ControlUse> UseAsync(long classId, ControlKey control)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.QuerySingleAsync<ControlUse>(
            """
            select (select count(*) from cells where class_id = @classId and control = @Name and content is not null) as cells,
                   (select count(*) from log_marks m join session_logs l on l.id = m.log_id where l.class_id = @classId and m.control = @Name) as logs,
                   (select count(distinct boat_id) from measured_pairs where class_id = @classId and control = @Name) as boats
            """,
            new { classId, control.Name });
    }
}
