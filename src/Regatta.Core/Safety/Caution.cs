namespace Regatta.Core.Safety;

/// <summary>Who decides where a caution speaks. Regatta advises on tuning only.</summary>
public enum Decider
{
    /// <summary>The skipper.</summary>
    Skipper,

    /// <summary>The club's duty officer.</summary>
    DutyOfficer,

    /// <summary>The class rules.</summary>
    ClassRules,

    /// <summary>Local rules.</summary>
    LocalRules,

    /// <summary>A qualified rigger.</summary>
    Rigger,
}

/// <summary>A short warning with its place: it is shown where it fits, and no sailor can silence it.</summary>
/// <param name="Text">What to mind, in a sentence.</param>
public sealed record Caution(string Text)
{
    /// <summary>With this control only; null for any.</summary>
    public ControlKey? Control { get; init; }

    /// <summary>With these sails only; null for any.</summary>
    public PlanKey? Plan { get; init; }

    /// <summary>Sailed so only; null for any.</summary>
    public ModeKey? Mode { get; init; }

    /// <summary>From this wind on, at the class's height; null for any.</summary>
    public Speed? WindFrom { get; init; }

    /// <summary>On such water only; not said for any.</summary>
    public Water Water { get; init; }

    /// <summary>At such a place only; not said for any.</summary>
    public Place Place { get; init; }

    /// <summary>Whether somebody can get hurt.</summary>
    public bool Grave { get; init; }

    /// <summary>Who decides; null for whoever sails.</summary>
    public Decider? Decides { get; init; }

    /// <summary>How closely it says where it belongs: the more, the earlier it is shown.</summary>
    public int Closeness =>
        (Control is null ? 0 : 2)
        + (Plan is null ? 0 : 1)
        + (Mode is null ? 0 : 1)
        + (WindFrom is null ? 0 : 1)
        + (Water == Water.NotSaid ? 0 : 1)
        + (Place == Place.NotSaid ? 0 : 1);

    /// <summary>Whether it belongs where something is done.</summary>
    public bool Fits(CautionPlace place) =>
        (Control is null || Control == place.Control)
        && (Plan is null || Plan == place.PlanMode?.Plan)
        && (Mode is null || Mode == place.PlanMode?.Mode)
        && (WindFrom is not { } from || place.Wind >= from)
        && (Water == Water.NotSaid || Water == place.Water)
        && (Place == Place.NotSaid || Place == place.Place);

    /// <summary>The sentence, after the water and the place it is for, and with who decides.</summary>
    public string Said => $"{Where}{Text}{Deferring}";

    private string Where
    {
        get
        {
            string[] parts =
            [
                Water == Water.NotSaid ? "" : EnumText.Of(Water),
                Place switch
                {
                    Place.Open => "open water",
                    Place.GustyShore => "gusty shore",
                    _ => "",
                },
            ];
            var named = string.Join(", ", parts.Where(part => part.Length > 0));
            return named.Length == 0 ? "" : $"{char.ToUpperInvariant(named[0])}{named[1..]}: ";
        }
    }

    private string Deferring =>
        Decides switch
        {
            Decider.Skipper => " The skipper decides.",
            Decider.DutyOfficer => " The duty officer decides.",
            Decider.ClassRules => " Class rules decide.",
            Decider.LocalRules => " Local rules decide.",
            Decider.Rigger => " Ask a qualified rigger.",
            _ => "",
        };
}

/// <summary>Where something is done, as far as it is known.</summary>
/// <param name="Control">With which control; null for none in particular.</param>
/// <param name="PlanMode">With which sails, sailed how.</param>
/// <param name="Wind">In which wind, at the class's height.</param>
/// <param name="Water">On which water.</param>
/// <param name="Place">At which place.</param>
public sealed record CautionPlace(
    ControlKey? Control,
    PlanMode? PlanMode,
    Speed? Wind,
    Water Water = Water.NotSaid,
    Place Place = Place.NotSaid
);

/// <summary>Which cautions stand where.</summary>
public static class Cautions
{
    /// <summary>The usual caution of whoever goes afloat. Common practice.</summary>
    public const string Launching = "Buoyancy aid on, never alone. Whether to launch is for you, the duty officer and local rules.";

    /// <summary>All that belong at a place, what can hurt first, then what says its place most closely, then in the captain's
    /// order.</summary>
    public static IReadOnlyList<Caution> At(IEnumerable<Caution> cautions, CautionPlace place) =>
        [
            .. cautions
                .Where(caution => caution.Fits(place))
                .OrderByDescending(caution => caution.Grave)
                .ThenByDescending(caution => caution.Closeness),
        ];

    /// <summary>Those of one control at a place: what speaks of the control itself, where the others fit.</summary>
    public static IReadOnlyList<Caution> Of(ControlKey control, IEnumerable<Caution> cautions, CautionPlace place) =>
        At(cautions.Where(caution => caution.Control == control), place with { Control = control });
}
