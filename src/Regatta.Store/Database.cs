using System.Data;
using System.Reflection;
using Dapper;
using DbUp;
using Npgsql;

namespace Regatta.Store;

/// <summary>Brings a database to the newest schema.</summary>
public static class Database
{
    private const int MostPrepared = 100;

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
        // A statement used again and again is planned once a connection and not once a use.
        var settings = new NpgsqlConnectionStringBuilder(connectionString)
        {
            MaxAutoPrepare = MostPrepared,
            Options = "-c plan_cache_mode=force_generic_plan",
        };
        settings.MaxPoolSize = Math.Min(settings.MaxPoolSize, MostConnections);
        return NpgsqlDataSource.Create(settings.ConnectionString);
    }

    /// <summary>Does what must be done by one instance at a time while several start together.</summary>
    public static async Task WithAdvisoryLockAsync(string connectionString, Func<Task> work)
    {
        await using var holder = new NpgsqlConnection(connectionString);
        await holder.OpenAsync();
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

    /// <summary>Applies the missing migrations in order, each once. To be called through <see cref="WithAdvisoryLockAsync"/>.</summary>
    /// <exception cref="InvalidOperationException">A migration did not apply; the database is as it was before it.</exception>
    public static Task MigrateAsync(string connectionString)
    {
        var result = DeployChanges
            .To.PostgresqlDatabase(connectionString)
            .WithScriptsEmbeddedInAssembly(Assembly.GetExecutingAssembly())
            .JournalToPostgresqlTable("public", "migrations")
            .WithTransactionPerScript()
            .LogToNowhere()
            .Build()
            .PerformUpgrade();
        return result.Successful
            ? Task.CompletedTask
            : throw new InvalidOperationException($"The migration {result.ErrorScript?.Name} did not apply.", result.Error);
    }

    private sealed class UtcTime : SqlMapper.TypeHandler<DateTimeOffset>
    {
        public override DateTimeOffset Parse(object value) => new(DateTime.SpecifyKind((DateTime)value, DateTimeKind.Utc));

        public override void SetValue(IDbDataParameter parameter, DateTimeOffset value) => parameter.Value = value.UtcDateTime;
    }
}
