namespace Regatta.Core.Sails;

/// <summary>The sail plans and modes of a class: at least one of each, no name and no key twice.</summary>
public sealed record PlanModes
{
    /// <summary>The longest name of a plan or mode, in characters.</summary>
    public const int LongestName = 30;

    /// <summary>The most plans, and the most modes.</summary>
    public const int Most = Limits.PlanModes;

    private PlanModes(IReadOnlyList<SailPlan> plans, IReadOnlyList<SailingMode> modes) => (Plans, Modes) = (plans, modes);

    /// <summary>One plan, one mode.</summary>
    public static PlanModes One { get; } = new([SailPlan.Full], [SailingMode.Upwind]);

    /// <summary>From the largest to the smallest.</summary>
    public IReadOnlyList<SailPlan> Plans { get; }

    /// <summary>In the order the class names them.</summary>
    public IReadOnlyList<SailingMode> Modes { get; }

    /// <summary>The first plan in the first mode.</summary>
    public PlanMode First => new(Plans[0].Key, Modes[0].Key);

    /// <summary>Every plan in every mode.</summary>
    public IEnumerable<PlanMode> All => from plan in Plans from mode in Modes select new PlanMode(plan.Key, mode.Key);

    /// <summary>Joins plans and modes.</summary>
    /// <returns>The plans and modes, or what is wrong with them in a sentence.</returns>
    public static Parsed<PlanModes> Of(IReadOnlyList<SailPlan> plans, IReadOnlyList<SailingMode> modes) =>
        (
            Wrong("sail plan", [.. plans.Select(plan => (plan.Key.Name, plan.Name))])
            ?? Wrong("mode", [.. modes.Select(mode => (mode.Key.Name, mode.Name))])
        )
            is { } wrong
            ? Parsed<PlanModes>.Bad(wrong)
            : Parsed<PlanModes>.Good(new(plans, modes));

    /// <summary>Plans and modes as they were kept: no rule is held against them any more.</summary>
    /// <exception cref="ArgumentException">There is no plan, or no mode.</exception>
    public static PlanModes Stored(IReadOnlyList<SailPlan> plans, IReadOnlyList<SailingMode> modes) =>
        plans.Count > 0 && modes.Count > 0 ? new(plans, modes) : throw new ArgumentException("A class has at least one plan and one mode.");

    /// <summary>The plan of a key, or null.</summary>
    public SailPlan? Find(PlanKey key) => Plans.FirstOrDefault(plan => plan.Key == key);

    /// <summary>The mode of a key, or null.</summary>
    public SailingMode? Find(ModeKey key) => Modes.FirstOrDefault(mode => mode.Key == key);

    /// <summary>Whether the class has such a plan and mode.</summary>
    public bool Has(PlanMode planMode) => Find(planMode.Plan) is not null && Find(planMode.Mode) is not null;

    /// <summary>The plan and mode asked for, each part replaced by the first where the class has none of that key.</summary>
    public PlanMode Nearest(string? plan, string? mode) =>
        new(
            Plans.FirstOrDefault(known => known.Key.Name == plan)?.Key ?? Plans[0].Key,
            Modes.FirstOrDefault(known => known.Key.Name == mode)?.Key ?? Modes[0].Key
        );

    /// <summary>A plan and mode in words; only what there is a choice of is named, so one plan and mode alone has no name.</summary>
    public string Describe(PlanMode planMode) =>
        string.Join(
            ", ",
            new[]
            {
                Plans.Count > 1 ? Find(planMode.Plan)?.Name : null,
                Modes.Count > 1 ? Find(planMode.Mode)?.Name : null,
            }.OfType<string>()
        );

    /// <summary>The same plans and modes in the same order.</summary>
    public bool Equals(PlanModes? other) => other is not null && Plans.SequenceEqual(other.Plans) && Modes.SequenceEqual(other.Modes);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Plans.Count, Modes.Count, First);

    private static string? Wrong(string what, IReadOnlyList<(string Key, string Name)> named) =>
        named switch
        {
            { Count: 0 or > Most } => $"A class has 1 to {Most} {what}s.",
            _ when named.Any(item => item.Name.Trim().Length is 0 or > LongestName) => $"A {what}’s name has 1 to {LongestName} letters.",
            _ when named.Select(item => item.Key).Distinct().Count() < named.Count
                    || named.Select(item => item.Name.ToLowerInvariant()).Distinct().Count() < named.Count =>
                $"Two {what}s carry the same name.",
            _ => null,
        };
}
