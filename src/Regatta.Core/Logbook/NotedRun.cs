namespace Regatta.Core.Logbook;

/// <summary>What a sailor notes afloat at one tap: from now on this is set. The log is cut into runs by such notes.</summary>
/// <param name="At">When.</param>
/// <param name="Boat">The boat's number; null for none named.</param>
/// <param name="PlanMode">With which sails, sailed how.</param>
/// <param name="Purpose">What for; null for the class's first purpose.</param>
/// <param name="Wind">The station's wind then, at the class's height; null where it was silent.</param>
/// <param name="Differs">What is set otherwise than the card says; null for nothing.</param>
public sealed record NotedRun(
    DateTimeOffset At,
    long? Boat,
    PlanMode PlanMode,
    PurposeKey? Purpose,
    WindRange? Wind,
    (ControlKey Control, Mark Mark)? Differs
)
{
    /// <summary>Names the note among its sailor's, so that it can be taken back.</summary>
    public Guid Key { get; init; }

    /// <summary>The wind the card was read at when this was set, at the class's height; null for the station's.</summary>
    public Speed? CardWind { get; init; }

    /// <summary>How the leg before it was, where that was said.</summary>
    public Felt Felt { get; init; }

    /// <summary>Notes so old belong to no outing that is logged now.</summary>
    public static readonly TimeSpan Kept = TimeSpan.FromHours(36);

    /// <summary>Nobody sails a leg in less: a note nearer than this to the one before, of the same boat and sails, adds to it.</summary>
    public static readonly TimeSpan SameLeg = TimeSpan.FromMinutes(1);

    /// <summary>The runs a log opens with: of those that notes cut an outing into as many as it takes, the last.</summary>
    /// <param name="notes">The notes, in the order of their times.</param>
    /// <param name="end">When the outing ended.</param>
    public static IReadOnlyList<CutRun> Cut(IReadOnlyList<NotedRun> notes, DateTimeOffset end) =>
        [.. Legs(notes, end).TakeLast(SessionLog.MostRuns)];

    /// <summary>The runs that notes cut an outing into: each from its note to the next, the last to the end. What was set otherwise stays
    /// so until a later note says otherwise of the same control or another boat is sailed. How a leg was is told of the run before the
    /// note; where there is none, of the one that begins with it.</summary>
    /// <param name="notes">The notes, in the order of their times.</param>
    /// <param name="end">When the outing ended.</param>
    public static IReadOnlyList<CutRun> Legs(IReadOnlyList<NotedRun> notes, DateTimeOffset end)
    {
        var runs = new List<CutRun>();
        var differs = new Dictionary<ControlKey, Mark>();
        NotedRun? before = null;
        foreach (var note in notes.OrderBy(note => note.At).Where(note => note.At <= end))
        {
            if (before is not null && before.Boat != note.Boat)
            {
                differs.Clear();
            }

            if (note.Differs is var (control, mark))
            {
                differs[control] = mark;
            }

            var same =
                before is not null
                && runs.Count > 0
                && note.At - runs[^1].Note.At < SameLeg
                && note with
                {
                    Key = before.Key,
                    At = before.At,
                    Wind = before.Wind,
                    Differs = before.Differs,
                    Felt = before.Felt,
                } == before;
            before = note;
            if (same)
            {
                runs[^1] = runs[^1] with { Differs = new Dictionary<ControlKey, Mark>(differs), NotedAt = note.At, LastNoted = note.Key };
                Tell(runs, Math.Max(runs.Count - 2, 0), note.Felt);
                continue;
            }

            if (runs.Count > 0)
            {
                runs[^1] = runs[^1] with { To = note.At };
            }

            runs.Add(new(note, end, new Dictionary<ControlKey, Mark>(differs)));
            Tell(runs, Math.Max(runs.Count - 2, 0), note.Felt);
        }

        return runs;
    }

    private static void Tell(List<CutRun> runs, int at, Felt felt)
    {
        if (felt != Felt.NotSaid)
        {
            runs[at] = runs[at] with { Felt = felt };
        }
    }
}

/// <summary>A run as notes cut it.</summary>
/// <param name="Note">The note it begins with.</param>
/// <param name="To">When it ended.</param>
/// <param name="Differs">All that was set otherwise than the card says.</param>
public sealed record CutRun(NotedRun Note, DateTimeOffset To, IReadOnlyDictionary<ControlKey, Mark> Differs)
{
    /// <summary>How it was, as the note that ended it says.</summary>
    public Felt Felt { get; init; }

    /// <summary>The key of the last note that it holds.</summary>
    public Guid LastNoted { get; init; } = Note.Key;

    /// <summary>When the last note was made that it holds: those of the same leg are one run.</summary>
    public DateTimeOffset NotedAt { get; init; } = Note.At;
}
