namespace Regatta.Core.Advice;

/// <summary>How much a step is expected to turn the helm, in degrees, with its standard deviation.</summary>
/// <param name="Degrees">+ more weather helm.</param>
/// <param name="Deviation">Zero or more.</param>
/// <param name="From">Where it is known from.</param>
public sealed record StepEffect(double Degrees, double Deviation, EffectSource From);

/// <summary>Where an effect is known from.</summary>
public enum EffectSource
{
    /// <summary>The class says so.</summary>
    Declared,

    /// <summary>From the drawing of the boat.</summary>
    Drawing,

    /// <summary>From the logs.</summary>
    Logs,
}

/// <summary>A control with where it stands and where to put it.</summary>
/// <param name="Control">The control, as the class has it.</param>
/// <param name="From">Where it stands; null where nobody knows.</param>
/// <param name="To">Where to put it; null like <paramref name="From"/>.</param>
/// <param name="Steps">By how many steps, + to higher marks.</param>
public sealed record CureMove(Control Control, Mark? From, Mark? To, int Steps)
{
    /// <summary>What is moved, in words: "Vang: 3 → 4", or "Vang +1" where nobody knows where it stands.</summary>
    /// <param name="read">The control as it is read on the reader's boat.</param>
    public string Says(Control read) =>
        this is { From: { } from, To: { } to }
            ? $"{read.Name}: {read.Scale.Show(from)} → {read.Scale.Show(to)}"
            : $"{read.Name} {read.Scale.ShowChange(Steps * read.Scale.Step)}";
}

/// <summary>One entry of the list: what to do about some signs.</summary>
/// <param name="Cure">The cure that was found first.</param>
/// <param name="Signs">The signs it cures, of those that were asked about.</param>
/// <param name="Moves">What is moved: one control, all controls of a gear, or nothing for an act.</param>
/// <param name="Effect">How much it turns the helm; null where nothing is known, or it is nothing to speak of.</param>
/// <param name="Recheck">What it disturbs, in set-up order.</param>
/// <param name="Doubted">Whether the logs say that it does the opposite.</param>
public sealed record RankedCure(
    Cure Cure,
    IReadOnlyList<Sign> Signs,
    IReadOnlyList<CureMove> Moves,
    StepEffect? Effect,
    IReadOnlyList<Control> Recheck,
    bool Doubted
)
{
    /// <summary>The control, or the first of its gear; null for an act.</summary>
    public Control? Control => Moves.Count > 0 ? Moves[0].Control : null;
}

/// <summary>From signs to the smallest changes that cure them: what is free first, then sails, board and rig. Common practice, no
/// source.</summary>
/// <param name="Cures">The list.</param>
/// <param name="AtTheirEnd">Controls that would help and go no further.</param>
/// <param name="Contradicted">Controls that one sign wants one way and another the other.</param>
public sealed record CureList(IReadOnlyList<RankedCure> Cures, IReadOnlyList<Control> AtTheirEnd, IReadOnlyList<Control> Contradicted)
{
    /// <summary>The most steps toward a neighbouring band's mark at a time. Common practice.</summary>
    public const int MostTowards = 2;

    /// <summary>The least turn of the helm that is told, in degrees (ours).</summary>
    public const double LeastTold = 0.05;

    /// <summary>The list for some signs.</summary>
    /// <param name="definition">The class; its own cures, or the usual ones.</param>
    /// <param name="signs">What was noticed.</param>
    /// <param name="at">Where she stands.</param>
    public static CureList Of(ClassDefinition definition, IReadOnlyList<Sign> signs, CureCircumstances at)
    {
        var cures = UsualCures
            .For(definition)
            .Concat(Towards(definition, at))
            .Where(cure => signs.Contains(cure.Sign) && !UsualCures.IsRuledOut(cure, at.Held))
            .Where(cure => cure.Control is not { } key || IsThere(definition.Find(key), at.PlanMode))
            .ToList();
        var contradicted = cures
            .Where(cure => cure.Control is not null)
            .GroupBy(cure => cure.Control!.Value)
            .Where(same => same.Any(cure => cure.Steps > 0) && same.Any(cure => cure.Steps < 0))
            .Select(same => same.Key)
            .ToHashSet();
        var (list, ends) = (new List<RankedCure>(), new List<Control>());
        foreach (
            var same in cures
                .GroupBy(cure => (Gear: cure.Control is { } key ? definition.GearOf(key) : null, cure.Control, cure.Act))
                .Where(same => same.Key.Control is not { } key || !contradicted.Contains(key))
                .DistinctBy(same => same.Key.Gear is { } gear ? (object)gear : (same.Key.Control, same.Key.Act))
        )
        {
            var cure = same.First();
            IReadOnlyList<Sign> cured = [.. same.Select(found => found.Sign).Distinct()];
            if (cure.Control is not { } moved)
            {
                list.Add(new(cure, cured, [], null, [], Doubted: false));
            }
            else if (MovesOf(definition, definition.Find(moved)!, same.Key.Gear, cure.Steps, at.Marks) is { } moves)
            {
                list.Add(Ranked(definition, cure, cured, moves, at.Effect));
            }
            else
            {
                ends.Add(definition.Find(moved)!);
            }
        }

        return new(
            [.. list.OrderBy(advice => advice.Doubted).ThenBy(Rank).ThenByDescending(advice => advice.Signs.Count)],
            ends,
            [.. definition.Controls.Where(control => contradicted.Contains(control.Key))]
        );

        double Rank(RankedCure advice)
        {
            var (kind, first) = (advice.Cure.Kind, advice.Signs.Contains(Sign.Overpowered) ? definition.Depower : DepowerFirst.Cheapest);
            return kind == CureKind.Free ? 0
                : at.RigFirst || first == DepowerFirst.Rig ? CureKind.Rig - kind + 1
                : advice.Control is { } moved && Depowers(moved, advice.Moves[0].Steps, first) ? 0.5
                : (int)kind;
        }
    }

    /// <summary>Whether a change is what a school does first against too much power.</summary>
    private static bool Depowers(Control control, int steps, DepowerFirst first)
    {
        MarkEffect[] wanted = first switch
        {
            DepowerFirst.Twist => [MarkEffect.TwistMore, MarkEffect.BoomOut, MarkEffect.HeadsailTwistMore],
            DepowerFirst.Flatten => [MarkEffect.Flatter, MarkEffect.LuffTighter, MarkEffect.HeadsailFlatter],
            _ => [],
        };
        return wanted.Any(effect => control.Way(effect) == Math.Sign(steps));
    }

    private static bool IsThere(Control? control, PlanMode? planMode) =>
        control is not null && (planMode is not { } sailed || control.BelongsTo(sailed));

    /// <summary>Too much power goes toward the next band's mark, too little toward the lighter one's, as far as the card goes: a mark that
    /// stays is no cure.</summary>
    private static IEnumerable<Cure> Towards(ClassDefinition definition, CureCircumstances at) =>
        from control in definition.Marked
        let stands = at.Marks(control.Key)
        where stands is not null
        from way in new[]
        {
            (Sign: Sign.Overpowered, Mark: at.Stronger(control.Key), Why: "Toward the next band’s mark."),
            (Sign: Sign.Underpowered, Mark: at.Lighter(control.Key), Why: "Toward the lighter band’s mark."),
        }
        where way.Mark is not null
        let steps = (int)Math.Round((way.Mark!.Value.Position - stands!.Value.Position) / control.Scale.Step)
        where steps != 0
        select new Cure(way.Sign, UsualCures.KindOf(control), way.Why)
        {
            Control = control.Key,
            Steps = Math.Clamp(steps, -MostTowards, MostTowards),
        };

    /// <summary>What is moved for some steps of a control: all of its gear with it. Null where one of them goes no further.</summary>
    internal static IReadOnlyList<CureMove>? MovesOf(
        ClassDefinition definition,
        Control control,
        Gear? gear,
        int steps,
        Func<ControlKey, Mark?> marks
    )
    {
        var each = gear?.Members.First(member => member.Control == control.Key).Steps ?? 1;
        var gears = gear is null ? 0 : Math.Sign(steps * each) * Math.Max(1, Math.Abs(steps) / Math.Abs(each));
        List<CureMove> moves = gear is null
            ? [Move(control, steps)]
            :
            [
                .. gear
                    .Members.Where(member => definition.Find(member.Control) is not null)
                    .Select(member => Move(definition.Find(member.Control)!, gears * member.Steps)),
            ];
        var stuck = moves.Exists(move => move is { From: { } from, To: { } to } && Math.Abs(to.Position - from.Position) < 1e-9);
        return stuck ? null : moves;

        CureMove Move(Control moved, int by)
        {
            var from = marks(moved.Key);
            Mark? to = from is { } mark
                ? new(Math.Clamp(mark.Position + (by * moved.Scale.Step), moved.Scale.Min.Position, moved.Scale.Max.Position))
                : null;
            return new(moved, from, to, by);
        }
    }

    private static RankedCure Ranked(
        ClassDefinition definition,
        Cure cure,
        IReadOnlyList<Sign> cured,
        IReadOnlyList<CureMove> moves,
        Func<Control, double, StepEffect?> effect
    )
    {
        var parts = moves.Select(Turns).OfType<StepEffect>().ToList();
        var turns = parts.Count switch
        {
            0 => null,
            1 => parts[0],
            _ => new StepEffect(
                parts.Sum(part => part.Degrees),
                Math.Sqrt(parts.Sum(part => part.Deviation * part.Deviation)),
                parts.Min(part => part.From)
            ),
        };
        return new(
            cure,
            cured,
            moves,
            turns is { } told && Math.Abs(told.Degrees) >= LeastTold ? told : null,
            SetUpOrder.Disturbed(definition.Controls, [.. moves.Select(move => move.Control.Key)]),
            Denied(cured, turns)
        );

        StepEffect? Turns(CureMove move) =>
            effect(
                move.Control,
                move is { From: { } from, To: { } to } ? to.Position - from.Position : move.Steps * move.Control.Scale.Step
            );
    }

    /// <summary>Whether the logs say, four to one, that a cure of the helm turns it the wrong way (ours).</summary>
    private static bool Denied(IReadOnlyList<Sign> cured, StepEffect? effect)
    {
        const double FourToOne = 0.8416;
        if (effect is not { From: EffectSource.Logs } || effect.Deviation <= 0)
        {
            return false;
        }

        var (up, off) = (cured.Contains(Sign.BearsAway), cured.Contains(Sign.TurnsUp));
        return (off && effect.Degrees / effect.Deviation > FourToOne) || (up && effect.Degrees / effect.Deviation < -FourToOne);
    }
}
