using Regatta.Core.Checks;
using Regatta.Core.Crew;
using Regatta.Core.Fleet;
using Regatta.Core.Units;

namespace Regatta.Core.Matrices;

/// <summary>Compares what two definitions of a class say beside bands, plans, modes and the list of controls, which
/// <see cref="MatrixDiff"/> compares. Values are compared, never what is shown.</summary>
public static class DefinitionDiff
{
    /// <summary>What changed, in the order of the class's pages.</summary>
    public static IEnumerable<MatrixChange> Between(ClassDefinition before, ClassDefinition after) =>
        from change in (IEnumerable<(string Member, bool Same, string Before, string After)>)
            [
                ("Name", before.Name == after.Name, before.Name, after.Name),
                ("About", before.About == after.About, before.About, after.About),
                ("Helm aimed at", before.Helm == after.Helm, Describe(before.Helm), Describe(after.Helm)),
                ("Height of the wind", before.WindHeight == after.WindHeight, Metres(before.WindHeight), Metres(after.WindHeight)),
                ("Crews", before.Crew.Equals(after.Crew), Describe(before), Describe(after)),
                Listed("Checks", before.Checks, after.Checks),
                Listed("Cautions", before.Cautions, after.Cautions),
                Order(before, after),
            ]
        where !change.Same
        select new MatrixChange(ChangeKind.Definition, null, null, change.Before, change.After) { Member = change.Member };

    /// <summary>What changed in a control that both have.</summary>
    internal static IEnumerable<(string Member, string Before, string After)> Members(Control before, Control after) =>
        from change in (IEnumerable<(string Member, bool Same, string Before, string After)>)
            [
                ("name", before.Name == after.Name, before.Name, after.Name),
                ("scale", before.Scale == after.Scale, before.Scale.Hint, after.Scale.Hint),
                ("datum", before.Datum == after.Datum, before.Datum, after.Datum),
                ("reading point", before.ReadingPoint == after.ReadingPoint, before.ReadingPoint, after.ReadingPoint),
                ("what more of it does", before.MoreDoes == after.MoreDoes, before.MoreDoes, after.MoreDoes),
                ("when it is changed", before.When == after.When, Spelling.Of(before.When), Spelling.Of(after.When)),
                (
                    "as wind builds",
                    before.AsWindBuilds == after.AsWindBuilds,
                    Spelling.Of(before.AsWindBuilds),
                    Spelling.Of(after.AsWindBuilds)
                ),
                ("helm per unit", before.HelmPerUnit == after.HelmPerUnit, Degrees(before.HelmPerUnit), Degrees(after.HelmPerUnit)),
                (
                    "synonyms",
                    before.Synonyms.SequenceEqual(after.Synonyms),
                    string.Join(", ", before.Synonyms),
                    string.Join(", ", after.Synonyms)
                ),
                ("what it disturbs", before.Disturbs.SequenceEqual(after.Disturbs), Describe(before.Disturbs), Describe(after.Disturbs)),
            ]
        where !change.Same
        select (change.Member, change.Before, change.After);

    private static (string, bool, string, string) Listed(string member, IReadOnlyList<string> before, IReadOnlyList<string> after) =>
        (member, before.SequenceEqual(after), string.Join(" ", before.Except(after)), string.Join(" ", after.Except(before)));

    /// <summary>The order of set-up, of the controls both have.</summary>
    private static (string, bool, string, string) Order(ClassDefinition before, ClassDefinition after)
    {
        var (was, now) = (Shared(before, after), Shared(after, before));
        return ("Order of set-up", was.SequenceEqual(now), string.Join(", ", was), string.Join(", ", now));

        static List<string> Shared(ClassDefinition one, ClassDefinition other) =>
            [.. one.Controls.Where(control => other.Find(control.Key) is not null).Select(control => control.Name)];
    }

    private static string Metres(Length height) => $"{NumberText.Plain(height.Metres, 2)} m";

    private static string Degrees(double? perUnit) => perUnit is { } known ? $"{NumberText.Signed(known, 3)}°" : "not used for balance";

    private static string Describe(HelmAim helm) =>
        $"{HelmWords.Describe(helm.Target)} ± {NumberText.Plain(helm.Tolerance.Degrees, 1)}° at "
        + $"{NumberText.Plain(helm.ReferenceWind.Knots, 1)} kn, {NumberText.Signed(helm.PerHeelDegree, 2)}° a degree of heel";

    private static string Describe(ClassDefinition definition) =>
        definition.Crew switch
        {
            { Rule: { } rule } =>
                $"effective wind: reference {NumberText.Plain(rule.Reference.Kilograms, 1)} kg, hull {NumberText.Plain(rule.Hull, 1)} "
                    + $"kg·m, arm {NumberText.Plain(rule.Arm.Metres, 2)} m, from {definition.Bands.Find(rule.FromBand)?.Name}",
            { Offsets.Count: > 0 } crew => string.Join("; ", crew.Offsets.Select(offset => Describe(definition, offset))),
            _ => "all alike",
        };

    private static string Describe(ClassDefinition definition, CrewOffset offset) =>
        $"{NumberText.Plain(offset.From.Kilograms, 1)}–{NumberText.Plain(offset.To.Kilograms, 1)} kg: "
        + $"{definition.Find(offset.Control)?.Name ?? offset.Control.Name} {NumberText.Signed(offset.Steps, 0)}";

    private static string Describe(IReadOnlyList<Coupling> couplings) =>
        string.Join("; ", couplings.Select(coupling => $"{coupling.Control}: {coupling.Why}"));
}
