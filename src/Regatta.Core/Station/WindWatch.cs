namespace Regatta.Core.Station;

/// <summary>What a station's samples make of the wind now: the last ten minutes, and each ten-minute block once it is over. Takes one
/// sample at a time; not for two threads at once.</summary>
public sealed class WindWatch
{
    /// <summary>So many seconds in a row bear a jump out (ours).</summary>
    public const int BorneOutBy = 3;

    /// <summary>So many older seconds in a row mean that the clock was set back: everything begins anew (ours).</summary>
    public const int ClockSetBackAfter = 60;

    /// <summary>A second this much above the one before, and not borne out, is a spike (ours).</summary>
    public static readonly Speed Jump = Speed.FromMetresPerSecond(8);

    private readonly Queue<WindSample> last = new();
    private readonly List<WindSample> block = [];
    private readonly List<WindSample> doubtful = [];
    private WindSample? newest;
    private int backwards;

    /// <summary>Clocks differ by so much at the most (ours): a sample dated later is of the future, where no wind blows yet.</summary>
    public static readonly TimeSpan Ahead = TimeSpan.FromMinutes(1);

    /// <summary>How many samples of the future were left out: a clock that jumped, a wrong year in a sentence.</summary>
    public long OfTheFuture { get; private set; }

    /// <summary>How many samples were taken.</summary>
    public long Taken { get; private set; }

    /// <summary>How many spikes were left out.</summary>
    public long Spikes { get; private set; }

    /// <summary>How many samples came twice or out of order and were left out.</summary>
    public long OutOfOrder { get; private set; }

    /// <summary>The newest sample taken; null before the first.</summary>
    public WindSample? Newest => newest;

    /// <summary>The last ten minutes; null before the first sample.</summary>
    public WindSummary? Now => WindSummary.Of([.. last]);

    /// <summary>Takes a sample as it came; one of the future is refused, and the wind it tells of is never said to be now.</summary>
    /// <param name="sample">The sample.</param>
    /// <param name="now">What the time is here.</param>
    public (IReadOnlyList<WindSample> Believed, WindSummary? Ended) Take(WindSample sample, DateTimeOffset now)
    {
        if (sample.At > now + Ahead)
        {
            OfTheFuture++;
            return ([], null);
        }

        return Take(sample);
    }

    /// <summary>Takes a sample. A jump waits until the seconds after it bear it out.</summary>
    /// <returns>The samples that were believed by it (none, one, or a jump borne out with its followers) and the block that ended with it,
    /// if one did.</returns>
    public (IReadOnlyList<WindSample> Believed, WindSummary? Ended) Take(WindSample sample)
    {
        if ((doubtful.Count > 0 ? doubtful[^1] : newest) is { } before && sample.At <= before.At)
        {
            OutOfOrder++;
            if (++backwards < ClockSetBackAfter)
            {
                return ([], null);
            }

            last.Clear();
            block.Clear();
            doubtful.Clear();
            newest = null;
        }

        backwards = 0;

        if (newest is not { } calm || !IsJump(calm, sample))
        {
            Spikes += doubtful.Count;
            doubtful.Clear();
            return Believe([sample]);
        }

        if (doubtful.Exists(held => IsJump(held, sample)))
        {
            Spikes += doubtful.Count;
            doubtful.Clear();
        }

        doubtful.Add(sample);
        if (doubtful.Count < BorneOutBy)
        {
            return ([], null);
        }

        WindSample[] squall = [.. doubtful];
        doubtful.Clear();
        return Believe(squall);
    }

    /// <summary>Takes samples that were believed before, after a restart.</summary>
    public void Remember(IEnumerable<WindSample> samples)
    {
        foreach (var sample in samples)
        {
            Believe([sample]);
        }
    }

    private static bool IsJump(WindSample before, WindSample sample) =>
        sample.Speed.MetresPerSecond - before.Speed.MetresPerSecond > Jump.MetresPerSecond;

    private (IReadOnlyList<WindSample> Believed, WindSummary? Ended) Believe(IReadOnlyList<WindSample> samples)
    {
        WindSummary? ended = null;
        foreach (var sample in samples)
        {
            if (block.Count > 0 && WindSummary.BlockOf(block[0].At) != WindSummary.BlockOf(sample.At))
            {
                ended = WindSummary.Of(block);
                block.Clear();
            }

            block.Add(sample);
            last.Enqueue(sample);
            while (sample.At - last.Peek().At >= WindSummary.Stretch)
            {
                last.Dequeue();
            }

            newest = sample;
            Taken++;
        }

        return (samples, ended);
    }
}
