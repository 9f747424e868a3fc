namespace Regatta.Core.Measuring;

/// <summary>What the tape found about one control of one boat.</summary>
public enum SurveyFinding
{
    /// <summary>The control has no length; every boat reads it alike.</summary>
    NothingToMeasure,

    /// <summary>No pair yet.</summary>
    NotMeasured,

    /// <summary>One pair; two are the least.</summary>
    OnePair,

    /// <summary>Pairs contradict each other, so none is used.</summary>
    Contradictory,

    /// <summary>The boat's scale is the class's, within half a step.</summary>
    Agrees,

    /// <summary>The scale is as long as the class's and sits elsewhere: its datum is off.</summary>
    DatumOff,

    /// <summary>The numbers stand closer together, or further apart, than the class's.</summary>
    NumbersApart,
}

/// <summary>One pair with what the survey makes of it.</summary>
/// <param name="Pair">The pair as measured.</param>
/// <param name="Off">Length by tape less what the class's scale says at that reading.</param>
/// <param name="Residual">Length less the straight line through all pairs that fit together; how crooked the strip is there.</param>
/// <param name="Breaks">True when it contradicts the others.</param>
/// <param name="Strays">True when it lies more than two steps from the line through the others.</param>
public sealed record SurveyedPair(CalibrationPair Pair, Length Off, Length Residual, bool Breaks, bool Strays = false);

/// <summary>One control of one boat as measured: which pairs fit together, how the boat's scale lies against the class's, and the
/// calibration where there is one.</summary>
public sealed record ControlSurvey
{
    /// <summary>How far a strip's pair lies off the line through the others, in steps, before it should be measured again (models
    /// M7).</summary>
    public const double StrayFrom = 2;

    /// <summary>The scale is called crooked where a pair lies further from the straight line than this part of a step (ours).</summary>
    public const double CrookedFrom = 0.5;

    private ControlSurvey(
        Control control,
        IReadOnlyList<SurveyedPair> pairs,
        SurveyFinding finding,
        Length shift,
        Calibration? calibration
    ) => (Control, Pairs, Finding, Shift, Calibration) = (control, pairs, finding, shift, calibration);

    /// <summary>The class's control.</summary>
    public Control Control { get; }

    /// <summary>The pairs, in the order they were taken.</summary>
    public IReadOnlyList<SurveyedPair> Pairs { get; }

    /// <summary>What the tape found.</summary>
    public SurveyFinding Finding { get; }

    /// <summary>The middle of what the tape says beyond the class's scale: how far the boat's datum sits toward higher marks. Zero unless
    /// measured.</summary>
    public Length Shift { get; }

    /// <summary>The boat's calibration; null when it is not measured or contradicts itself.</summary>
    public Calibration? Calibration { get; }

    /// <summary>Whether the strip bends: some pair lies more than half a step from the straight line.</summary>
    public bool Crooked => Pairs.Any(pair => !pair.Breaks && Math.Abs(pair.Residual.Millimetres) > CrookedFrom * StepLength(Control.Scale));

    /// <summary>The finding in one sentence for whoever holds the tape.</summary>
    public string Sentence =>
        Finding switch
        {
            SurveyFinding.NothingToMeasure => "This has no length to measure: every boat reads it alike.",
            SurveyFinding.NotMeasured => "Not measured yet.",
            SurveyFinding.OnePair => "One pair so far. Take another near the other end.",
            SurveyFinding.Contradictory => (
                Pairs.Count(pair => pair.Breaks) is var broken and not 1 ? $"{broken} pairs contradict" : "One pair contradicts"
            ) + " the others: measure there again, or take it out.",
            SurveyFinding.Agrees => "Reads as the class does." + Bends,
            SurveyFinding.DatumOff => DatumSentence + Bends,
            SurveyFinding.NumbersApart => "Its numbers do not stand as far apart as the class’s: between the measured ends it differs by "
                + $"{ShowLength(Length.FromMetres(Pairs.Max(pair => pair.Off.Metres) - Pairs.Min(pair => pair.Off.Metres)))}. "
                + "Its own readings are shown instead."
                + Bends,
            _ => throw new ArgumentOutOfRangeException(nameof(Finding)),
        };

    private string Strays =>
        Pairs.Any(pair => pair.Strays) ? " One pair lies far from the line through the others: measure there again." : "";

    private string Bends =>
        Strays.Length > 0 ? Strays
        : Crooked ? " The strip bends; pairs where it does are worth taking."
        : "";

    private string DatumSentence =>
        $"Its datum is off by {ShowLength(Length.FromMetres(Math.Abs(Shift.Metres)))}: "
        + $"where it reads {Control.Scale.ShowReading(Pairs[0].Pair.Reading)} "
        + $"the tape from {Control.Datum} says {ShowLength(Pairs[0].Pair.Length)}, {(Shift.Metres > 0 ? "more" : "less")} than it should.";

    /// <summary>Whether a tape can check the control on a boat: its marks are lengths, and not a person's own hands.</summary>
    public static bool CanBeTaped(Control control) => control.Scale.CheckedBy == ScaleCheck.Tape;

    /// <summary>Judges what was measured.</summary>
    /// <param name="control">The class's control.</param>
    /// <param name="measured">The pairs in the order they were taken.</param>
    public static ControlSurvey Of(Control control, IReadOnlyList<CalibrationPair> measured)
    {
        var scale = control.Scale;
        if (!CanBeTaped(control))
        {
            return new(control, [], SurveyFinding.NothingToMeasure, default, null);
        }

        var fitting = Fitting(measured);
        var (slope, at) = Line([.. measured.Where((_, index) => fitting.Contains(index))]);
        var pairs = measured
            .Select(
                (pair, index) =>
                    new SurveyedPair(
                        pair,
                        Length.FromMetres(pair.Length.Metres - scale.LengthAt(scale.AtReading(pair.Reading))!.Value.Metres),
                        Length.FromMetres(pair.Length.Metres - (at + (slope * pair.Reading))),
                        !fitting.Contains(index),
                        fitting.Contains(index)
                            && StraysFrom([.. measured.Where((_, other) => other != index && fitting.Contains(other))], pair)
                    )
            )
            .ToList();
        bool StraysFrom(CalibrationPair[] others, CalibrationPair pair)
        {
            var (by, from) = Line(others);
            return others.Length > 1 && Math.Abs(pair.Length.Metres - (from + (by * pair.Reading))) * 1000 > StrayFrom * StepLength(scale);
        }

        var calibration = Calibration.Of(measured, scale.ReadingStep);
        var finding = (measured.Count, calibration.Ok) switch
        {
            (0, _) => SurveyFinding.NotMeasured,
            (_, false) when measured.Distinct().Count() == 1 => SurveyFinding.OnePair,
            (_, false) => SurveyFinding.Contradictory,
            _ => Compare(scale, pairs),
        };
        var shift = calibration.Ok ? Median([.. pairs.Select(pair => pair.Off.Metres)]) : 0;
        return new(control, pairs, finding, Length.FromMetres(shift), calibration.Ok ? calibration.Value : null);
    }

    /// <summary>A step of a scale as a length, in mm; the scale has one.</summary>
    public static double StepLength(Scale scale) =>
        Math.Abs(scale.LengthAt(new(scale.Min.Position + scale.Step))!.Value.Millimetres - scale.LengthAt(scale.Min)!.Value.Millimetres);

    /// <summary>A length in the unit the control is measured in, to what a tape can tell.</summary>
    public string ShowLength(Length length) =>
        Control.Scale.TapeUnit is var unit && unit == LengthUnit.Inch
            ? unit.Show(Length.From(Math.Round(length.In(unit) * 16) / 16, unit))
            : unit.Show(length);

    /// <summary>How far a tape may be out by itself: a millimetre, or a sixteenth of an inch. Source: models M7.</summary>
    public static double TapeError(Scale scale) => scale.TapeUnit == LengthUnit.Inch ? 25.4 / 16 : 1;

    /// <summary>Off by more than half a step, and by more than so many readings of a tape leave in doubt: 2τ/√n. In mm.</summary>
    public static double DatumDoubt(Scale scale, int pairs) =>
        Math.Max(StepLength(scale) / 2, 2 * TapeError(scale) / Math.Sqrt(Math.Max(1, pairs)));

    private static SurveyFinding Compare(Scale scale, List<SurveyedPair> pairs)
    {
        var step = Math.Max(StepLength(scale), 2 * Math.Sqrt(2) * TapeError(scale));
        var ends = (Low: pairs.MinBy(pair => pair.Pair.Reading)!, High: pairs.MaxBy(pair => pair.Pair.Reading)!);
        return (
            Stretch: Math.Abs(ends.High.Off.Millimetres - ends.Low.Off.Millimetres),
            Shift: Math.Abs(1000 * Median([.. pairs.Select(pair => pair.Off.Metres)]))
        ) switch
        {
            var (stretch, _) when stretch > step => SurveyFinding.NumbersApart,
            var (_, shift) when shift > DatumDoubt(scale, pairs.Count) => SurveyFinding.DatumOff,
            _ => SurveyFinding.Agrees,
        };
    }

    /// <summary>The largest set of pairs that agree on one direction; on a tie the earlier pairs stay.</summary>
    private static HashSet<int> Fitting(IReadOnlyList<CalibrationPair> measured)
    {
        var byReading = Enumerable.Range(0, measured.Count).OrderBy(index => measured[index].Reading).ThenBy(index => index).ToList();
        var rising = Longest(byReading, (a, b) => measured[a].Length.CompareTo(measured[b].Length) < 0);
        var falling = Longest(byReading, (a, b) => measured[a].Length.CompareTo(measured[b].Length) > 0);
        return [.. falling.Count > rising.Count ? falling : rising];

        List<int> Longest(List<int> order, Func<int, int, bool> goesOn)
        {
            var best = new List<int>[order.Count];
            for (var i = 0; i < order.Count; i++)
            {
                var before = Enumerable
                    .Range(0, i)
                    .Where(j =>
                        Same(order[j], order[i]) || (measured[order[j]].Reading < measured[order[i]].Reading && goesOn(order[j], order[i]))
                    )
                    .Select(j => best[j])
                    .MaxBy(path => path.Count);
                best[i] = [.. before ?? [], order[i]];
            }

            return best.MaxBy(path => path.Count) ?? [];
        }

        bool Same(int a, int b) => measured[a] == measured[b];
    }

    /// <summary>The least-squares line of length over reading, in metres; flat through the mean where there is nothing to slope
    /// by.</summary>
    private static (double Slope, double At) Line(IReadOnlyList<CalibrationPair> pairs)
    {
        if (pairs.Count == 0)
        {
            return default;
        }

        var (x, y) = (pairs.Average(pair => pair.Reading), pairs.Average(pair => pair.Length.Metres));
        var across = pairs.Sum(pair => (pair.Reading - x) * (pair.Reading - x));
        var slope = across > 0 ? pairs.Sum(pair => (pair.Reading - x) * (pair.Length.Metres - y)) / across : 0;
        return (slope, y - (slope * x));
    }

    internal static double Median(double[] numbers)
    {
        Array.Sort(numbers);
        return numbers.Length == 0 ? 0 : (numbers[(numbers.Length - 1) / 2] + numbers[numbers.Length / 2]) / 2;
    }
}
