namespace Regatta.Store;

/// <summary>What a captain did with a proposal.</summary>
public enum DecisionKind
{
    /// <summary>Took it as it was.</summary>
    Accepted,

    /// <summary>Took another mark instead.</summary>
    Adjusted,

    /// <summary>Left the cell as it was, with a reason.</summary>
    SetAside,
}

/// <summary>A decision on a proposal, with the sentence that was decided on.</summary>
public sealed record Decision(
    CellPlace Place,
    DecisionKind Kind,
    Mark From,
    Mark To,
    string Sentence,
    string Reason,
    int LogsThen,
    string By,
    DateTimeOffset At
)
{
    /// <summary>What was expected of it; null of decisions from before that was kept.</summary>
    public ExpectedOutcome? Expected { get; init; }

    /// <summary>What sailors had seen; null where the helm they measured spoke for it.</summary>
    public SeenAnswer? Seen { get; init; }

    /// <summary>The day on which what was set aside comes back by itself; null where only new runs bring it back.</summary>
    public DateOnly? AsideUntil { get; init; }
}

/// <summary>What a proposal promised when it was decided on.</summary>
/// <param name="Better">The probability that the helm lies nearer the aim.</param>
/// <param name="Now">The helm expected before, in degrees.</param>
/// <param name="After">The helm expected after, in degrees.</param>
public sealed record ExpectedOutcome(double Better, double Now, double After);

/// <summary>Keeps what was decided on proposals, so that a set-aside one is not offered again until new logs speak for it.</summary>
public sealed class Decisions(Db database, Cells cells, TimeProvider clock) : IReadDecisions
{
    /// <summary>Keeps a decision together with the cell it makes, both or neither.</summary>
    /// <param name="one">The class.</param>
    /// <param name="structure">The structure of the class the place was checked against.</param>
    /// <param name="place">The cell.</param>
    /// <param name="kind">What was decided.</param>
    /// <param name="from">The mark as it stood.</param>
    /// <param name="to">The mark proposed, or taken instead.</param>
    /// <param name="sentence">What was decided on.</param>
    /// <param name="reason">Why; may be empty.</param>
    /// <param name="logsThen">How many logs spoke then.</param>
    /// <param name="by">Who decided.</param>
    /// <param name="expected">What was expected of it.</param>
    /// <param name="cell">The cell as decided; null when a proposal is set aside and the cell stays.</param>
    /// <param name="seenRevision">The revision of the cell that was decided on.</param>
    /// <param name="asideUntil">The day on which what is set aside comes back by itself; null for none.</param>
    /// <param name="seenDecision">When the newest decision on the cell was made that its decider saw; null for none.</param>
    /// <param name="seen">What sailors had seen; null where the helm spoke.</param>
    /// <param name="along">Other cells of its gear that go along.</param>
    /// <returns><see cref="SaveOutcome.Conflict"/>, with nothing kept, when somebody else changed the cell, or decided on it,
    /// meanwhile.</returns>
    public async Task<SaveOutcome> AddAsync(
        ClassRef one,
        long structure,
        CellPlace place,
        DecisionKind kind,
        Mark from,
        Mark to,
        string sentence,
        string reason,
        int logsThen,
        Guid by,
        ExpectedOutcome? expected = null,
        Cell? cell = null,
        int seenRevision = 0,
        DateOnly? asideUntil = null,
        DateTimeOffset? seenDecision = null,
        SeenAnswer? seen = null,
        IReadOnlyList<CellWrite>? along = null
    )
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        // The class's row is held, so that of two decisions on one cell the second sees the first.
        await Classes.LockAsync(connection, one);
        if (await DecidedMeanwhileAsync(connection, one, place, seenRevision, seenDecision))
        {
            return SaveOutcome.Conflict;
        }

        if (
            cell is not null
            && await cells.WriteAsync(connection, one, structure, [new(place, cell, seenRevision), .. along ?? []], "a proposal taken", by)
                is var written
                    and not SaveOutcome.Saved
        )
        {
            return written;
        }

        await connection.ExecuteAsync(
            """
            insert into proposal_decisions (club_id, class_id, plan, mode, band, control, decision, mark_from, mark_to, sentence, reason,
              logs_then, decided_by, decided_at, better, helm_now, helm_after, aside_until, question, seen)
            values (@club, @classId, @Plan, @Mode, @Band, @Control, @kind, @From, @To, @sentence, @reason, @logsThen, @by, @now,
              @better, @helmNow, @helmAfter, @asideUntil, @question, @seen)
            """,
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                Plan = place.PlanMode.Plan.Name,
                Mode = place.PlanMode.Mode.Name,
                Band = place.Address.Band.Number,
                Control = place.Address.Control.Name,
                kind = EnumText.Of(kind),
                From = from.Position,
                To = to.Position,
                sentence,
                reason,
                logsThen,
                by,
                now = clock.GetUtcNow(),
                better = expected?.Better,
                helmNow = expected?.Now,
                helmAfter = expected?.After,
                asideUntil,
                question = seen?.Question.Name,
                seen = seen?.Alike,
            }
        );
        await transaction.CommitAsync();
        return SaveOutcome.Saved;
    }

    private static Task<bool> DecidedMeanwhileAsync(
        DbSession connection,
        ClassRef one,
        CellPlace place,
        int seenRevision,
        DateTimeOffset? seenDecision
    ) =>
        connection.ExecuteScalarAsync<bool>(
            """
            select exists (select from proposal_decisions d where d.club_id = @club and d.class_id = @classId
                and (d.plan, d.mode, d.band, d.control) = (@plan, @mode, @band, @control)
                and (@seenDecision::timestamptz is null or d.decided_at > @seenDecision))
              or exists (select from cells c where c.club_id = @club and c.class_id = @classId
                and (c.plan, c.mode, c.band, c.control) = (@plan, @mode, @band, @control) and c.revision <> @seenRevision)
            """,
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                plan = place.PlanMode.Plan.Name,
                mode = place.PlanMode.Mode.Name,
                band = place.Address.Band.Number,
                control = place.Address.Control.Name,
                seenRevision,
                seenDecision = seenDecision?.ToUniversalTime(),
            }
        );

    /// <summary>All decisions of a class, the newest first.</summary>
    public async Task<IReadOnlyList<Decision>> AllAsync(ClassRef one)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. (
                await connection.QueryAsync<Row>(
                    $"select {Columns} from proposal_decisions d join people p on p.id = d.decided_by "
                        + "where d.club_id = @club and d.class_id = @id order by d.id desc limit 500",
                    new { club = one.Club.Number, id = one.Number }
                )
            ).Select(row => row.ToDecision()),
        ];
    }

    private const string Columns = """
        d.plan, d.mode, d.band, d.control, d.decision, d.mark_from, d.mark_to, d.sentence, d.reason, d.logs_then,
        p.display_name as decided_by, d.decided_at, d.better, d.helm_now, d.helm_after, d.aside_until, d.question, d.seen
        """;

    /// <summary>The newest decision of each cell of a class.</summary>
    internal static async Task<IReadOnlyDictionary<CellPlace, Decision>> NewestAsync(DbSession connection, ClassRef one) => (
            await connection.QueryAsync<Row>(
                $"""
                select distinct on (d.plan, d.mode, d.band, d.control) {Columns}
                from proposal_decisions d join people p on p.id = d.decided_by
                where d.club_id = @club and d.class_id = @id order by d.plan, d.mode, d.band, d.control, d.id desc
                """,
                new { club = one.Club.Number, id = one.Number }
            )
        ).Select(row => row.ToDecision()).ToDictionary(decision => decision.Place);

    private sealed record Row(
        string Plan,
        string Mode,
        int Band,
        string Control,
        string Decision,
        double MarkFrom,
        double MarkTo,
        string Sentence,
        string Reason,
        int LogsThen,
        string DecidedBy,
        DateTimeOffset DecidedAt,
        double? Better,
        double? HelmNow,
        double? HelmAfter,
        DateOnly? AsideUntil,
        string? Question,
        string? Seen
    )
    {
        public Decision ToDecision() =>
            new(
                new(new(new(Plan), new(Mode)), new(new(Band), new ControlKey(Control))),
                EnumText.Read<DecisionKind>(Decision).Value,
                new(MarkFrom),
                new(MarkTo),
                Sentence,
                Reason,
                LogsThen,
                DecidedBy,
                DecidedAt
            )
            {
                Expected = Better is { } better ? new(better, HelmNow!.Value, HelmAfter!.Value) : null,
                AsideUntil = AsideUntil,
                Seen = Question is { } asked ? new(new(asked), Seen!) : null,
            };
    }
}
