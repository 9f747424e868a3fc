using Regatta.Core.Units;
using Regatta.Formats.Bundles;

namespace Regatta.Demo;

/// <summary>How a hidden boat answers: helm at the reference, per knot, per degree of heel, and per unit of each control from a neutral
/// position.</summary>
internal sealed record TrueBoat(
    double At,
    double ReferenceKnots,
    double PerKnot,
    double PerHeelDegree,
    Dictionary<string, (double PerUnit, double Neutral, double Unit)> Effects
)
{
    public double Helm(double knots, double heel, Func<string, double> mark) =>
        At
        + (PerKnot * (knots - ReferenceKnots))
        + (PerHeelDegree * heel)
        + Effects.Sum(effect => effect.Value.PerUnit * (mark(effect.Key) - effect.Value.Neutral) / effect.Value.Unit);
}

/// <summary>Makes two seasons of logs from a true boat plus noise.</summary>
internal static class LogMaker
{
    private const double HelmNoise = 0.7;

    private static readonly string[] Gates = ["rudderCentred", "steadyFullSpeed", "flat", "trimmed"];

    private static readonly string[] Notes =
    [
        "Short chop at the bend.",
        "Wind against the tide.",
        "Gusty under the trees, steady further out.",
        "New crew, slow in the tacks.",
        "Sheet eased a hand in the gusts.",
        "Flat water all afternoon.",
        "Weed on the board for the first lap.",
    ];

    public static ClassDocument WithLogs(DemoClass one, IReadOnlyList<string> sailors, Random random)
    {
        var boat = one.Make();
        return boat with
        {
            Logs =
            [
                .. from season in (int[])[2025, 2026]
                from log in Enumerable
                    .Range(0, one.LogsASeason)
                    .Select(_ => Log(boat, one.Truth, season, sailors, random))
                    .OrderBy(log => log.SailedAt)
                select log,
            ],
        };
    }

    private static LogDocument Log(ClassDocument boat, TrueBoat truth, int season, IReadOnlyList<string> sailors, Random random)
    {
        var version = boat.Versions!.Last(candidate => candidate.At.Year <= season);
        var day = new DateTimeOffset(season, 4, 20, 10 + random.Next(8), 15 * random.Next(4), 0, TimeSpan.Zero).AddDays(random.Next(185));
        var mean = Math.Clamp(truth.ReferenceKnots * (1 + (0.375 * Normal(random))), 2, truth.ReferenceKnots * 2);
        var (from, to) = (Math.Round(mean - 1), Math.Round(mean + 1));
        // The largest sails that have marks in this wind.
        var band = version.Matrix.Bands.LastOrDefault(candidate => DemoClass.Knots(mean) >= candidate.From)!;
        var plan = version.Matrix.Cells.FirstOrDefault(cell => cell.Band == band.Id && cell.Mode is null)?.Plan;
        var card = Marks(version.Matrix, band, plan, null);
        var marks = Marks(version.Matrix, band, plan, random);
        var heel = Math.Max(0, Math.Round(3 + (3 * Normal(random))));
        var helm = truth.Helm((from + to) / 2, heel, key => marks.GetValueOrDefault(key));
        var sailor = sailors[random.Next(sailors.Count)];
        // One boat's rudder sits a little off: it shows as a difference between the tacks, not as balance.
        var bias = sailor == "ewan" ? 1.2 : 0;
        var held = Gates.Where(_ => random.NextDouble() > 0.04).ToList();
        var felt = (int)Math.Clamp(Math.Round(5 - Math.Abs(helm - boat.Helm.TargetDegrees) + (0.6 * Normal(random))), 1, 5);
        return new(
            Key(random),
            day,
            DemoClass.Knots(from),
            DemoClass.Knots(to),
            marks,
            Gust: random.Next(3) == 0 ? null : DemoClass.Knots(Math.Round((mean * 1.2) + 2)),
            Sailor: sailor,
            Boat: boat.Boats![sailors.ToList().IndexOf(sailor) % boat.Boats.Count].Name,
            HelmPort: Half(helm + bias + (HelmNoise * Normal(random))),
            HelmStarboard: random.Next(12) == 0 ? null : Half(helm - bias + (HelmNoise * Normal(random))),
            Heel: heel,
            GatesHeld: held,
            Luffing: random.Next(4) switch
            {
                0 => null,
                1 => "first",
                _ => "together",
            },
            Felt: ((string[])["slow", "ratherSlow", "usual", "ratherFast", "fast"])[felt - 1],
            Note: random.Next(6) == 0 ? Notes[random.Next(Notes.Length)] : null,
            Version: version.Number,
            Plan: plan,
            // What differs from the card was tried on purpose: the club's captains hand out the steps of a training day.
            Asked: marks.ToDictionary(
                mark => mark.Key,
                mark => new AskedDocument(mark.Value == card[mark.Key] ? "card" : "trial", card[mark.Key])
            )
        );
    }

    /// <summary>The card's marks; with a source of chance, with what people change by a step or two.</summary>
    private static Dictionary<string, double> Marks(MatrixDocument matrix, BandDocument band, string? plan, Random? random)
    {
        var marks = new Dictionary<string, double>();
        foreach (var control in matrix.Controls)
        {
            if (
                matrix
                    .Cells.FirstOrDefault(cell =>
                        cell.Band == band.Id && cell.Control == control.Key && cell.Plan == plan && cell.Mode is null
                    )
                    ?.Mark is
                { } mark
            )
            {
                var scale = ControlJson.Read(control).Scale;
                var steps =
                    random is null ? 0
                    : control.HelmPerUnit is not null ? Math.Round(1.1 * Normal(random))
                    : random.Next(6) == 0 ? random.Next(-1, 2)
                    : 0;
                marks[control.Key] = Math.Round(scale.StepBy(new(mark), (int)steps).Position, 6);
            }
        }

        return marks;
    }

    private static Guid Key(Random random)
    {
        var bytes = new byte[16];
        random.NextBytes(bytes);
        return new(bytes);
    }

    private static double Half(double number) => Math.Round(number * 2) / 2;

    private static double Normal(Random random) =>
        Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
}
