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

/// <summary>What is wrong with a class's marks: between two winds a question is mostly answered so.</summary>
internal sealed record Trouble(string Question, string Answer, double FromKnots, double ToKnots);

/// <summary>Makes two seasons of logs from a true boat plus noise. Sailors read the card as the app shows it to them, for their
/// crew.</summary>
internal sealed class LogMaker(DemoClass one, IReadOnlyList<string> sailors, Random random)
{
    private const double HelmNoise = 0.7;

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

    /// <summary>In which class who always writes the same helm.</summary>
    private static readonly (string Class, string Sailor) AlwaysTheSame = ("tandry", "sunniva");

    /// <summary>The seasons, with how they are counted.</summary>
    private static readonly int[] Seasons = [2025, 2026];

    private BundledClass boat = null!;

    public static ClassDocument WithLogs(DemoClass one, IReadOnlyList<string> sailors, Random random) =>
        new LogMaker(one, sailors, random).Make();

    private ClassDocument Make()
    {
        var document = one.Make();
        var reading = BundleReader.Read(
            BundleWriter.Write(new BundleDocument(BundleDocument.FormatName, BundleDocument.CurrentVersion, [document])),
            DateTimeOffset.MaxValue.AddDays(-1)
        );
        boat = reading.Bundle?.Classes[0] ?? throw new InvalidOperationException(string.Join(" ", reading.Problems));
        return document with
        {
            Logs =
            [
                .. from season in Seasons
                from log in Enumerable.Range(0, one.LogsASeason).Select(_ => Log(season)).OrderBy(log => log.SailedAt)
                select log,
            ],
        };
    }

    private LogDocument Log(int season)
    {
        var version = boat.Versions.Last(candidate => candidate.At.Year <= season);
        var day = new DateTimeOffset(season, 4, 20, 10 + random.Next(8), 15 * random.Next(4), 0, TimeSpan.Zero).AddDays(random.Next(185));
        var mean = Math.Clamp(one.Truth.ReferenceKnots * (1 + (0.375 * Normal())), 2, one.Truth.ReferenceKnots * 2);
        var sailor = sailors[random.Next(sailors.Count)];
        var crew = CrewOf(sailor);
        var first = RunOf(version, sailor, crew, mean, null, null);
        // Now and then something was changed afloat, or the wind had, and the outing has a second run.
        var further = random.Next(5) == 0 ? RunOf(version, sailor, crew, Math.Max(2, mean + Normal()), null, day.AddMinutes(40)) : null;
        // Classes with other modes are sailed in them too.
        var other =
            version.Set.PlanModes.Modes.Count > 1 && random.Next(3) == 0
                ? RunOf(
                    version,
                    sailor,
                    crew,
                    mean,
                    version.Set.PlanModes.Modes[1 + random.Next(version.Set.PlanModes.Modes.Count - 1)].Key.Name,
                    day.AddMinutes(75)
                )
                : null;
        var runs = new[] { first, further, other }.OfType<Run>().ToList();
        var purposes = version.Class.Purposes;
        var log = new SessionLog(
            Key(),
            day,
            crew.Mass,
            runs.Count > 1 ? [runs[0] with { From = day }, .. runs.Skip(1)] : runs,
            random.Next(6) == 0 ? Notes[random.Next(Notes.Length)] : "",
            version.Number
        )
        {
            // Who sails a class for one of two things does not say which.
            Purpose = purposes.Count > 2 && random.Next(8) == 0 ? purposes[1 + random.Next(purposes.Count - 1)].Key : null,
            Water = (Water)random.Next(4),
            Place = (Place)random.Next(3),
        };
        var document = BundleWriter.ToDocument(log, version.Class);
        return document with
        {
            Sailor = sailor,
            Boat = boat.Boats[sailors.ToList().IndexOf(sailor) % boat.Boats.Count].Name,
            CrewMass = crew.Mass?.Kilograms,
            Runs =
            [
                .. document.Runs!.Zip(log.Runs, (run, said) => run with { WindFactor = said.WindFactor == 1 ? null : said.WindFactor }),
            ],
        };
    }

    private Run RunOf(PublishedVersion version, string sailor, CrewProfile crew, double mean, string? mode, DateTimeOffset? from)
    {
        var definition = version.Class;
        var (low, high) = (Math.Round(mean - 1), Math.Round(mean + 1));
        var wind = WindRange
            .Of(Speed.FromKnots(low), Speed.FromKnots(high), random.Next(3) == 0 ? null : Speed.FromKnots(Math.Round((mean * 1.2) + 2)))
            .Value;
        // Sailors carry what has marks, whatever the limits say: that is what a captain finds in logs.
        var band = version.Set.Bands.At(definition.Crew.Effective(wind.Mean, crew, version.Set.Bands));
        var sailed = version.Set.PlanModes.Nearest(null, mode).Mode;
        var plan = version.Set.PlanModes.Plans.FirstOrDefault(known =>
            version.Set[new PlanMode(known.Key, sailed)].Cells.Keys.Any(cell => cell.Band == band.Id)
        );
        var card = CardReading.Of(
            version,
            new(wind.Mean),
            (plan ?? version.Set.PlanModes.Plans[0]).Key.Name,
            mode,
            new CardReader(crew, Readings.OfTheClass)
        );
        var said = card.Lines.Where(line => line.Cell?.Mark is not null).ToDictionary(line => line.Control, line => line.Cell!.Mark!.Value);
        var marks = said.ToDictionary(line => line.Key.Key, line => Sailed(line.Key, line.Value));
        var heel = Math.Round((definition.Balance.Heel?.Degrees ?? 0) + Math.Max(0, 3 + (3 * Normal())));
        var factor = Math.Clamp(definition.Crew.Factor(wind.Mean, crew, definition.Bands), Run.LeastWindFactor, Run.MostWindFactor);
        var helm = one.Truth.Helm(
            wind.Mean.Knots * factor,
            heel - (definition.Balance.Heel?.Degrees ?? 0),
            key => marks.TryGetValue(new(key), out var mark) ? mark.Position : one.Truth.Effects[key].Neutral
        );
        var felt = (Felt)(int)Math.Clamp(Math.Round(5 - Math.Abs(helm - definition.Helm.Target.Degrees) + (0.6 * Normal())), 1, 5);
        return new(wind, marks, definition.IsUpwind(card.PlanMode) ? Check(definition, sailor, helm, heel) : null, felt)
        {
            From = from,
            PlanMode = card.PlanMode,
            WindFactor = factor,
            // What differs from the card was tried on purpose: the club's captains hand out the steps of a training day.
            Asked = said.ToDictionary(
                line => line.Key.Key,
                line => new AskedMark(marks[line.Key.Key] == line.Value ? AskedBy.Card : AskedBy.Trial, line.Value)
            ),
            Answers = Answers(card.Questions, wind.Mean.Knots, random.Next()),
        };
    }

    private HelmCheck Check(ClassDefinition definition, string sailor, double helm, double heel)
    {
        // One boat's rudder sits a little off: it shows as a difference between the tacks, not as balance.
        var bias = sailor == "ewan" && definition.Balance.Kind != BalanceKind.Sailboard ? 1.2 : 0;
        var asked = CheckGates.Joined(definition.Balance.Gates(upwind: true).Select(gate => gate.Gate));
        var held = CheckGates.Joined(CheckGates.Each(asked).Where(_ => random.NextDouble() > 0.04));
        var starboard = random.Next(12) == 0 ? (Angle?)null : Half(helm - bias + (HelmNoise * Normal()));
        var port = Half(helm + bias + (HelmNoise * Normal()));
        // One writes the same whatever she does: the captain is asked what that is worth.
        var reading = (one.Key, sailor) == AlwaysTheSame ? HelmReading.Of(Half(4), Half(4)) : HelmReading.Of(port, starboard);
        return new(reading.Value, new(asked, held), Angle.FromDegrees(heel));
    }

    /// <summary>About half of what is asked is answered, mostly that it was fine; where the class has its trouble, mostly that. Each look
    /// has a chance of its own: one more asked changes no other answer, and no log.</summary>
    private Dictionary<QuestionKey, Answer> Answers(IEnumerable<Question> questions, double knots, int run)
    {
        var answers = new Dictionary<QuestionKey, Answer>();
        foreach (var question in questions)
        {
            var chance = new Random(question.Key.Name.Aggregate(run, (sum, letter) => unchecked((sum * 31) + letter)));
            if (chance.Next(2) == 0)
            {
                continue;
            }

            var trouble = one.Troubles.FirstOrDefault(one =>
                one.Question == question.Key.Name && knots >= one.FromKnots && knots < one.ToKnots
            );
            answers[question.Key] =
                trouble is not null && chance.Next(4) > 0 ? question.Form.Read(trouble.Answer).Value
                : question.Form.Words is { } words
                    ? question.Form.Read((chance.Next(8) == 0 ? words[chance.Next(words.Count)] : Fine(words)).Text).Value
                : Measured(question.Form, chance);
        }

        return answers;
    }

    private static AnswerWord Fine(IReadOnlyList<AnswerWord> words) =>
        words.FirstOrDefault(word => word.Means == AnswerMeaning.Fine) ?? words[0];

    /// <summary>A number from where it begins to be fine on.</summary>
    private static Answer Measured(AnswerForm form, Random chance)
    {
        var (meanings, step, most) = form switch
        {
            NumberAnswer number => (number.Meanings, number.Step, number.Most),
            ScaleAnswer scale => (scale.Meanings, scale.Scale.Step, scale.Scale.Max.Position),
            _ => throw new InvalidOperationException("A form of words has words."),
        };
        var at = meanings.First(one => one.Means == AnswerMeaning.Fine).From;
        var position = Math.Min(most, at + (step * chance.Next(3)));
        return form is ScaleAnswer scaled
            ? form.Read(scaled.Scale.Show(scaled.Scale.Snap(new(position)))).Value
            : form.Read(NumberText.Exact(position)).Value;
    }

    /// <summary>The card's mark, or what people change by a step or two.</summary>
    private Mark Sailed(Control control, Mark said)
    {
        var steps =
            control.HelmPerUnit is not null ? Math.Round(1.1 * Normal())
            : random.Next(6) == 0 ? random.Next(-1, 2)
            : 0;
        return new(Math.Round(control.Scale.StepBy(said, (int)steps).Position, 6));
    }

    /// <summary>Each sailor weighs what they weigh; where two sail, their crew does too.</summary>
    private CrewProfile CrewOf(string sailor)
    {
        var reference = boat.Class.Crew.Rule?.Reference.Kilograms ?? one.UsualCrew;
        // Spread by name, so that a sailor is as heavy in every class and every season.
        var spread = (sailor.Sum(letter => letter) % 9 / 20.0) + 0.8;
        return new(Mass.FromKilograms(Math.Round(reference * spread)));
    }

    private Guid Key()
    {
        var bytes = new byte[16];
        random.NextBytes(bytes);
        return new(bytes);
    }

    private static Angle Half(double number) => Angle.FromDegrees(Math.Clamp(Math.Round(number * 2) / 2, -40, 40));

    private double Normal() => Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
}
