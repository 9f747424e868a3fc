namespace Regatta.Store;

/// <summary>Logs as the boats they were sailed in see them.</summary>
public sealed class BoatLogs(Db database) : IReadBoatLogs
{
    /// <summary>The boat a sailor logged last in a class, or said since then that they sail; null for none.</summary>
    public async Task<long?> LastBoatAsync(ClassRef one, Guid sailor)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.QueryFirstOrDefaultAsync<long?>(
            """
            select boat_id from (
              (select boat_id, sailed_at as at from session_logs where club_id = @club and sailor_id = @sailor and class_id = @classId
                and boat_id is not null and removed_at is null order by sailed_at desc, id desc limit 1)
              union all
              select s.boat_id, m.said_sails_at from sailed_classes s
                join memberships m on (m.club_id, m.person_id) = (s.club_id, s.person_id)
                where s.club_id = @club and s.person_id = @sailor and s.class_id = @classId and s.boat_id is not null) told
            order by at desc limit 1
            """,
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                sailor,
            }
        );
    }

    /// <summary>How many logs of a boat have a mark for a control that was taken at the class's reading.</summary>
    public async Task<long> UnmeasuredAsync(ClubId club, long boat, ControlKey control)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<long>(
            "select count(*) from log_marks m join session_logs l on (l.club_id, l.id) = (m.club_id, "
                + "m.log_id) where l.club_id = @club and l.boat_id = @boat and m.control = @Name and not m.measured",
            new
            {
                club = club.Number,
                boat,
                control.Name,
            }
        );
    }

    /// <summary>Reads those marks anew, by what has been measured since; marks <paramref name="anew"/> has no answer for stay as they
    /// are.</summary>
    /// <returns>How many were read anew.</returns>
    public async Task<int> ReadAnewAsync(ClubId club, long boat, ControlKey control, Func<Mark, Mark?> anew)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        var marks = (
            await connection.QueryAsync<UnmeasuredMark>(
                "select m.log_id, m.run, m.mark, m.card_mark from log_marks m join session_logs l on (l.club_id, l.id) = (m.club_id, "
                    + "m.log_id) where l.club_id = @club and l.boat_id = @boat and m.control = @Name and not m.measured for update of m",
                new
                {
                    club = club.Number,
                    boat,
                    control.Name,
                }
            )
        )
            // What the card said was read on the same strip, so the two move together.
            .Select(row =>
                (row.LogId, row.Run, Mark: anew(new(row.Mark)), Card: row.CardMark is { } said ? anew(new(said)) ?? new(said) : (Mark?)null)
            )
            .Where(row => row.Mark is not null)
            .ToList();
        var numbers = marks.Select(row => row.LogId).ToArray();
        await connection.ExecuteAsync(
            """
            update log_marks m set mark = n.mark, card_mark = n.card, measured = true
              from unnest(@numbers, @runs, @marks, @cards) as n (log_id, run, mark, card)
              where m.club_id = @club and m.log_id = n.log_id and m.run = n.run and m.control = @Name;
            update session_logs set boat_id = boat_id where club_id = @club and id = any(@numbers);
            """,
            new
            {
                club = club.Number,
                numbers,
                runs = marks.Select(row => row.Run).ToArray(),
                marks = marks.Select(row => row.Mark!.Value.Position).ToArray(),
                cards = marks.Select(row => row.Card?.Position).ToArray(),
                control.Name,
            }
        );
        await transaction.CommitAsync();
        return numbers.Length;
    }

    private sealed record UnmeasuredMark(long LogId, int Run, double Mark, double? CardMark);
}
