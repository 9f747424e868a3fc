namespace Regatta.Core.Controls;

/// <summary>Names a control within its class: lower-case letters, digits and hyphens.</summary>
/// <param name="Name">Such as <c>gooseneck</c>.</param>
public readonly record struct ControlKey(string Name)
{
    /// <inheritdoc/>
    public override string ToString() => Name;
}

/// <summary>When a control can be changed. Class rules decide what is allowed; this says what is possible.</summary>
public enum WhenChanged
{
    /// <summary>Only on land.</summary>
    Ashore,

    /// <summary>On the water.</summary>
    Afloat,

    /// <summary>On the water and, where class rules allow, while racing.</summary>
    Racing,
}

/// <summary>Which way a control's mark usually goes as wind builds in its class. A property of the control in its class, with its reason,
/// never assumed.</summary>
public enum AsWindBuilds
{
    /// <summary>Either way, or nobody knows.</summary>
    Either,

    /// <summary>To higher marks.</summary>
    Up,

    /// <summary>To lower marks.</summary>
    Down,

    /// <summary>To higher marks up to some wind, and down again beyond it.</summary>
    UpThenDown,
}

/// <summary>"Changing this disturbs that": why a set-up has an order and a second pass.</summary>
/// <param name="Control">The control that is disturbed.</param>
/// <param name="Why">How, in a few words.</param>
public sealed record Coupling(ControlKey Control, string Why)
{
    /// <summary>Where the two are changed together: how far the disturbed control goes for each unit of this one, in positions, at the
    /// least and at the most. Null where it only wants checking.</summary>
    public (double Least, double Most)? Follows { get; init; }
}

/// <summary>A place some boats, and some lists of numbers, measure from instead of the class's datum.</summary>
/// <param name="Words">What it is, such as "outer end of the cap".</param>
/// <param name="Shift">How much more is read from there than from the class's datum; negative for less.</param>
public sealed record OtherDatum(string Words, Length Shift);

/// <summary>One adjustable thing on a boat of a class, and how it is read.</summary>
/// <param name="Key">Its name for good.</param>
/// <param name="Name">What sailors call it.</param>
/// <param name="Synonyms">What others call it.</param>
/// <param name="Scale">What its marks are.</param>
/// <param name="Datum">Where the scale starts.</param>
/// <param name="ReadingPoint">What is read against the scale.</param>
/// <param name="MoreDoes">What a higher mark does, in one sentence.</param>
/// <param name="When">When it can be changed.</param>
/// <param name="AsWindBuilds">Which way its mark usually goes as wind builds.</param>
/// <param name="HelmPerUnit">Degrees of rudder one unit more of the mark is believed to add (+ weather helm) before any log is in; null
/// when the control is not used to balance the helm.</param>
public sealed record Control(
    ControlKey Key,
    string Name,
    IReadOnlyList<string> Synonyms,
    Scale Scale,
    string Datum,
    string ReadingPoint,
    string MoreDoes,
    WhenChanged When,
    AsWindBuilds AsWindBuilds,
    double? HelmPerUnit
)
{
    /// <summary>The longest name, datum or sentence of a control, in characters.</summary>
    public const int LongestText = 200;

    /// <summary>The longest name of who sets it, in characters.</summary>
    public const int LongestName = 40;

    /// <summary>What a higher mark does to the boat: every direction and reason follows from it. Empty where nobody declared it: then
    /// nothing is advised by it but what its helm says.</summary>
    public IReadOnlyList<MarkEffect> MoreMeans { get; init; } = [];

    /// <summary>Which way of its mark has an effect: +1, −1, or 0 where that is not declared.</summary>
    public int Way(MarkEffect wanted) => MarkEffects.Way(MoreMeans, wanted);

    /// <summary>Whether it slides a boom through its gooseneck: one change moves the sail forward and lower, or aft and higher.</summary>
    public bool SlidesBoom => Way(MarkEffect.SailForward) != 0 && Way(MarkEffect.SailForward) == Way(MarkEffect.SailDown);

    /// <summary>What changing it disturbs.</summary>
    public IReadOnlyList<Coupling> Disturbs { get; init; } = [];

    /// <summary>Belongs to these sails only; empty for all.</summary>
    public IReadOnlyList<PlanKey> Plans { get; init; } = [];

    /// <summary>Belongs to these modes only; empty for all.</summary>
    public IReadOnlyList<ModeKey> Modes { get; init; } = [];

    /// <summary>Its marks for other purposes than the class's first.</summary>
    public IReadOnlyList<PurposeMark> ByPurpose { get; init; } = [];

    /// <summary>Where else it is measured from; null where all measure alike.</summary>
    public OtherDatum? OtherDatum { get; init; }

    /// <summary>Whether it is set on both sides, and must stand alike on them.</summary>
    public bool BothSides { get; init; }

    /// <summary>Who aboard sets it, such as "crew"; empty for whoever is at hand.</summary>
    public string Who { get; init; } = "";

    /// <summary>At which stage of making her ready it is set; null where nobody said: with the sails hoisted.</summary>
    public RigStage? Stage { get; init; }

    /// <summary>The gauge that tells from a picture whether its observed target is met; null for none, and for a control with
    /// marks.</summary>
    public GaugeUse? Gauge { get; init; }

    /// <summary>Whether it is there with these sails, sailed so.</summary>
    public bool BelongsTo(PlanMode planMode) =>
        (Plans.Count == 0 || Plans.Contains(planMode.Plan)) && (Modes.Count == 0 || Modes.Contains(planMode.Mode));

    /// <summary>The degrees of rudder one step more of the mark is believed to add, or null.</summary>
    public double? HelmPerStep => HelmPerUnit * Scale.Step / Scale.PositionsPerUnit;

    /// <summary>The control with what it is set to, without saying a word twice: "Shroud hole 4", not "Shroud hole hole 4".</summary>
    /// <param name="shown">The mark as its scale shows it.</param>
    public string Said(string shown)
    {
        var last = Name.Split(' ')[^1] + " ";
        return $"{Name} {(shown.StartsWith(last, StringComparison.OrdinalIgnoreCase) ? shown[last.Length..] : shown)}";
    }

    /// <summary>The words of its name and its key, in lower case.</summary>
    public IEnumerable<string> WordsOfName() => $"{Name} {Key.Name.Replace('-', ' ')}".ToLowerInvariant().Split(' ').Distinct();

    /// <summary>Whether a word a person uses means this control: its name, its key or a synonym, in any case.</summary>
    public bool IsCalled(string word) =>
        new[] { Name, Key.Name, Key.Name.Replace('-', ' ') }.Concat(Synonyms).Contains(word.Trim(), StringComparer.OrdinalIgnoreCase);

    /// <summary>Whether the same control is meant and read in the same way.</summary>
    public bool Equals(Control? other) =>
        other is not null
        && (Key, Name, Scale, Datum, ReadingPoint, MoreDoes, When, AsWindBuilds, HelmPerUnit)
            == (
                other.Key,
                other.Name,
                other.Scale,
                other.Datum,
                other.ReadingPoint,
                other.MoreDoes,
                other.When,
                other.AsWindBuilds,
                other.HelmPerUnit
            )
        && Synonyms.SequenceEqual(other.Synonyms)
        && MoreMeans.SequenceEqual(other.MoreMeans)
        && Disturbs.SequenceEqual(other.Disturbs)
        && Plans.SequenceEqual(other.Plans)
        && Modes.SequenceEqual(other.Modes)
        && ByPurpose.SequenceEqual(other.ByPurpose)
        && (OtherDatum, BothSides, Who, Stage, Gauge) == (other.OtherDatum, other.BothSides, other.Who, other.Stage, other.Gauge);

    /// <inheritdoc/>
    public override int GetHashCode() => Key.GetHashCode();
}
