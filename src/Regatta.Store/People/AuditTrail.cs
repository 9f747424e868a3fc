namespace Regatta.Store;

/// <summary>What came of an act.</summary>
public enum AuditOutcome
{
    /// <summary>It was done.</summary>
    Done,

    /// <summary>It was refused: by who may, by a rule, by a limit.</summary>
    Refused,

    /// <summary>It broke off.</summary>
    Broken,
}

/// <summary>One act, to be kept.</summary>
/// <param name="Club">The club it was done in; null outside of any.</param>
/// <param name="Person">Who did it, or whose account it was about; null for a stranger.</param>
/// <param name="Address">The network address it came from.</param>
/// <param name="Network">The network that address is of: strangers who are refused are counted by it.</param>
/// <param name="Request">The request's id, as the server's log has it.</param>
/// <param name="Act">What was asked, in words.</param>
/// <param name="Kind">What is counted together with it where it is refused again and again.</param>
/// <param name="What">What it was about.</param>
/// <param name="Before">What was there before, where that is kept.</param>
/// <param name="After">What is there now, where that is kept.</param>
/// <param name="Outcome">What came of it.</param>
/// <param name="About">Whose account it changed, where that is not <paramref name="Person"/>'s own.</param>
/// <param name="InHand">The act as it was held in its own transaction; null where none was.</param>
public sealed record AuditEntry(
    ClubId? Club,
    Guid? Person,
    string Address,
    string Network,
    string Request,
    string Act,
    string Kind,
    string What,
    string? Before,
    string? After,
    AuditOutcome Outcome,
    Guid? About = null,
    Guid? InHand = null
);

/// <summary>One line of the trail, as it is read.</summary>
public sealed record AuditLine(
    long Id,
    DateTimeOffset At,
    string Who,
    string Address,
    string Request,
    string Act,
    string What,
    string? Before,
    string? After,
    string Outcome
);

/// <summary>Which lines of the trail are wanted.</summary>
/// <param name="Who">Part of a name; empty for everybody.</param>
/// <param name="Act">Part of an act or of what it was about; empty for every one.</param>
/// <param name="Outcome">An outcome; empty for each.</param>
/// <param name="Before">Lines older than this one; null for the newest.</param>
public sealed record AuditFilter(string Who, string Act, string Outcome, long? Before);

/// <summary>The append-only trail of what was done.</summary>
public sealed class AuditTrail(Db db, TimeProvider clock) : IReadAuditTrail
{
    /// <summary>Who gives up early is told of all the same.</summary>
    private readonly Db database = db.Uncancelled;

    /// <summary>How long a line is kept; the database refuses to forget a younger one.</summary>
    public static readonly TimeSpan Kept = TimeSpan.FromDays(400);

    /// <summary>Longer than any request is served.</summary>
    private static readonly TimeSpan LongestRequest = TimeSpan.FromMinutes(10);

    private const int LongestText = 2000;
    private const int LongestAct = 200;
    private const string Repeats = "left join audit_repeats r on r.audit_id = a.id and r.more > 0";
    private const string What = "a.what || coalesce(' (and ' || r.more || ' more within the minute)', '') as what";

    /// <summary>Holds an act in its own transaction: whatever happens to the app afterwards, there will be a line of what was
    /// kept.</summary>
    /// <param name="session">The act's session, inside its transaction.</param>
    /// <param name="entry">The act, as far as it is known before it is over.</param>
    public Task HoldAsync(DbSession session, AuditEntry entry) =>
        session.ExecuteAsync(
            """
            insert into acts_in_hand (id, at, club_id, person_id, address, request, act, what)
            values (@InHand, @Now, @Club, @Person, @Address, @Request, @Act, @What) on conflict (id) do nothing
            """,
            new
            {
                entry.InHand,
                Now = clock.GetUtcNow(),
                Club = entry.Club?.Number,
                entry.Person,
                entry.Address,
                entry.Request,
                Act = ShortAct(entry.Act),
                What = Short(entry.What),
            }
        );

    /// <summary>Writes the lines of acts that were kept and whose app ended before it could say so. No request is longer than
    /// <see cref="LongestRequest"/>; what is younger may still be in somebody's hand.</summary>
    /// <returns>How many there were.</returns>
    public async Task<int> WriteLeftAsync()
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteAsync(
            """
            with remaining as (delete from acts_in_hand where at < @before returning *)
            insert into audit (at, club_id, person_id, address, request, act, what, outcome)
            select at, club_id, person_id, address, request, act, concat_ws(': ', nullif(what, ''), @Left), 'broken'
            from remaining order by at
            """,
            new { before = clock.GetUtcNow() - LongestRequest, Left = "kept, and the app ended before it answered" }
        );
    }

    /// <summary>Adds a line. What the same person, or the same network where nobody is known, is refused again in a club within a minute is
    /// counted beside the first line of it.</summary>
    public async Task AddAsync(AuditEntry entry)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            """
            with again as (
              update audit_repeats set more = more + 1
              where @Outcome = 'refused'
                and (club_id, minute, person_id, network, act) = (@Within, @Minute, @Known, @Network, @Kind) returning 1),
            line as (
              insert into audit (at, club_id, person_id, about_id, address, request, act, what, before, after, outcome)
              select @Now, @Club, @Person, @About, @Address, @Request, @Act, @What, @Before, @After, @Outcome
              where not exists (select from again) returning id),
            told as (delete from acts_in_hand where id = @InHand)
            insert into audit_repeats (club_id, minute, person_id, network, act, audit_id)
            select @Within, @Minute, @Known, @Network, @Kind, id from line where @Outcome = 'refused' on conflict do nothing
            """,
            new
            {
                Now = clock.GetUtcNow(),
                // Outside of any club it is club 0; there is none of that number.
                Within = entry.Club?.Number ?? 0,
                Minute = MinuteOf(clock.GetUtcNow()),
                Known = entry.Person ?? Guid.Empty,
                entry.Network,
                Club = entry.Club?.Number,
                entry.Person,
                entry.About,
                entry.InHand,
                entry.Address,
                entry.Request,
                Act = ShortAct(entry.Act),
                entry.Kind,
                What = Short(entry.What),
                Before = Short(entry.Before),
                After = Short(entry.After),
                Outcome = entry.Outcome.ToString().ToLowerInvariant(),
            }
        );
    }

    /// <summary>The lines of a club, newest first: what was done in it, and what happens to the accounts of its members, wherever it was
    /// done. Who did it in another club, and from where, stays there.</summary>
    public async Task<IReadOnlyList<AuditLine>> ReadAsync(ClubId club, AuditFilter filter, int most)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. await connection.QueryAsync<AuditLine>(
                $"""
                select a.id, a.at, case when e.elsewhere then 'a coordinator of another club'
                    else coalesce(p.display_name, case when a.person_id is null then 'nobody known' else @Gone end) end as who,
                  case when e.elsewhere then '' else a.address end as address, case when e.elsewhere then '' else a.request end as request,
                  a.act, {What}, a.before, a.after, a.outcome
                from audit a left join people p on p.id = a.person_id {Repeats}
                  cross join lateral (select a.club_id is not null and a.club_id <> @Number as elsewhere) e
                where (a.club_id = @Number
                    or (a.club_id is null and a.person_id in (select m.person_id from memberships m where m.club_id = @Number))
                    or a.about_id in (select m.person_id from memberships m where m.club_id = @Number))
                  and (@Who = '' or (not e.elsewhere and strpos(lower(p.display_name), lower(@Who)) > 0))
                  and (@Act = '' or strpos(lower(a.act || ' ' || a.what), lower(@Act)) > 0)
                  and (@Outcome = '' or a.outcome = @Outcome)
                  and (@Before::bigint is null or a.id < @Before)
                order by a.id desc limit @most
                """,
                new
                {
                    club.Number,
                    People.Gone,
                    filter.Who,
                    filter.Act,
                    filter.Outcome,
                    filter.Before,
                    most,
                }
            ),
        ];
    }

    /// <summary>The lines about one person, newest first, for their own export. From where somebody else acted on their account is not
    /// theirs.</summary>
    public async Task<IReadOnlyList<AuditLine>> OfPersonAsync(Guid person, int most)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. await connection.QueryAsync<AuditLine>(
                $"""
                select a.id, a.at, '' as who, case when a.person_id = @person then a.address else '' end as address,
                  case when a.person_id = @person then a.request else '' end as request, a.act, {What}, a.before, a.after, a.outcome
                from audit a {Repeats} where a.person_id = @person or a.about_id = @person
                order by a.id desc limit @most
                """,
                new { person, most }
            ),
        ];
    }

    /// <summary>Forgets the lines whose time is over.</summary>
    public async Task<int> ForgetOldAsync()
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteAsync(
            "delete from audit_repeats where minute < @until; delete from audit where at < @until",
            new { until = clock.GetUtcNow() - Kept }
        );
    }

    private static DateTimeOffset MinuteOf(DateTimeOffset at) => at.AddTicks(-(at.Ticks % TimeSpan.TicksPerMinute));

    private static string ShortAct(string act) => act.Length > LongestAct ? act[..LongestAct] + "…" : act;

    private static string? Short(string? text) => text?.Length > LongestText ? text[..LongestText] + "…" : text;
}
