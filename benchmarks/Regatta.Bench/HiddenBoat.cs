namespace Regatta.Bench;

/// <summary>What a world is like. Its numbers are degrees of rudder, knots and kilograms.</summary>
/// <param name="Name">What it is called.</param>
internal sealed record World(string Name)
{
    public int Logs { get; init; } = 120;

    /// <summary>Whether the ideal mark goes straight with the wind, or bends.</summary>
    public bool Straight { get; init; }

    /// <summary>The share of logs whose helm is anything.</summary>
    public double Wild { get; init; }

    /// <summary>How much boats differ.</summary>
    public double BoatsOff { get; init; }

    /// <summary>The share of logs that note the heel.</summary>
    public double HeelNoted { get; init; } = 1;

    /// <summary>The lightest and heaviest crew.</summary>
    public (double Light, double Heavy) Crews { get; init; } = (75, 75);

    /// <summary>The share of sailors who move the mark because she pulls.</summary>
    public double Reacting { get; init; }

    /// <summary>How many degrees more of weather helm she carries each season; her truth is of today. Her logs are of two seasons
    /// then.</summary>
    public double Drift { get; init; }

    /// <summary>By how much a whole club notes the wind too high, and takes its card by what it notes; her truth is of a band as the club
    /// notes it.</summary>
    public double WindHigh { get; init; }

    /// <summary>The share of boats that are logged by somebody who always writes that she carries no helm.</summary>
    public double Constant { get; init; }

    /// <summary>Whether two controls move her rig as one gear.</summary>
    public bool Geared { get; init; }

    /// <summary>Whether the control works the other way than its class believes.</summary>
    public bool WrongDirection { get; init; }

    /// <summary>How far the card lies off its ideal: all bands alike to windward, and each band by itself.</summary>
    public (double All, double Each) CardOff { get; init; } = (0, 1.5);
}

/// <summary>A boat nobody knows, with what sailors log of her. It is drawn from a model of its own: the ideal mark bends with the wind and
/// with it the helm, everything noted is rounded, wind and heel are misjudged.</summary>
internal sealed class HiddenBoat
{
    private const double Declared = -0.4;
    private const double DeclaredHeel = 0.12;
    private const double Target = 3;

    /// <summary>Of one tack; of the mean of both 1°, what a check is believed to scatter.</summary>
    private const double HelmNoise = 1.4;
    private const double WindNoise = 1;
    private const double HeelNoise = 2;

    /// <summary>A whole fleet misjudges wind and heel by so much, all season: a sheltered station, an eye used to flat boats.</summary>
    private const double WindBias = 0.08;
    private const double HeelBias = 1.5;
    private const double DayPull = 1.5;
    private const double Reference = 75;
    private static readonly double[] Edges = [0, 6, 10, 14, 18, 24];

    private readonly World world;
    private readonly Random random;
    private readonly double perStep;
    private readonly double perHeel;
    private readonly double bend;
    private readonly double slope;
    private readonly double windBias;
    private readonly double heelBias;
    private readonly double[] boats;

    public HiddenBoat(World world, Random random)
    {
        (this.world, this.random) = (world, random);
        perStep = Declared * (0.5 + random.NextDouble()) * (world.WrongDirection ? -1 : 1);
        perHeel = DeclaredHeel * (0.5 + random.NextDouble());
        slope = 0.6 + (0.6 * random.NextDouble());
        bend = world.Straight ? 0 : 1.5 * ((2 * random.NextDouble()) - 1);
        boats = [.. Enumerable.Range(0, 8).Select(_ => world.BoatsOff * Normal())];
        // A card is for the club's boats: what they have in common is the class's, and the truth.
        var common = boats.Average();
        boats = [.. boats.Select(boat => boat - common)];
        (windBias, heelBias) = (1 + (WindBias * Normal()), HeelBias * Normal());
        Card = [.. Class.Bands.All.Select(FirstMark)];
    }

    public static Control Slide { get; } =
        new(
            new("slide"),
            "Slide",
            [],
            new LengthScale(LengthUnit.Inch, Length.FromMillimetres(0), Length.FromMillimetres(60 * 12.7), Length.FromMillimetres(12.7)),
            "band",
            "eye",
            "Less weather helm.",
            WhenChanged.Afloat,
            AsWindBuilds.Up,
            Declared * 2
        );

    /// <summary>What moves with the slide where the two are one gear, each with half of what is declared.</summary>
    private static readonly Control Clew = Slide with { Key = new("clew"), Name = "Clew", HelmPerUnit = Declared };

    private static readonly ClassDefinition Alone = new(
        "hidden",
        "Hidden",
        "invented",
        "",
        new(Angle.FromDegrees(Target), Angle.FromDegrees(1), Speed.FromKnots(11), DeclaredHeel),
        WindBands
            .Of(Edges.Zip(Edges.Skip(1), (from, to) => new WindBand(new((int)to), $"{from}", Speed.FromKnots(from), Speed.FromKnots(to))))
            .Value,
        [Slide],
        []
    );

    private static readonly ClassDefinition InGear = Alone with
    {
        Controls = [Slide with { HelmPerUnit = Declared }, Clew],
        Gears = [new("Rig", [new(Slide.Key, 1), new(Clew.Key, 1)], false)],
    };

    /// <summary>Her class.</summary>
    public ClassDefinition Class => world.Geared ? InGear : Alone;

    /// <summary>The mark of each band on the card now, in steps.</summary>
    public double[] Card { get; set; }

    public ClassState State =>
        new(
            Class,
            (
                from cell in Class.Bands.All.Zip(Card)
                from control in Class.Controls
                select (
                    new CellPlace(PlanMode.Usual, new(cell.First.Id, control.Key)),
                    Cell.Of(control.Scale.Snap(new(cell.Second * control.Scale.Step)), 0, "", "", CellSource.Entered).Value
                )
            ).ToDictionary()
        );

    /// <summary>What one step truly does, in degrees.</summary>
    public double Step => perStep;

    /// <summary>The mark of a band at which the helm truly is the target, in steps; it lies between two of them.</summary>
    public double Best(WindBand band) => Ideal(Knots(band));

    /// <summary>How well a number of runs in one band could tell her helm at best, in degrees: by the scatter of checks alone.</summary>
    public static double AtBest(int runs) => HelmNoise / Math.Sqrt(2 * runs);

    /// <summary>The helm she truly carries in a band, flat, at a mark.</summary>
    public double Truth(WindBand band, double steps) => Helm(Knots(band), steps, 0);

    /// <summary>The wind that truly blows in the middle of a band as it is noted.</summary>
    private double Knots(WindBand band) => band.Middle.Knots / (1 + world.WindHigh);

    /// <summary>Whether whoever logs one of the boats always writes that she carries no helm.</summary>
    public bool IsConstant(long boat) => boat < world.Constant * boats.Length;

    /// <summary>What sailors log with the card as it is.</summary>
    public IEnumerable<SessionEvidence> Season(int logs, DateTimeOffset from) =>
        Enumerable
            .Range(0, logs)
            .Select(at => Log(world.Drift == 0 ? from.AddHours(at) : Worlds.Today.AddDays(-730.0 * (logs - at) / logs)));

    /// <summary>What they log from today on.</summary>
    public IEnumerable<SessionEvidence> Since(int logs) => Enumerable.Range(1, logs).Select(at => Log(Worlds.Today.AddHours(at)));

    /// <summary>What a step does grows with the wind, which no column knows.</summary>
    private double Helm(double knots, double steps, double heel) =>
        Target + (perStep * (0.75 + (0.25 * knots / 11)) * (steps - Ideal(knots))) + (perHeel * heel);

    /// <summary>Bent: half a hump or a hollow over the range, on a straight line.</summary>
    private double Ideal(double knots) => 20 + (slope * (knots - 11)) + (bend * Math.Sin(knots / 24 * 2 * Math.PI));

    private double FirstMark(WindBand band) =>
        Math.Round(Ideal(Knots(band)) + ((world.CardOff.All + (world.CardOff.Each * Normal())) / perStep));

    private SessionEvidence Log(DateTimeOffset at)
    {
        // A club that sails in all its bands alike.
        var wind = (2 + (21.5 * random.NextDouble())) / (1 + world.WindHigh);
        var crew = world.Crews.Light + ((world.Crews.Heavy - world.Crews.Light) * random.NextDouble());
        var factor = Math.Round(Math.Sqrt(Reference / crew), 3);
        var effective = wind * factor;
        var card = Card[Class.Bands.All.ToList().IndexOf(Class.Bands.At(Speed.FromKnots(effective * (1 + world.WindHigh))))];
        var (steps, by, pull) = Choose(card);
        var boat = random.Next(boats.Length);
        var heel = Math.Max(0, 3 + (3 * Normal()));
        var helm = Helm(effective, steps, heel) + boats[boat] + pull + (world.Drift * ((at - Worlds.Today) / EvidenceRules.Season));
        if (random.NextDouble() < world.Wild)
        {
            helm = -15 + (35 * random.NextDouble());
        }

        var seen = Math.Max(1, (wind * windBias * (1 + world.WindHigh)) + (WindNoise * Normal()));
        return new(
            1,
            at,
            WindRange.Of(Speed.FromKnots(Math.Max(0, Math.Round(seen - 1))), Speed.FromKnots(Math.Round(seen + 1)), null).Value,
            Class.Controls.ToDictionary(control => control.Key, control => new Mark(steps * control.Scale.Step)),
            new(
                IsConstant(boat)
                    ? HelmReading.Of(Half(0), Half(0)).Value
                    : HelmReading.Of(Half(helm + (HelmNoise * Normal())), Half(helm + (HelmNoise * Normal()))).Value,
                CheckGates.AllHeld,
                random.NextDouble() < world.HeelNoted ? Angle.FromDegrees(Math.Round(heel + heelBias + (HeelNoise * Normal()))) : null
            ),
            Felt.Usual
        )
        {
            Boat = boat,
            WindFactor = factor,
            Reporter = new($"boat {boat}"),
            Asked = Class.Controls.ToDictionary(control => control.Key, control => new AskedMark(by, new Mark(card * control.Scale.Step))),
        };
    }

    /// <summary>The mark sailed, who asked for it, and what pulled that day beside the setting.</summary>
    private (double Steps, AskedBy By, double Pull) Choose(double card)
    {
        if (random.NextDouble() < world.Reacting)
        {
            var pull = DayPull * Normal();
            var moved = Math.Round(-pull / perStep);
            return (card + moved, moved == 0 ? AskedBy.Card : AskedBy.Sailor, pull);
        }

        // Half sail as the card says, the rest what a training day handed out.
        return random.Next(2) == 0 ? (card, AskedBy.Card, 0) : (card + random.Next(-2, 3), AskedBy.Trial, 0);
    }

    private static Angle Half(double degrees) => Angle.FromDegrees(Math.Clamp(Math.Round(degrees * 2) / 2, -44, 44));

    /// <summary>A draw from the standard normal distribution.</summary>
    public double Normal() => Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
}
