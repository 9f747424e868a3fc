namespace Regatta.Application.Reading;

/// <summary>A band of a class at a glance: how many of its cells stand how, and how often it was sailed.</summary>
public sealed record BandCover(WindBand Band, IReadOnlyList<(CellStatus Status, int Count)> Cells, int Runs)
{
    /// <summary>The share of its cells that the logs support.</summary>
    public double Supported =>
        Cells.Sum(cell => cell.Count) is > 0 and var all
            ? (double)Cells.Where(cell => cell.Status == CellStatus.Supported).Sum(cell => cell.Count) / all
            : 0;
}

/// <summary>A class at a glance: its bands, what share of what is sailed stands on supported marks, and what to do next.</summary>
/// <param name="Bands">Its bands in its first sails and mode.</param>
/// <param name="Runs">All runs there.</param>
/// <param name="Next">What to do next, in one line.</param>
/// <param name="At">Where: a path behind the class's.</param>
public sealed record ClassCover(IReadOnlyList<BandCover> Bands, int Runs, string Next, string At)
{
    /// <summary>The share of its runs that were sailed on supported marks; null without runs.</summary>
    public double? Covered => Runs > 0 ? Bands.Sum(band => band.Runs * band.Supported) / Runs : null;

    /// <summary>Looks a class over.</summary>
    public static ClassCover Of(ClassView view)
    {
        var planMode = view.On(view.Class.PlanModes.First);
        List<BandCover> bands =
        [
            .. planMode.Matrix.Bands.All.Select(band => new BandCover(
                band,
                [
                    .. planMode
                        .Trust.Where(cell => cell.Key.Band == band.Id)
                        .GroupBy(cell => cell.Value.Status)
                        .OrderBy(same => same.Key)
                        .Select(same => (same.Key, same.Count())),
                ],
                planMode.Evidence.Runs.CountIn(band.Id).Count
            )),
        ];
        var (next, at) = NextOf(view, planMode, bands);
        return new(bands, bands.Sum(band => band.Runs), next, at);
    }

    /// <summary>The first that applies: publish, decide, mark what is sailed, look at what is off, log where little is known, log what is
    /// old, publish what changed.</summary>
    private static (string Next, string At) NextOf(ClassView view, PlanModeView planMode, List<BandCover> bands)
    {
        if (view.Newest is null)
        {
            return ("Nothing is published yet: publish what is known.", "/versions");
        }

        if (view.Evidence.IsBeingRead)
        {
            return ("The logs are being read anew: look again in a moment.", "/evidence");
        }

        var proposals = view.Set.PlanModes.All.SelectMany(mode => view.On(mode).BestProposals).ToList();
        if (proposals.Count > 0)
        {
            return (
                proposals.Count == 1
                    ? $"Decide: {proposals[0].Band.Name}, {proposals[0].Control.Name.ToLowerInvariant()}."
                    : $"{proposals.Count} proposals to decide.",
                ""
            );
        }

        var unmarked = planMode
            .Findings.Where(finding => finding.Kind == FindingKind.Unmarked)
            .Select(finding =>
                $"{finding.Control.Name} has no mark in {string.Join(", ", finding.Bands.Select(band => band.Name))}, and it is sailed."
            )
            .FirstOrDefault();
        if (unmarked is not null)
        {
            return (unmarked, "");
        }

        if (planMode.OffWithoutProposal.Select(reading => reading.Band).FirstOrDefault() is { } off)
        {
            return ($"The helm is off in {off.Name}, and no single step cures it: try one.", $"/trials?band={off.Id.Number}");
        }

        var boats = planMode.Class.HelmControls.Any();
        if (
            boats
            && bands
                .Where(band => planMode.Evidence.Runs.ValidIn(band.Band.Id).Count < EvidenceRules.Enough)
                .MaxBy(band => (band.Runs, -Math.Abs(band.Band.Middle.Knots - 10)))
                is { } little
        )
        {
            var more = EvidenceRules.Enough - planMode.Evidence.Runs.ValidIn(little.Band.Id).Count;
            return ($"{(more == 1 ? "One helm check" : $"{more} helm checks")} more in {little.Band.Name}, and the logs can tell.", "/log");
        }

        if (bands.FirstOrDefault(band => band.Cells.Any(cell => cell.Status == CellStatus.Stale)) is { } stale)
        {
            return ($"{stale.Band.Name} was not logged for a season: sail it again.", "/log");
        }

        return view.Changes.Count > 0
            ? ($"{view.Changes.Count} {(view.Changes.Count == 1 ? "change waits" : "changes wait")} to be published.", "/versions")
            : ("Well covered. Sail on, and log.", "/evidence");
    }
}
