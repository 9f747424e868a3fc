using System.Data;
using System.Reflection;
using DbUp;

namespace Regatta.Store;

/// <summary>Brings a database to the newest schema.</summary>
public static class Database
{
    private const int MostPrepared = 100;

    /// <summary>So long a start waits for its database.</summary>
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(60);

    /// <summary>The connections one instance holds at most: two instances leave a usual server some to spare.</summary>
    private const int MostConnections = 40;

    // Advisory lock id; arbitrary, but the same in every instance.
    private const long StartLock = 7_240_117;

    /// <summary>Opens the pool all stores share, and teaches Dapper how this database names and types things.</summary>
    public static NpgsqlDataSource Connect(string connectionString)
    {
        DefaultTypeMap.MatchNamesWithUnderscores = true;
        SqlMapper.RemoveTypeMap(typeof(DateTimeOffset));
        SqlMapper.RemoveTypeMap(typeof(DateTimeOffset?));
        SqlMapper.AddTypeHandler(new UtcTime());
        var settings = Read(connectionString);
        // A statement used again and again is planned once a connection and not once a use.
        settings.MaxAutoPrepare = MostPrepared;
        // No statement and no wait for somebody else's lock holds a request for longer than its sender waits.
        settings.Options =
            "-c plan_cache_mode=force_generic_plan -c statement_timeout=20s -c lock_timeout=10s "
            + "-c idle_in_transaction_session_timeout=60s";
        settings.MaxPoolSize = Math.Min(settings.MaxPoolSize, MostConnections);
        return NpgsqlDataSource.Create(settings.ConnectionString);
    }

    /// <summary>Reads a connection string. What is wrong with it is told without it: it may hold a password.</summary>
    private static NpgsqlConnectionStringBuilder Read(string connectionString)
    {
        try
        {
            return new(connectionString);
        }
        catch (ArgumentException wrong)
        {
            throw new StartRefusedException(
                "REGATTA_DATABASE is no connection string. Write it as Host=…;Port=…;Username=…;Password=…;Database=…, and a value that "
                    + "holds ; or = in quotes.",
                wrong
            );
        }
    }

    /// <summary>Does what must be done by one instance at a time while several start together.</summary>
    public static async Task WithAdvisoryLockAsync(string connectionString, Func<Task> work)
    {
        await using var holder = await OpenPatientlyAsync(connectionString);
        await holder.ExecuteAsync("select pg_advisory_lock(@StartLock)", new { StartLock }, commandTimeout: 120);
        try
        {
            await work();
        }
        finally
        {
            await holder.ExecuteAsync("select pg_advisory_unlock(@StartLock)", new { StartLock });
        }
    }

    /// <summary>A database that is only late, or still recovering, is waited for; one that refuses is not.</summary>
    private static async Task<NpgsqlConnection> OpenPatientlyAsync(string connectionString)
    {
        for (var since = System.Diagnostics.Stopwatch.StartNew(); ; )
        {
            var connection = new NpgsqlConnection(connectionString);
            try
            {
                await connection.OpenAsync();
                return connection;
            }
            catch (NpgsqlException late)
                when (since.Elapsed < Patience && late is not PostgresException { SqlState: not PostgresErrorCodes.CannotConnectNow })
            {
                await connection.DisposeAsync();
                await Task.Delay(TimeSpan.FromSeconds(1));
            }
        }
    }

    /// <summary>What keeps a database from being used, in one sentence for whoever starts the app.</summary>
    public static string Sentence(Exception trouble) =>
        (trouble, trouble.GetBaseException()) switch
        {
            (
                _,
                PostgresException { SqlState: PostgresErrorCodes.InvalidPassword or PostgresErrorCodes.InvalidAuthorizationSpecification }
            ) => "The database refuses the name or the password in REGATTA_DATABASE.",
            (_, PostgresException { SqlState: PostgresErrorCodes.InvalidCatalogName } gone) =>
                $"The server has no such database: {gone.MessageText}. Make it first, owned by the role of the app.",
            (_, PostgresException { SqlState: PostgresErrorCodes.FeatureNotSupported or PostgresErrorCodes.UndefinedFile } lacks) =>
                $"The server lacks what the app needs: {lacks.MessageText}. Install PostgreSQL’s contrib package.",
            (_, PostgresException { SqlState: PostgresErrorCodes.InsufficientPrivilege } denied) =>
                $"The role of the app may not do what it must in its own database: {denied.MessageText}.",
            (StartRefusedException, NpgsqlException cause) => $"{trouble.Message} {cause.Message}",
            (StartRefusedException, _) => trouble.Message,
            (_, var cause) => $"The database does not answer: {cause.Message}.",
        };

    /// <summary>Applies the missing migrations in order, each once. To be called through <see cref="WithAdvisoryLockAsync"/>.</summary>
    /// <exception cref="StartRefusedException">A newer program has migrated the database, which is left alone; or a migration is missing
    /// that this role may not apply; or one did not apply, and the database is as it was before it.</exception>
    public static async Task MigrateAsync(string connectionString)
    {
        var upgrade = DeployChanges
            .To.PostgresqlDatabase(connectionString)
            .WithScriptsEmbeddedInAssembly(Assembly.GetExecutingAssembly())
            .JournalToPostgresqlTable("public", "migrations")
            .WithTransactionPerScript()
            .LogToNowhere()
            .Build();
        var known = upgrade.GetDiscoveredScripts().Select(script => script.Name);
        if (upgrade.GetExecutedScripts().Except(known).Order(StringComparer.Ordinal).LastOrDefault() is { } newer)
        {
            throw new StartRefusedException(
                $"This program is older than its database, which a newer one has brought to {newer}. Start the newer program, or restore a "
                    + "backup from before it."
            );
        }

        if (upgrade.GetScriptsToExecute() is not [var first, ..])
        {
            return;
        }

        await using (var connection = await OpenPatientlyAsync(connectionString))
        {
            if (!await connection.ExecuteScalarAsync<bool>("select has_schema_privilege('public', 'create')"))
            {
                throw new StartRefusedException(
                    $"The database lacks {first.Name}, and this role may not change its tables. Bring it there as the role that owns it: "
                        + "dotnet Regatta.Web.dll --migrate, with the owner’s connection string in REGATTA_DATABASE."
                );
            }
        }

        var result = upgrade.PerformUpgrade();
        if (!result.Successful)
        {
            throw new StartRefusedException($"The migration {result.ErrorScript?.Name} did not apply.", result.Error);
        }
    }

    private sealed class UtcTime : SqlMapper.TypeHandler<DateTimeOffset>
    {
        public override DateTimeOffset Parse(object value) => new(DateTime.SpecifyKind((DateTime)value, DateTimeKind.Utc));

        public override void SetValue(IDbDataParameter parameter, DateTimeOffset value) => parameter.Value = value.UtcDateTime;
    }
}
