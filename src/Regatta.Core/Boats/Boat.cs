namespace Regatta.Core.Boats;

/// <summary>What a control is moved by on one boat.</summary>
public enum FittingKind
{
    /// <summary>Nobody said: as the class has it.</summary>
    NotSaid,

    /// <summary>A lever or a cleated line: it moves afloat.</summary>
    Lever,

    /// <summary>A bolt or a screw: ashore only.</summary>
    Bolt,
}

/// <summary>How one control is fitted on one boat.</summary>
/// <param name="Kind">What it is moved by.</param>
/// <param name="OtherDatum">Whether this boat is measured from the control's other datum.</param>
public sealed record Fitting(FittingKind Kind, bool OtherDatum);

/// <summary>What a sail's maker printed for a control: where powered marks begin, and the end of the range.</summary>
/// <param name="Control">The control.</param>
/// <param name="Specified">The maker's setting for powered conditions, a start; null where none is printed.</param>
/// <param name="Maximum">The end of the range, no mark; null where none is printed.</param>
public sealed record PrintedNumber(ControlKey Control, Mark? Specified, Mark? Maximum);

/// <summary>One sail of a boat. What is printed on it belongs to it alone, not to the class.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="Plan">The plan it is carried in; null for every one.</param>
/// <param name="Area">Its size in m²; null where nobody said.</param>
/// <param name="Since">In use since.</param>
/// <param name="Printed">What is printed on it.</param>
public sealed record BoatSail(string Name, PlanKey? Plan, double? Area, DateOnly Since, IReadOnlyList<PrintedNumber> Printed)
{
    /// <summary>The largest sail anybody enters, in m².</summary>
    public const double MostArea = 300;

    /// <summary>The printed maximum of a control; null for none.</summary>
    public Mark? MaximumOf(ControlKey control) => Printed.FirstOrDefault(number => number.Control == control)?.Maximum;
}

/// <summary>The boats of a class that are sailed.</summary>
public static class BoatsInUse
{
    /// <summary>Those that are not retired.</summary>
    public static IEnumerable<Boat> InUse(this IEnumerable<Boat> boats) => boats.Where(boat => boat.RetiredOn is null);
}

/// <summary>One boat of a class, and what a tape found on its scales.</summary>
/// <param name="Number">Its number in the club's records.</param>
/// <param name="Name">Its name or sail number.</param>
/// <param name="Note">A remark; may be empty.</param>
/// <param name="Measured">The pairs measured for each control, in the order they were taken.</param>
public sealed record Boat(long Number, string Name, string Note, IReadOnlyDictionary<ControlKey, IReadOnlyList<CalibrationPair>> Measured)
{
    /// <summary>The longest name, in characters.</summary>
    public const int LongestName = 40;

    /// <summary>How its controls are fitted, where somebody said.</summary>
    public IReadOnlyDictionary<ControlKey, Fitting> Fittings { get; init; } = new Dictionary<ControlKey, Fitting>();

    /// <summary>Its sails.</summary>
    public IReadOnlyList<BoatSail> Sails { get; init; } = [];

    /// <summary>Which state of it was read, for whoever changes it; 0 of one not in the club's records.</summary>
    public long Revision { get; init; }

    /// <summary>Since when it is sailed no more; null while it is in use. Its logs and measurements stay.</summary>
    public DateOnly? RetiredOn { get; init; }

    /// <summary>The pairs measured for a control; none when nobody did.</summary>
    public IReadOnlyList<CalibrationPair> PairsOf(Control control) => Measured.GetValueOrDefault(control.Key, []);

    /// <summary>When a control can be changed on this boat: a bolt only ashore, a lever afloat too; else as the class says.</summary>
    public WhenChanged WhenOf(Control control) =>
        (Fittings.GetValueOrDefault(control.Key)?.Kind, control.When) switch
        {
            (FittingKind.Bolt, _) => WhenChanged.Ashore,
            (FittingKind.Lever, WhenChanged.Ashore) => WhenChanged.Afloat,
            _ => control.When,
        };

    /// <summary>The sail carried in a plan: of those that fit it, the one in use last; null where none is written down.</summary>
    public BoatSail? SailIn(PlanKey plan) =>
        Sails
            .Where(sail => sail.Plan is null || sail.Plan == plan)
            .OrderBy(sail => sail.Plan is null)
            .ThenByDescending(sail => sail.Since)
            .FirstOrDefault();
}
