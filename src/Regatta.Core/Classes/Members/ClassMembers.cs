using System.Collections.Immutable;
using static Regatta.Core.Classes.Members.MemberKinds;

namespace Regatta.Core.Classes.Members;

/// <summary>The one list of what a captain can say of a class, in the order documents have it and history tells it.</summary>
public static class ClassMembers
{
    /// <summary>The wind bands, light to strong.</summary>
    public static ClassMember<IReadOnlyList<WindBand>> Bands { get; } =
        List(
            "bands",
            nameof(ClassDefinition.Bands),
            "",
            definition => definition.Bands.All,
            (definition, bands) => definition with { Bands = WindBands.Stored(bands) },
            band => band.Name
        ) with
        {
            Required = true,
            Most = Limits.Bands,
            Plural = "bands",
        };

    /// <summary>The sail plans, the largest first. Names are compared by <see cref="MatrixDiff"/>; what a plan says beside its name
    /// here.</summary>
    public static ClassMember<IReadOnlyList<SailPlan>> Plans { get; } =
        List(
            "plans",
            nameof(ClassDefinition.PlanModes),
            "Sails",
            definition => definition.PlanModes.Plans,
            (definition, plans) => definition with { PlanModes = PlanModes.Stored(plans, definition.PlanModes.Modes) },
            MemberWords.Describe
        ) with
        {
            Same = (was, now) => Carried(was).SequenceEqual(Carried(now)),
            Tell = (_, value, other) => Lacking(Carried(value), Carried(other), MemberWords.Describe),
            Most = Limits.PlanModes,
            Plural = "sail plans",
        };

    /// <summary>The modes, the first of them upwind. What a mode says beside its name is when it begins.</summary>
    public static ClassMember<IReadOnlyList<SailingMode>> Modes { get; } =
        List(
            "modes",
            nameof(ClassDefinition.PlanModes),
            "Mode triggers",
            definition => definition.PlanModes.Modes,
            (definition, modes) => definition with { PlanModes = PlanModes.Stored(definition.PlanModes.Plans, modes) },
            MemberWords.Describe
        ) with
        {
            Same = (was, now) => Triggered(was).SequenceEqual(Triggered(now)),
            Tell = (_, value, other) => Lacking(Triggered(value), Triggered(other), MemberWords.Describe),
            Most = Limits.PlanModes,
            Plural = "modes",
        };

    /// <summary>All members.</summary>
    public static ImmutableArray<ClassMember> All { get; } =
    [
        Value("name", nameof(ClassDefinition.Name), "Name", of => of.Name, (of, name) => of with { Name = name }, name => name) with
        {
            Required = true,
        },
        Value("family", nameof(ClassDefinition.Family), "Family", of => of.Family, (of, text) => of with { Family = text }, text => text),
        Value("about", nameof(ClassDefinition.About), "About", of => of.About, (of, text) => of with { About = text }, text => text),
        Value(
            "helm",
            nameof(ClassDefinition.Helm),
            "Helm aimed at",
            of => of.Helm,
            (of, helm) => of with { Helm = helm },
            MemberWords.Describe
        ) with
        {
            Required = true,
        },
        Bands,
        // A band's number is never given out again, not even when the change that gave it out is undone.
        Value("lastBand", nameof(ClassDefinition.LastBand), "", of => of.LastBand, (of, last) => of with { LastBand = last }, _ => "") with
        {
            InHistory = false,
        },
        new ControlsMember(),
        List<ControlKey>(
            "inUse",
            nameof(ClassDefinition.Retired),
            "Order of set-up",
            of => [.. of.Controls.Select(control => control.Key)],
            ControlsMember.Ordered,
            key => key.Name
        ) with
        {
            Required = true,
            Same = ControlsMember.SameOrder,
            Tell = ControlsMember.Order,
        },
        Plans,
        Modes,
        Value(
            "windHeight",
            nameof(ClassDefinition.WindHeight),
            "Height of the wind",
            of => of.WindHeight,
            (of, height) => of with { WindHeight = height },
            MemberWords.Metres
        ),
        .. CrewMembers.All,
        Value<bool?>(
            "readsBetween",
            nameof(ClassDefinition.ReadsBetween),
            "Between the bands",
            of => of.ReadsBetween ? true : null,
            (of, between) => of with { ReadsBetween = between ?? false },
            between => between == true ? "read at the wind itself" : "the band’s mark"
        ),
        Value(
            "balance",
            nameof(ClassDefinition.Balance),
            "Balance check",
            of => of.Balance,
            (of, balance) => of with { Balance = balance },
            MemberWords.Describe
        ),
        List(
            "questions",
            nameof(ClassDefinition.Questions),
            "Questions",
            of => of.Questions,
            (of, questions) => of with { Questions = questions },
            MemberWords.Describe
        ) with
        {
            Most = Limits.Questions,
            Plural = "questions",
        },
        List(
            "retiredQuestions",
            nameof(ClassDefinition.RetiredQuestions),
            "",
            of => of.RetiredQuestions,
            (of, questions) => of with { RetiredQuestions = questions },
            MemberWords.Describe
        ),
        new ClassMember<IReadOnlyList<Purpose>>(
            "purposes",
            nameof(ClassDefinition.Purposes),
            "Purposes",
            of => of.Purposes,
            (of, purposes) => of with { Purposes = purposes },
            (of, value, other) => Lacking(value, other, purpose => PurposeText.Write(of, purpose))
        )
        {
            Same = Enumerable.SequenceEqual,
        },
        List(
            "gears",
            nameof(ClassDefinition.Gears),
            "Gears",
            of => of.Gears,
            (of, gears) => of with { Gears = gears },
            MemberWords.Describe
        ) with
        {
            Most = Limits.Gears,
            Plural = "gears",
        },
        List(
            "checks",
            nameof(ClassDefinition.Checks),
            "Checks",
            of => of.Checks,
            (of, checks) => of with { Checks = checks },
            text => text
        ) with
        {
            Most = Limits.Sentences,
            Plural = "checks",
        },
        List(
            "cautions",
            nameof(ClassDefinition.Cautions),
            "Cautions",
            of => of.Cautions,
            (of, cautions) => of with { Cautions = cautions },
            MemberWords.Describe
        ) with
        {
            Most = Limits.Sentences,
            Plural = "cautions",
        },
        Value(
            "reefing",
            nameof(ClassDefinition.Reefing),
            "Reefing",
            of => of.Reefing,
            (of, reefing) => of with { Reefing = reefing },
            MemberWords.Describe
        ),
        List(
            "sailLimits",
            nameof(ClassDefinition.SailLimits),
            "Sail limits",
            of => of.SailLimits,
            (of, limits) => of with { SailLimits = limits },
            MemberWords.Describe
        ) with
        {
            Most = Limits.SailLimits,
            Plural = "limits of sails",
        },
        List(
            "procedures",
            nameof(ClassDefinition.Procedures),
            "Procedures",
            of => of.Procedures,
            (of, procedures) => of with { Procedures = procedures },
            MemberWords.Describe
        ) with
        {
            Most = Limits.Procedures,
            Plural = "procedures",
        },
        Value(
            "rake",
            nameof(ClassDefinition.Rake),
            "Lengths of the rig",
            of => of.Rake,
            (of, rake) => of with { Rake = rake },
            MemberWords.Describe
        ),
        Value(
            "drawing",
            nameof(ClassDefinition.Drawing),
            "Drawing",
            of => of.Drawing,
            (of, drawing) => of with { Drawing = drawing },
            MemberWords.Describe
        ),
        List(
            "cures",
            nameof(ClassDefinition.Cures),
            "Cures",
            of => of.Cures,
            (of, cures) => of with { Cures = cures },
            MemberWords.Describe
        ) with
        {
            Most = Limits.Cures,
            Plural = "cures",
        },
        Value<DepowerFirst?>(
            "depower",
            nameof(ClassDefinition.Depower),
            "First against too much power",
            of => of.Depower == DepowerFirst.Cheapest ? null : of.Depower,
            (of, first) => of with { Depower = first ?? DepowerFirst.Cheapest },
            first => MemberWords.Describe(first ?? DepowerFirst.Cheapest)
        ),
        Value<bool?>(
            "looksFirst",
            nameof(ClassDefinition.LooksFirst),
            "First on the card",
            of => of.LooksFirst ? true : null,
            (of, looks) => of with { LooksFirst = looks ?? false },
            looks => looks == true ? "the looks" : "the marks"
        ),
        LateList(
            "schools",
            nameof(ClassDefinition.Schools),
            "Schools",
            of => of.Schools,
            (of, schools) => of with { Schools = schools },
            (_, school) => school.Asks + " " + string.Join(" / ", school.Answers.Select(answer => answer.Name))
        ) with
        {
            Most = Limits.Schools,
            Plural = "schools of its own",
        },
    ];
}
