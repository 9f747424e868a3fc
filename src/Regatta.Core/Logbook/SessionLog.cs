namespace Regatta.Core.Logbook;

/// <summary>One session as a sailor logged it: an outing of one or more runs.</summary>
/// <param name="Key">Made when the form was opened; the same log sent twice carries the same key and counts once.</param>
/// <param name="SailedAt">When it was sailed.</param>
/// <param name="CrewMass">All aboard; private to who logged it.</param>
/// <param name="Runs">Its runs in the order they were sailed; at least one.</param>
/// <param name="Note">A remark; may be empty.</param>
/// <param name="Version">The published version the card showed, or null.</param>
public sealed record SessionLog(Guid Key, DateTimeOffset SailedAt, Mass? CrewMass, IReadOnlyList<Run> Runs, string Note, int? Version)
{
    /// <summary>The most runs of a session.</summary>
    public const int MostRuns = Limits.Runs;

    /// <summary>What she was sailed for; null for the class's first purpose.</summary>
    public PurposeKey? Purpose { get; init; }

    /// <summary>What the water was like.</summary>
    public Water Water { get; init; }

    /// <summary>What the place was like.</summary>
    public Place Place { get; init; }

    /// <summary>Who reads the note besides who wrote it.</summary>
    public NoteReader NoteFor { get; init; }

    /// <summary>The first run: the whole session where nothing was changed.</summary>
    public Run First => Runs[0];

    /// <summary>The wind of all its runs together.</summary>
    public WindRange Wind =>
        Runs.Count == 1
            ? First.Wind
            : WindRange
                .Of(
                    Runs.Select(run => run.Wind.From).Min(),
                    Runs.Select(run => run.Wind.To).Max(),
                    Runs.Select(run => run.Wind.Gust ?? run.Wind.To).Max()
                )
                .Value;

    /// <summary>The longest note, in characters.</summary>
    public const int LongestNote = Limits.NoteLetters;

    /// <summary>Phones' clocks differ by so much at the most; beyond it a session lies in the future.</summary>
    public static readonly TimeSpan ClockSlack = TimeSpan.FromMinutes(10);

    /// <summary>The heaviest crew anybody enters.</summary>
    public static readonly Mass HeaviestCrew = Mass.FromKilograms(1500);

    /// <summary>What the fit may know of its runs: everything but who sailed and how heavy they were.</summary>
    /// <param name="number">The log's number.</param>
    /// <param name="boat">The boat's number; null when none was named.</param>
    public IEnumerable<SessionEvidence> Evidence(long number, long? boat) =>
        Runs.Select(
            (run, at) =>
                new SessionEvidence(number, run.From ?? SailedAt, run.Wind, run.Marks, run.Check, run.Felt)
                {
                    Run = at + 1,
                    PlanMode = run.PlanMode,
                    Boat = boat,
                    WindFactor = run.WindFactor,
                    Asked = run.Asked,
                    Answers = run.Answers,
                    Purpose = Purpose,
                    Water = Water,
                    Place = Place,
                    Version = Version,
                }
        );

    /// <summary>What may leave the club without its sailor's leave: the day instead of the minute, in UTC, and no note.</summary>
    public SessionLog ForOthers() =>
        this with
        {
            SailedAt = new(SailedAt.UtcDateTime.Date, TimeSpan.Zero),
            Note = "",
            Runs = [.. Runs.Select(run => run with { From = null })],
        };

    /// <summary>The log as a correction of another: a mark that is what it was keeps who asked for it, for a form that is opened again
    /// knows no more than what the card says.</summary>
    /// <param name="before">What the log said until now.</param>
    public SessionLog Correcting(SessionLog before) =>
        this with
        {
            Runs = [.. Runs.Select((run, at) => at < before.Runs.Count ? Kept(run, before.Runs[at]) : run)],
        };

    private static Run Kept(Run run, Run before)
    {
        return run with
        {
            Asked = run
                .Marks.Keys.Where(key => run.Asked.ContainsKey(key) || IsAsItWas(key))
                .ToDictionary(key => key, key => IsAsItWas(key) ? before.Asked[key] : run.Asked[key]),
        };

        bool IsAsItWas(ControlKey key) =>
            before.Asked.ContainsKey(key) && before.Marks.TryGetValue(key, out var was) && run.Marks[key].DistanceTo(was) <= SamePosition;
    }

    /// <summary>Two marks nearer than this are one that was shown and read again.</summary>
    private const double SamePosition = 1e-6;

    /// <summary>A sailor corrects a log for so long after it was sailed; what is older stays as the club has learned from it.</summary>
    public static readonly TimeSpan CorrectedWithin = TimeSpan.FromDays(60);

    /// <summary>Whether its sailor may correct it at a time: up to <see cref="CorrectedWithin"/> after it was sailed.</summary>
    public bool MayBeCorrected(DateTimeOffset at) => at - SailedAt <= CorrectedWithin;

    /// <summary>Why a log that is older is not corrected.</summary>
    public static readonly string StaysAsItIs =
        $"It was sailed more than {CorrectedWithin.TotalDays:0} days ago, and the club has learned from it since. It stays as it is.";

    /// <summary>A run is no longer than an outing, and runs lie within so much of each other.</summary>
    public static readonly TimeSpan LongestOuting = TimeSpan.FromHours(36);

    /// <summary>Refuses runs that overlap: each begins after the one before it, all within an outing of the session.</summary>
    /// <param name="sailedAt">When the session was sailed.</param>
    /// <param name="begins">When each run began; null for not said.</param>
    /// <returns>For each run in order its problem, or null.</returns>
    public static IReadOnlyList<string?> CheckRuns(DateTimeOffset sailedAt, IReadOnlyList<DateTimeOffset?> begins)
    {
        var problems = new List<string?>();
        DateTimeOffset? before = null;
        foreach (var begin in begins)
        {
            problems.Add(
                begin is not { } at ? null
                : (at - sailedAt).Duration() > LongestOuting ? "That is on another day than the session. Log it on its own."
                : before is { } earlier && at <= earlier ? "It begins before the run above it has begun: two runs cannot overlap."
                : null
            );
            before = begin ?? before;
        }

        return problems;
    }

    /// <summary>Refuses a session that has not been sailed yet.</summary>
    public static Parsed<DateTimeOffset> CheckTime(DateTimeOffset sailedAt, DateTimeOffset now) =>
        sailedAt > now + ClockSlack
            ? Parsed<DateTimeOffset>.Bad("That is still to come. Log a session once it is sailed.")
            : Parsed<DateTimeOffset>.Good(sailedAt);

    /// <summary>Reads a crew's mass as written, with a unit or in the reader's.</summary>
    public static Parsed<Mass> ReadCrewMass(string text, MassUnit assumed) =>
        NumberText
            .ReadWithUnit(text, assumed, MassUnits.Named, "kg or lb")
            .Then(read =>
                read.Number <= 0 || Mass.From(read.Number, read.Unit).Kilograms > HeaviestCrew.Kilograms
                    ? Parsed<Mass>.Bad(
                        $"A crew’s mass lies between 0 and {NumberText.Plain(HeaviestCrew.In(read.Unit), 0)} {read.Unit.Symbol()}."
                    )
                    : Parsed<Mass>.Good(Mass.From(read.Number, read.Unit))
            );

    /// <summary>Reads heel as written: degrees, + to leeward.</summary>
    public static Parsed<Angle> ReadHeel(string text) =>
        NumberText
            .Read(text)
            .Then(read =>
                read.Tail is not ("" or "°" or "deg" or "degrees") || Math.Abs(read.Number) > 90
                    ? Parsed<Angle>.Bad("Heel is written in degrees, −90 to 90, + to leeward.")
                    : Parsed<Angle>.Good(Angle.FromDegrees(read.Number))
            );
}
