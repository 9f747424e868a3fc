using Microsoft.AspNetCore.Http;
using Microsoft.Extensions.Logging;

namespace Regatta.Web.Tests.Doors;

/// <summary>Nonsense that is sent does not fill the server's log.</summary>
public sealed class SendersFaultsTests
{
    [Fact]
    public void A_flood_of_what_cannot_be_read_is_a_line_a_minute_with_its_count()
    {
        var (clock, log) = (new Clock(), new Lines());
        var faults = new SendersFaults(clock, log);
        for (var second = 0; second <= 120; second++)
        {
            for (var sent = 0; sent < 10; sent++)
            {
                Assert.True(faults.Count(sent % 2 == 0 ? new BadHttpRequestException("cut off") : new InvalidDataException("too long")));
            }

            clock.Now += TimeSpan.FromSeconds(1);
        }

        Assert.Equal(3, log.Said.Count);
        Assert.Equal([1, 600, 600], log.Said.Select(line => line.Count));
        Assert.All(log.Said, line => Assert.Null(line.Trouble));
    }

    [Fact]
    public void A_fault_of_ours_is_not_counted_but_told_in_full() =>
        Assert.False(new SendersFaults(new Clock(), new Lines()).Count(new InvalidOperationException("ours")));

    // What a large form is laid on is this machine's disk; /dev/full is one that is full.
    [Fact]
    public void A_full_disk_of_this_machine_is_an_outage_too()
    {
        var full = Assert.ThrowsAny<IOException>(() => File.WriteAllText("/dev/full", "a track"));
        Assert.True(DatabaseAway.IsAway(new InvalidOperationException("reading the form", full)));
        Assert.False(DatabaseAway.IsAway(new IOException("the sender went away")));
    }

    private sealed class Clock : TimeProvider
    {
        public DateTimeOffset Now { get; set; } = new(2026, 5, 2, 9, 0, 0, TimeSpan.Zero);

        public override DateTimeOffset GetUtcNow() => Now;
    }

    private sealed class Lines : ILogger<SendersFaults>
    {
        public List<(int Count, Exception? Trouble)> Said { get; } = [];

        public IDisposable? BeginScope<TState>(TState state)
            where TState : notnull => null;

        public bool IsEnabled(LogLevel logLevel) => true;

        public void Log<TState>(LogLevel logLevel, EventId id, TState state, Exception? trouble, Func<TState, Exception?, string> show) =>
            Said.Add(((int)((IReadOnlyList<KeyValuePair<string, object?>>)state!).First(pair => pair.Key == "Count").Value!, trouble));
    }
}
