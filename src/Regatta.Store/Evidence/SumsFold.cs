namespace Regatta.Store;

/// <summary>Puts logs as they stand into a set of sums in place of what they said before.</summary>
internal sealed class SumsFold(DbSession connection, KeyRow keys, EvidenceBasis basis, Dictionary<PlanMode, PlanModeSums> planModes)
{
    private readonly HashSet<PlanMode> touched = [];
    private int grown;
    private int changes;

    /// <summary>Replaces one log; no sessions of it take it out.</summary>
    public async Task ReplaceAsync(long number, IReadOnlyList<SessionEvidence> sessions)
    {
        foreach (var old in await SummedRunRow.TakeOutAsync(connection, keys, number))
        {
            await TallyRow.TakeOutAsync(connection, keys, old);
            if (old.ToKept(planModes.GetValueOrDefault(old.PlanMode)?.Sums.Width ?? 0) is { } kept)
            {
                planModes[old.PlanMode] = planModes[old.PlanMode].Without(kept);
                touched.Add(old.PlanMode);
                grown--;
                changes++;
            }
        }

        foreach (var session in sessions.Where(basis.Takes))
        {
            var planMode = planModes.GetValueOrDefault(session.PlanMode) ?? PlanModeSums.Before(basis, session.PlanMode, session);
            var (with, run) = planMode.With(basis, session.PlanMode, session);
            planModes[session.PlanMode] = with;
            touched.Add(session.PlanMode);
            if (run is not null)
            {
                grown++;
                changes++;
            }

            var facts = basis.FactsOf(session).ToList();
            await SummedRunRow.AddAsync(connection, keys, session, run, facts);
            await TallyRow.AddAsync(
                connection,
                keys,
                session.PlanMode,
                [.. facts.Select(fact => new FactTally(fact, 1, session.SailedAt))]
            );
        }
    }

    /// <summary>Writes the sums that changed; they hold for this revision of the logs.</summary>
    public async Task SaveAsync(long revision)
    {
        foreach (var planMode in touched)
        {
            await SumsRow.SaveAsync(connection, keys, planMode, planModes[planMode]);
        }

        await connection.ExecuteAsync(
            """
            update kept_bases set log_revision = @revision, runs = runs + @grown, changes = changes + @changes
              where (club_id, class_id, basis) = (@Club, @Class, @Basis)
            """,
            new
            {
                keys.Club,
                keys.Class,
                keys.Basis,
                revision,
                grown,
                changes,
            }
        );
    }
}
