using System.Globalization;

namespace Regatta.Bench;

/// <summary>Hidden true boats in different worlds: how often the truth lies in the intervals, whether what is called better is better, and
/// where following the proposals leads.</summary>
internal static class Worlds
{
    private const int Boats = 200;
    private const int Rounds = 8;
    private const int LogsARound = 10;
    private static readonly DateTimeOffset Start = new(2026, 4, 1, 8, 0, 0, TimeSpan.Zero);
    internal static readonly DateTimeOffset Today = Start.AddDays(60);

    private static readonly World[] All =
    [
        new("base"),
        new("straight") { Straight = true },
        new("one wild in twenty") { Wild = 0.05 },
        new("boats off by 1 degree") { BoatsOff = 1 },
        new("half of heel noted") { HeelNoted = 0.5 },
        new("heel never noted") { HeelNoted = 0 },
        new("crews of 60 to 95 kg") { Crews = (60, 95) },
        new("20 logs") { Logs = 20 },
        new("1,000 logs") { Logs = 1000 },
        new("reacting sailors") { Reacting = 1 },
        new("wrong direction") { WrongDirection = true },
        new("drift of 2 degrees in two seasons") { Drift = 1 },
        new("wind noted high by half") { WindHigh = 0.5 },
        new("a third always write none") { Constant = 0.33 },
        new("two controls in one gear") { Geared = true },
        new("everything")
        {
            Wild = 0.05,
            BoatsOff = 1,
            HeelNoted = 0.5,
            Crews = (60, 95),
            Reacting = 0.3,
        },
    ];

    public static void Run()
    {
        Console.WriteLine(
            $"{Boats} hidden boats a world; intervals of 95 %; lee: cards 4 degrees too much to lee, {Rounds} rounds of {LogsARound} logs"
        );
        Console.WriteLine(
            $"{"world", -34}{"coverage", 9}{"P>=0.8 says", 12}{"came true", 10}{"of", 7}{"in tolerance", 13}{"lee: after", 11}{"told", 7}"
                + $"{"supported", 11}{"truly", 7}{"outcome right", 15}"
        );
        var (held, checks) = (0, 0);
        var all = new List<(double Said, bool True)>();
        foreach (var (world, at) in All.Select((world, at) => (world, at)))
        {
            var result = Of(world, 1000 + at);
            var surest = result.Better.Where(one => one.Said >= EvidenceRules.LeastBetter).ToList();
            var (said, came) = (surest.Average(one => one.Said), surest.Average(one => one.True ? 1.0 : 0));
            var lee = Following(world with { CardOff = (-4, 0.5) }, 2000 + at);
            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{world.Name, -34}{100 * result.Coverage, 8:0.0}%{said, 12:0.000}{came, 10:0.000}{surest.Count, 7}"
                        + $"{100 * result.Within, 12:0}%{100 * lee, 10:0}%{100 * result.Told, 6:0}%{result.Supported.Count, 11}"
                        + $"{100 * Share(result.Supported), 6:0}%{100 * Share(result.Outcomes), 14:0}%"
                )
            );
            Console.WriteLine("    came true by tenths of P: " + string.Join("  ", Tenths(result.Better).Select(Show)));
            if (!world.WrongDirection)
            {
                all.AddRange(result.Better);
            }

            Check(world.WrongDirection || result.Coverage is >= 0.88 and <= 0.99, "coverage");
            Check(Math.Abs(said - came) <= 0.05, "calibration");
            Check(world.WrongDirection || Share(result.Supported) >= 0.9, "supported, truly so");
            Check(world.WrongDirection || Share(result.Outcomes) >= 0.85, "came true, rightly said");
            // A step of less than half a degree is not offered, though it would help: from lee two thirds arrive.
            Check(world.WrongDirection || lee >= 0.6, "following");
            Check(world.WrongDirection || world.Wild > 0 || result.Told is >= 0.76 and <= 0.88, "what a sailor is told of their own run");
        }

        Console.WriteLine("all worlds together: " + string.Join("  ", Tenths(all).Select(Show)));
        Check(Tenths(all).All(tenth => Math.Abs(tenth.Said - tenth.Came) <= 0.05), "calibration of each tenth");

        Console.WriteLine(
            "after two seasons with the proposals followed, of the supported cells: helm within tolerance as said and "
                + "in truth; mark within one step of where it truly is; mark within one step of the very best; the same at best, by the "
                + "scatter of the band's runs alone"
        );
        foreach (var (world, at) in All.Where(one => !one.WrongDirection).Select((world, at) => (world, at)))
        {
            var ends = Enumerable
                .Range(0, Boats)
                .SelectMany(boat => AfterTwoSeasons(new(world, new Random(((3000 + at) * 1000) + boat)), world.Logs / Rounds))
                .ToList();
            var (step, tolerance) = (Share([.. ends.Select(end => end.InAStep)]), Share([.. ends.Select(end => end.InTolerance)]));
            var reach = Share([.. ends.Select(end => end.InReach)]);
            var (said, best) = (ends.Average(end => end.Said), Share([.. ends.Select(end => end.AtBest)]));
            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{world.Name, -24}{ends.Count, 6} cells{100 * said, 9:0.0}%{100 * tolerance, 9:0.0}%"
                        + $"{100 * reach, 9:0.0}%{100 * step, 9:0.0}%{100 * best, 9:0.0}%"
                )
            );
            Check(tolerance >= said - 0.05, "within tolerance after two seasons");
            Check(reach >= 0.95, "within one step of where it is within tolerance");
        }

        var told = Share([
            .. Enumerable
                .Range(0, Boats)
                .Select(boat => IsTold(new(new("wrong direction") { WrongDirection = true }, new Random(4_000_000 + boat)))),
        ]);
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"a wrong direction is told within a season: {100 * told:0.0}%"));
        Check(told >= 0.9, "a wrong direction");
        Console.WriteLine($"worlds: {held} of {checks} within limits");

        void Check(bool holds, string what)
        {
            checks++;
            held += holds ? 1 : 0;
            if (!holds)
            {
                Console.WriteLine($"    outside its limits: {what}");
            }
        }
    }

    /// <summary>Follows the proposals for two seasons, and tells of each band the logs support how near it is to the truth, and how near
    /// a mark would be that is chosen by the scatter of the band's own runs alone.</summary>
    private static IEnumerable<(bool InAStep, bool InReach, bool InTolerance, double Said, bool AtBest)> AfterTwoSeasons(
        HiddenBoat boat,
        int logs
    )
    {
        var sessions = new List<SessionEvidence>();
        var published = boat.State;
        _ = Follow(boat, sessions, logs).ToList();
        _ = Follow(boat, sessions, logs).ToList();
        var proposer = Propose(boat, published, sessions);
        foreach (var (band, mark) in boat.Class.Bands.All.Zip(boat.Card))
        {
            var helm = proposer.Helm(band)!;
            if (helm.Verdict == HelmVerdict.Supported)
            {
                var best = boat.Best(band);
                var guess = Math.Round(best + (HiddenBoat.AtBest(helm.Valid.Count) * boat.Normal() / boat.Step));
                yield return (
                    IsInAStep(mark),
                    Enumerable.Range(-1, 3).Any(steps => IsInTolerance(boat, band, mark + steps)),
                    IsInTolerance(boat, band, mark),
                    helm.WithinTolerance,
                    IsInAStep(guess)
                );

                bool IsInAStep(double at) => Math.Abs(best - at) <= 1 + 1e-9;
            }
        }
    }

    private static bool IsInTolerance(HiddenBoat boat, WindBand band, double mark) =>
        Math.Abs(boat.Truth(band, mark) - boat.Class.Helm.Target.Degrees) <= boat.Class.Helm.Tolerance.Degrees;

    private static bool IsTold(HiddenBoat boat)
    {
        var sessions = boat.Season(120, Start).ToList();
        return FitReview.Of(Propose(boat, boat.State, sessions).Fit).Controls.Any(control => control.Learned == Learned.TheOtherWay);
    }

    private sealed record Result(
        double Coverage,
        double Within,
        double Told,
        IReadOnlyList<(double Said, bool True)> Better,
        IReadOnlyList<bool> Supported,
        IReadOnlyList<bool> Outcomes
    );

    private static Result Of(World world, int seed)
    {
        var (covered, within, told, better) = (new List<bool>(), new List<bool>(), new List<bool>(), new List<(double, bool)>());
        var (supported, outcomes) = (new List<bool>(), new List<bool>());
        for (var at = 0; at < Boats; at++)
        {
            var boat = new HiddenBoat(world, new Random((seed * 1000) + at));
            var sessions = boat.Season(world.Logs, Start).ToList();
            var proposer = Propose(boat, boat.State, sessions);
            foreach (var (band, mark) in boat.Class.Bands.All.Zip(boat.Card))
            {
                var helm = proposer.Helm(band)!;
                if (helm.Valid.Count < EvidenceRules.Enough)
                {
                    continue;
                }

                var (low, high) = helm.Expected.Interval(EvidenceRules.IntervalLevel);
                var truth = boat.Truth(band, mark);
                covered.Add(truth >= low && truth <= high);
                if (helm.Verdict == HelmVerdict.Supported)
                {
                    supported.Add(IsInTolerance(boat, band, mark));
                }

                var row = proposer.Fit.Model.Row(band, control => boat.State.Set.First[band, control]?.Mark);
                foreach (var steps in (int[])[-2, -1, 1, 2])
                {
                    var change = proposer.Fit.Model.Change(HiddenBoat.Slide, steps * HiddenBoat.Slide.Scale.Step);
                    var aim = boat.Class.Helm.Target.Degrees;
                    var said = proposer.Fit.Posterior.Outlook(row, change, aim).Better;
                    better.Add((said, Math.Abs(boat.Truth(band, mark + steps) - aim) < Math.Abs(truth - aim)));
                }
            }

            // Who always writes the same is told nothing of themselves that could come true.
            foreach (var run in boat.Since(12).Where(run => !boat.IsConstant(run.Boat!.Value)))
            {
                var own = proposer.Fit.Model.Run(run, NotedHeel.Of(sessions.Select(one => one.NotedHeel).OfType<double>()).Unnoted)!;
                var (low, high) = proposer.Fit.Posterior.PredictRun(own.Row, own.Weight).Interval(0.8);
                told.Add(own.Helm >= low && own.Helm <= high);
            }

            outcomes.AddRange(Outcomes(boat, proposer));
            within.AddRange(Follow(boat, []));
        }

        return new(Share(covered), Share(within), Share(told), better, supported, outcomes);
    }

    /// <summary>Takes the first proposal of each band, sails on, and tells whether what the runs since say of each is true.</summary>
    private static IEnumerable<bool> Outcomes(HiddenBoat boat, Proposer proposer)
    {
        var (aim, before) = (boat.Class.Helm.Target.Degrees, boat.Card.ToArray());
        var taken = boat.Class.Bands.All.Select(band => proposer.In(band).FirstOrDefault()).ToList();
        boat.Card = [.. taken.Zip(before, (one, mark) => one is null ? mark : one.To.Position / HiddenBoat.Slide.Scale.Step)];
        var since = boat.Since(60).ToLookup(run => boat.Class.Bands.At(run.EffectiveWind.Mean).Id);
        var set = boat.State.Set.First;
        var said = taken
            .Zip(before)
            .Where(one => one.First is not null && since[one.First.Band.Id].Count() >= EvidenceRules.Enough)
            .Select(one =>
            {
                var (proposal, stood) = (one.First!, one.Second);
                var row = proposer.Fit.Model.Row(proposal.Band, control => set[proposal.Band, control]?.Mark);
                var came = proposer.Fit.IsNearer([.. since[proposal.Band.Id]], row, proposal.Now.Mean, aim);
                double Off(double mark) => Math.Abs(boat.Truth(proposal.Band, mark) - aim);
                return came == Off(proposal.To.Position / HiddenBoat.Slide.Scale.Step) < Off(stood);
            })
            .ToList();
        boat.Card = before;
        return said;
    }

    private static double Following(World world, int seed) =>
        Share([.. Enumerable.Range(0, Boats).SelectMany(at => Follow(new(world, new Random((seed * 1000) + at)), []))]);

    /// <summary>Takes the proposal worth trying first of each band after every round, and tells which bands are within tolerance at the
    /// end.</summary>
    private static IEnumerable<bool> Follow(HiddenBoat boat, List<SessionEvidence> sessions, int logs = LogsARound)
    {
        var published = boat.State;
        for (var round = 0; round < Rounds; round++)
        {
            sessions.AddRange(boat.Season(logs, Start.AddDays(round)));
            var proposer = Propose(boat, published, sessions);
            boat.Card =
            [
                .. boat.Class.Bands.All.Zip(
                    boat.Card,
                    (band, mark) => proposer.In(band).FirstOrDefault() is { } taken ? taken.To.Position / HiddenBoat.Slide.Scale.Step : mark
                ),
            ];
        }

        return boat.Class.Bands.All.Zip(boat.Card, (band, mark) => IsInTolerance(boat, band, mark));
    }

    private static Proposer Propose(HiddenBoat boat, ClassState published, List<SessionEvidence> sessions)
    {
        var card = new ReferenceCard(PlanMode.Usual, [published], ReferenceCard.Middle(sessions));
        var model = new HelmModel(boat.Class, boat.Class.Bands, card, sessions.Select(session => session.Boat!.Value), Today);
        return new(boat.Class, boat.State.Set.First, HelmFit.Of(model, sessions), Today);
    }

    private static List<(double Said, double Came, int Of)> Tenths(IReadOnlyList<(double Said, bool True)> better) =>
        [
            .. better
                .GroupBy(one => Math.Min(9, (int)(one.Said * 10)))
                .OrderBy(tenth => tenth.Key)
                .Select(tenth => (tenth.Average(one => one.Said), tenth.Average(one => one.True ? 1.0 : 0), tenth.Count())),
        ];

    private static string Show((double Said, double Came, int Of) tenth) =>
        string.Create(CultureInfo.InvariantCulture, $"{tenth.Said:0.00}→{tenth.Came:0.00} ({tenth.Of})");

    private static double Share(IReadOnlyCollection<bool> all) => all.Count(one => one) / (double)all.Count;
}
