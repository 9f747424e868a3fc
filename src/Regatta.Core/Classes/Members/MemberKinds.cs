namespace Regatta.Core.Classes.Members;

/// <summary>The usual kinds of members: one value, a list, and what some lists tell only part of.</summary>
internal static class MemberKinds
{
    public static ClassMember<T> Value<T>(
        string name,
        string property,
        string title,
        Func<ClassDefinition, T> get,
        Func<ClassDefinition, T, ClassDefinition> with,
        Func<T, string> tell
    ) => new(name, property, title, get, with, (_, value, _) => tell(value));

    public static ClassMember<IReadOnlyList<T>> List<T>(
        string name,
        string property,
        string title,
        Func<ClassDefinition, IReadOnlyList<T>> get,
        Func<ClassDefinition, IReadOnlyList<T>, ClassDefinition> with,
        Func<T, string> tell
    ) =>
        new(name, property, title, get, with, (_, value, other) => Lacking(value, other, tell))
        {
            Same = Enumerable.SequenceEqual,
            Count = items => items.Count,
        };

    /// <summary>A list that came after the schema: nothing is written where it is empty, so that a class without it reads as it
    /// did.</summary>
    public static ClassMember<IReadOnlyList<T>?> LateList<T>(
        string name,
        string property,
        string title,
        Func<ClassDefinition, IReadOnlyList<T>> get,
        Func<ClassDefinition, IReadOnlyList<T>, ClassDefinition> with,
        Func<ClassDefinition, T, string> tell
    ) =>
        new(
            name,
            property,
            title,
            of => get(of) is { Count: > 0 } items ? items : null,
            (of, items) => with(of, items ?? []),
            (of, value, other) => Lacking(value ?? [], other ?? [], item => tell(of, item))
        )
        {
            Same = (was, now) => (was ?? []).SequenceEqual(now ?? []),
            Count = items => items?.Count ?? 0,
        };

    /// <summary>What one list says that another does not, in words.</summary>
    public static string Lacking<T>(IEnumerable<T> value, IEnumerable<T> other, Func<T, string> tell) =>
        string.Join(" ", value.Except(other).Select(tell));

    public static IEnumerable<SailPlan> Carried(IReadOnlyList<SailPlan> plans) =>
        plans.Where(plan => plan != new SailPlan(plan.Key, plan.Name));

    public static IEnumerable<SailingMode> Triggered(IReadOnlyList<SailingMode> modes) =>
        modes.Where(mode => mode != new SailingMode(mode.Key, mode.Name));

    /// <summary>Another school, with the steps and columns that stand beside either.</summary>
    public static CrewReading Keep(CrewReading school, CrewReading before) =>
        school with
        {
            Steps = before.Steps,
            Columns = before.Columns,
            RuleAside = before.RuleAside,
            OffsetsAside = before.OffsetsAside,
        };
}
