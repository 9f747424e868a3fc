using System.Text.Json;
using Dapper;
using Npgsql;
using Regatta.Core.Fleet;
using Regatta.Core.Units;
using Regatta.Store.Storage;

namespace Regatta.Store;

/// <summary>What a club says for all its classes.</summary>
/// <param name="Limit">The wind beyond which it wants nobody's gennaker or kite up, at ten metres; null for none of its own.</param>
/// <param name="Cautions">Its own cautions; they stand beside the classes'.</param>
public sealed record ClubSays(Speed? Limit, IReadOnlyList<Caution> Cautions);

/// <summary>What clubs say for all their classes.</summary>
public sealed class ClubRules(NpgsqlDataSource database)
{
    /// <summary>What a club says.</summary>
    public async Task<ClubSays> FindAsync(ClubId club)
    {
        await using var connection = await database.OpenConnectionAsync();
        var (limit, cautions) = await connection.QuerySingleAsync<(double?, string)>(
            "select wind_limit, cautions::text from clubs where id = @Number",
            new { club.Number }
        );
        return new(
            limit is { } known ? Speed.FromMetresPerSecond(known) : null,
            JsonSerializer.Deserialize<IReadOnlyList<Caution>>(cautions, StoredValues.Options)!
        );
    }

    /// <summary>Keeps what a club says.</summary>
    public async Task SaveAsync(ClubId club, ClubSays says)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            "update clubs set wind_limit = @limit, cautions = @cautions::jsonb where id = @Number",
            new
            {
                club.Number,
                limit = says.Limit?.MetresPerSecond,
                cautions = JsonSerializer.Serialize(says.Cautions, StoredValues.Options),
            }
        );
    }
}
