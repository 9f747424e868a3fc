namespace Regatta.Core.Carrying;

/// <summary>Up to where a sail plan is carried.</summary>
/// <param name="Plan">The plan.</param>
/// <param name="From">From where on it is carried by the most careful: a newcomer's limit of the next larger plan. Zero for the
/// largest.</param>
/// <param name="Mean">The mean wind at which it is too much; null where nothing tells.</param>
/// <param name="Gust">The gust at which it is.</param>
/// <param name="Measured">Whether the limit was measured on her rather than computed from the full plan's.</param>
/// <param name="Why">Where the limit comes from, or why there is none.</param>
public sealed record ReefPoint(SailPlan Plan, Speed From, Speed? Mean, Speed? Gust, bool Measured, string Why);

/// <summary>A class's reef points (models M6): from the measured limit of the full plan V₀ the limit of each other,
/// V = V₀·√(A₀·H₀ / (A·H)), with its area A and heeling arm H; times the crew's factor and a newcomer's.</summary>
public static class ReefPoints
{
    /// <summary>The limit of a plan out of the full plan's.</summary>
    /// <param name="full">The measured limit of the full plan.</param>
    /// <param name="fullArea">Its area in m², above zero.</param>
    /// <param name="fullArm">Its heeling arm, above zero.</param>
    /// <param name="area">The plan's area, above zero.</param>
    /// <param name="arm">The plan's arm, above zero.</param>
    public static Speed Limit(Speed full, double fullArea, Length fullArm, double area, Length arm) =>
        Speed.FromMetresPerSecond(full.MetresPerSecond * Math.Sqrt(fullArea * fullArm.Metres / (area * arm.Metres)));

    /// <summary>The reef points of a class for a crew, the largest plan first.</summary>
    /// <param name="definition">The class.</param>
    /// <param name="crew">Who sails; a learner or junior reefs as a newcomer.</param>
    public static IReadOnlyList<ReefPoint> Of(ClassDefinition definition, CrewProfile crew)
    {
        var rules = definition.Reefing;
        var strength = definition.Crew.Rule is { } rule && !crew.IsEmpty ? 1 / rule.Factor(crew) : 1;
        var careful = crew.IsNewcomer ? rules.Newcomer : 1;
        var points = new List<ReefPoint>();
        var from = Speed.FromMetresPerSecond(0);
        foreach (var plan in definition.PlanModes.Plans)
        {
            var (limit, measured, why) = LimitOf(definition.PlanModes.Plans[0], plan);
            var mean = limit?.Times(strength * careful);
            points.Add(new(plan, from, mean, mean?.Times(rules.GustAllowance), measured, why));
            from = limit?.Times(strength * rules.Newcomer) ?? from;
        }

        return points;
    }

    private static (Speed? Limit, bool Measured, string Why) LimitOf(SailPlan full, SailPlan plan) =>
        plan.MeasuredLimit is { } own ? (own, true, "measured")
        : plan.Key == full.Key ? (null, false, "nobody has measured her limit with full sail yet")
        : full is not { MeasuredLimit: { } most, Area: > 0 and var fullArea, Arm: { Metres: > 0 } fullArm }
            ? (null, false, "the full plan lacks its limit, area or arm")
        : plan is not { Area: > 0 and var area, Arm: { Metres: > 0 } arm } ? (null, false, "its area or arm is missing")
        : (Limit(most, fullArea, fullArm, area, arm), false, $"computed from {full.Name}");
}
