namespace Regatta.Core.Classes;

/// <summary>Whatever a captain can say of a class, but for the marks in its cells. Immutable; one revision guards the whole of
/// it.</summary>
/// <param name="Key">Its name in addresses: lower-case letters, digits and hyphens. The same for good.</param>
/// <param name="Name">What the club calls it.</param>
/// <param name="Family">The kind of rig, in words.</param>
/// <param name="About">One sentence on the boat.</param>
/// <param name="Helm">What helm it should have, and what is believed of it before logs.</param>
/// <param name="Bands">The wind bands, light to strong.</param>
/// <param name="Controls">The controls in use, in the order they are set up.</param>
/// <param name="Cautions">Short warnings that stand beside the card.</param>
public sealed record ClassDefinition(
    string Key,
    string Name,
    string Family,
    string About,
    HelmAim Helm,
    WindBands Bands,
    IReadOnlyList<Control> Controls,
    IReadOnlyList<Caution> Cautions
)
{
    /// <summary>The longest name of a class, in characters.</summary>
    public const int LongestName = 40;

    /// <summary>Reads the name of a class that is made.</summary>
    public static Parsed<string> ReadName(string text) =>
        text.Trim().Length <= LongestName ? Parsed<string>.Good(text.Trim()) : Parsed<string>.Bad($"Keep it under {LongestName} letters.");

    /// <summary>The kind of rig of a class that was made from no kit.</summary>
    public const string OwnFamily = "a rig of its own";

    /// <summary>The highest number a band gets; splitting once an hour for a century stays below.</summary>
    public const int MostBandNumbers = 1_000_000;

    /// <summary>The height bands are meant at where nobody said: about the boom of a dinghy, or a hand held up (ours).</summary>
    public static readonly Length UsualWindHeight = Length.FromMetres(3);

    /// <summary>The class's own checks on the water, beside the helm check all classes share.</summary>
    public IReadOnlyList<string> Checks { get; init; } = [];

    /// <summary>The height above the water the class's bands are meant at.</summary>
    public Length WindHeight { get; init; } = UsualWindHeight;

    /// <summary>How the card is read for crews lighter or heavier than the one it was tuned with.</summary>
    public CrewReading Crew { get; init; } = CrewReading.None;

    /// <summary>Whether its card is read at the wind itself, along the curve through the bands' marks, instead of in steps at their
    /// edges.</summary>
    public bool ReadsBetween { get; init; }

    /// <summary>The sail plans and modes it has marks for.</summary>
    public PlanModes PlanModes { get; init; } = PlanModes.One;

    /// <summary>How she tells whether she is balanced.</summary>
    public BalanceCheck Balance { get; init; } = BalanceCheck.Usual;

    /// <summary>What a captain wants looked at and answered, in the order it is asked.</summary>
    public IReadOnlyList<Question> Questions { get; init; } = [];

    /// <summary>Questions nobody is asked any more. Their answers stay readable.</summary>
    public IReadOnlyList<Question> RetiredQuestions { get; init; } = [];

    /// <summary>What she is sailed for; the cells are the first's. Empty where there is but one purpose.</summary>
    public IReadOnlyList<Purpose> Purposes { get; init; } = [];

    /// <summary>Controls that move as one.</summary>
    public IReadOnlyList<Gear> Gears { get; init; } = [];

    /// <summary>How she is reefed, and by which signs; the limits stand with her plans.</summary>
    public ReefRules Reefing { get; init; } = ReefRules.Usual;

    /// <summary>Up to which wind, at which angles, sails beside the plans stand: gennaker, kite.</summary>
    public IReadOnlyList<SailLimit> SailLimits { get; init; } = [];

    /// <summary>The sail with limits of its own that stands in a mode: the one the mode names, or that is called as the mode; null for
    /// none.</summary>
    public string? SailOf(SailingMode mode) =>
        mode.Sail ?? SailLimits.FirstOrDefault(limit => limit.Sail.Equals(mode.Name, StringComparison.OrdinalIgnoreCase))?.Sail;

    /// <summary>The limits of the sail that stands in a mode; empty where none does, or nobody said any.</summary>
    public IReadOnlyList<SailLimit> LimitsOf(SailingMode mode) =>
        SailOf(mode) is { } sail
            ? [.. SailLimits.Where(limit => limit.Sail.Equals(sail, StringComparison.OrdinalIgnoreCase)).OrderBy(limit => limit.From)]
            : [];

    /// <summary>How things are done aboard that must be done in order.</summary>
    public IReadOnlyList<Procedure> Procedures { get; init; } = [];

    /// <summary>Lengths of the rig, where shrouds set its rake; null where nobody measured them.</summary>
    public RakeGeometry? Rake { get; init; }

    /// <summary>Her side view, with what her controls move in it; null where nobody drew her.</summary>
    public BoatDrawing? Drawing { get; init; }

    /// <summary>What cures what in this class, in the captain's order; empty for the usual cures.</summary>
    public IReadOnlyList<Cure> Cures { get; init; } = [];

    /// <summary>What it changes first against too much power.</summary>
    public DepowerFirst Depower { get; init; }

    /// <summary>Whether its cards have the looks before the marks: the sign rather than the number.</summary>
    public bool LooksFirst { get; init; }

    /// <summary>Questions of its own on which schools differ; the usual ones are beside them.</summary>
    public IReadOnlyList<School> Schools { get; init; } = [];

    /// <summary>All questions a log may have answers to: those asked, then the retired.</summary>
    public IEnumerable<Question> KnownQuestions => Questions.Concat(RetiredQuestions);

    /// <summary>The gear that binds a control now; null for none.</summary>
    public Gear? GearOf(ControlKey control) => Gears.FirstOrDefault(gear => gear.Binds(control));

    /// <summary>Whether a mode is the one she is sailed to windward in: the first.</summary>
    public bool IsUpwind(PlanMode planMode) => planMode.Mode == PlanModes.Modes[0].Key;

    /// <summary>Controls the class no longer uses. Logs that have marks for them stay readable.</summary>
    public IReadOnlyList<Control> Retired { get; init; } = [];

    /// <summary>The highest number a band of the class ever had; a new band gets the next one, so that no number ever means two
    /// bands.</summary>
    public int LastBand { get; init; }

    /// <summary>The controls a card has marks for.</summary>
    public IEnumerable<Control> Marked => Controls.Where(control => control.Scale.HasMarks);

    /// <summary>The controls used to balance the helm.</summary>
    public IEnumerable<Control> HelmControls => Marked.Where(control => control.HelmPerUnit is not null);

    /// <summary>All controls a log may have marks for: those in use, then the retired.</summary>
    public IEnumerable<Control> Known => Controls.Concat(Retired);

    /// <summary>The control in use of a key, or null.</summary>
    public Control? Find(ControlKey key) => Controls.FirstOrDefault(control => control.Key == key);

    /// <summary>What cells have their places by: bands, controls in use, plans and modes.</summary>
    public IReadOnlySet<string> Structure =>
        new HashSet<string>([
            .. Bands.All.Select(band => $"band {band.Id.Number}"),
            .. Controls.Select(control =>
                $"control {control.Key}"
                + (
                    control.Plans.Count + control.Modes.Count == 0
                        ? ""
                        : $" of {string.Join(' ', control.Plans)}/{string.Join(' ', control.Modes)}"
                )
            ),
            .. PlanModes.Plans.Select(plan => $"plan {plan.Key}"),
            .. PlanModes.Modes.Select(mode => $"mode {mode.Key}"),
        ]);

    /// <summary>Whether the class has such a cell.</summary>
    public bool Has(CellPlace place) =>
        PlanModes.Has(place.PlanMode)
        && Bands.Find(place.Address.Band) is not null
        && Find(place.Address.Control)?.BelongsTo(place.PlanMode) == true;

    /// <summary>What breaks a rule of classes, a sentence each; empty where nothing does. A change that leaves something here is refused;
    /// an older version with something here is shown with it.</summary>
    public IReadOnlyList<string> Problems() => [.. DefinitionRules.Broken(this)];

    /// <summary>Values nothing can be computed with, a sentence each; no version has any.</summary>
    public IReadOnlyList<string> Unsound() => [.. ValueRules.Unsound(this)];

    /// <summary>What does not fit together without breaking a rule, a sentence each: it stands beside its cause, and publishing
    /// asks.</summary>
    public IReadOnlyList<string> Remarks() => [.. SailRules.Remarks(this), .. BalanceRules.Remarks(this)];
}
