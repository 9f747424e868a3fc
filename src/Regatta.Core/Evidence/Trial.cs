namespace Regatta.Core.Evidence;

/// <summary>How a trial is sailed.</summary>
public enum TrialDesign
{
    /// <summary>One boat goes back and forth between two settings.</summary>
    Ladder,

    /// <summary>Two boats side by side, one at each setting, and swap.</summary>
    LineUp,
}

/// <summary>Which of a trial's two settings: what stands, or what is tried.</summary>
public enum Setting
{
    /// <summary>What stands on the card.</summary>
    A,

    /// <summary>What is tried.</summary>
    B,
}

/// <summary>A planned trial: two settings of one control in one band.</summary>
/// <param name="PlanMode">With which sails, sailed how.</param>
/// <param name="Band">In which band.</param>
/// <param name="Control">Which control is moved.</param>
/// <param name="A">What stands.</param>
/// <param name="B">What is tried.</param>
/// <param name="Design">How it is sailed.</param>
/// <param name="Boats">The boats, one or two; the first has A first.</param>
public sealed record Trial(
    PlanMode PlanMode,
    BandId Band,
    ControlKey Control,
    Mark A,
    Mark B,
    TrialDesign Design,
    IReadOnlyList<long> Boats
)
{
    /// <summary>The most runs of a trial.</summary>
    public const int MostRuns = 12;

    /// <summary>The setting of a boat in a run: A B B A, and again, so that what changes through the day strikes both alike; the
    /// second boat has the other one, and so they swap. Common practice, no source.</summary>
    /// <param name="run">Which run, from 1.</param>
    /// <param name="boat">0 for the first boat, 1 for the second.</param>
    public static Setting In(int run, int boat) => (run - 1) % 4 is 0 or 3 == (boat == 0) ? Setting.A : Setting.B;

    /// <summary>The mark of a setting.</summary>
    public Mark MarkOf(Setting setting) => setting == Setting.A ? A : B;

    /// <summary>The marks that a setting takes, the control's own and those its gear takes along.</summary>
    /// <param name="definition">The class.</param>
    /// <param name="card">What stands.</param>
    /// <param name="setting">Which.</param>
    public IReadOnlyDictionary<ControlKey, Mark> Moved(ClassDefinition definition, Matrix card, Setting setting) =>
        definition.Find(Control) is { } control && definition.Bands.Find(Band) is { } band
            ? definition.Moved(card, band, control, MarkOf(setting))
            : new Dictionary<ControlKey, Mark> { [Control] = MarkOf(setting) };

    /// <summary>Why it cannot be sailed so, in a sentence; null where it can.</summary>
    /// <param name="definition">The class.</param>
    /// <param name="card">What stands in the band.</param>
    public string? Problem(ClassDefinition definition, Mark? card) =>
        definition.Find(Control) is not { } control ? "That control is not there any more."
        : definition.Bands.Find(Band) is null ? "That band is not there any more."
        : !definition.PlanModes.Has(PlanMode) ? "Those sails are not there any more."
        : card is not { } stands || stands.DistanceTo(A) > 1e-6 ? "The card says something else there now. Look at it again."
        : !control.Scale.Reaches(B) ? $"{control.Scale.Show(B)} lies off the scale."
        : A.DistanceTo(B) < control.Scale.Step / 2 ? "Both settings are the same."
        : A.DistanceTo(B) > (NextTest.MostSteps + 0.01) * control.Scale.Step
            ? $"One small change at a time: no more than {NextTest.MostSteps} steps from the card."
        : Design == TrialDesign.LineUp && Boats.Distinct().Count() != 2 ? "A line-up needs two boats."
        : Design == TrialDesign.Ladder && Boats.Count != 1 ? "A ladder is sailed by one boat."
        : null;
}

/// <summary>A run of a trial as it was sailed.</summary>
/// <param name="Number">Which run, from 1.</param>
/// <param name="Boat">0 for the first boat, 1 for the second.</param>
/// <param name="Helm">The helm carried, in degrees, mean of both tacks.</param>
public readonly record struct TrialRun(int Number, int Boat, double Helm)
{
    /// <summary>No boat gains more on another in a run, in lengths.</summary>
    public const double MostGained = 50;

    /// <summary>How many lengths the first of two boats gained on the second in it, less than nothing where she lost; null where nobody
    /// said, and of the second boat.</summary>
    public double? Gained { get; init; }

    /// <summary>The setting it was sailed at.</summary>
    public Setting Setting => Trial.In(Number, Boat);
}
