namespace Regatta.Store;

/// <summary>Sums as they were given away last.</summary>
public sealed record GivenSums
{
    /// <summary>The file.</summary>
    public string Document { get; init; } = "";

    /// <summary>How many runs had something in each column.</summary>
    public int[] Filled { get; init; } = [];

    /// <summary>When they were made.</summary>
    public DateTimeOffset GivenAt { get; init; }
}

/// <summary>Keeps what was given away last of each plan and mode.</summary>
public sealed class GivenSumsStore(Db database, TimeProvider clock)
{
    /// <summary>What was given last; null for nothing.</summary>
    public async Task<GivenSums?> FindAsync(ClassRef one, PlanMode planMode)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.QuerySingleOrDefaultAsync<GivenSums>(
            "select document, filled, given_at from given_sums where (club_id, class_id, plan, mode) = (@club, @id, @plan, @mode)",
            new
            {
                club = one.Club.Number,
                id = one.Number,
                plan = planMode.Plan.Name,
                mode = planMode.Mode.Name,
            }
        );
    }

    /// <summary>Keeps what is given now in place of what was given before.</summary>
    /// <param name="one">The class.</param>
    /// <param name="planMode">The plan and mode.</param>
    /// <param name="document">The file.</param>
    /// <param name="filled">How many runs have something in each column.</param>
    /// <param name="before">What it was held against; null for nothing.</param>
    /// <returns>Whether it was kept: not where somebody gave something else meanwhile.</returns>
    public async Task<bool> SaveAsync(ClassRef one, PlanMode planMode, string document, IReadOnlyList<int> filled, DateTimeOffset? before)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteAsync(
                """
                insert into given_sums (club_id, class_id, plan, mode, document, filled, given_at)
                  values (@club, @id, @plan, @mode, @document, @filled, @now)
                on conflict (club_id, class_id, plan, mode) do update
                  set (document, filled, given_at) = (excluded.document, excluded.filled, excluded.given_at)
                  where given_sums.given_at = @before
                """,
                new
                {
                    club = one.Club.Number,
                    id = one.Number,
                    plan = planMode.Plan.Name,
                    mode = planMode.Mode.Name,
                    document,
                    filled = filled.ToArray(),
                    before,
                    now = clock.GetUtcNow(),
                }
            ) == 1;
    }
}
