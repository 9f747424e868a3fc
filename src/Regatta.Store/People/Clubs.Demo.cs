namespace Regatta.Store;

/// <summary>The demo clubs among the others.</summary>
public sealed partial class Clubs
{
    /// <summary>Whether a demo club has nobody in it: its people come last, so a start died while it was loaded.</summary>
    public async Task<bool> HasHalfLoadedDemoAsync()
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<bool>(
            "select exists (select from clubs c where c.is_demo and not exists (select from memberships m where m.club_id = c.id))"
        );
    }

    /// <summary>Removes demo clubs, all they keep, and the demo's people.</summary>
    public async Task RemoveDemoAsync()
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await connection.ExecuteAsync(
            """
            delete from session_logs l using clubs c where c.id = l.club_id and c.is_demo;
            delete from classes k using clubs c where c.id = k.club_id and c.is_demo;
            delete from clubs where is_demo;
            delete from people p where p.is_demo and not exists (select from memberships m where m.person_id = p.id);
            """
        );
        await transaction.CommitAsync();
    }
}
