namespace Regatta.Core.Classes;

/// <summary>Compares what two definitions of a class say beside bands, plans, modes and the list of controls, which
/// <see cref="MatrixDiff"/> compares. Values are compared, never what is shown.</summary>
public static class DefinitionDiff
{
    /// <summary>What changed, in the order of <see cref="ClassMembers.All"/>.</summary>
    public static IEnumerable<MatrixChange> Between(ClassDefinition before, ClassDefinition after) =>
        from member in ClassMembers.All
        where member.Title.Length > 0
        let change = member.Compare(before, after)
        where change is not null
        select new MatrixChange(ChangeKind.Definition, null, null, change.Value.Before, change.Value.After) { Member = member.Title };

    /// <summary>What changed in a control that both have.</summary>
    internal static IEnumerable<(string Member, string Before, string After)> Members(Control before, Control after) =>
        from member in ControlMembers.All
        let change = member.Compare(before, after)
        where change is not null
        select (member.Title, change.Value.Before, change.Value.After);
}
