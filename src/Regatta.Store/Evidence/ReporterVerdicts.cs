namespace Regatta.Store;

/// <summary>Keeps what captains decided of reporters who always write the same.</summary>
public sealed class ReporterVerdicts(Db database, TimeProvider clock)
{
    /// <summary>All of a class.</summary>
    public async Task<IReadOnlyDictionary<Reporter, ReporterVerdict>> AllAsync(ClassRef one)
    {
        await using var connection = await database.OpenConnectionAsync();
        var rows = await connection.QueryAsync<(string Reporter, string Verdict)>(
            "select reporter, verdict from reporter_verdicts where club_id = @club and class_id = @id",
            new { club = one.Club.Number, id = one.Number }
        );
        return rows.ToDictionary(row => new Reporter(row.Reporter), row => Enum.Parse<ReporterVerdict>(row.Verdict));
    }

    /// <summary>Decides of one; null takes a decision back.</summary>
    public async Task DecideAsync(ClassRef one, Reporter reporter, ReporterVerdict? verdict)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            verdict is null
                ? "delete from reporter_verdicts where club_id = @club and class_id = @id and reporter = @reporter"
                : "insert into reporter_verdicts (club_id, class_id, reporter, verdict, decided_at) "
                    + "values (@club, @id, @reporter, @verdict, @now) on conflict (club_id, class_id, reporter) "
                    + "do update set (verdict, decided_at) = (excluded.verdict, excluded.decided_at)",
            new
            {
                club = one.Club.Number,
                id = one.Number,
                reporter = reporter.Key,
                verdict = verdict?.ToString(),
                now = clock.GetUtcNow(),
            }
        );
    }
}
