namespace Regatta.Store;

/// <summary>How many runs tell the same, as its row.</summary>
internal sealed record TallyRow(
    string Plan,
    string Mode,
    int Band,
    short Kind,
    string Control,
    double Position,
    short Said,
    int Count,
    DateTimeOffset Newest
)
{
    public PlanMode PlanMode => new(new(Plan), new(Mode));

    public FactTally ToTally() =>
        new(new(new(Band), (FactKind)Kind, Control.Length > 0 ? new(Control) : (ControlKey?)null, Position, (Feedback)Said), Count, Newest);

    public static Task<IEnumerable<TallyRow>> AllAsync(DbSession connection, KeyRow keys) =>
        connection.QueryAsync<TallyRow>(
            """
            select plan, mode, band, kind, control, position, said, count, newest from kept_tallies
              where (club_id, class_id, basis) = (@Club, @Class, @Basis)
            """,
            keys
        );

    /// <summary>Adds to what was counted.</summary>
    public static Task AddAsync(DbSession connection, KeyRow keys, PlanMode planMode, IReadOnlyList<FactTally> tallies) =>
        connection.ExecuteAsync(
            """
            insert into kept_tallies (club_id, class_id, basis, plan, mode, band, kind, control, position, said, count, newest)
              select @Club, @Class, @Basis, @plan, @mode, x.* from
                unnest(@bands, @kinds, @controls, @positions, @said, @counts, @newest) as x
            on conflict (club_id, class_id, basis, plan, mode, band, kind, control, position, said) do update
              set count = kept_tallies.count + excluded.count, newest = greatest(kept_tallies.newest, excluded.newest)
            """,
            new
            {
                keys.Club,
                keys.Class,
                keys.Basis,
                plan = planMode.Plan.Name,
                mode = planMode.Mode.Name,
                bands = tallies.Select(tally => tally.Fact.Band.Number).ToArray(),
                kinds = tallies.Select(tally => (short)tally.Fact.Kind).ToArray(),
                controls = tallies.Select(tally => tally.Fact.Control?.Name ?? "").ToArray(),
                positions = tallies.Select(tally => tally.Fact.Position).ToArray(),
                said = tallies.Select(tally => (short)tally.Fact.Feedback).ToArray(),
                counts = tallies.Select(tally => tally.Count).ToArray(),
                newest = tallies.Select(tally => tally.Newest.ToUniversalTime()).ToArray(),
            }
        );

    /// <summary>Takes a run that was taken out from what was counted.</summary>
    public static Task TakeOutAsync(DbSession connection, KeyRow keys, SummedRunRow old) =>
        connection.ExecuteAsync(
            """
            with told as (select * from unnest(@FactKinds, @FactControls, @FactPositions, @FactSaid) as f (kind, control, position, said)),
            less as (
              update kept_tallies t set count = t.count - 1, newest = case when t.count <= 1 or t.newest > @sailedAt then t.newest else (
                select r.sailed_at from kept_runs r
                  where (r.club_id, r.class_id, r.basis, r.plan, r.mode, r.band) = (@Club, @Class, @Basis, @Plan, @Mode, @Band)
                    and exists (select from unnest(r.fact_kinds, r.fact_controls, r.fact_positions, r.fact_said)
                      as f (kind, control, position, said)
                      where (f.kind, f.control, f.position, f.said) = (t.kind, t.control, t.position, t.said))
                  order by r.sailed_at desc limit 1) end
              from told f where (t.club_id, t.class_id, t.basis, t.plan, t.mode, t.band) = (@Club, @Class, @Basis, @Plan, @Mode, @Band)
                and (f.kind, f.control, f.position, f.said) = (t.kind, t.control, t.position, t.said) and t.count > 1
              returning 1)
            delete from kept_tallies t using told f
              where (t.club_id, t.class_id, t.basis, t.plan, t.mode, t.band) = (@Club, @Class, @Basis, @Plan, @Mode, @Band)
                and (f.kind, f.control, f.position, f.said) = (t.kind, t.control, t.position, t.said) and t.count <= 1
            """,
            new
            {
                keys.Club,
                keys.Class,
                keys.Basis,
                old.Plan,
                old.Mode,
                old.Band,
                old.FactKinds,
                old.FactControls,
                old.FactPositions,
                old.FactSaid,
                sailedAt = old.SailedAt,
            }
        );
}
