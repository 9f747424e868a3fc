using NpgsqlTypes;

namespace Regatta.Store;

/// <summary>A log on its way into the database: whose, on which boat's marks.</summary>
internal sealed record SentLog(Guid? Sailor, SailedMarks Sailed, SessionLog Log)
{
    private const string MarkNames = "run, control, mark, measured, asked_by, card_mark";

    /// <summary>The columns of a log by name, with their types, in the order in which they are written.</summary>
    private static readonly SentColumn<SentLog>[] Columns =
    [
        new("sailor_id", NpgsqlDbType.Uuid, sent => sent.Sailor),
        new("boat_id", NpgsqlDbType.Bigint, sent => sent.Sailed.Boat),
        new("key", NpgsqlDbType.Uuid, sent => sent.Log.Key),
        new("sailed_at", NpgsqlDbType.TimestampTz, sent => sent.Log.SailedAt.UtcDateTime),
        new("crew_mass", NpgsqlDbType.Double, sent => sent.Log.CrewMass?.Kilograms),
        new("note", NpgsqlDbType.Text, sent => sent.Log.Note),
        new("note_for", NpgsqlDbType.Text, sent => EnumText.Of(sent.Log.NoteFor)),
        new("version", NpgsqlDbType.Integer, sent => sent.Log.Version)
        {
            // A version the class does not have is none.
            Sql = "(select v.number from versions v where (v.club_id, v.class_id, v.number) = (@club_id, @class_id, @version))",
        },
        new("purpose", NpgsqlDbType.Text, sent => sent.Log.Purpose?.Name),
        new("water", NpgsqlDbType.Text, sent => EnumText.Of(sent.Log.Water)),
        new("place", NpgsqlDbType.Text, sent => EnumText.Of(sent.Log.Place)),
    ];

    /// <summary>The columns of a run.</summary>
    private static readonly SentColumn<(Run Run, int Number)>[] RunColumns =
    [
        new("run", NpgsqlDbType.Integer, row => row.Number),
        new("from_at", NpgsqlDbType.TimestampTz, row => row.Run.From?.UtcDateTime),
        new("plan", NpgsqlDbType.Text, row => row.Run.PlanMode.Plan.Name),
        new("mode", NpgsqlDbType.Text, row => row.Run.PlanMode.Mode.Name),
        new("wind_from", NpgsqlDbType.Double, row => row.Run.Wind.From.MetresPerSecond),
        new("wind_to", NpgsqlDbType.Double, row => row.Run.Wind.To.MetresPerSecond),
        new("gust", NpgsqlDbType.Double, row => row.Run.Wind.Gust?.MetresPerSecond),
        new("wind_factor", NpgsqlDbType.Double, row => row.Run.WindFactor),
        new("helm_port", NpgsqlDbType.Double, row => row.Run.Check?.Helm.Port?.Degrees),
        new("helm_starboard", NpgsqlDbType.Double, row => row.Run.Check?.Helm.Starboard?.Degrees),
        new("heel", NpgsqlDbType.Double, row => row.Run.Check?.Heel?.Degrees),
        new("gates_asked", NpgsqlDbType.Array | NpgsqlDbType.Text, row => RunRow.Write(row.Run.Check?.Gates.Asked ?? Gate.None)),
        new("gates_held", NpgsqlDbType.Array | NpgsqlDbType.Text, row => RunRow.Write(row.Run.Check?.Gates.Held ?? Gate.None)),
        new("helm_in_words", NpgsqlDbType.Boolean, row => row.Run.Check?.InWords ?? false),
        new("felt", NpgsqlDbType.Text, row => EnumText.Of(row.Run.Felt)),
        new("answers", NpgsqlDbType.Jsonb, row => RunRow.Write(row.Run.Answers)),
    ];

    /// <summary>The columns of a mark.</summary>
    private static readonly SentColumn<SentMark>[] MarkColumns =
    [
        new("run", NpgsqlDbType.Integer, mark => mark.Run),
        new("control", NpgsqlDbType.Text, mark => mark.Control),
        new("mark", NpgsqlDbType.Double, mark => mark.Position),
        new("measured", NpgsqlDbType.Boolean, mark => mark.Measured),
        new("asked_by", NpgsqlDbType.Text, mark => mark.AskedBy),
        new("card_mark", NpgsqlDbType.Double, mark => mark.Card),
    ];

    private static readonly string InsertOne = $"""
        insert into session_logs (club_id, class_id, logged_at, {Names(Columns)})
          values (@club_id, @class_id, @logged_at, {Values(Columns)}) on conflict do nothing returning id
        """;

    private static readonly string UpdateOne = $"""
        update session_logs set logged_at = @logged_at, {string.Join(", ", Columns.Select(column => $"{column.Name} = {column.Sql}"))}
          where club_id = @club_id and id = @id;
        delete from runs where club_id = @club_id and log_id = @id;
        """;

    private static readonly string InsertRun = $"""
        insert into runs (club_id, log_id, {Names(RunColumns)}) values (@club_id, @id, {Values(RunColumns)})
        """;

    private static readonly string InsertMarks = $"""
        insert into log_marks (club_id, log_id, {MarkNames})
          select @club_id, @id, m.* from unnest(@runs, @controls, @marks, @measured, @asked_by, @card_marks) as m
        """;

    /// <summary>Writes a value as what it is: as an object it would be looked up anew each time.</summary>
    private static Task WriteAsync(NpgsqlBinaryImporter rows, object? value, NpgsqlDbType type) =>
        value switch
        {
            double number => rows.WriteAsync(number, type),
            string text => rows.WriteAsync(text, type),
            bool held => rows.WriteAsync(held, type),
            Guid id => rows.WriteAsync(id, type),
            DateTime at => rows.WriteAsync(at, type),
            long number => rows.WriteAsync(number, type),
            int number => rows.WriteAsync(number, type),
            string[] texts => rows.WriteAsync(texts, type),
            null => rows.WriteNullAsync(),
            _ => rows.WriteAsync(value, type),
        };

    /// <summary>Adds the log with its runs and marks.</summary>
    /// <returns>Its number; null when its sailor sent it before.</returns>
    public async Task<long?> InsertAsync(DbSession connection, ClassRef one, DateTimeOffset now)
    {
        await using var command = Command(InsertOne, connection, one, now);
        if (await command.ExecuteScalarAsync() is not long number)
        {
            return null;
        }

        await InsertRunsAsync(connection, one.Club, number);
        return number;
    }

    /// <summary>Writes the log over what was sent before under its key, its runs and marks too.</summary>
    public async Task UpdateAsync(DbSession connection, ClassRef one, long number, DateTimeOffset now)
    {
        await using var command = Command(UpdateOne, connection, one, now);
        command.Parameters.AddWithValue("id", number);
        await command.ExecuteNonQueryAsync();
        await InsertRunsAsync(connection, one.Club, number);
    }

    private NpgsqlCommand Command(string statement, DbSession connection, ClassRef one, DateTimeOffset now)
    {
        var command = new NpgsqlCommand(statement, connection.Connection);
        command.Parameters.AddWithValue("club_id", one.Club.Number);
        command.Parameters.AddWithValue("class_id", one.Number);
        command.Parameters.AddWithValue("logged_at", now.UtcDateTime);
        Add(command, Columns, this);
        return command;
    }

    /// <summary>All runs and all marks in one round trip.</summary>
    private async Task InsertRunsAsync(DbSession connection, ClubId club, long number)
    {
        await using var batch = new NpgsqlBatch(connection.Connection);
        foreach (var (run, at) in Log.Runs.Select((run, at) => (run, at)))
        {
            var insert = new NpgsqlBatchCommand(InsertRun);
            insert.Parameters.AddWithValue("club_id", club.Number);
            insert.Parameters.AddWithValue("id", number);
            foreach (var column in RunColumns)
            {
                insert.Parameters.Add(column.Parameter((run, at + 1)));
            }

            batch.BatchCommands.Add(insert);
        }

        var marks = Marks.ToList();
        var insertMarks = new NpgsqlBatchCommand(InsertMarks);
        insertMarks.Parameters.AddWithValue("club_id", club.Number);
        insertMarks.Parameters.AddWithValue("id", number);
        insertMarks.Parameters.AddWithValue("runs", marks.Select(mark => mark.Run).ToArray());
        insertMarks.Parameters.AddWithValue("controls", marks.Select(mark => mark.Control).ToArray());
        insertMarks.Parameters.AddWithValue("marks", marks.Select(mark => mark.Position).ToArray());
        insertMarks.Parameters.AddWithValue("measured", marks.Select(mark => mark.Measured).ToArray());
        insertMarks.Parameters.AddWithValue("asked_by", marks.Select(mark => mark.AskedBy).ToArray());
        insertMarks.Parameters.AddWithValue("card_marks", marks.Select(mark => mark.Card).ToArray());
        batch.BatchCommands.Add(insertMarks);
        await batch.ExecuteNonQueryAsync();
    }

    /// <summary>Its marks as rows.</summary>
    private IEnumerable<SentMark> Marks =>
        from entry in Log.Runs.Select((run, at) => (Run: run, Number: at + 1))
        from mark in entry.Run.Marks
        let asked = entry.Run.Asked.TryGetValue(mark.Key, out var one) ? one : (AskedMark?)null
        select new SentMark(
            entry.Number,
            mark.Key.Name,
            mark.Value.Position,
            Sailed.Measured.Contains(mark.Key),
            asked is { } known ? EnumText.Of(known.By) : null,
            asked?.Card?.Position
        );

    /// <summary>Adds the logs of a class that has none yet, as fast as the database takes rows. A log that stands twice counts
    /// once.</summary>
    public static async Task CopyAsync(DbSession connection, ClassRef one, IEnumerable<SentLog> sent, DateTimeOffset now)
    {
        var logs = sent.DistinctBy(log => (log.Sailor, log.Log.Key)).ToList();
        var numbers = (
            await connection.QueryAsync<long>(
                "select nextval(pg_get_serial_sequence('session_logs', 'id')) from generate_series(1, @count)",
                new { count = logs.Count }
            )
        ).ToList();
        var numbered = numbers.Zip(logs).ToList();
        await using (
            var rows = await connection.BeginBinaryImportAsync(
                $"copy session_logs (id, club_id, class_id, logged_at, {Names(Columns)}) from stdin (format binary)"
            )
        )
        {
            foreach (var (number, log) in numbered)
            {
                await rows.StartRowAsync();
                await rows.WriteAsync(number, NpgsqlDbType.Bigint);
                await rows.WriteAsync(one.Club.Number, NpgsqlDbType.Bigint);
                await rows.WriteAsync(one.Number, NpgsqlDbType.Bigint);
                await rows.WriteAsync(now.UtcDateTime, NpgsqlDbType.TimestampTz);
                await WriteAsync(rows, Columns, log);
            }

            await rows.CompleteAsync();
        }

        await CopyRowsAsync(
            connection,
            one.Club,
            "runs",
            RunColumns,
            numbered.SelectMany(entry => entry.Second.Log.Runs.Select((run, at) => (entry.First, (run, at + 1))))
        );
        await CopyRowsAsync(
            connection,
            one.Club,
            "log_marks",
            MarkColumns,
            numbered.SelectMany(entry => entry.Second.Marks.Select(mark => (entry.First, mark)))
        );
    }

    private static async Task CopyRowsAsync<T>(
        DbSession connection,
        ClubId club,
        string table,
        SentColumn<T>[] columns,
        IEnumerable<(long Log, T Row)> all
    )
    {
        // Each row's key is looked up in what was copied before it, by a plan that was made when that was next to empty: read through.
        await connection.ExecuteAsync("discard plans");
        await using var rows = await connection.BeginBinaryImportAsync(
            $"copy {table} (club_id, log_id, {Names(columns)}) from stdin (format binary)"
        );
        foreach (var (number, row) in all)
        {
            await rows.StartRowAsync();
            await rows.WriteAsync(club.Number, NpgsqlDbType.Bigint);
            await rows.WriteAsync(number, NpgsqlDbType.Bigint);
            await WriteAsync(rows, columns, row);
        }

        await rows.CompleteAsync();
    }

    private static async Task WriteAsync<T>(NpgsqlBinaryImporter rows, SentColumn<T>[] columns, T row)
    {
        foreach (var column in columns)
        {
            await WriteAsync(rows, column.Value(row), column.Type);
        }
    }

    private static void Add<T>(NpgsqlCommand command, SentColumn<T>[] columns, T row)
    {
        foreach (var column in columns)
        {
            command.Parameters.Add(column.Parameter(row));
        }
    }

    private static string Names<T>(SentColumn<T>[] columns) => string.Join(", ", columns.Select(column => column.Name));

    private static string Values<T>(SentColumn<T>[] columns) => string.Join(", ", columns.Select(column => column.Sql));

    private sealed record SentMark(int Run, string Control, double Position, bool Measured, string? AskedBy, double? Card);

    private sealed record SentColumn<T>(string Name, NpgsqlDbType Type, Func<T, object?> Value)
    {
        /// <summary>What stands for the value in a statement.</summary>
        public string Sql { get; init; } = "@" + Name;

        public NpgsqlParameter Parameter(T row) => new(Name, Type) { Value = Value(row) ?? DBNull.Value };
    }
}
