namespace Regatta.Store;

/// <summary>Sums a club offers to the others here.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Plan">Of which sail plan.</param>
/// <param name="Mode">Sailed how.</param>
/// <param name="Document">The sums as a file has them.</param>
/// <param name="OfferedAt">Of when its sums are.</param>
public sealed record OfferedSumsFile(long Id, string Plan, string Mode, string Document, DateTimeOffset OfferedAt);

/// <summary>Keeps the sums clubs offer to each other.</summary>
public sealed class OfferedSumsStore(Db database) : IReadOfferedSumsStore
{
    private const string Columns = "id, plan, mode, document::text as document, offered_at";

    /// <summary>What a class offers.</summary>
    public async Task<IReadOnlyList<OfferedSumsFile>> OfAsync(ClassRef one)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. await connection.QueryAsync<OfferedSumsFile>(
                $"select {Columns} from offered_sums where club_id = @club and class_id = @id order by id",
                new { club = one.Club.Number, id = one.Number }
            ),
        ];
    }

    /// <summary>What clubs other than this one offer, the newest first: they offered it to be read by all here.</summary>
    public async Task<IReadOnlyList<OfferedSumsFile>> OfOthersAsync(ClubId club)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. await connection.QueryAsync<OfferedSumsFile>(
                $"select {Columns} from offered_sums where club_id <> @club order by offered_at desc, id desc limit 500",
                new { club = club.Number }
            ),
        ];
    }

    /// <summary>Offers a file of a plan and mode, in place of what was offered of it before.</summary>
    /// <param name="one">The class.</param>
    /// <param name="planMode">The plan and mode.</param>
    /// <param name="document">The file.</param>
    /// <param name="at">Of when its sums are.</param>
    public async Task OfferAsync(ClassRef one, PlanMode planMode, string document, DateTimeOffset at)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            """
            insert into offered_sums (club_id, class_id, plan, mode, document, offered_at)
              values (@club, @id, @plan, @mode, @document::jsonb, @now)
            on conflict (club_id, class_id, plan, mode) do update set document = excluded.document, offered_at = excluded.offered_at
            """,
            new
            {
                club = one.Club.Number,
                id = one.Number,
                plan = planMode.Plan.Name,
                mode = planMode.Mode.Name,
                document,
                now = at,
            }
        );
    }

    /// <summary>Offers nothing of a class any more.</summary>
    public async Task WithdrawAsync(ClassRef one)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            "delete from offered_sums where club_id = @club and class_id = @id",
            new { club = one.Club.Number, id = one.Number }
        );
    }
}
