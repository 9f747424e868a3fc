namespace Regatta.Core.Boats;

/// <summary>How far a reading on a card can be taken for the boat in front of you.</summary>
public enum ReadingTrust
{
    /// <summary>The mark has no length to check: a stop, an angle, a number of clicks.</summary>
    NothingToCheck,

    /// <summary>Read by what was measured on this boat, or on this person.</summary>
    Measured,

    /// <summary>The class's reading: nobody measured this boat, or what was measured contradicts itself.</summary>
    NotChecked,

    /// <summary>The class's reading: the mark lies more than a step beyond what was measured.</summary>
    OutOfReach,

    /// <summary>Counted in a usual hand, not the reader's own.</summary>
    UsualHand,
}

/// <summary>Who reads a card, on what: a boat with its measured scales, and a person with their own hand. Turns a class's controls into
/// theirs.</summary>
/// <param name="Boat">The boat; null when none is chosen.</param>
/// <param name="Hands">The person's own measures; those not measured are missing.</param>
public sealed record Readings(Boat? Boat, IReadOnlyDictionary<BodyMeasure, Length> Hands)
{
    /// <summary>What the person reads some controls in, where that is otherwise than the class does.</summary>
    public IReadOnlyDictionary<ControlKey, OwnMeasure> Measures { get; init; } = new Dictionary<ControlKey, OwnMeasure>();

    /// <summary>The class's own readings, as they stand.</summary>
    public static Readings OfTheClass { get; } = new(null, new Dictionary<BodyMeasure, Length>());

    /// <summary>The control with its scale as it is read here; as it was where nothing was measured. Positions keep their
    /// meaning.</summary>
    public Control AsRead(Control control) =>
        OwnOf(control) is { } own ? control with { Scale = own }
        : CalibrationOf(control) is { } calibration ? control with { Scale = new CalibratedScale(control.Scale, calibration) }
        : control;

    /// <summary>How far the reading of a mark can be taken for the boat in front of you.</summary>
    /// <param name="control">The class's control.</param>
    /// <param name="mark">The mark.</param>
    public ReadingTrust TrustOf(Control control, Mark mark) =>
        (control.Scale, CalibrationOf(control)) switch
        {
            ({ HasLength: false }, _) => ReadingTrust.NothingToCheck,
            _ when OwnOf(control) is not null => Measures[control.Key].Body is { } body && !Hands.ContainsKey(body)
                ? ReadingTrust.UsualHand
                : ReadingTrust.Measured,
            ({ CheckedBy: ScaleCheck.OwnBody }, null) => ReadingTrust.UsualHand,
            (_, null) => ReadingTrust.NotChecked,
            (_, { } calibration) => calibration.ReadingAt(control.Scale.LengthAt(mark)!.Value).Ok
                ? ReadingTrust.Measured
                : ReadingTrust.OutOfReach,
        };

    /// <summary>The control as it is read by those who measure from its other datum; as it is where it has none.</summary>
    public static Control FromOtherDatum(Control control) =>
        control.OtherDatum is { } other && Shifted(control.Scale, other.Shift) is { } calibration
            ? control with
            {
                Scale = new CalibratedScale(control.Scale, calibration),
            }
            : control;

    /// <summary>How much more this boat reads than the class, where it is measured from the control's other datum; null where it is
    /// not.</summary>
    private Length? ShiftOf(Control control) =>
        Boat?.Fittings.GetValueOrDefault(control.Key) is { OtherDatum: true } ? control.OtherDatum?.Shift : null;

    /// <summary>A scale that reads so much more than the class's, all along it.</summary>
    private static Calibration? Shifted(Scale scale, Length shift)
    {
        double Reading(Mark mark) =>
            scale.ReadingAt(scale.AtLength(Length.FromMillimetres(scale.LengthAt(mark)!.Value.Millimetres + shift.Millimetres))!.Value);
        return
            Calibration.Of(
                [new(Reading(scale.Min), scale.LengthAt(scale.Min)!.Value), new(Reading(scale.Max), scale.LengthAt(scale.Max)!.Value)],
                scale.ReadingStep
            )
                is { Ok: true } shifted
            ? shifted.Value
            : null;
    }

    /// <summary>The scale in the person's own measure; null where they chose none, or this boat has numbers of her own for it.</summary>
    private OwnScale? OwnOf(Control control) =>
        Measures.TryGetValue(control.Key, out var measure)
        && control.Scale is LengthwiseScale scale
        && OwnScale.Fits(scale)
        && Boat?.PairsOf(control) is not { Count: > 0 }
        && ShiftOf(control) is null
            ? OwnScale.Of(scale, measure, Hands)
            : null;

    private Calibration? CalibrationOf(Control control) =>
        control.Scale switch
        {
            BodyScale body => Hands.TryGetValue(body.Measure, out var own) ? body.OwnedBy(own) : null,
            { HasLength: true } scale
                when Boat?.PairsOf(control) is { Count: > 0 } pairs
                    && Calibration.Of(pairs, scale.ReadingStep) is { Ok: true } calibration => calibration.Value,
            { HasLength: true } scale when ShiftOf(control) is { } shift => Shifted(scale, shift),
            _ => null,
        };
}
