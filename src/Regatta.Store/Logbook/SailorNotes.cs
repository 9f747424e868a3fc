namespace Regatta.Store;

/// <summary>What a sailor wrote of a session for the captain of the class.</summary>
/// <param name="SailedAt">When it was sailed.</param>
/// <param name="Wind">The wind of its first run.</param>
/// <param name="PlanMode">What it was sailed with first.</param>
/// <param name="Text">What was written.</param>
/// <param name="By">Who wrote it, where they give their name; null where not.</param>
public sealed record SailorNote(
    DateTimeOffset SailedAt,
    DateTimeOffset LoggedAt,
    WindRange Wind,
    PlanMode PlanMode,
    string Text,
    string? By
);

/// <summary>Reads what sailors wrote for the captain of a class: nothing they kept for themselves, and no name they did not give.</summary>
public sealed class SailorNotes(Db database) : IReadSailorNotes
{
    /// <summary>The newest notes of a class first; none for who is neither its captain nor the coordinator.</summary>
    /// <param name="one">The class.</param>
    /// <param name="reader">Who reads.</param>
    /// <param name="most">No more than this.</param>
    public async Task<IReadOnlyList<SailorNote>> ForAsync(ClassRef one, Guid reader, int most)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. (
                await connection.QueryAsync<Row>(
                    """
                    select l.sailed_at, l.logged_at, r.wind_from, r.wind_to, r.gust, r.plan, r.mode, l.note,
                      case when l.note_for = 'captainByName' then p.display_name end as by
                    from session_logs l join runs r on (r.club_id, r.log_id, r.run) = (l.club_id, l.id, 1)
                      left join people p on p.id = l.sailor_id
                    where l.club_id = @club and l.class_id = @classId and l.note <> '' and l.note_for <> 'nobody' and l.removed_at is null
                      and exists (select from memberships m where (m.club_id, m.person_id) = (@club, @reader) and m.suspended_at is null
                        and ('coordinator' = any (m.roles) or exists (select from class_captains c
                          where (c.club_id, c.class_id, c.person_id) = (@club, @classId, @reader))))
                    order by l.sailed_at desc, l.id desc limit @most
                    """,
                    new
                    {
                        club = one.Club.Number,
                        classId = one.Number,
                        reader,
                        most,
                    }
                )
            ).Select(row => row.ToNote()),
        ];
    }

    private sealed record Row(
        DateTimeOffset SailedAt,
        DateTimeOffset LoggedAt,
        double WindFrom,
        double WindTo,
        double? Gust,
        string Plan,
        string Mode,
        string Note,
        string? By
    )
    {
        public SailorNote ToNote() => new(SailedAt, LoggedAt, StoredWind.Of(WindFrom, WindTo, Gust), new(new(Plan), new(Mode)), Note, By);
    }
}
