using Regatta.Formats.Bundles;

namespace Regatta.Bench;

/// <summary>Two hundred hidden boats, each with something wrong: is what stands first or second in the list a change that truly lessens the
/// fault? The list knows the class alone; the hidden boat has a geometry of her own, and a step of hers does up to twice or half of what
/// the class believes.</summary>
internal static class Diagnoses
{
    private const int Boats = 200;
    private const int Seed = 15;

    public static void Run()
    {
        var random = new Random(Seed);
        var classes = BundleReader
            .Read(File.ReadAllBytes("demo/wenlow.json"), new(2026, 11, 23, 0, 0, 0, TimeSpan.Zero))
            .Bundle!.Classes.Select(one => one.Class)
            .Where(one => one.Drawing is not null)
            .ToList();
        var (sound, helped, controls, helpedByControl) = (0, 0, 0, 0);
        while (sound < Boats)
        {
            var definition = classes[random.Next(classes.Count)];
            var hidden = definition with { Drawing = Varied(definition.Drawing!, random) };
            var marks = definition.Marked.ToDictionary(control => control.Key, control => Near(control, random));
            var boat = HelmSteps.Of(hidden, hidden.PlanModes.First.Plan, key => marks.TryGetValue(key, out var mark) ? mark : null)!;
            var wrong = Wrong(definition, boat, random);
            if (boat.TurnedBy(wrong) is not { } off || Math.Abs(off) <= definition.Helm.Tolerance.Degrees)
            {
                continue;
            }

            sound++;
            var list = CureList
                .Of(
                    definition,
                    [off > 0 ? Sign.TurnsUp : Sign.BearsAway],
                    new(
                        key => marks.TryGetValue(key, out var mark) ? Moved(definition.Find(key)!, mark, wrong) : null,
                        new StepEffects(null, null).Of
                    )
                )
                .Cures;
            helped += list.Take(2).Any(cure => Lessens(cure, boat, wrong, off)) ? 1 : 0;
            if (list.FirstOrDefault(cure => cure.Control is { } one && boat.Moves(one)) is { } byControl)
            {
                controls++;
                helpedByControl += Lessens(byControl, boat, wrong, off) ? 1 : 0;
            }
        }

        Console.WriteLine($"{Boats} boats of {classes.Count} classes, heeled, badly trimmed or with a mark or two off");
        Console.WriteLine(
            $"the first control of the list that is drawn lessens it: {100.0 * helpedByControl / controls:0.0} % of {controls}"
        );
        Console.WriteLine($"the first or second entry lessens it: {(double)helped / Boats:0.000}");
        Console.WriteLine($"diagnosis: {Math.Min((double)helped / Boats, HiddenFaults.Run()):0.000}");
    }

    /// <summary>One or two things wrong: heel, an eased sail, marks off by up to three steps.</summary>
    private static List<Shift> Wrong(ClassDefinition definition, HelmSteps boat, Random random)
    {
        var moving = definition.Marked.Where(boat.Moves).ToList();
        return
        [
            .. Enumerable
                .Range(0, 1 + random.Next(2))
                .Select(_ =>
                    random.Next(3) switch
                    {
                        0 => Shift.OfHeel((random.NextDouble() * 26) - 8),
                        1 when boat.Sails.Count > 0 && random.Next(boat.Sails.Count) is var at => new Shift(
                            boat.Sails[at].Name,
                            null,
                            at,
                            -random.NextDouble() * 0.6
                        ),
                        _ when moving.Count > 0 && moving[random.Next(moving.Count)] is var control => new Shift(
                            control.Name,
                            control,
                            null,
                            random.Next(-3, 4)
                        ),
                        _ => Shift.OfHeel(10),
                    }
                ),
        ];
    }

    /// <summary>Whether she turns less than before with the change made. What the crew does is done as it is told: hiked flat, the main
    /// eased by a fifth or trimmed to the full, sat in until she heels by five degrees.</summary>
    private static bool Lessens(RankedCure cure, HelmSteps boat, List<Shift> wrong, double off)
    {
        var heel = wrong.Where(one => one.Control is null && one.Sail is null).Sum(one => one.By);
        var main = wrong.Where(one => one.Sail == 0).Sum(one => one.By);
        List<Shift> moved =
        [
            .. from move in cure.Moves
            where move.To is not null
            let steps = (move.To!.Value.Position - move.From!.Value.Position) / move.Control.Scale.Step
            select new Shift(move.Control.Name, move.Control, null, steps),
        ];
        Shift? done =
            cure.Cure.Act.StartsWith("Hike", StringComparison.Ordinal) ? Shift.OfHeel(-heel)
            : cure.Cure.Act.StartsWith("Ease the main", StringComparison.Ordinal) ? new("main", null, 0, -0.2)
            : cure.Cure.Act.StartsWith("Sit in", StringComparison.Ordinal) ? Shift.OfHeel(Math.Max(0, 5 - heel))
            : cure.Cure.Act.StartsWith("Trim the main", StringComparison.Ordinal) ? new("main", null, 0, -main)
            : null;
        List<Shift> made = done is null ? moved : [done];
        return made.Count > 0 && boat.TurnedBy([.. wrong, .. made]) is { } after && Math.Abs(after) < Math.Abs(off) - 0.01;
    }

    private static BoatDrawing Varied(BoatDrawing drawing, Random random) =>
        drawing with
        {
            Effects =
            [
                .. drawing.Effects.Select(effect => effect with { PerUnit = effect.PerUnit * Math.Pow(2, (random.NextDouble() * 2) - 1) }),
            ],
            Board = drawing.Board?.Moved(Length.FromMetres((random.NextDouble() - 0.5) * 0.02 * drawing.Waterline.Metres), default),
        };

    private static Mark Near(Control control, Random random)
    {
        var (least, most) = (control.Scale.Min.Position, control.Scale.Max.Position);
        return new(least + ((most - least) * (0.35 + (0.3 * random.NextDouble()))));
    }

    private static Mark Moved(Control control, Mark mark, List<Shift> wrong) =>
        new(
            Math.Clamp(
                mark.Position + (wrong.Where(one => one.Control?.Key == control.Key).Sum(one => one.By) * control.Scale.Step),
                control.Scale.Min.Position,
                control.Scale.Max.Position
            )
        );
}
