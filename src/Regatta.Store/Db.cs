using System.Data;

namespace Regatta.Store;

/// <summary>The database as stores see it: sessions that give up when whoever asked has gone, and work that is kept whole or not at
/// all.</summary>
/// <param name="source">The pool.</param>
/// <param name="token">The token of the request being served; the default for background work.</param>
/// <param name="witness">What each piece of work that is kept whole is told to before it is, in its own transaction.</param>
public sealed class Db(NpgsqlDataSource source, Func<CancellationToken>? token = null, Func<DbSession, Task>? witness = null)
{
    private static readonly AsyncLocal<DbSession?> Ambient = new();
    private static readonly TimeSpan KeepAlive = TimeSpan.FromSeconds(20);

    /// <summary>The same database for what must be done although its asker has gone, such as a line of the trail.</summary>
    public Db Uncancelled => new(source);

    /// <summary>A pool without anybody's token.</summary>
    public static implicit operator Db(NpgsqlDataSource source) => new(source);

    /// <summary>A session of its own; inside <see cref="InOneAsync{T}"/> that one's.</summary>
    public async Task<DbSession> OpenConnectionAsync()
    {
        if (Ambient.Value is { IsOpen: true } shared)
        {
            return shared.Joined();
        }

        var asked = token?.Invoke() ?? default;
        return new(await source.OpenConnectionAsync(asked), asked, witness);
    }

    /// <summary>Listens on a channel until cancelled; never inside a transaction.</summary>
    /// <param name="channel">The channel's name.</param>
    /// <param name="listening">Called once the line stands: what was told before is not heard.</param>
    /// <param name="told">Called with what is told.</param>
    /// <param name="until">Ends the listening.</param>
    /// <exception cref="NpgsqlException">The database went away.</exception>
    internal async Task ListenAsync(string channel, Action listening, Action<string> told, CancellationToken until)
    {
        await using var connection = await source.OpenConnectionAsync(until);
        connection.Notification += (_, news) => told(news.Payload);
        await connection.ExecuteAsync($"listen {channel}");
        listening();
        while (true)
        {
            // Without a keep-alive a dead line would be waited on for ever.
            if (!await connection.WaitAsync(KeepAlive, until))
            {
                await connection.ExecuteAsync("select 1");
            }
        }
    }

    /// <summary>A connection for callers of the platform that do not wait asynchronously.</summary>
    public NpgsqlConnection OpenConnection() => source.OpenConnection();

    /// <summary>Does several things to the database as one: all of them are kept, or none. What is done inside goes one after the
    /// other.</summary>
    /// <param name="work">The work; every store it calls joins in.</param>
    public async Task<T> InOneAsync<T>(Func<Task<T>> work)
    {
        await using var session = await OpenConnectionAsync();
        await using var transaction = await session.BeginTransactionAsync();
        Ambient.Value = session;
        var done = await work();
        await transaction.CommitAsync();
        return done;
    }
}

/// <summary>A connection in use, with the token that ends its statements.</summary>
public sealed class DbSession : IAsyncDisposable
{
    private readonly bool owned;
    private readonly CancellationToken asked;
    private readonly Func<DbSession, Task>? witness;
    private bool isClosed;

    internal DbSession(NpgsqlConnection connection, CancellationToken asked, Func<DbSession, Task>? witness, bool owned = true) =>
        (Connection, this.asked, this.witness, this.owned) = (connection, asked, witness, owned);

    /// <summary>The connection, for what has no method here.</summary>
    public NpgsqlConnection Connection { get; }

    /// <summary>The transaction all its statements are in; null outside of one.</summary>
    internal NpgsqlTransaction? Transaction { get; private set; }

    internal bool IsOpen => !isClosed;

    internal DbSession Joined() => new(Connection, asked, witness, owned: false) { Transaction = Transaction };

    /// <summary>Begins a transaction; inside another one a part of it that can be taken back alone.</summary>
    public async Task<DbTransaction> BeginTransactionAsync(IsolationLevel isolation = IsolationLevel.ReadCommitted)
    {
        if (Transaction is { } outer)
        {
            var part = new DbTransaction(outer, DbTransaction.NextPart());
            await outer.SaveAsync(part.Part!, asked);
            return part;
        }

        Transaction = await Connection.BeginTransactionAsync(isolation, asked);
        return new(Transaction, null)
        {
            Ended = () => Transaction = null,
            // What is read as of one moment keeps nothing.
            Witness = isolation == IsolationLevel.ReadCommitted && witness is not null ? () => witness(this) : null,
        };
    }

    /// <inheritdoc cref="SqlMapper.QueryAsync{T}(IDbConnection, CommandDefinition)"/>
    public Task<IEnumerable<T>> QueryAsync<T>(string sql, object? values = null) => Connection.QueryAsync<T>(Command(sql, values));

    /// <summary>Rows of two parts, the second beginning at a column.</summary>
    public Task<IEnumerable<T>> QueryAsync<TFirst, TSecond, T>(string sql, Func<TFirst, TSecond, T> join, object values, string splitOn) =>
        Connection.QueryAsync(Command(sql, values), join, splitOn);

    /// <inheritdoc cref="SqlMapper.QuerySingleAsync{T}(IDbConnection, CommandDefinition)"/>
    public Task<T> QuerySingleAsync<T>(string sql, object? values = null) => Connection.QuerySingleAsync<T>(Command(sql, values));

    /// <inheritdoc cref="SqlMapper.QuerySingleOrDefaultAsync{T}(IDbConnection, CommandDefinition)"/>
    public Task<T?> QuerySingleOrDefaultAsync<T>(string sql, object? values = null) =>
        Connection.QuerySingleOrDefaultAsync<T>(Command(sql, values));

    /// <inheritdoc cref="SqlMapper.QueryFirstOrDefaultAsync{T}(IDbConnection, CommandDefinition)"/>
    public Task<T?> QueryFirstOrDefaultAsync<T>(string sql, object? values = null) =>
        Connection.QueryFirstOrDefaultAsync<T>(Command(sql, values));

    /// <inheritdoc cref="SqlMapper.QueryMultipleAsync(IDbConnection, CommandDefinition)"/>
    public Task<SqlMapper.GridReader> QueryMultipleAsync(string sql, object? values = null) =>
        Connection.QueryMultipleAsync(Command(sql, values));

    /// <inheritdoc cref="SqlMapper.ExecuteScalarAsync{T}(IDbConnection, CommandDefinition)"/>
    public Task<T?> ExecuteScalarAsync<T>(string sql, object? values = null) => Connection.ExecuteScalarAsync<T>(Command(sql, values));

    /// <inheritdoc cref="SqlMapper.ExecuteAsync(IDbConnection, CommandDefinition)"/>
    public Task<int> ExecuteAsync(string sql, object? values = null) => Connection.ExecuteAsync(Command(sql, values));

    /// <summary>Takes rows as fast as the database can.</summary>
    public Task<NpgsqlBinaryImporter> BeginBinaryImportAsync(string copy) => Connection.BeginBinaryImportAsync(copy, asked);

    /// <inheritdoc/>
    public async ValueTask DisposeAsync()
    {
        isClosed = true;
        if (owned)
        {
            await Connection.DisposeAsync();
        }
    }

    private CommandDefinition Command(string sql, object? values) => new(sql, values, Transaction, cancellationToken: asked);
}

/// <summary>A transaction, or the part of one that began inside it. What is not committed when it is disposed of is taken
/// back.</summary>
public sealed class DbTransaction : IAsyncDisposable
{
    private static int parts;

    private readonly NpgsqlTransaction transaction;
    private bool isDone;

    internal DbTransaction(NpgsqlTransaction transaction, string? part) => (this.transaction, Part) = (transaction, part);

    internal string? Part { get; }

    internal Action? Ended { get; init; }

    internal Func<Task>? Witness { get; init; }

    internal static string NextPart() => $"part_{Interlocked.Increment(ref parts)}";

    /// <summary>Keeps what was done. No token ends it: half a commit is none.</summary>
    public async Task CommitAsync()
    {
        if (Witness is { } witness)
        {
            await witness();
        }

        await (Part is { } part ? transaction.ReleaseAsync(part, CancellationToken.None) : transaction.CommitAsync(CancellationToken.None));
        Finish();
    }

    /// <summary>Takes what was done back.</summary>
    public async Task RollbackAsync()
    {
        await (
            Part is { } part ? transaction.RollbackAsync(part, CancellationToken.None) : transaction.RollbackAsync(CancellationToken.None)
        );
        Finish();
    }

    /// <inheritdoc/>
    public async ValueTask DisposeAsync()
    {
        if (!isDone && transaction.Connection is { State: ConnectionState.Open })
        {
            await RollbackAsync();
        }

        if (Part is null)
        {
            await transaction.DisposeAsync();
        }
    }

    private void Finish()
    {
        isDone = true;
        Ended?.Invoke();
    }
}
