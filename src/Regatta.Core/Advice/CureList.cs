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

/// <summary>One entry of the list: what to do about some signs.</summary>
/// <param name="Cure">The cure that was found first.</param>
/// <param name="Signs">The signs it cures, of those that were asked about.</param>
/// <param name="Control">The control, as the class has it; null for an act.</param>
/// <param name="From">Where it stands; null for an act, or where nobody knows.</param>
/// <param name="To">Where to put it; null like <paramref name="From"/>.</param>
/// <param name="Effect">How much it turns the helm; null where nothing is known.</param>
/// <param name="Recheck">What it disturbs, in set-up order.</param>
/// <param name="Doubted">Whether the logs say that it does the opposite.</param>
public sealed record RankedCure(
    Cure Cure,
    IReadOnlyList<Sign> Signs,
    Control? Control,
    Mark? From,
    Mark? To,
    StepEffect? Effect,
    IReadOnlyList<Control> Recheck,
    bool Doubted
);

/// <summary>From signs to the smallest changes that cure them: what is free first, then sails, board and rig. Common practice, no
/// source.</summary>
/// <param name="Cures">The list.</param>
/// <param name="AtTheirEnd">Controls that would help and go no further.</param>
/// <param name="Contradicted">Controls that one sign wants one way and another the other.</param>
public sealed record CureList(IReadOnlyList<RankedCure> Cures, IReadOnlyList<Control> AtTheirEnd, IReadOnlyList<Control> Contradicted)
{
    /// <summary>The list for some signs.</summary>
    /// <param name="definition">The class; its own cures, or the usual ones.</param>
    /// <param name="signs">What was noticed.</param>
    /// <param name="marks">Where each control stands.</param>
    /// <param name="effect">How much a number of positions of a control turns the helm; null where nothing is known.</param>
    /// <param name="rigFirst">The other school: board and rig before the sails, because easing them costs power. What is free stays
    /// first.</param>
    public static CureList Of(
        ClassDefinition definition,
        IReadOnlyList<Sign> signs,
        Func<ControlKey, Mark?> marks,
        Func<Control, double, StepEffect?> effect,
        bool rigFirst = false
    )
    {
        var cures = UsualCures
            .For(definition)
            .Where(cure => signs.Contains(cure.Sign) && (cure.Control is not { } key || definition.Find(key) is not null))
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
                .GroupBy(cure => (cure.Control, cure.Act))
                .Where(same => same.Key.Control is not { } key || !contradicted.Contains(key))
        )
        {
            var cure = same.First();
            if (cure.Control is { } key)
            {
                Add(cure, definition.Find(key)!, [.. same.Select(cure => cure.Sign).Distinct()]);
            }
            else
            {
                list.Add(new(cure, [.. same.Select(found => found.Sign).Distinct()], null, null, null, null, [], Doubted: false));
            }
        }

        return new(
            [
                .. list.OrderBy(advice => advice.Doubted)
                    .ThenBy(advice => Rank(advice.Cure.Kind))
                    .ThenByDescending(advice => advice.Signs.Count),
            ],
            ends,
            [.. definition.Controls.Where(control => contradicted.Contains(control.Key))]
        );

        int Rank(CureKind kind) => rigFirst && kind != CureKind.Free ? CureKind.Rig - kind + 1 : (int)kind;

        void Add(Cure cure, Control control, IReadOnlyList<Sign> cured)
        {
            var from = marks(control.Key);
            var wanted = cure.Steps * control.Scale.Step;
            var to = from is { } mark
                ? new Mark(Math.Clamp(mark.Position + wanted, control.Scale.Min.Position, control.Scale.Max.Position))
                : (Mark?)null;
            if (from is not null && Math.Abs(to!.Value.Position - from.Value.Position) < 1e-9)
            {
                ends.Add(control);
                return;
            }

            var turns = effect(control, from is { } at ? to!.Value.Position - at.Position : wanted);
            list.Add(
                new(cure, cured, control, from, to, turns, SetUpOrder.Disturbed(definition.Controls, [control.Key]), Denied(cured, turns))
            );
        }
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
