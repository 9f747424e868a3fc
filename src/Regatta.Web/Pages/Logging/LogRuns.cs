namespace Regatta.Web.Pages.Logging;

/// <summary>What a log form opens with: one run as the card says, or the runs that notes made afloat cut the outing into, each with the
/// station's wind of its own minutes.</summary>
public sealed class LogRuns(ClubContext here, SailedWinds winds, LogSession session, MeasurePicture pictures, ClubClock clock)
{
    /// <summary>One run as the card says.</summary>
    /// <param name="version">What is published.</param>
    /// <param name="wind">The wind the card was opened in; null for what was sailed.</param>
    /// <param name="plan">The sails asked for.</param>
    /// <param name="mode">The mode asked for.</param>
    /// <param name="sailed">The wind as the station had it.</param>
    /// <param name="reader">Who reads.</param>
    public static OpenedRun AsTheCardSays(
        PublishedVersion version,
        Speed? wind,
        string? plan,
        string? mode,
        WindRange? sailed,
        CardReader reader
    ) =>
        new(
            CardReading.Of(
                version,
                wind is { } asked ? new(asked)
                    : sailed is not null ? new(sailed.Mean, sailed.Gust)
                    : new(version.Class.Helm.ReferenceWind),
                plan,
                mode,
                reader
            ),
            sailed,
            "",
            new Dictionary<ControlKey, Mark>()
        );

    /// <summary>What the sailor noted in this class lately, cut into runs; those of the boat noted last.</summary>
    public async Task<IReadOnlyList<CutRun>> CutAsync()
    {
        var cut = await session.CutAsync(here.Actor, here.Class.Class);
        return [.. cut.Where(run => run.Note.Boat == cut[^1].Note.Boat)];
    }

    /// <summary>Runs with what their sailor measured in pictures lately: each with its own; one alone with all.</summary>
    /// <param name="runs">The runs.</param>
    /// <param name="cut">The notes they were cut by.</param>
    /// <param name="boat">The boat that is logged: what was measured on another is not hers.</param>
    public async Task<IReadOnlyList<OpenedRun>> WithPicturesAsync(IReadOnlyList<OpenedRun> runs, IReadOnlyList<CutRun> cut, long? boat)
    {
        var lately = (await pictures.LatelyAsync(here.Actor, here.Class.Class))
            .Where(reading => reading.Boat is null || reading.Boat == boat)
            .ToList();
        return lately.Count == 0
            ? runs
            :
            [
                .. runs.Select(
                    (run, at) =>
                        run with
                        {
                            Measured = PictureReading.Within(
                                lately,
                                at == 0 ? null : cut[at].Note.At,
                                at + 1 < runs.Count ? cut[at + 1].Note.At : null
                            ),
                        }
                ),
            ];
    }

    /// <summary>The runs as a form opens with them.</summary>
    public async Task<IReadOnlyList<OpenedRun>> OpenAsync(PublishedVersion version, IReadOnlyList<CutRun> cut, CardReader reader)
    {
        var runs = new List<OpenedRun>();
        foreach (var run in cut)
        {
            var wind = await winds.BetweenAsync(run.Note.At, run.To, version.Class.WindHeight) ?? run.Note.Wind;
            var (plan, mode) = (run.Note.PlanMode.Plan.Name, run.Note.PlanMode.Mode.Name);
            runs.Add(
                AsTheCardSays(version, run.Note.CardWind, plan, mode, wind, reader with { Purpose = run.Note.Purpose }) with
                {
                    From = clock.Field(run.Note.At),
                    Differs = run.Differs,
                    Felt = run.Felt,
                }
            );
        }

        return runs;
    }
}

/// <summary>One run of the form as it is shown.</summary>
/// <param name="Number">Which, from 1.</param>
/// <param name="Card">The card it was filled in from.</param>
/// <param name="Fields">What was typed and what was wrong.</param>
/// <param name="Class">The class as the version has it.</param>
/// <param name="Controls">The controls with marks as the boat and the sailor's hand read them.</param>
/// <param name="MarksCameFrom">Where its marks came from, in a few words.</param>
/// <param name="WindCameFrom">Where its wind came from; empty where that is said elsewhere.</param>
/// <param name="OfMany">Whether there are others.</param>
public sealed record RunView(
    int Number,
    CardReading Card,
    RunFields Fields,
    ClassDefinition Class,
    IReadOnlyList<Control> Controls,
    string MarksCameFrom,
    string WindCameFrom,
    bool OfMany
)
{
    public string Prefix => Fields.Prefix;

    /// <summary>The wind as it stands in the form, in a few words.</summary>
    public string WindSaid(string unit) =>
        Fields["windFrom"].Length == 0 ? "not said"
        : Fields["windTo"] is { Length: > 0 } to && to != Fields["windFrom"] ? $"{Fields["windFrom"]}–{to} {unit}"
        : $"{Fields["windFrom"]} {unit}";

    /// <summary>A control as the boat and the sailor's hand read it.</summary>
    public Control AsRead(Control control) => Controls.FirstOrDefault(known => known.Key == control.Key) ?? control;

    public Forms.Field Field(string name, string label) => new(Prefix + name, label, Fields[name]) { Problem = Fields.Problem(name) };
}
