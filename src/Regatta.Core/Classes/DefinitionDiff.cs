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
        from change in (IEnumerable<(string Member, bool Same, string Before, string After)>)
            [
                ("name", before.Name == after.Name, before.Name, after.Name),
                ("scale", before.Scale == after.Scale, before.Scale.Hint, after.Scale.Hint),
                ("datum", before.Datum == after.Datum, before.Datum, after.Datum),
                ("reading point", before.ReadingPoint == after.ReadingPoint, before.ReadingPoint, after.ReadingPoint),
                ("what more of it does", before.MoreDoes == after.MoreDoes, before.MoreDoes, after.MoreDoes),
                ("when it is changed", before.When == after.When, EnumText.Of(before.When), EnumText.Of(after.When)),
                (
                    "as wind builds",
                    before.AsWindBuilds == after.AsWindBuilds,
                    EnumText.Of(before.AsWindBuilds),
                    EnumText.Of(after.AsWindBuilds)
                ),
                (
                    "helm per unit",
                    before.HelmPerUnit == after.HelmPerUnit,
                    MemberWords.Degrees(before.HelmPerUnit),
                    MemberWords.Degrees(after.HelmPerUnit)
                ),
                (
                    "synonyms",
                    before.Synonyms.SequenceEqual(after.Synonyms),
                    string.Join(", ", before.Synonyms),
                    string.Join(", ", after.Synonyms)
                ),
                (
                    "where it belongs",
                    before.Plans.SequenceEqual(after.Plans) && before.Modes.SequenceEqual(after.Modes),
                    MemberWords.Belongs(before),
                    MemberWords.Belongs(after)
                ),
                (
                    "marks by purpose",
                    before.ByPurpose.SequenceEqual(after.ByPurpose),
                    string.Join(", ", before.ByPurpose.Select(mark => MemberWords.Describe(before, mark))),
                    string.Join(", ", after.ByPurpose.Select(mark => MemberWords.Describe(after, mark)))
                ),
                ("who sets it", before.Who == after.Who, before.Who, after.Who),
                (
                    "set on both sides",
                    before.BothSides == after.BothSides,
                    MemberWords.YesNo(before.BothSides),
                    MemberWords.YesNo(after.BothSides)
                ),
                (
                    "other datum",
                    before.OtherDatum == after.OtherDatum,
                    MemberWords.Describe(before.OtherDatum),
                    MemberWords.Describe(after.OtherDatum)
                ),
                (
                    "what it disturbs",
                    before.Disturbs.SequenceEqual(after.Disturbs),
                    MemberWords.Describe(before.Disturbs),
                    MemberWords.Describe(after.Disturbs)
                ),
            ]
        where !change.Same
        select (change.Member, change.Before, change.After);
}
