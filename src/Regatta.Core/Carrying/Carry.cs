namespace Regatta.Core.Carrying;

/// <summary>A sail plan in a wind.</summary>
/// <param name="Point">Up to where it is carried by this crew.</param>
/// <param name="TooMuch">Whether the wind is beyond it.</param>
/// <param name="ByGust">Whether it is the gusts that are; the mean holds.</param>
/// <param name="Tuned">Whether it has marks in this band.</param>
public sealed record PlanCarry(ReefPoint Point, bool TooMuch, bool ByGust, bool Tuned)
{
    /// <summary>The plan.</summary>
    public SailPlan Plan => Point.Plan;
}

/// <summary>When what is carried becomes too much, while its band still goes on.</summary>
/// <param name="Mean">The mean wind at which it is.</param>
/// <param name="Gust">The gust at which it is.</param>
/// <param name="Next">What is carried then; null for nothing she has.</param>
public sealed record ReefBefore(Speed Mean, Speed Gust, SailPlan? Next);

/// <summary>What a class carries in a wind, and how it is sailed: the one judgement of limits (models M6). Whatever advises asks it, and
/// <see cref="CarryText"/> says it.</summary>
/// <param name="Wind">The conditions.</param>
/// <param name="Crew">Who carries.</param>
/// <param name="Plans">The plans, the largest first.</param>
/// <param name="Recommended">The largest plan whose limits hold, of mean and of gusts; of those with marks in this band where one of them
/// holds. Null where nothing she has holds: stay ashore.</param>
/// <param name="Carried">What is carried: the plan asked for, else the one recommended; null where nothing holds.</param>
/// <param name="Modes">The modes beside the first.</param>
/// <param name="Advised">The one mode beside the first that its trigger asks for and nothing closes; null for none.</param>
/// <param name="Before">When what is carried becomes too much; null where that is beyond its band, not known, or so already.</param>
public sealed record Carry(
    WindConditions Wind,
    CarryingCrew Crew,
    IReadOnlyList<PlanCarry> Plans,
    SailPlan? Recommended,
    PlanCarry? Carried,
    IReadOnlyList<ModeCarry> Modes,
    SailingMode? Advised,
    ReefBefore? Before
)
{
    /// <summary>Whether nothing she has holds in this wind.</summary>
    public bool StayAshore => Recommended is null;

    /// <summary>Whether what is carried is too much.</summary>
    public bool TooMuch => Carried is null or { TooMuch: true };

    /// <summary>The plan whose marks are read: what is carried, and where nothing holds the smallest.</summary>
    public SailPlan Read => Carried?.Plan ?? Plans[^1].Plan;

    /// <summary>What the judgement says of a mode; null for the class's first, which has no bound of its own.</summary>
    public ModeCarry? Of(ModeKey mode) => Modes.FirstOrDefault(judged => judged.Mode.Key == mode);

    /// <summary>Judges a class in a wind.</summary>
    /// <param name="definition">The class.</param>
    /// <param name="set">Its matrices: which plan has marks in which band.</param>
    /// <param name="wind">The conditions, at the class's height.</param>
    /// <param name="crew">Who carries.</param>
    /// <param name="plan">The plan asked for; null for what is recommended.</param>
    public static Carry Of(ClassDefinition definition, MatrixSet set, WindConditions wind, CarryingCrew crew, PlanKey? plan = null)
    {
        var band = set.Bands.At(definition.Crew.Effective(wind.Mean, crew.Crew, set.Bands));
        var plans = Judged(ReefPoints.Of(definition, crew.Crew), wind, set, band);
        var recommended = LargestThatHolds(plans);
        var carried =
            plan is { } asked && plans.FirstOrDefault(judged => judged.Plan.Key == asked) is { } chosen
                ? chosen
                : plans.FirstOrDefault(judged => judged.Plan == recommended);
        List<ModeCarry> modes =
        [
            .. definition
                .PlanModes.Modes.Skip(1)
                .Select(mode => ModeCarry.Of(definition, mode, wind, crew, recommended is null ? null : carried, plans[0])),
        ];
        var advised = modes
            .Where(mode => mode.Word == LimitWord.Open && mode.Mode.Trigger is { } trigger && trigger.Of(wind).Reaches(trigger.In))
            .MaxBy(mode => mode.Mode.Trigger!.In);
        return new(wind, crew, plans, recommended, carried, modes, advised?.Mode, BeforeOf(definition, set, crew, carried, wind, band));
    }

    /// <summary>A plan is too much where its own limit is reached, and where a smaller one is too much already.</summary>
    private static List<PlanCarry> Judged(IReadOnlyList<ReefPoint> points, WindConditions wind, MatrixSet set, WindBand band)
    {
        var plans = new List<PlanCarry>();
        var smallerIs = (TooMuch: false, ByGust: false);
        foreach (var point in points.Reverse())
        {
            var byMean = point.Mean is { } mean && wind.Mean.Reaches(mean);
            var byGust = point.Gust is { } gust && wind.Gust is { } blows && blows.Reaches(gust);
            smallerIs = (smallerIs.TooMuch || byMean || byGust, byGust && !byMean);
            plans.Insert(0, new(point, smallerIs.TooMuch, smallerIs.ByGust, IsTuned(set, point.Plan, band)));
        }

        return plans;
    }

    private static bool IsTuned(MatrixSet set, SailPlan plan, WindBand band) =>
        set.PlanModes.Modes.Any(mode => set[new PlanMode(plan.Key, mode.Key)].Cells.Keys.Any(address => address.Band == band.Id));

    private static SailPlan? LargestThatHolds(IReadOnlyList<PlanCarry> plans) =>
        (
            plans.FirstOrDefault(plan => plan is { Tuned: true, TooMuch: false })
            ?? plans.SkipWhile(plan => !plan.Tuned && plans.Any(other => other.Tuned)).FirstOrDefault(plan => !plan.TooMuch)
        )?.Plan;

    private static ReefBefore? BeforeOf(
        ClassDefinition definition,
        MatrixSet set,
        CarryingCrew crew,
        PlanCarry? carried,
        WindConditions wind,
        WindBand band
    ) =>
        carried is { TooMuch: false, Point: { Mean: { } mean, Gust: { } gust } }
        && !definition.Crew.Effective(mean, crew.Crew, set.Bands).Exceeds(band.To)
            ? new(mean, gust, Of(definition, set, new(mean), crew).Recommended)
            : null;
}

/// <summary>What is carried a band down and a band up, where that is something else.</summary>
/// <param name="IfLighter">One band down; null for the same, or no such band.</param>
/// <param name="IfStronger">One band up; null for the same, or no such band.</param>
public sealed record NextSails(Carry? IfLighter, Carry? IfStronger)
{
    /// <summary>The sails beside those of a judgement.</summary>
    public static NextSails Of(ClassDefinition definition, MatrixSet set, Carry now)
    {
        return new(In(stronger: false), In(stronger: true));

        Carry? In(bool stronger) =>
            definition.Crew.Next(now.Wind.Mean, now.Crew.Crew, set.Bands, stronger) is var (_, met)
            && Carry.Of(definition, set, new(met), now.Crew) is var then
            && then.Recommended != now.Carried?.Plan
                ? then
                : null;
    }
}
