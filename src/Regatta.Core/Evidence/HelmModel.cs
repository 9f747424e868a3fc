using Regatta.Core.Fleet;
using Regatta.Core.Marks;
using Regatta.Core.Units;
using Regatta.Core.Wind;

namespace Regatta.Core.Evidence;

/// <summary>The columns of a class's helm regression and how a setting becomes a row of them: 1; wind less the reference in knots; heel in
/// degrees; each helm control's displacement from the middle of its scale in its own units; the share in each band.
/// Source: models M7; the prior sizes are our own choice.</summary>
public sealed class HelmModel
{
    /// <summary>Standard deviation in degrees of the belief that a class carries its target helm at the reference.</summary>
    public const double InterceptDeviation = 3;

    /// <summary>Standard deviation in degrees a knot of the belief that wind alone changes nothing.</summary>
    public const double WindDeviation = 0.3;

    /// <summary>Standard deviation in degrees of a band's own offset.</summary>
    public const double BandDeviation = 1;

    /// <summary>Added to half the declared size of an effect to make its standard deviation, in degrees a unit.</summary>
    public const double EffectFloor = 0.025;

    private const int FirstControl = 3;

    private readonly ClassDefinition boatClass;
    private readonly WindBands bands;
    private readonly IReadOnlyList<Control> controls;

    /// <summary>The model of a class over its bands.</summary>
    public HelmModel(ClassDefinition boatClass, WindBands bands)
    {
        (this.boatClass, this.bands) = (boatClass, bands);
        controls = [.. boatClass.HelmControls];
        Columns =
        [
            "helm at the reference",
            "wind, per kn",
            "heel, per degree",
            .. controls.Select(control => control.Name),
            .. bands.All.Select(band => band.Name),
        ];
    }

    /// <summary>A name for each column.</summary>
    public IReadOnlyList<string> Columns { get; }

    /// <summary>The belief before any log.</summary>
    public HelmPosterior Prior =>
        HelmPosterior.Before([
            new(boatClass.Helm.Target.Degrees, InterceptDeviation),
            new(0, WindDeviation),
            Effect(boatClass.Helm.PerHeelDegree),
            .. controls.Select(control => Effect(control.HelmPerUnit!.Value)),
            .. bands.All.Select(_ => new CoefficientPrior(0, BandDeviation)),
        ]);

    /// <summary>The row of a setting; null when a helm control's mark is not known.</summary>
    /// <param name="wind">The wind, whose share in each band counts.</param>
    /// <param name="heel">Heel to leeward; flat when not noted.</param>
    /// <param name="marks">The mark of a control, or null.</param>
    public IReadOnlyList<double>? Row(WindRange wind, Angle? heel, Func<Control, Mark?> marks)
    {
        var set = controls.Select(marks).ToList();
        return set.Exists(mark => mark is null)
            ? null
            :
            [
                1,
                wind.Mean.Knots - boatClass.Helm.ReferenceWind.Knots,
                heel?.Degrees ?? 0,
                .. controls.Zip(set, (control, mark) => Displacement(control, mark!.Value)),
                .. bands.Shares(wind),
            ];
    }

    /// <summary>The row of a setting sailed flat in the middle of a band.</summary>
    public IReadOnlyList<double>? Row(WindBand band, Func<Control, Mark?> marks) =>
        Row(WindRange.Of(band.Middle, band.Middle, null).Value, null, marks);

    /// <summary>The row that picks one control's effect out of the coefficients, scaled by a change in positions.</summary>
    public IReadOnlyList<double> Change(Control control, double positions)
    {
        var row = new double[Columns.Count];
        row[FirstControl + controls.ToList().IndexOf(control)] = positions / control.Scale.PositionsPerUnit;
        return row;
    }

    /// <summary>The belief after the logs: every session with a check takes part by its weight; those without all helm marks do
    /// not.</summary>
    public HelmPosterior Fit(IEnumerable<SessionEvidence> sessions) =>
        sessions.Aggregate(
            Prior,
            (posterior, session) =>
                session.Check is { } check && Row(session.Wind, check.Heel, control => Sailed(session, control)) is { } row
                    ? posterior.With(row, check.Helm.Mean.Degrees, session.Weight!.Weight)
                    : posterior
        );

    private static Mark? Sailed(SessionEvidence session, Control control) =>
        session.Marks.TryGetValue(control.Key, out var mark) ? mark : null;

    private static CoefficientPrior Effect(double declared) => new(declared, (Math.Abs(declared) / 2) + EffectFloor);

    private static double Displacement(Control control, Mark mark) =>
        (mark.Position - ((control.Scale.Min.Position + control.Scale.Max.Position) / 2)) / control.Scale.PositionsPerUnit;
}
