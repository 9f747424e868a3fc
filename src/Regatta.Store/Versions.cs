using Dapper;
using Npgsql;
using Regatta.Core.Matrices;
using Regatta.Formats.Bundles;

namespace Regatta.Store;

/// <summary>Published versions: added once, never changed.</summary>
public sealed class Versions(NpgsqlDataSource database, TimeProvider clock)
{
    /// <summary>All versions of a class, newest first.</summary>
    public async Task<IReadOnlyList<PublishedMatrix>> AllAsync(long classId)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await ReadAsync(connection, "select number, published_at, published_by, reason, content from matrix_versions where class_id = @classId order by number desc", new { classId });
    }

    /// <summary>The newest version of a class, or null when nothing is published.</summary>
    public async Task<PublishedMatrix?> NewestAsync(long classId)
    {
        await using var connection = await database.OpenConnectionAsync();
        return (await ReadAsync(connection, "select number, published_at, published_by, reason, content from matrix_versions where class_id = @classId order by number desc limit 1", new { classId })).FirstOrDefault();
    }

    /// <summary>Publishes a draft as the next version, if the newest is still the one its publisher compared it with (0 for none).</summary>
    /// <returns>The number of the new version, or null when another was published meanwhile.</returns>
    public async Task<int?> PublishAsync(long classId, MatrixSet set, int afterVersion, string by, string reason)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<int?>(
            """
            insert into matrix_versions (class_id, number, published_at, published_by, reason, content)
            select @classId, @afterVersion + 1, @now, @by, @reason, @content::jsonb
            where coalesce((select max(number) from matrix_versions where class_id = @classId), 0) = @afterVersion
            on conflict do nothing
            returning number
            """,
            new { classId, afterVersion, now = clock.GetUtcNow(), by, reason, content = MatrixJson.Write(set) });
    }

    private static async Task<IReadOnlyList<PublishedMatrix>> ReadAsync(NpgsqlConnection connection, string query, object values) =>
        [.. (await connection.QueryAsync<VersionRow>(query, values)).Select(row => row.ToVersion())];

    private sealed record VersionRow(int Number, DateTimeOffset PublishedAt, string PublishedBy, string Reason, string Content)
    {
        public PublishedMatrix ToVersion() => new(Number, PublishedAt, PublishedBy, Reason, MatrixJson.Read(Content));
    }
}
