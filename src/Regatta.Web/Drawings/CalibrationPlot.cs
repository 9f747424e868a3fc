using static Regatta.Web.Drawings.Svg;

namespace Regatta.Web.Drawings;

/// <summary>One measured pair as drawn.</summary>
public sealed record PlottedPair(double X, double Y, double ResidualY, bool Breaks, string Label);

/// <summary>What the boat's scale reads against what the tape says; beneath it how far each pair lies from a straight strip. Empty without
/// a pair.</summary>
/// <param name="Pairs">The pairs in the order they were taken.</param>
/// <param name="Line">Straight between the pairs that are used; empty while they contradict each other.</param>
/// <param name="ClassLine">Where the class's own scale runs.</param>
/// <param name="Across">Readings along the foot.</param>
/// <param name="Up">Lengths up the side.</param>
public sealed record CalibrationPlot(
    IReadOnlyList<PlottedPair> Pairs,
    string Line,
    string ClassLine,
    IReadOnlyList<Label> Across,
    IReadOnlyList<Label> Up
)
{
    public const double Width = 360;
    public const double Height = 250;

    /// <summary>The line the residuals hang from.</summary>
    public const double Zero = 216;
    private const double Left = 66;
    private const double Right = 346;
    private const double Top = 16;
    private const double Bottom = 156;
    private const double MostResidual = 20;

    public static CalibrationPlot Of(ControlSurvey survey)
    {
        if (survey.Pairs.Count == 0)
        {
            return new([], "", "", [], []);
        }

        var scale = survey.Control.Scale;
        var pairs = survey.Pairs.Select(pair => pair.Pair).ToList();
        double[] readings = [scale.ReadingAt(scale.Min), scale.ReadingAt(scale.Max), .. pairs.Select(pair => pair.Reading)];
        double[] lengths =
        [
            scale.LengthAt(scale.Min)!.Value.Metres,
            scale.LengthAt(scale.Max)!.Value.Metres,
            .. pairs.Select(pair => pair.Length.Metres),
        ];
        var (low, high, near, far) = (readings.Min(), readings.Max(), lengths.Min(), lengths.Max());
        double X(double reading) => Left + ((Right - Left) * (reading - low) / (high - low));
        double Y(double metres) => Bottom - ((Bottom - Top) * (metres - near) / (far - near));

        // The residuals' own scale: a whole step fills what there is.
        var step = ControlSurvey.StepLength(scale) / 1000;
        double Residual(double metres) => Zero - Math.Clamp(MostResidual * metres / step, -MostResidual * 1.2, MostResidual * 1.2);
        return new(
            [
                .. survey.Pairs.Select(pair => new PlottedPair(
                    X(pair.Pair.Reading),
                    Y(pair.Pair.Length.Metres),
                    Residual(pair.Residual.Metres),
                    pair.Breaks,
                    $"{scale.ShowReading(pair.Pair.Reading)}: "
                        + $"{survey.ShowLength(pair.Pair.Length)}{(pair.Breaks ? ", contradicts the others" : "")}"
                )),
            ],
            survey.Calibration is { } calibration
                ? "M" + string.Join("L", calibration.Pairs.Select(pair => $"{N(X(pair.Reading))} {N(Y(pair.Length.Metres))}"))
                : "",
            $"M{N(X(readings[0]))} {N(Y(lengths[0]))}L{N(X(readings[1]))} {N(Y(lengths[1]))}",
            [new(X(low), Bottom + 18, scale.ShowReading(low), "start"), new(X(high), Bottom + 18, scale.ShowReading(high), "end")],
            [
                new(Left - 6, Bottom, survey.ShowLength(Length.FromMetres(near)), "end"),
                new(Left - 6, Top + 8, survey.ShowLength(Length.FromMetres(far)), "end"),
            ]
        );
    }
}
