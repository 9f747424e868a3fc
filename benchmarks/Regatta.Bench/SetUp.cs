using System.Diagnostics;
using System.Text.Json;
using Regatta.Formats.Kits;

namespace Regatta.Bench;

/// <summary>What the order of set-up costs, and the limits of random classes for another program to compute again.</summary>
internal static class SetUp
{
    private const int Seed = 14;
    private const int Controls = 40;
    private const int Couplings = 120;
    private const int Rounds = 2000;
    private const int Classes = 100;

    /// <summary>Orders of 40 controls with 120 couplings, in milliseconds: the middle and the slowest of a hundred.</summary>
    public static void Order()
    {
        var random = new Random(Seed);
        var times = new List<double>();
        foreach (var round in Enumerable.Range(0, Rounds))
        {
            var controls = Random(random);
            var watch = Stopwatch.StartNew();
            var order = SetUpOrder.Of(controls);
            var took = watch.Elapsed.TotalMilliseconds;
            if (order.Controls.Count() != Controls)
            {
                throw new InvalidOperationException("A control is missing.");
            }

            // The first rounds compile.
            if (round >= Rounds / 2)
            {
                times.Add(took);
            }
        }

        times.Sort();
        Console.WriteLine($"{Controls} controls, {Couplings} couplings, {times.Count} orders");
        Console.WriteLine($"99 of 100 below {times[times.Count * 99 / 100]:0.000} ms, {times[^1]:0.000} ms at the most");
        Console.WriteLine($"order: {times[times.Count / 2]:0.000} ms in the middle");
    }

    /// <summary>A hundred random classes with what the core says of their limits, as JSON.</summary>
    public static void Reefs()
    {
        var random = new Random(Seed);
        var kit = StarterKits.Find("trimaran-with-reefs")!.Class;
        var classes = Enumerable
            .Range(0, Classes)
            .Select(_ =>
            {
                var full = 10 + (random.NextDouble() * 20);
                var plans = Enumerable
                    .Range(0, random.Next(2, 6))
                    .Select(at => new SailPlan(new($"p{at}"), $"plan {at}")
                    {
                        MeasuredLimit = at == 0 ? Speed.FromKnots(full) : null,
                        StatedArea = (80 * Math.Pow(0.8, at)) + random.NextDouble(),
                        StatedArm = Length.FromMetres((9 * Math.Pow(0.9, at)) + random.NextDouble()),
                    })
                    .ToList();
                var rules = new ReefRules(1 + (random.NextDouble() / 2), 0.7 + (random.NextDouble() * 0.3), true, [], "", "");
                var definition = kit with { PlanModes = PlanModes.Stored(plans, kit.PlanModes.Modes), Reefing = rules };
                var learner = random.Next(2) == 0;
                var crew = CrewProfile.Unknown with { Skill = learner ? Skill.Learner : Skill.Club };
                return new
                {
                    full,
                    gust = rules.GustAllowance,
                    newcomer = learner ? rules.Newcomer : 1,
                    plans = plans.Select(plan => new { area = plan.Area, arm = plan.Arm!.Value.Metres }),
                    said = ReefPoints
                        .Of(definition, crew)
                        .Select(point => new { mean = point.Mean!.Value.Knots, gust = point.Gust!.Value.Knots }),
                };
            });
        Console.WriteLine(JsonSerializer.Serialize(classes));
    }

    private static List<Control> Random(Random random)
    {
        var keys = Enumerable.Range(0, Controls).Select(at => new ControlKey($"c{at}")).ToList();
        var couplings = Enumerable
            .Range(0, Couplings)
            .Select(_ => (From: random.Next(Controls), To: random.Next(Controls)))
            .ToLookup(one => one.From, one => one.To);
        return
        [
            .. keys.Select(
                (key, at) =>
                    new Control(
                        key,
                        key.Name,
                        [],
                        new LengthScale(LengthUnit.Centimetre, Length.FromMetres(0), Length.FromMetres(1), Length.FromMillimetres(10)),
                        "",
                        "",
                        "",
                        WhenChanged.Afloat,
                        AsWindBuilds.Either,
                        null
                    )
                    {
                        Disturbs = [.. couplings[at].Select(to => new Coupling(keys[to], "so"))],
                    }
            ),
        ];
    }
}
