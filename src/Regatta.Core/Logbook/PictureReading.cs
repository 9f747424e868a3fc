namespace Regatta.Core.Logbook;

/// <summary>What a sailor measured in a picture.</summary>
/// <param name="Key">Names it among its sailor's, so that what is sent twice is one.</param>
/// <param name="At">When the picture was taken, as far as anybody knows: when its points were tapped.</param>
/// <param name="Gauge">By which gauge.</param>
/// <param name="Question">For which question; null for none.</param>
/// <param name="Boat">The boat's number; null for none named.</param>
/// <param name="Tapped">What was tapped and known.</param>
/// <param name="Value">What came of it, in the gauge's unit.</param>
/// <param name="Sd">Its standard deviation.</param>
public sealed record PictureReading(
    Guid Key,
    DateTimeOffset At,
    GaugeKey Gauge,
    QuestionKey? Question,
    long? Boat,
    GaugePicture Tapped,
    double Value,
    double Sd
)
{
    /// <summary>Its number in the club; 0 before it is kept.</summary>
    public long Number { get; init; }

    /// <summary>What it answered then; empty for nothing.</summary>
    public string Said { get; init; } = "";

    /// <summary>What that answer meant; null for no answer.</summary>
    public AnswerMeaning? Means { get; init; }

    /// <summary>Whether its picture was given to the class.</summary>
    public bool IsGiven { get; init; }

    /// <summary>A log takes over what was measured so lately.</summary>
    public static readonly TimeSpan Fresh = NotedRun.Kept;

    /// <summary>Its number with its doubt.</summary>
    public Measured Measured => new(Gauge, Value, Sd);

    /// <summary>For each question the last of the readings that lie within a run, or after every run that began; several of one question
    /// within ten minutes are pooled by their doubts.</summary>
    /// <param name="readings">What was measured, in any order.</param>
    /// <param name="from">When the run began; null for from the first.</param>
    /// <param name="to">When it ended; null for until now.</param>
    public static IReadOnlyDictionary<QuestionKey, Measured> Within(
        IEnumerable<PictureReading> readings,
        DateTimeOffset? from,
        DateTimeOffset? to
    ) =>
        readings
            .Where(reading => reading.Question is not null && !(reading.At < from) && !(reading.At >= to))
            .GroupBy(reading => reading.Question!.Value)
            .ToDictionary(of => of.Key, of => Pooled([.. of.OrderBy(reading => reading.At)]));

    /// <summary>Nobody changes the trim and looks again in less: readings so near are of one thing.</summary>
    private static readonly TimeSpan SameLook = TimeSpan.FromMinutes(10);

    private static Measured Pooled(IReadOnlyList<PictureReading> readings)
    {
        var last = readings[^1];
        var same = readings.Where(reading => reading.Gauge == last.Gauge && last.At - reading.At < SameLook).ToList();
        var (value, sd) = Spread.Pooled([.. same.Select(reading => (reading.Value, reading.Sd))]);
        return new(last.Gauge, value, sd);
    }
}
