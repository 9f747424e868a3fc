using Dapper;
using Npgsql;
using NpgsqlTypes;
using Regatta.Core;
using Regatta.Core.Fleet;
using Regatta.Core.Logbook;

namespace Regatta.Store;

/// <summary>A log on its way into the database: whose, on which boat's marks.</summary>
internal sealed record SentLog(Guid? Sailor, SailedMarks Sailed, SessionLog Log)
{
    /// <summary>Its columns by name, with their types, in the order in which they are written.</summary>
    private static readonly (string Name, NpgsqlDbType Type, Func<SentLog, object?> Value)[] Columns =
    [
        ("sailor_id", NpgsqlDbType.Uuid, sent => sent.Sailor),
        ("boat_id", NpgsqlDbType.Bigint, sent => sent.Sailed.Boat),
        ("key", NpgsqlDbType.Uuid, sent => sent.Log.Key),
        ("sailed_at", NpgsqlDbType.TimestampTz, sent => sent.Log.SailedAt.UtcDateTime),
        ("wind_from", NpgsqlDbType.Double, sent => sent.Log.Wind.From.MetresPerSecond),
        ("wind_to", NpgsqlDbType.Double, sent => sent.Log.Wind.To.MetresPerSecond),
        ("gust", NpgsqlDbType.Double, sent => sent.Log.Wind.Gust?.MetresPerSecond),
        ("crew_mass", NpgsqlDbType.Double, sent => sent.Log.CrewMass?.Kilograms),
        ("helm_port", NpgsqlDbType.Double, sent => sent.Log.Check?.Helm.Port?.Degrees),
        ("helm_starboard", NpgsqlDbType.Double, sent => sent.Log.Check?.Helm.Starboard?.Degrees),
        ("heel", NpgsqlDbType.Double, sent => sent.Log.Check?.Heel?.Degrees),
        ("rudder_centred", NpgsqlDbType.Boolean, sent => sent.Log.Check?.Gates.RudderCentred ?? false),
        ("steady_full_speed", NpgsqlDbType.Boolean, sent => sent.Log.Check?.Gates.SteadyFullSpeed ?? false),
        ("flat", NpgsqlDbType.Boolean, sent => sent.Log.Check?.Gates.Flat ?? false),
        ("trimmed", NpgsqlDbType.Boolean, sent => sent.Log.Check?.Gates.Trimmed ?? false),
        ("helm_in_words", NpgsqlDbType.Boolean, sent => sent.Log.Check?.InWords ?? false),
        ("wind_factor", NpgsqlDbType.Double, sent => sent.Log.WindFactor),
        ("luffing", NpgsqlDbType.Text, sent => sent.Log.Luffing.ToString()),
        ("felt", NpgsqlDbType.Text, sent => sent.Log.Felt.ToString()),
        ("note", NpgsqlDbType.Text, sent => sent.Log.Note),
        ("version", NpgsqlDbType.Integer, sent => sent.Log.Version),
        ("plan", NpgsqlDbType.Text, sent => sent.Log.Layer.Plan.Name),
        ("mode", NpgsqlDbType.Text, sent => sent.Log.Layer.Mode.Name),
    ];

    private const string MarkNames = "control, mark, measured, asked_by, card_mark";
    private const string MarkValues = "@controls, @marks, @measured, @asked_by, @card_marks";

    private static readonly string Names = string.Join(", ", Columns.Select(column => column.Name));

    private static readonly string InsertOne = $"""
        with added as (
          insert into session_logs (club_id, class_id, logged_at, {Names})
          values (@club_id, @class_id, @logged_at, {string.Join(", ", Columns.Select(column => "@" + column.Name))})
          on conflict do nothing
          returning id),
        marked as (
          insert into log_marks (club_id, log_id, {MarkNames})
          select @club_id, added.id, m.* from added, unnest({MarkValues}) as m)
        select id from added
        """;

    /// <summary>Writes a log over what it said before, its marks too.</summary>
    private static readonly string UpdateOne = $"""
        update session_logs set logged_at = @logged_at, {string.Join(", ", Columns.Select(column => $"{column.Name} = @{column.Name}"))}
          where club_id = @club_id and id = @id;
        delete from log_marks where club_id = @club_id and log_id = @id;
        insert into log_marks (club_id, log_id, {MarkNames}) select @club_id, @id, m.* from unnest({MarkValues}) as m;
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
            null => rows.WriteNullAsync(),
            _ => rows.WriteAsync(value, type),
        };

    /// <summary>Adds the log with its marks in one statement.</summary>
    /// <returns>Its number; null when its sailor sent it before.</returns>
    public async Task<long?> InsertAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, ClassRef one, DateTimeOffset now)
    {
        await using var command = Command(InsertOne, connection, transaction, one, now);
        return await command.ExecuteScalarAsync() as long?;
    }

    /// <summary>Writes the log over what was sent before under its key.</summary>
    public async Task UpdateAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, ClassRef one, long number, DateTimeOffset now)
    {
        await using var command = Command(UpdateOne, connection, transaction, one, now);
        command.Parameters.AddWithValue("id", number);
        await command.ExecuteNonQueryAsync();
    }

    private NpgsqlCommand Command(
        string statement,
        NpgsqlConnection connection,
        NpgsqlTransaction transaction,
        ClassRef one,
        DateTimeOffset now
    )
    {
        var command = new NpgsqlCommand(statement, connection, transaction);
        command.Parameters.AddWithValue("club_id", one.Club.Number);
        command.Parameters.AddWithValue("class_id", one.Number);
        command.Parameters.AddWithValue("logged_at", now.UtcDateTime);
        foreach (var (name, type, value) in Columns)
        {
            command.Parameters.Add(new NpgsqlParameter(name, type) { Value = value(this) ?? DBNull.Value });
        }

        var marks = Marks.ToList();
        command.Parameters.AddWithValue("controls", marks.Select(mark => mark.Control).ToArray());
        command.Parameters.AddWithValue("marks", marks.Select(mark => mark.Position).ToArray());
        command.Parameters.AddWithValue("measured", marks.Select(mark => mark.Measured).ToArray());
        command.Parameters.AddWithValue("asked_by", marks.Select(mark => mark.AskedBy).ToArray());
        command.Parameters.AddWithValue("card_marks", marks.Select(mark => mark.Card).ToArray());
        return command;
    }

    /// <summary>Its marks as rows.</summary>
    private IEnumerable<(string Control, double Position, bool Measured, string? AskedBy, double? Card)> Marks =>
        Log.Marks.Select(mark =>
            Log.Asked.TryGetValue(mark.Key, out var asked)
                ? (mark.Key.Name, mark.Value.Position, Sailed.Measured.Contains(mark.Key), Spelling.Of(asked.By), asked.Card?.Position)
                : (mark.Key.Name, mark.Value.Position, Sailed.Measured.Contains(mark.Key), (string?)null, (double?)null)
        );

    /// <summary>Adds the logs of a class that has none yet, as fast as the database takes rows. A log that stands twice counts
    /// once.</summary>
    public static async Task CopyAsync(
        NpgsqlConnection connection,
        NpgsqlTransaction transaction,
        ClassRef one,
        IEnumerable<SentLog> sent,
        DateTimeOffset now
    )
    {
        var logs = sent.DistinctBy(log => (log.Sailor, log.Log.Key)).ToList();
        var numbers = (
            await connection.QueryAsync<long>(
                "select nextval(pg_get_serial_sequence('session_logs', 'id')) from generate_series(1, @count)",
                new { count = logs.Count },
                transaction
            )
        ).ToList();
        await using (
            var rows = await connection.BeginBinaryImportAsync(
                $"copy session_logs (id, club_id, class_id, logged_at, {Names}) from stdin (format binary)"
            )
        )
        {
            foreach (var (number, log) in numbers.Zip(logs))
            {
                await rows.StartRowAsync();
                await rows.WriteAsync(number, NpgsqlDbType.Bigint);
                await rows.WriteAsync(one.Club.Number, NpgsqlDbType.Bigint);
                await rows.WriteAsync(one.Number, NpgsqlDbType.Bigint);
                await rows.WriteAsync(now.UtcDateTime, NpgsqlDbType.TimestampTz);
                foreach (var (_, type, value) in Columns)
                {
                    await WriteAsync(rows, value(log), type);
                }
            }

            await rows.CompleteAsync();
        }

        await using var marks = await connection.BeginBinaryImportAsync(
            $"copy log_marks (club_id, log_id, {MarkNames}) from stdin (format binary)"
        );
        foreach (var (number, log) in numbers.Zip(logs))
        {
            foreach (var (control, position, measured, askedBy, card) in log.Marks)
            {
                await marks.StartRowAsync();
                await marks.WriteAsync(one.Club.Number, NpgsqlDbType.Bigint);
                await marks.WriteAsync(number, NpgsqlDbType.Bigint);
                await marks.WriteAsync(control, NpgsqlDbType.Text);
                await marks.WriteAsync(position, NpgsqlDbType.Double);
                await marks.WriteAsync(measured, NpgsqlDbType.Boolean);
                await WriteAsync(marks, askedBy, NpgsqlDbType.Text);
                await WriteAsync(marks, card, NpgsqlDbType.Double);
            }
        }

        await marks.CompleteAsync();
    }
}
