using System.Security.Cryptography;
using System.Text;

namespace Regatta.Store;

/// <summary>Counts what may be tried only so often, for all instances together. A try is counted before it is made, so of many at the same
/// moment no more get through than may.</summary>
public sealed class AttemptCounts(Db database, TimeProvider clock)
{
    /// <summary>No limit looks further back than this.</summary>
    public static readonly TimeSpan LongestWindow = TimeSpan.FromDays(1);

    /// <summary>Counts one try, in one statement.</summary>
    /// <param name="what">What is limited.</param>
    /// <param name="window">After so long it is counted anew.</param>
    /// <returns>How many there are in this window, this one among them.</returns>
    public async Task<int> CountAsync(string what, TimeSpan window)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<int>(
            """
            insert into tries (bucket, since, count) values (@bucket, @now, 1)
            on conflict (bucket) do update set
              count = case when tries.since <= @now - @window then 1 else tries.count + 1 end,
              since = case when tries.since <= @now - @window then @now else tries.since end
            returning count
            """,
            new
            {
                bucket = Hash(what),
                now = clock.GetUtcNow(),
                window,
            }
        );
    }

    /// <summary>How many tries there are in this window; counts none.</summary>
    public async Task<int> CountedAsync(string what, TimeSpan window)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<int>(
            "select coalesce(max(count), 0) from tries where bucket = @bucket and since > @now - @window",
            new
            {
                bucket = Hash(what),
                now = clock.GetUtcNow(),
                window,
            }
        );
    }

    /// <summary>Takes one try back.</summary>
    public async Task TakeBackAsync(string what)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            "update tries set count = count - 1 where bucket = @bucket and count > 0",
            new { bucket = Hash(what) }
        );
    }

    /// <summary>Counts anew.</summary>
    public async Task ForgetAsync(string what)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync("delete from tries where bucket = @bucket", new { bucket = Hash(what) });
    }

    /// <summary>Forgets what no limit looks at any more.</summary>
    public async Task<int> ForgetOldAsync()
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteAsync("delete from tries where since < @until", new { until = clock.GetUtcNow() - LongestWindow });
    }

    private static byte[] Hash(string what) => SHA256.HashData(Encoding.UTF8.GetBytes(what));
}
