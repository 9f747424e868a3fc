namespace Regatta.Core.Classes.Changes;

/// <summary>Adds a control behind the others.</summary>
/// <param name="Control">The control.</param>
public sealed record AddControl(Control Control) : ClassChange
{
    /// <inheritdoc/>
    public override string What(ClassState before) => $"{Control.Name} added";

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use) =>
        before.Definition.Known.Any(known => known.Key == Control.Key)
            ? Bad("The class has a control of that name, perhaps one no longer used.")
            : Good(before.With(before.Definition with { Controls = [.. before.Definition.Controls, Control] }));
}

/// <summary>Writes a control anew, in use or retired.</summary>
/// <param name="Control">The control; its key names which.</param>
public sealed record EditControl(Control Control) : ClassChange
{
    /// <inheritdoc/>
    public override string What(ClassState before) => $"{Control.Name} edited";

    private protected override bool ChangesMeaning(ClassState before) =>
        before.Definition.Known.Any(known => known.Key == Control.Key && !known.Scale.SameTerms(Control.Scale));

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use)
    {
        var definition = before.Definition;
        if (definition.Known.FirstOrDefault(known => known.Key == Control.Key) is not { } was)
        {
            return Bad("That control is not there any more.");
        }

        var marked = before
            .Cells.Where(cell => cell.Key.Address.Control == Control.Key && cell.Value is { Mark: not null, Word: null })
            .ToList();
        var (logs, boats) = use.Marks.GetValueOrDefault(Control.Key);
        if (!was.Scale.SameTerms(Control.Scale) && marked.Count + logs + boats > 0)
        {
            return Bad(
                $"Its marks would lose their meaning: {marked.Count} cells, {logs} logs and {boats} "
                    + "boats have some. Take this control out of use and add the new one beside it."
            );
        }

        var off = marked.FirstOrDefault(cell => !Control.Scale.Reaches(cell.Value.Mark!.Value));
        return off.Value is not null
            ? Bad(
                $"The mark of {definition.Bands.Find(off.Key.Address.Band)!.Name}, "
                    + $"{was.Scale.Show(off.Value.Mark!.Value)}, would lie off the scale. Change that mark first."
            )
            : Good(
                before.With(
                    definition with
                    {
                        Controls = [.. definition.Controls.Select(Renewed)],
                        Retired = [.. definition.Retired.Select(Renewed)],
                    }
                )
            );

        Control Renewed(Control known) => known.Key == Control.Key ? Control : known;
    }
}

/// <summary>Moves a control one place earlier or later in the set-up order.</summary>
/// <param name="Key">Which.</param>
/// <param name="Earlier">Towards the front.</param>
public sealed record MoveControl(ControlKey Key, bool Earlier) : ClassChange
{
    /// <inheritdoc/>
    public override string What(ClassState before) => $"{before.Definition.Find(Key)?.Name} set up {(Earlier ? "earlier" : "later")}";

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use)
    {
        var controls = before.Definition.Controls.ToList();
        var at = controls.FindIndex(control => control.Key == Key);
        var to = Earlier ? at - 1 : at + 1;
        if (at < 0)
        {
            return Bad("That control is not in use any more.");
        }

        if (to < 0 || to >= controls.Count)
        {
            return Bad($"{controls[at].Name} is the {(Earlier ? "first" : "last")} already.");
        }

        (controls[at], controls[to]) = (controls[to], controls[at]);
        return Good(before.With(before.Definition with { Controls = controls }));
    }
}

/// <summary>Takes a control out of use. Its cells, what was measured and the logs' marks are kept for when it comes back.</summary>
/// <param name="Key">Which.</param>
public sealed record RetireControl(ControlKey Key) : ClassChange
{
    /// <inheritdoc/>
    public override string What(ClassState before) => $"{before.Definition.Find(Key)?.Name} taken out of use";

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use) =>
        before.Definition.Find(Key) is not { } control
            ? Bad("That control is not in use any more.")
            : Good(
                before.With(
                    before.Definition with
                    {
                        Controls = [.. before.Definition.Controls.Where(known => known != control)],
                        Retired = [.. before.Definition.Retired, control],
                    }
                )
            );
}

/// <summary>Takes a retired control back into use, last in the order, with its cells.</summary>
/// <param name="Key">Which.</param>
public sealed record ReviveControl(ControlKey Key) : ClassChange
{
    /// <inheritdoc/>
    public override string What(ClassState before) =>
        $"{before.Definition.Known.FirstOrDefault(known => known.Key == Key)?.Name} back in use";

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use) =>
        before.Definition.Retired.FirstOrDefault(known => known.Key == Key) is not { } control
            ? Bad("That control is in use already.")
            : Good(
                before.With(
                    before.Definition with
                    {
                        Controls = [.. before.Definition.Controls, control],
                        Retired = [.. before.Definition.Retired.Where(known => known != control)],
                    }
                )
            );
}
