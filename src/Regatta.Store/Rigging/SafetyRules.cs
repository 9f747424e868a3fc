using System.Text.Json;

namespace Regatta.Store;

/// <summary>What a club says, and the revision that guards it.</summary>
public sealed record SafetyRow(ClubSafety Safety, long Revision);

/// <summary>What clubs say for all their classes.</summary>
public sealed class SafetyRules(Db database) : IReadSafetyRules
{
    /// <summary>What a club says.</summary>
    public async Task<SafetyRow> FindAsync(ClubId club)
    {
        await using var connection = await database.OpenConnectionAsync();
        var (limit, cautions, revision) = await connection.QuerySingleAsync<(double?, string, long)>(
            "select wind_limit, cautions::text, safety_revision from clubs where id = @Number",
            new { club.Number }
        );
        return new(
            new(
                limit is { } known ? Speed.FromMetresPerSecond(known) : null,
                JsonSerializer.Deserialize<IReadOnlyList<Caution>>(cautions, ClassValues.Options)!
            ),
            revision
        );
    }

    /// <summary>Keeps what a club says, where it still says what its editor saw.</summary>
    /// <returns>Whether it did.</returns>
    public async Task<bool> SaveAsync(ClubId club, ClubSafety safety, long seen)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteAsync(
                """
                update clubs set wind_limit = @limit, cautions = @cautions::jsonb, safety_revision = safety_revision + 1
                where id = @Number and safety_revision = @seen
                """,
                new
                {
                    club.Number,
                    seen,
                    limit = safety.Limit?.MetresPerSecond,
                    cautions = JsonSerializer.Serialize(safety.Cautions, ClassValues.Options),
                }
            ) == 1;
    }
}
