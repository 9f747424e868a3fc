using System.Security.Cryptography;
using Microsoft.AspNetCore.DataProtection;

namespace Regatta.Web.Pages.Evidence;

/// <summary>How far the logs of a class can be believed, and what was fast; for members. Its captain has runs weighed anew.
/// Names boats, and nobody.</summary>
[Authorize(Policies.ReadsClass)]
public sealed class WhatLogsProveModel(
    ClubContext here,
    IReadBoats boats,
    EvidenceLoader sums,
    UnitPreferences units,
    IDataProtectionProvider protection
) : PageModel
{
    private IReadOnlyDictionary<long, string> names = new Dictionary<long, string>();

    public ClassDefinition Class { get; private set; } = null!;

    public PlanModeView PlanMode { get; private set; } = null!;

    public FitReview Review => Proven.Review;

    /// <summary>The residuals by boat.</summary>
    public IReadOnlyList<ResidualStrip> OfBoats { get; private set; } = [];

    /// <summary>The same, band by band.</summary>
    public IReadOnlyList<ResidualStrip> OfBands { get; private set; } = [];

    /// <summary>Whether the card's mark lies outside what felt fast.</summary>
    public bool IsElsewhere((WindBand Band, Control Control, MarkByFeel Fast) one) =>
        PlanMode.Matrix[one.Band, one.Control]?.Mark is not { } mark
        || mark.Position < one.Fast.Low.Position - 1e-9
        || mark.Position > one.Fast.High.Position + 1e-9;

    /// <summary>What else the runs say.</summary>
    public ProvenByRuns Proven => PlanMode.Proven;

    /// <summary>Degrees with their standard deviation.</summary>
    public static string Degrees(double degrees, double deviation) =>
        $"{NumberText.Signed(degrees, 2)}° ± {NumberText.Plain(deviation, 2)}";

    private static string Degrees(HelmPrediction known) => Degrees(known.Mean, known.Deviation);

    /// <summary>What a step of each control does to the helm.</summary>
    public IReadOnlyList<EffectRow> Effects =>
        [
            .. Review.Controls.Select(one => new EffectRow(
                $"{one.Column.Name}, {one.Column.ShowStep()}",
                one.Now,
                one.Believed,
                $"believed {Degrees(one.Believed)}, now {Degrees(one.Now)}."
            )
            {
                IsUntold = one.Learned == Learned.Nothing,
                Remark = one.Learned switch
                {
                    Learned.TheOtherWay =>
                        "The logs say it works the other way than the class believes. Check how its marks are read, then the belief.",
                    Learned.Nothing when here.MayEdit => "Nobody moved it enough for the logs to tell. Plan a trial with it.",
                    Learned.Nothing => "Nobody moved it enough for the logs to tell.",
                    _ => "",
                },
            }),
        ];

    /// <summary>What each boat carries beside the class.</summary>
    public IReadOnlyList<EffectRow> Boats =>
        [
            .. Review.Boats.Select(boat => new EffectRow(NameOf(boat.Boat), boat.Offset, null, Degrees(boat.Offset))
            {
                Remark = boat.Differs ? "She differs: measure where her scales begin, then her rudder and her mast." : "",
            }),
        ];

    /// <summary>A mark with its interval.</summary>
    public static string Between(Control control, MarkByFeel mark) =>
        control.Scale.Show(mark.Median)
        + (mark.Low == mark.High ? "" : $" ({control.Scale.Show(mark.Low)} to {control.Scale.Show(mark.High)})");

    /// <summary>A difference of speeds in the reader's unit.</summary>
    public string SpeedOf(double metresPerSecond) =>
        $"{NumberText.Signed(Speed.FromMetresPerSecond(metresPerSecond).In(units.Wind), 2)} {units.Wind.Symbol()}";

    [TempData]
    public string? Done { get; set; }

    public string NameOf(long boat) => names.GetValueOrDefault(boat, "a boat that is gone");

    /// <summary>How much the checks of a reporter who always writes the same count.</summary>
    public static readonly Choice<ReporterVerdict?> Counts = new(
        ("as a tenth of one check, all together", null),
        ("in full", ReporterVerdict.LetIn),
        ("for nothing", ReporterVerdict.LeftOut)
    );

    /// <summary>What the captain decided of a reporter; null before.</summary>
    public ReporterVerdict? VerdictOn(Reporter reporter) =>
        PlanMode.Evidence.Model.Verdicts.TryGetValue(reporter, out var verdict) ? verdict : null;

    /// <summary>A reporter's key as the form carries it: whoever knows the numbers of the club's people could try them on the key
    /// itself.</summary>
    public string SealedOf(Reporter reporter) => Protector.Protect(reporter.Key);

    private IDataProtector Protector => protection.CreateProtector("Regatta.Reporter");

    /// <summary>Whose checks they are, by the boats alone.</summary>
    public string HandOf(ConstantReporter reporter) =>
        reporter.Boats.Count == 0 ? "Somebody who named no boat" : $"Whoever logs {string.Join(" and ", reporter.Boats.Select(NameOf))}";

    /// <summary>Decides how much the checks of a reporter who always writes the same count.</summary>
    public async Task<IActionResult> OnPostReporterAsync(string? plan, string? mode, string? reporter, string? counts)
    {
        var view = await here.ClassAsync();
        var planMode = view.Set.PlanModes.Nearest(plan, mode);
        if (
            !Counts.TryRead(counts, out var verdict)
            || Opened(reporter) is not { } key
            || !await sums.DecideAsync(view.Ref, view.On(planMode).Evidence, key, verdict)
        )
        {
            return NotFound();
        }

        Done = $"Their checks count {counts}.";
        return Redirect(here.Address("evidence").In(planMode).ToString());
    }

    private string? Opened(string? reporter)
    {
        try
        {
            return reporter is null ? null : Protector.Unprotect(reporter);
        }
        catch (CryptographicException)
        {
            return null;
        }
    }

    /// <summary>Has the weights of the runs sought anew.</summary>
    public async Task<IActionResult> OnPostWeighAsync(string? plan, string? mode)
    {
        var view = await here.ClassAsync();
        await sums.WeighAnewAsync(view.Ref);
        Done = "The runs are weighed anew.";
        var planMode = view.Set.PlanModes.Nearest(plan, mode);
        return Redirect(here.Address("evidence").In(planMode).ToString());
    }

    public async Task OnGetAsync(string? plan, string? mode)
    {
        var view = await here.ClassAsync();
        Class = view.Class;
        PlanMode = view.On(view.Set.PlanModes.Nearest(plan, mode));
        names = (await boats.AllAsync(view.Ref)).ToDictionary(boat => boat.Number, boat => boat.Name);
        OfBoats =
        [
            .. Review
                .Residuals.Where(residual => residual.Run.Boat is not null)
                .GroupBy(residual => residual.Run.Boat!.Value)
                .Select(own => ResidualStrip.Of(NameOf(own.Key), [.. own])),
        ];
        OfBands =
        [
            .. Class
                .Bands.All.Select(band => (band, Own: Review.Residuals.Where(residual => residual.Band.Id == band.Id).ToList()))
                .Where(band => band.Own.Count > 0)
                .Select(band => ResidualStrip.Of(band.band.Name, band.Own)),
        ];
    }
}
