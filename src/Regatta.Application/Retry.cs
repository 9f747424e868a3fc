using Npgsql;
using Polly;
using Polly.Retry;

namespace Regatta.Application;

/// <summary>Does a use case again when the database broke it off because two of them got into each other's way. Each is one transaction, so
/// nothing is done twice.</summary>
internal static class Retry
{
    private const int MostTries = 4;

    private static readonly ResiliencePipeline Pipeline = new ResiliencePipelineBuilder()
        .AddRetry(
            new RetryStrategyOptions
            {
                MaxRetryAttempts = MostTries - 1,
                Delay = TimeSpan.FromMilliseconds(20),
                BackoffType = DelayBackoffType.Exponential,
                UseJitter = true,
                ShouldHandle = new PredicateBuilder().Handle<PostgresException>(broken =>
                    broken.SqlState is PostgresErrorCodes.DeadlockDetected or PostgresErrorCodes.SerializationFailure
                ),
            }
        )
        .Build();

    /// <summary>Does the work, again after a deadlock or a serialization failure.</summary>
    public static async Task<T> RunAsync<T>(Func<Task<T>> work) => await Pipeline.ExecuteAsync(async _ => await work());

    /// <summary>Does the work as one transaction, all of it again after a deadlock or a serialization failure.</summary>
    public static Task<T> InOneAsync<T>(Db db, Func<Task<T>> work) => RunAsync(() => db.InOneAsync(work));

    /// <summary>Does the work, again after a deadlock or a serialization failure.</summary>
    public static async Task RunAsync(Func<Task> work) => await Pipeline.ExecuteAsync(async _ => await work());
}
