namespace Regatta.Store;

/// <summary>Something that was taken away from a class and can be brought back.</summary>
/// <param name="What">In words.</param>
/// <param name="By">Who took it away.</param>
/// <param name="At">When.</param>
/// <param name="BringBack">What brings it back.</param>
public sealed record RemovedPart(string Name, string What, string By, DateTimeOffset At, ClassChange BringBack);

/// <summary>What was taken away from classes, for as long as it can be brought back.</summary>
public sealed class RemovedParts(Db database, TimeProvider clock) : IReadRemovedParts
{
    /// <summary>What was taken away can be brought back for so long.</summary>
    public static readonly TimeSpan Season = TimeSpan.FromDays(365);

    /// <summary>The bands, plans and modes that were taken away within a season and are not back, newest first.</summary>
    public async Task<IReadOnlyList<RemovedPart>> AllAsync(ClassRef one, ClassDefinition now)
    {
        await using var connection = await database.OpenConnectionAsync();
        var rows = await connection.QueryAsync<RemovalRow>(
            """
            select p.display_name as by, d.done_at as at, d.schema, d.before
            from class_edits d join people p on p.id = d.done_by
            where d.club_id = @club and d.class_id = @id and d.state = 'done' and d.done_at > @since
              and d.touches && array['bands', 'plans', 'modes'] order by d.id desc
            """,
            new
            {
                club = one.Club.Number,
                id = one.Number,
                since = clock.GetUtcNow() - Season,
            }
        );
        return
        [
            .. rows.SelectMany(row => row.Parts(now))
                .DistinctBy(part =>
                    part.BringBack switch
                    {
                        BringBackBand band => $"band {band.Band.Id.Number}",
                        BringBackPlan plan => $"plan {plan.Plan.Key}",
                        BringBackMode mode => $"mode {mode.Mode.Key}",
                        _ => part.What,
                    }
                ),
        ];
    }

    private sealed record RemovalRow(string By, DateTimeOffset At, int Schema, string Before)
    {
        public IEnumerable<RemovedPart> Parts(ClassDefinition now) =>
            Part(now, ClassMembers.Bands)
                .Where(band => now.Bands.Find(band.Id) is null)
                .Select(band => new RemovedPart($"band.{band.Id.Number}", $"band {band.Name}", By, At, new BringBackBand(band)))
                .Concat(
                    Part(now, ClassMembers.Plans)
                        .Where(plan => now.PlanModes.Find(plan.Key) is null)
                        .Select(plan => new RemovedPart($"plan.{plan.Key}", plan.Name, By, At, new BringBackPlan(plan)))
                )
                .Concat(
                    Part(now, ClassMembers.Modes)
                        .Where(mode => now.PlanModes.Find(mode.Key) is null)
                        .Select(mode => new RemovedPart($"mode.{mode.Key}", mode.Name, By, At, new BringBackMode(mode)))
                );

        private IReadOnlyList<T> Part<T>(ClassDefinition now, ClassMember<IReadOnlyList<T>> member) =>
            StoredClass.ReadPart(now.Key, Schema, member, Before);
    }
}
