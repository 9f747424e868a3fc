using System.Collections.Immutable;
using static Regatta.Core.Classes.Members.MemberKinds;

namespace Regatta.Core.Classes.Members;

/// <summary>What a captain can say of how other crews read the card, and what is put by of it.</summary>
internal static class CrewMembers
{
    public static ImmutableArray<ClassMember> All { get; } =
    [
        new ClassMember<CrewRule?>(
            "crewRule",
            nameof(ClassDefinition.Crew),
            "Crews",
            of => of.Crew.Rule,
            (of, rule) => of with { Crew = rule is null ? of.Crew : Keep(CrewReading.By(rule), of.Crew) },
            (of, rule, _) => MemberWords.Describe(of, rule)
        ),
        new ClassMember<IReadOnlyList<CrewOffset>>(
            "crewOffsets",
            nameof(ClassDefinition.Crew),
            "Crews by weight",
            of => of.Crew.Offsets,
            (of, offsets) => of with { Crew = offsets.Count == 0 ? of.Crew : Keep(CrewReading.By(offsets), of.Crew) },
            (of, value, other) => Lacking(value, other, offset => MemberWords.Describe(of, offset))
        )
        {
            Same = Enumerable.SequenceEqual,
            Count = offsets => offsets.Count,
            Most = Limits.CrewLines,
            Plural = "lines in its table for crews",
        },
        List(
            "crewSteps",
            nameof(ClassDefinition.Crew),
            "Crews by kind",
            of => of.Crew.Steps,
            (of, steps) => of with { Crew = of.Crew with { Steps = steps } },
            MemberWords.Describe
        ) with
        {
            Most = Limits.CrewLines,
            Plural = "steps for kinds of crews",
        },
        Value(
            "crewColumns",
            nameof(ClassDefinition.Crew),
            "Columns for crews",
            of => of.Crew.Columns,
            (of, columns) => of with { Crew = of.Crew with { Columns = columns } },
            MemberWords.Describe
        ),
        new ClassMember<CrewRule?>(
            "crewRuleAside",
            nameof(ClassDefinition.Crew),
            "Crew rule put by",
            of => of.Crew.RuleAside,
            (of, rule) => of with { Crew = of.Crew with { RuleAside = rule } },
            (of, rule, _) => MemberWords.Describe(of, rule)
        ),
        LateList(
            "crewOffsetsAside",
            nameof(ClassDefinition.Crew),
            "Table for crews put by",
            of => of.Crew.OffsetsAside,
            (of, offsets) => of with { Crew = of.Crew with { OffsetsAside = offsets } },
            MemberWords.Describe
        ) with
        {
            Most = Limits.CrewLines,
            Plural = "lines in the table that was put by",
        },
    ];
}
