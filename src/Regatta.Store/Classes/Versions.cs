namespace Regatta.Store;

/// <summary>Published versions: definition and cells, added once, never changed.</summary>
public sealed class Versions(Db database, TimeProvider clock) : IReadVersions
{
    private const string Columns =
        "c.key, v.number, v.published_at, coalesce(p.display_name, v.published_by) as published_by, "
        + "v.reason, v.schema, v.definition, v.cells";
    private const string From =
        "from versions v join classes c on (c.club_id, c.id) = (v.club_id, v.class_id) "
        + "left join people p on p.id = v.published_by_id where v.club_id = @club and v.class_id = @id";

    /// <summary>All versions of a class, newest first.</summary>
    public async Task<IReadOnlyList<PublishedVersion>> AllAsync(ClassRef one)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. (await connection.QueryAsync<Row>($"select {Columns} {From} order by v.number desc", Keys(one))).Select(row =>
                row.ToVersion()
            ),
        ];
    }

    /// <summary>The number of a class's newest version; 0 before the first.</summary>
    public async Task<int> NewestNumberAsync(ClassRef one)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<int>(
            "select coalesce(max(number), 0) from versions where club_id = @club and class_id = @id",
            Keys(one)
        );
    }

    /// <summary>The versions after a number, oldest first.</summary>
    /// <param name="one">The class.</param>
    /// <param name="after">The number.</param>
    /// <param name="most">So many at the most.</param>
    public async Task<IReadOnlyList<PublishedVersion>> AfterAsync(ClassRef one, int after, int most)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. (
                await connection.QueryAsync<Row>(
                    $"select {Columns} {From} and v.number > @after order by v.number limit @most",
                    new
                    {
                        club = one.Club.Number,
                        id = one.Number,
                        after,
                        most,
                    }
                )
            ).Select(row => row.ToVersion()),
        ];
    }

    /// <summary>What was published up to a version, oldest first. A version that cannot be read any more is left out: its class is shown
    /// without it.</summary>
    public async Task<IReadOnlyList<ClassState>> StatesAsync(ClassRef one, int newest)
    {
        await using var connection = await database.OpenConnectionAsync();
        var rows = await connection.QueryAsync<Row>(
            $"select {Columns} {From} and v.number <= @newest order by v.number",
            new
            {
                club = one.Club.Number,
                id = one.Number,
                newest,
            }
        );
        var states = new List<ClassState>();
        foreach (var row in rows)
        {
            try
            {
                states.Add(row.ToVersion().State);
            }
            catch (UnreadableClassException)
            {
                // Its own page says so.
            }
        }

        return states;
    }

    /// <summary>One version, or null.</summary>
    public async Task<PublishedVersion?> FindAsync(ClassRef one, int number)
    {
        await using var connection = await database.OpenConnectionAsync();
        return (
            await connection.QuerySingleOrDefaultAsync<Row>(
                $"select {Columns} {From} and v.number = @number",
                new
                {
                    club = one.Club.Number,
                    id = one.Number,
                    number,
                }
            )
        )?.ToVersion();
    }

    /// <summary>Publishes the draft as it stands in the database as the next version, in one snapshot, if it is still what its publisher
    /// looked at.</summary>
    /// <param name="one">The class.</param>
    /// <param name="matrixRevision">The revision of all the publisher saw.</param>
    /// <param name="by">Who publishes.</param>
    /// <param name="reason">Why.</param>
    /// <returns>The number of the new version, or null when the draft changed, or another version was published, meanwhile.</returns>
    public async Task<int?> PublishAsync(ClassRef one, long matrixRevision, Guid by, string reason)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        // The lock holds off every other change of the class, so what is read next is what is compared and frozen.
        if (await Classes.LockAsync(connection, one) != matrixRevision || await Classes.ReadAsync(connection, one) is not { } draft)
        {
            return null;
        }

        var number = await connection.ExecuteScalarAsync<int?>(
            """
            insert into versions (club_id, class_id, number, published_at, published_by, published_by_id, reason, schema, definition, cells)
            select @club, @id, coalesce((select max(number) from versions where club_id = @club
              and class_id = @id), 0) + 1, @now, '', @by, @reason, @schema, @definition::jsonb, @cells::jsonb
            returning number
            """,
            new
            {
                club = one.Club.Number,
                id = one.Number,
                now = clock.GetUtcNow(),
                by,
                reason,
                schema = StoredClass.Schema,
                definition = StoredClass.Write(draft.Class),
                cells = StoredClass.WriteCells(draft.State),
            }
        );
        await transaction.CommitAsync();
        return number;
    }

    /// <summary>The newest version of a class, or null when nothing is published.</summary>
    internal static async Task<PublishedVersion?> NewestAsync(DbSession connection, ClassRef one) =>
        (await connection.QueryFirstOrDefaultAsync<Row>($"select {Columns} {From} order by v.number desc limit 1", Keys(one)))?.ToVersion();

    private static object Keys(ClassRef one) => new { club = one.Club.Number, id = one.Number };

    private sealed record Row(
        string Key,
        int Number,
        DateTimeOffset PublishedAt,
        string PublishedBy,
        string Reason,
        int Schema,
        string Definition,
        string Cells
    )
    {
        public PublishedVersion ToVersion()
        {
            var definition = StoredClass.Read(Key, Schema, Definition);
            return new(Number, PublishedAt, PublishedBy, Reason, new(definition, StoredClass.ReadCells(definition, Schema, Cells)));
        }
    }
}
