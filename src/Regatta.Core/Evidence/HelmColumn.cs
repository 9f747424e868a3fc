namespace Regatta.Core.Evidence;

/// <summary>What one column of the fit is of: a control that balances the helm, or a gear whose controls move as one. Source: models
/// M7.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="Members">Its controls, the one it is read by first, and how many of its steps each goes for one step of the gear; 1 of a
/// control alone.</param>
/// <param name="PerStep">The believed degrees of rudder for one step of it.</param>
/// <param name="UnitSteps">How many of its steps one of the column is: a gear counts in its own steps, a control in its scale's
/// units.</param>
public sealed record HelmColumn(string Name, IReadOnlyList<(Control Control, int Steps)> Members, double PerStep, double UnitSteps)
{
    /// <summary>The columns of a class, in the order of its controls.</summary>
    public static IReadOnlyList<HelmColumn> Of(ClassDefinition definition)
    {
        var helm = definition.HelmControls.ToList();
        var columns = new List<HelmColumn>();
        foreach (var control in helm.Where(control => !columns.Exists(column => column.Has(control.Key))))
        {
            columns.Add(definition.GearOf(control.Key) is { } gear && OfGear(gear, helm) is { } together ? together : OfOne(control));
        }

        return columns;
    }

    /// <summary>The control it is read by.</summary>
    public Control Lead => Members[0].Control;

    /// <summary>Whether it is of several controls.</summary>
    public bool IsGear => Members.Count > 1;

    /// <summary>The believed degrees of rudder for one of the column.</summary>
    public double PerUnit => PerStep * UnitSteps;

    /// <summary>The doubt of that: half of it and a little more, a step. Source: models M7.</summary>
    public double Deviation => ((Math.Abs(PerStep) / 2) + EvidenceRules.EffectFloor) * UnitSteps;

    /// <summary>Whether a control is one of its.</summary>
    public bool Has(ControlKey control) => Members.Any(member => member.Control.Key == control);

    /// <summary>How much of the column a change of one of its controls is: of a gear the share of the gear's step it is believed to do
    /// alone.</summary>
    /// <param name="control">One of its.</param>
    /// <param name="positions">The change.</param>
    public double Amount(Control control, double positions)
    {
        var steps = positions / control.Scale.Step;
        return (IsGear ? steps * control.HelmPerStep!.Value / PerStep : steps) / UnitSteps;
    }

    /// <summary>How much of the column changes of some of its controls are; a gear whose others are not known is read by those that are,
    /// for they move as one. Null where nothing is known.</summary>
    /// <param name="positions">The change of each control; null where it is not known.</param>
    public double? Amount(Func<Control, double?> positions)
    {
        var known = Members
            .Select(member => (member.Control, member.Steps, Positions: positions(member.Control)))
            .Where(one => one.Positions is not null)
            .ToList();
        // What the known ones do of one step of it, of all they are believed to do.
        var share = known.Sum(one => Amount(one.Control, one.Steps * one.Control.Scale.Step));
        return Math.Abs(share) < LeastShare / UnitSteps
            ? null
            : known.Sum(one => Amount(one.Control, one.Positions!.Value)) / (share * UnitSteps);
    }

    /// <summary>The change of one step of it, said in words of its controls.</summary>
    public string ShowStep() =>
        string.Join(
            ", ",
            Members.Select(member =>
                (IsGear ? member.Control.Name.ToLowerInvariant() + " " : "")
                + member.Control.Scale.ShowChange(member.Steps * member.Control.Scale.Step)
            )
        );

    /// <summary>Controls that do so little of a gear's step do not tell how far it went (ours).</summary>
    private const double LeastShare = 0.1;

    private static HelmColumn OfOne(Control control) =>
        new(control.Name, [(control, 1)], control.HelmPerStep!.Value, control.Scale.PositionsPerUnit / control.Scale.Step);

    /// <summary>A gear as one column; null where fewer than two of its controls balance the helm, or where they do so against each
    /// other.</summary>
    private static HelmColumn? OfGear(Gear gear, IReadOnlyList<Control> helm)
    {
        List<(Control Control, int Steps)> members =
        [
            .. from member in gear.Members
            let control = helm.FirstOrDefault(known => known.Key == member.Control)
            where control is not null
            select (control, member.Steps),
        ];
        var each = members.Select(member => member.Control.HelmPerStep!.Value * member.Steps).ToList();
        return members.Count < 2 || Math.Abs(each.Sum()) < LeastShare * each.Sum(Math.Abs) ? null : new(gear.Name, members, each.Sum(), 1);
    }
}
