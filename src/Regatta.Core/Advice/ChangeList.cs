namespace Regatta.Core.Advice;

/// <summary>One line of a change list: one control, or a gear's controls as one.</summary>
/// <param name="Gear">The gear; null for a control alone.</param>
/// <param name="Steps">What to set; the one a gear is read by first.</param>
public sealed record ChangeLine(Gear? Gear, IReadOnlyList<SetStep> Steps)
{
    /// <summary>What it is called.</summary>
    public string Name => Gear?.Name ?? Steps[0].Control.Name;

    /// <summary>When it can be set: ashore as soon as one of its controls is.</summary>
    public WhenChanged When => Steps.Any(step => step.When == WhenChanged.Ashore) ? WhenChanged.Ashore : WhenChanged.Afloat;
}

/// <summary>A sign that is looked for on another card instead.</summary>
/// <param name="Control">What it is seen at.</param>
/// <param name="From">The sign before; empty where there was none.</param>
/// <param name="To">The sign now.</param>
public sealed record ChangedTarget(Control Control, string From, string To);

/// <summary>What to change from one card to another: in set-up order, gears as one line, and what to look at again afterwards.</summary>
/// <param name="Ashore">What is set on land.</param>
/// <param name="Afloat">What is set on the water.</param>
/// <param name="Recheck">What the changes disturb and no line sets, with what that disturbs in turn; in set-up order.</param>
public sealed record ChangeList(IReadOnlyList<ChangeLine> Ashore, IReadOnlyList<ChangeLine> Afloat, IReadOnlyList<Control> Recheck)
{
    /// <summary>All lines, ashore before afloat.</summary>
    public IEnumerable<ChangeLine> Lines => Ashore.Concat(Afloat);

    /// <summary>The observed targets that another card has otherwise, in set-up order. A mark beside a target is in the list
    /// itself.</summary>
    public static IReadOnlyList<ChangedTarget> TargetsBetween(CardReading from, CardReading to)
    {
        var before = from.Lines.ToDictionary(line => line.Control.Key, line => line.Cell?.Target ?? "");
        return
        [
            .. to
                .Lines.Where(line => line.Cell?.Target.Length > 0)
                .Select(line => new ChangedTarget(line.Control, before.GetValueOrDefault(line.Control.Key, ""), line.Cell!.Target))
                .Where(target => target.From != target.To),
        ];
    }

    /// <summary>The list between two settings of a boat.</summary>
    /// <param name="definition">The class.</param>
    /// <param name="readings">The boat, and whose hand.</param>
    /// <param name="from">The marks she stands at.</param>
    /// <param name="to">The marks to go to; a control without one stays.</param>
    public static ChangeList Between(
        ClassDefinition definition,
        Readings readings,
        IReadOnlyDictionary<ControlKey, Mark> from,
        IReadOnlyDictionary<ControlKey, Mark> to
    )
    {
        var steps = SetAgain.Steps(definition, readings, from, to);
        var lines = new List<ChangeLine>();
        var told = new HashSet<ControlKey>();
        foreach (var step in steps)
        {
            if (told.Contains(step.Control.Key))
            {
                continue;
            }

            var gear = definition.GearOf(step.Control.Key);
            var together = gear is null
                ? [step]
                : gear.Members.SelectMany(member => steps.Where(step => step.Control.Key == member.Control)).ToList();
            told.UnionWith(together.Select(step => step.Control.Key));
            lines.Add(new(together.Count > 1 ? gear : null, together));
        }

        return new(
            [.. lines.Where(line => line.When == WhenChanged.Ashore)],
            [.. lines.Where(line => line.When != WhenChanged.Ashore)],
            SetUpOrder.Disturbed(definition.Controls, told)
        );
    }

    /// <summary>The way back: the last first, each to where it stood. What nobody knew the mark of is left out.</summary>
    public IReadOnlyList<ChangeLine> Undo() =>
        [
            .. Lines
                .Reverse()
                .Select(line =>
                    line with
                    {
                        Steps =
                        [
                            .. line
                                .Steps.Where(step => step.From is not null)
                                .Select(step => step with { From = step.To, To = step.From!.Value }),
                        ],
                    }
                )
                .Where(line => line.Steps.Count > 0),
        ];
}
