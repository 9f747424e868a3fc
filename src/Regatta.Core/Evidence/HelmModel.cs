namespace Regatta.Core.Evidence;

/// <summary>The columns of a class's helm regression and how a setting becomes a row of them: 1; the crew's wind from the middle of its
/// bands in knots; heel in degrees beyond what the class aims at; each helm control's displacement from the card in its own units, as
/// card, proposal or trial asked; the same as sailors chose themselves; the share in each band; the seasons since a day; each boat.
/// Everything is counted from the card, so that without a log every cell expects the target exactly. Source: models M7.</summary>
public sealed class HelmModel
{
    private const int FirstControl = 3;

    /// <summary>The day seasons are counted from: any day would do, for what is believed is believed of today.</summary>
    private static readonly DateTimeOffset Epoch = new(2026, 1, 1, 0, 0, 0, TimeSpan.Zero);

    private readonly double today;

    /// <summary>Which column is the heel's.</summary>
    public const int Heel = 2;

    private readonly ClassDefinition boatClass;
    private readonly WindBands bands;
    private readonly ReferenceCard card;
    private readonly IReadOnlyList<HelmColumn> columns;
    private readonly List<long> boats;
    private readonly IReadOnlyList<string> lenders;

    /// <summary>The model of a class over its bands, from a card, for boats in the order of their columns.</summary>
    /// <param name="boatClass">The class.</param>
    /// <param name="bands">Its bands.</param>
    /// <param name="card">The card everything is counted from.</param>
    /// <param name="boats">The boats.</param>
    /// <param name="today">The day cells are predicted for; null where none is.</param>
    public HelmModel(ClassDefinition boatClass, WindBands bands, ReferenceCard card, IEnumerable<long> boats, DateTimeOffset? today = null)
        : this(boatClass, bands, card, boats, [], Seasons(today ?? Epoch)) { }

    private HelmModel(
        ClassDefinition boatClass,
        WindBands bands,
        ReferenceCard card,
        IEnumerable<long> boats,
        IReadOnlyList<string> lenders,
        double today
    )
    {
        (this.lenders, this.today) = (lenders, today);
        (this.boatClass, this.bands, this.card, this.boats) = (boatClass, bands, card, [.. boats.Distinct()]);
        columns = HelmColumn.Of(boatClass);
        Columns =
        [
            "helm on the card",
            "wind within the band, per kn",
            "heel beyond hers, per degree",
            .. columns.Select(column => column.Name),
            .. columns.Select(column => $"{column.Name}, where sailors chose it"),
            .. bands.All.Select(band => band.Name),
            "drift, a season",
            .. this.boats.Select(boat => $"boat {boat}"),
            .. lenders.SelectMany(lender => bands.All.Select(band => $"{band.Name} at {lender}").Prepend($"helm at {lender}")),
        ];
        Priors =
        [
            new(boatClass.Helm.Target.Degrees, EvidenceRules.InterceptDeviation) { With = (Drift, today) },
            new(0, EvidenceRules.WindDeviation),
            new(boatClass.Helm.PerHeelDegree, (Math.Abs(boatClass.Helm.PerHeelDegree) / 2) + EvidenceRules.EffectFloor),
            .. columns.Select(column => new CoefficientPrior(column.PerUnit, column.Deviation)),
            .. columns.Select(column => new CoefficientPrior(0, column.Deviation)),
            .. bands.All.Select(_ => new CoefficientPrior(0, EvidenceRules.BandDeviation)),
            new(0, EvidenceRules.DriftDeviation),
            .. this.boats.Select(_ => new CoefficientPrior(0, EvidenceRules.BoatDeviation)),
            .. lenders.SelectMany(_ =>
                bands
                    .All.Select(_ => new CoefficientPrior(0, EvidenceRules.BandDeviation))
                    .Prepend(new(boatClass.Helm.Target.Degrees, EvidenceRules.InterceptDeviation))
            ),
        ];
    }

    /// <summary>What the captain decided of reporters who always write the same.</summary>
    public IReadOnlyDictionary<Reporter, ReporterVerdict> Verdicts { get; init; } = new Dictionary<Reporter, ReporterVerdict>();

    /// <summary>The same with the columns of other clubs behind its own: where their helm lies, as a whole and in each band.</summary>
    public HelmModel Borrowing(IReadOnlyList<string> from) => new(boatClass, bands, card, boats, from, today) { Verdicts = Verdicts };

    /// <summary>The same columns in the words of another definition, whose basis is the same.</summary>
    public HelmModel Over(ClassDefinition definition) =>
        new(definition, definition.Bands, card, boats, lenders, today) { Verdicts = Verdicts };

    /// <summary>The clubs whose columns stand behind its own.</summary>
    public IReadOnlyList<string> Lenders => lenders;

    private IEnumerable<double> Others => Enumerable.Repeat(0.0, lenders.Count * (1 + bands.All.Count));

    /// <summary>The class it is of.</summary>
    public ClassDefinition Class => boatClass;

    /// <summary>A name for each column.</summary>
    public IReadOnlyList<string> Columns { get; }

    /// <summary>The belief of each column before any log.</summary>
    public IReadOnlyList<CoefficientPrior> Priors { get; }

    /// <summary>Which column is the drift's.</summary>
    public int Drift => FirstControl + (2 * columns.Count) + bands.All.Count;

    private static double Seasons(DateTimeOffset at) => (at - Epoch) / EvidenceRules.Season;

    /// <summary>The row of a cell today: sailed at the class's heel in the middle of a band at some marks, in no boat. A mark that is not
    /// known counts as the card's.</summary>
    public IReadOnlyList<double> Row(WindBand band, Func<Control, Mark?> marks) =>
        [
            1,
            0,
            0,
            .. columns.Select(column =>
                column.Amount(control =>
                    marks(control) is { } mark && card[band, control] is { } from ? mark.Position - from.Position : null
                ) ?? 0
            ),
            .. columns.Select(_ => 0.0),
            .. bands.All.Select(known => known.Id == band.Id ? 1.0 : 0.0),
            today,
            .. boats.Select(_ => 0.0),
            .. Others,
        ];

    /// <summary>The controls and gears that have a column of their own, in their order.</summary>
    public IReadOnlyList<HelmColumn> HelmColumns => columns;

    /// <summary>The column of a control's effect, or of its gear's; null where it takes no part.</summary>
    public int? ColumnOf(Control control)
    {
        for (var at = 0; at < columns.Count; at++)
        {
            if (columns[at].Has(control.Key))
            {
                return FirstControl + at;
            }
        }

        return null;
    }

    /// <summary>Each boat with its column.</summary>
    public IEnumerable<(long Boat, int Column)> BoatColumns => boats.Select((boat, at) => (boat, Drift + 1 + at));

    /// <summary>The row that picks one control's effect out of the coefficients, scaled by a change in positions; of a control of a gear
    /// its share of the gear's.</summary>
    /// <exception cref="ArgumentException">The control is none of the model's: it is never another column.</exception>
    public IReadOnlyList<double> Change(Control control, double positions)
    {
        var row = new double[Columns.Count];
        var column = ColumnOf(control) ?? throw new ArgumentException($"{control.Key} takes no part in this model.");
        row[column] = columns[column - FirstControl].Amount(control, positions);
        return row;
    }

    /// <summary>The row of one step of a control or gear.</summary>
    public IReadOnlyList<double> Step(HelmColumn column)
    {
        var row = new double[Columns.Count];
        row[ColumnOf(column.Lead)!.Value] = 1 / column.UnitSteps;
        return row;
    }

    /// <summary>A session as a run of the fit; null when its check tells nothing.</summary>
    /// <param name="session">The session.</param>
    /// <param name="unnoted">The heel of those that did not note it: mean and variance, in degrees.</param>
    public HelmRun? Run(SessionEvidence session, (double Mean, double Variance) unnoted)
    {
        if (session is not { Check: { } check, Weight.Weight: > 0 and var weight })
        {
            return null;
        }

        var wind = session.EffectiveWind;
        var shares = bands.Shares(wind);
        var displacements = columns.Select(column => Displacement(session, column, shares)).ToList();
        // What is not known of a run takes from its weight what it may have done to the helm.
        var unknown =
            displacements.Select((one, at) => one is null ? Squared(columns[at].PerStep) : 0).Sum()
            + (check.Heel is null ? Squared(boatClass.Helm.PerHeelDegree) * unnoted.Variance : 0);
        double[] row =
        [
            1,
            wind.Mean.Knots - bands.All.Zip(shares, (band, share) => share * band.Middle.Knots).Sum(),
            (check.Heel?.Degrees ?? unnoted.Mean) - (boatClass.Balance.Heel?.Degrees ?? 0),
            .. displacements.Select(displacement => displacement?.Asked ?? 0),
            .. displacements.Select(displacement => displacement?.Own ?? 0),
            .. shares,
            Seasons(session.SailedAt),
            .. boats.Select(boat => boat == session.Boat ? 1.0 : 0.0),
        ];
        return new(row, check.Helm.Mean.Degrees, 1 / ((1 / weight) + (unknown / Squared(EvidenceRules.PriorScatter))));
    }

    /// <summary>How far a session's marks lay from the card as their column counts it, as it was asked for and by the sailor's own will;
    /// null when the mark, or the card's, is not known.</summary>
    private (double Asked, double Own)? Displacement(SessionEvidence session, HelmColumn column, IReadOnlyList<double> shares)
    {
        var moved = column.Members.ToDictionary(member => member.Control.Key, member => Displacement(session, member.Control, shares));
        return
            column.Amount(control => moved[control.Key]?.Asked) is { } asked && column.Amount(control => moved[control.Key]?.Own) is { } own
            ? (asked, own)
            : null;
    }

    /// <summary>The same of one control, in positions.</summary>
    private (double Asked, double Own)? Displacement(SessionEvidence session, Control control, IReadOnlyList<double> shares)
    {
        if (!session.Marks.TryGetValue(control.Key, out var mark))
        {
            return null;
        }

        var reference = 0.0;
        foreach (var (band, share) in bands.All.Zip(shares).Where(band => band.Second > 0))
        {
            if (card[band, control] is not { } from)
            {
                return null;
            }

            reference += share * from.Position;
        }

        var all = mark.Position - reference;
        var own = session.Asked.TryGetValue(control.Key, out var asked)
            ? asked switch
            {
                { By: not AskedBy.Sailor } => 0,
                { Card: { } said } => mark.Position - said.Position,
                _ => all,
            }
            : all;
        return (all - own, own);
    }

    private static double Squared(double value) => value * value;
}
