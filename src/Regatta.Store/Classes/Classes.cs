using System.Globalization;

namespace Regatta.Store;

/// <summary>Reads the classes of a club with their draft cells.</summary>
public sealed class Classes(Db database) : IReadClasses
{
    private const string StampColumns = "database_epoch() as epoch, revision, structure, matrix_revision, log_revision";

    /// <summary>The stamp of a class as it stands; null when it is gone.</summary>
    public async Task<ClassStamp?> StampAsync(ClassRef one)
    {
        await using var connection = await database.OpenConnectionAsync();
        return (
            await connection.QuerySingleOrDefaultAsync<StampRow>(
                $"select id, key, {StampColumns} from classes where club_id = @club and id = @id",
                new { club = one.Club.Number, id = one.Number }
            )
        )?.ToStamp(one.Club);
    }

    /// <summary>The stamp of the class of a key; null when there is none.</summary>
    public async Task<ClassStamp?> StampAsync(ClubId club, string key)
    {
        await using var connection = await database.OpenConnectionAsync();
        return (
            await connection.QuerySingleOrDefaultAsync<StampRow>(
                $"select id, key, {StampColumns} from classes where club_id = @Number and key = @key",
                new { club.Number, key }
            )
        )?.ToStamp(club);
    }

    /// <summary>The keys, names and stamps of a club's classes, by name.</summary>
    public async Task<IReadOnlyList<(string Key, string Name, ClassStamp Stamp)>> StampsAsync(ClubId club)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. (
                await connection.QueryAsync<StampRow>(
                    $"select id, key, name, {StampColumns} from " + "classes where club_id = @Number order by name, key",
                    club
                )
            ).Select(row => (row.Key, row.Name ?? row.Key, row.ToStamp(club))),
        ];
    }

    /// <summary>The classes of all clubs that were sailed last, newest first; for the app itself, never for a page.</summary>
    /// <param name="most">So many of them.</param>
    public async Task<IReadOnlyList<ClassStamp>> LatelySailedAsync(int most)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. await connection.QueryAsync<long, StampRow, ClassStamp>(
                $"""
                select club_id, id, key, {StampColumns} from classes c
                left join lateral (select l.sailed_at from session_logs l where (l.club_id, l.class_id) = (c.club_id, c.id)
                  order by l.sailed_at desc limit 1) lately on true
                order by lately.sailed_at desc nulls last, club_id, id limit @most
                """,
                (club, row) => row.ToStamp(new(club)),
                new { most },
                "id"
            ),
        ];
    }

    /// <summary>Listens for changes of classes until cancelled.</summary>
    /// <param name="listening">Called once the line stands: what changed before is not heard.</param>
    /// <param name="changed">Called with each class that changed.</param>
    /// <param name="until">Ends the listening.</param>
    /// <exception cref="NpgsqlException">The database went away.</exception>
    public Task ListenAsync(Action listening, Action<ClassRef> changed, CancellationToken until) =>
        database.ListenAsync(
            "class_changed",
            listening,
            told =>
            {
                if (told.Split(':') is [var club, var one])
                {
                    changed(new(new(long.Parse(club, CultureInfo.InvariantCulture)), long.Parse(one, CultureInfo.InvariantCulture)));
                }
            },
            until
        );

    /// <summary>All classes of a club by name.</summary>
    public async Task<IReadOnlyList<ClassName>> NamesAsync(ClubId club)
    {
        await using var connection = await database.OpenConnectionAsync();
        return [.. await connection.QueryAsync<ClassName>("select key, name from classes where club_id = @Number order by name", club)];
    }

    /// <summary>All classes of a club by name, with how many logs each has.</summary>
    public async Task<IReadOnlyList<FleetLine>> FleetAsync(ClubId club)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. await connection.QueryAsync<FleetLine>(
                """
                select c.key, c.name, c.family, c.about,
                       v.number as version, v.published_at,
                       (select count(*)::int from session_logs l where (l.club_id, l.class_id) = (c.club_id, c.id)
                         and l.removed_at is null) as logs,
                       coalesce((select string_agg(p.display_name, ', ' order by p.display_name)
                                 from class_captains k join people p on p.id = k.person_id
                                   where (k.club_id, k.class_id) = (c.club_id, c.id)), '') as captains
                from classes c
                left join lateral (select number, published_at from versions where (club_id, class_id) = (c.club_id, c.id)
                  order by number desc limit 1) v on true
                where c.club_id = @Number order by 2
                """,
                club
            ),
        ];
    }

    /// <summary>A class with its draft, read in one snapshot; null when it is gone.</summary>
    /// <exception cref="UnreadableClassException">Its document cannot be understood.</exception>
    public async Task<ClassDraft?> DraftAsync(ClassRef one)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var snapshot = await connection.BeginTransactionAsync(System.Data.IsolationLevel.RepeatableRead);
        return await ReadAsync(connection, one);
    }

    /// <summary>All there is to show of a class, read in one snapshot; null when it is gone.</summary>
    /// <exception cref="UnreadableClassException">Its document cannot be understood.</exception>
    public async Task<ClassSnapshot?> SnapshotAsync(ClassRef one)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var snapshot = await connection.BeginTransactionAsync(System.Data.IsolationLevel.RepeatableRead);
        return await ReadAsync(connection, one) is { } draft
            ? new(draft, await Versions.NewestAsync(connection, one), await Decisions.NewestAsync(connection, one))
            : null;
    }

    /// <summary>Deletes a class and all that hangs on it, logs among them.</summary>
    public async Task DeleteAsync(ClassRef one)
    {
        // In pieces that nobody else waits for; a fault in between leaves a class with fewer logs, to be deleted again.
        await DeleteInBatchesAsync("session_logs", one);
        await DeleteInBatchesAsync("kept_runs", one);
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await LockAsync(connection, one);
        await connection.ExecuteAsync(
            """
            delete from session_logs where club_id = @club and class_id = @id;
            delete from classes where club_id = @club and id = @id;
            """,
            new { club = one.Club.Number, id = one.Number }
        );
        await transaction.CommitAsync();
    }

    private async Task DeleteInBatchesAsync(string table, ClassRef one)
    {
        var keys = new
        {
            club = one.Club.Number,
            id = one.Number,
            Batch,
        };
        int deleted;
        do
        {
            await using var connection = await database.OpenConnectionAsync();
            deleted = await connection.ExecuteAsync(
                $"""
                delete from {table} where ctid = any (array(
                  select ctid from {table} where club_id = @club and class_id = @id limit @Batch))
                """,
                keys
            );
        } while (deleted == Batch);
    }

    /// <summary>Holds off every other change of a class until the transaction ends.</summary>
    /// <returns>The revision of all it holds; null when it is gone.</returns>
    internal static Task<long?> LockAsync(DbSession connection, ClassRef one) =>
        connection.ExecuteScalarAsync<long?>(
            "select matrix_revision from classes where club_id = @club and id = @id for update",
            new { club = one.Club.Number, id = one.Number }
        );

    internal static async Task<ClassDraft?> ReadAsync(DbSession connection, ClassRef one)
    {
        await using var rows = await connection.QueryMultipleAsync(
            $"""
            select id, key, {StampColumns}, schema, definition from classes where club_id = @club and id = @id;
            select x.plan, x.mode, x.band, x.control, x.revision, x.content, coalesce(p.display_name, '') as edited_by, x.edited_at
              from cells x left join people p on p.id = x.edited_by where x.club_id = @club and x.class_id = @id;
            """,
            new { club = one.Club.Number, id = one.Number }
        );
        if (await rows.ReadSingleOrDefaultAsync<ClassRow>() is not { } row)
        {
            return null;
        }

        var definition = StoredClass.Read(row.Key, row.Schema, row.Definition);
        var cells = (await rows.ReadAsync<CellRow>()).ToDictionary(cell => cell.Place, cell => cell.ToDraft());
        return new(
            new(one, row.Epoch, row.Revision, row.Structure, row.MatrixRevision, row.LogRevision),
            new(definition, cells.Where(cell => cell.Value.Cell is not null).ToDictionary(cell => cell.Key, cell => cell.Value.Cell!)),
            cells
        );
    }

    internal static async Task<ClassUse> UseAsync(DbSession connection, ClassRef one)
    {
        await using var rows = await connection.QueryMultipleAsync(
            """
            select r.plan, r.mode, count(distinct l.id)::int as logs from runs r
              join session_logs l on (l.club_id, l.id) = (r.club_id, r.log_id)
              where l.club_id = @club and l.class_id = @id and l.removed_at is null group by r.plan, r.mode;
            select m.control, count(distinct l.id)::int as n from log_marks m
              join session_logs l on (l.club_id, l.id) = (m.club_id, m.log_id)
              where l.club_id = @club and l.class_id = @id group by m.control;
            select control, count(distinct boat_id)::int as n from measured_pairs where club_id = @club and class_id = @id group by control;
            """,
            new { club = one.Club.Number, id = one.Number }
        );
        var logs = (await rows.ReadAsync<(string Plan, string Mode, int Logs)>()).ToDictionary(
            row => new PlanMode(new(row.Plan), new(row.Mode)),
            row => row.Logs
        );
        var marks = (await rows.ReadAsync<(string Control, int N)>()).ToDictionary(row => new ControlKey(row.Control), row => row.N);
        var boats = (await rows.ReadAsync<(string Control, int N)>()).ToDictionary(row => new ControlKey(row.Control), row => row.N);
        return new(
            logs,
            marks.Keys.Union(boats.Keys).ToDictionary(key => key, key => (marks.GetValueOrDefault(key), boats.GetValueOrDefault(key)))
        );
    }

    /// <summary>Rows that are deleted in one statement: well inside its time.</summary>
    private const int Batch = 2_000;

    private sealed record StampRow(
        long Id,
        string Key,
        string? Name,
        string Epoch,
        long Revision,
        long Structure,
        long MatrixRevision,
        long LogRevision
    )
    {
        public StampRow(long id, string key, string epoch, long revision, long structure, long matrixRevision, long logRevision)
            : this(id, key, null, epoch, revision, structure, matrixRevision, logRevision) { }

        public ClassStamp ToStamp(ClubId club) => new(new(club, Id), Epoch, Revision, Structure, MatrixRevision, LogRevision);
    }

    private sealed record ClassRow(
        long Id,
        string Key,
        string Epoch,
        long Revision,
        long Structure,
        long MatrixRevision,
        long LogRevision,
        int Schema,
        string Definition
    );

    private sealed record CellRow(
        string Plan,
        string Mode,
        int Band,
        string Control,
        int Revision,
        string? Content,
        string EditedBy,
        DateTimeOffset? EditedAt
    )
    {
        public CellPlace Place => new(new(new(Plan), new(Mode)), new(new(Band), new(Control)));

        public DraftCell ToDraft() => new(CellContent.Read(Content), Revision, EditedBy, EditedAt);
    }
}
