using System.Collections.Immutable;

namespace Regatta.Core.Classes.Members;

/// <summary>One thing a captain can say of a control.</summary>
/// <param name="Title">Its name where versions are compared.</param>
/// <param name="Property">The property of <see cref="Control"/> that holds it.</param>
/// <param name="Same">Whether two controls say the same of it.</param>
/// <param name="Tell">What a control says of it, in words.</param>
public sealed record ControlMember(string Title, string Property, Func<Control, Control, bool> Same, Func<Control, string> Tell)
{
    /// <summary>What it said and says; null where both say the same.</summary>
    public (string Before, string After)? Compare(Control before, Control after) =>
        Same(before, after) ? null : (Tell(before), Tell(after));
}

/// <summary>The one list of what can be said of a control, beside its key.</summary>
public static class ControlMembers
{
    /// <summary>All of them, in the order history tells them.</summary>
    public static ImmutableArray<ControlMember> All { get; } =
    [
        Value("name", nameof(Control.Name), of => of.Name, name => name),
        Value("scale", nameof(Control.Scale), of => of.Scale, scale => scale.Hint),
        Value("datum", nameof(Control.Datum), of => of.Datum, datum => datum),
        Value("reading point", nameof(Control.ReadingPoint), of => of.ReadingPoint, point => point),
        Value("what more of it does", nameof(Control.MoreDoes), of => of.MoreDoes, text => text),
        List("what more of it means", nameof(Control.MoreMeans), of => of.MoreMeans, means => MarkEffects.Says(means, 1)),
        Value("when it is changed", nameof(Control.When), of => of.When, EnumText.Of),
        Value("as wind builds", nameof(Control.AsWindBuilds), of => of.AsWindBuilds, EnumText.Of),
        Value("helm per unit", nameof(Control.HelmPerUnit), of => of.HelmPerUnit, MemberWords.Degrees),
        List("synonyms", nameof(Control.Synonyms), of => of.Synonyms, names => string.Join(", ", names)),
        List("sails it belongs to", nameof(Control.Plans), of => of.Plans, plans => MemberWords.Belongs(plans.Select(plan => plan.Name))),
        List("modes it belongs to", nameof(Control.Modes), of => of.Modes, modes => MemberWords.Belongs(modes.Select(mode => mode.Name))),
        new(
            "marks by purpose",
            nameof(Control.ByPurpose),
            (before, after) => before.ByPurpose.SequenceEqual(after.ByPurpose),
            of => string.Join(", ", of.ByPurpose.Select(mark => MemberWords.Describe(of, mark)))
        ),
        Value("who sets it", nameof(Control.Who), of => of.Who, who => who),
        Value("its stage", nameof(Control.Stage), of => of.Stage, stage => stage is { } said ? RigStages.Words(said) : ""),
        Value("its gauge", nameof(Control.Gauge), of => of.Gauge, gauge => gauge is null ? "" : MemberWords.Describe(gauge)),
        Value("set on both sides", nameof(Control.BothSides), of => of.BothSides, MemberWords.YesNo),
        Value("other datum", nameof(Control.OtherDatum), of => of.OtherDatum, MemberWords.Describe),
        List("what it disturbs", nameof(Control.Disturbs), of => of.Disturbs, MemberWords.Describe),
    ];

    private static ControlMember Value<T>(string title, string property, Func<Control, T> get, Func<T, string> tell) =>
        new(title, property, (before, after) => EqualityComparer<T>.Default.Equals(get(before), get(after)), of => tell(get(of)));

    private static ControlMember List<T>(
        string title,
        string property,
        Func<Control, IReadOnlyList<T>> get,
        Func<IReadOnlyList<T>, string> tell
    ) => new(title, property, (before, after) => get(before).SequenceEqual(get(after)), of => tell(get(of)));
}
