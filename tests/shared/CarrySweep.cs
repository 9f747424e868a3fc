using Regatta.Formats.Bundles;
using Regatta.Formats.Kits;

namespace Regatta.Tests;

/// <summary>Every class of the demo clubs and every kit in every wind, gust, angle, plan, mode and purpose, for three kinds of people: what
/// is said beside each other is held against the limits, worked out here from their formula once more.</summary>
public static class CarrySweep
{
    private static readonly CarryText Text = new(SpeedUnit.Knot);
    private static readonly double[] GustFactors = [1, 1.2, 1.4, 1.6, 1.8];
    private static readonly double?[] Angles = [null, 60, 92, 120, 150, 175];

    private static readonly CrewProfile[] People =
    [
        CrewProfile.Unknown,
        CrewProfile.Unknown with
        {
            Skill = Skill.Learner,
        },
        CrewProfile.Unknown with
        {
            Limit = Speed.FromKnots(8),
        },
    ];

    /// <summary>The classes, each as a version that is published.</summary>
    public static IReadOnlyList<PublishedVersion> Classes { get; } =
    [
        .. new[] { "wenlow", "tessick" }
            .SelectMany(club =>
                BundleReader
                    .Read(File.ReadAllBytes(Path.Combine(Repository.Root, "demo", $"{club}.json")), DateTimeOffset.MaxValue.AddDays(-1))
                    .Bundle!.Classes
            )
            .Concat(StarterKits.All)
            .Select(one => new PublishedVersion(1, default, "", "", one.Draft)),
    ];

    /// <summary>How many looks were taken, and what was wrong with any.</summary>
    public static (long Looks, IReadOnlyList<string> Wrong) Run(PublishedVersion version, double stepKnots)
    {
        var looks = 0L;
        var wrong = new List<string>();
        foreach (var crew in People)
        {
            for (var knots = 0.0; knots <= 45; knots += stepKnots)
            {
                foreach (var factor in GustFactors)
                {
                    foreach (var angle in Angles)
                    {
                        var wind = new WindConditions(
                            Speed.FromKnots(knots),
                            Speed.FromKnots(knots * factor),
                            angle is { } degrees ? Angle.FromDegrees(degrees) : null
                        );
                        foreach (var plan in version.Class.PlanModes.Plans.Select(plan => (PlanKey?)plan.Key).Prepend(null))
                        {
                            looks++;
                            wrong.AddRange(
                                Look(version, wind, crew, plan)
                                    .Select(why => $"{version.Class.Key} {knots:0.0} kn × {factor} at {angle}, {plan}, {crew.Skill}: {why}")
                            );
                        }
                    }
                }
            }
        }

        return (looks, wrong);
    }

    private static IEnumerable<string> Look(PublishedVersion version, WindConditions wind, CrewProfile crew, PlanKey? plan)
    {
        var definition = version.Class;
        var carry = Carry.Of(definition, version.Set, wind, new(crew, null), plan);
        var holds = definition.PlanModes.Plans.Where(one => Holds(definition, one, wind, crew)).ToList();
        if (carry.Recommended is { } best ? !holds.Contains(best) : holds.Count > 0)
        {
            yield return $"recommends {carry.Recommended?.Name ?? "nothing"} where {string.Join(", ", holds.Select(one => one.Name))} hold";
        }

        var carried = carry.Carried?.Plan;
        if (carry.TooMuch != (carried is null || !holds.Contains(carried)))
        {
            yield return $"{carried?.Name ?? "nothing"} is too much: {carry.TooMuch}";
        }

        var much = Text.TooMuch(carry);
        if (carry.TooMuch != much is not null || (much is not null && Text.Before(carry) is not null))
        {
            yield return "too much and reef before it stand together, or neither does";
        }

        foreach (var mode in carry.Modes.Where(mode => mode.Word != LimitWord.No))
        {
            if (carry.TooMuch)
            {
                yield return $"{mode.Mode.Name} is {mode.Word} while a reef is due";
            }

            if (definition.SailOf(mode.Mode) is not null && wind.Angle is { } at && !SailHolds(definition, mode.Mode, wind, at, crew))
            {
                yield return $"{mode.Mode.Name} is {mode.Word} beyond its sail’s limit";
            }
        }

        var minute = new WindMinute(wind.Mean, wind.Gust!.Value, wind.Mean.Times(0.8));
        if (ModeAdvice.Of(definition.PlanModes, carry, [.. Enumerable.Repeat(minute, 10)]) is { } now)
        {
            if (now.IsAdvised && (carry.TooMuch || now.Mode.Word != LimitWord.Open))
            {
                yield return $"advises {now.Mode.Mode.Name}, which is {now.Mode.Closed}";
            }

            if (Text.Mode(now).Contains("blew in all", StringComparison.Ordinal) && !now.IsAdvised)
            {
                yield return $"praises {now.Mode.Mode.Name} without advising it";
            }
        }

        if (carry.Before is { } before && (carry.TooMuch || before.Next == carried))
        {
            yield return $"a reef to {before.Next?.Name} before {before.Mean.Knots:0.0} kn";
        }

        if (wind.Angle is null)
        {
            foreach (var why in Cards(version, wind, crew, plan, carry))
            {
                yield return why;
            }
        }
    }

    /// <summary>The card of every mode and purpose is of the plan that is judged, and has no mark of a purpose beyond its wind.</summary>
    private static IEnumerable<string> Cards(PublishedVersion version, WindConditions wind, CrewProfile crew, PlanKey? plan, Carry carry)
    {
        foreach (var mode in version.Class.PlanModes.Modes)
        {
            foreach (var purpose in version.Class.Purposes.Select(purpose => (PurposeKey?)purpose.Key).DefaultIfEmpty(null))
            {
                var card = CardReading.Of(
                    version,
                    wind,
                    plan?.Name,
                    mode.Key.Name,
                    CardReader.OfTheClass with
                    {
                        Crew = crew,
                        Purpose = purpose,
                    }
                );
                if (card.PlanMode.Plan != carry.Read.Key)
                {
                    yield return $"the card is of {card.PlanMode.Plan}, and {carry.Read.Name} is judged";
                }

                foreach (var line in card.Lines)
                {
                    var own = line.Control.ByPurpose.FirstOrDefault(mark => mark.Purpose == purpose);
                    if (own?.Until is { } until && wind.Mean.Reaches(until) && line.Cell?.Mark is { } mark && mark == own.Mark)
                    {
                        yield return $"{line.Control.Name} stands on its mark for {purpose} beyond {until.Knots:0.0} kn";
                    }
                }
            }
        }
    }

    /// <summary>Models M6 once more: V = V₀·√(A₀H₀/(AH)) times the crew's and a newcomer's factor; a plan also falls with any smaller
    /// one.</summary>
    private static bool Holds(ClassDefinition definition, SailPlan plan, WindConditions wind, CrewProfile crew)
    {
        var plans = definition.PlanModes.Plans.ToList();
        var full = plans[0];
        return plans
            .Skip(plans.IndexOf(plan))
            .All(one =>
            {
                var limit =
                    one.MeasuredLimit is { } own ? own.Knots
                    : full is { MeasuredLimit: { } most, Area: { } a, Arm: { } h } && one is { Area: { } area, Arm: { } arm }
                        ? most.Knots * Math.Sqrt(a * h.Metres / (area * arm.Metres))
                    : double.PositiveInfinity;
                limit *= crew.IsNewcomer ? definition.Reefing.Newcomer : 1;
                return wind.Mean.Knots < limit - 0.001 && wind.Gust!.Value.Knots < (limit * definition.Reefing.GustAllowance) - 0.001;
            });
    }

    private static bool SailHolds(ClassDefinition definition, SailingMode mode, WindConditions wind, Angle angle, CrewProfile crew)
    {
        var zones = definition.LimitsOf(mode).Where(limit => limit.Covers(angle)).ToList();
        return zones.Count > 0
            && zones.TrueForAll(limit =>
            {
                var most = crew.IsNewcomer ? limit.Open.Knots * definition.Reefing.Newcomer : limit.Most.Knots;
                most = Math.Min(most, crew.Limit?.Knots ?? most);
                return wind.Mean.Knots <= most + 0.002 && wind.Gust!.Value.Knots <= (most * definition.Reefing.GustAllowance) + 0.002;
            });
    }
}
