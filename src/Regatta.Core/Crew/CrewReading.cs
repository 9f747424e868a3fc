namespace Regatta.Core.Crew;

/// <summary>By what a class reads its card for other crews.</summary>
public enum CrewSchool
{
    /// <summary>By effective wind: as if it blew harder, or less.</summary>
    Wind,

    /// <summary>By a table of steps for weights.</summary>
    Table,
}

/// <summary>How a class reads its card for other crews: by effective wind, by a table of offsets, or not at all. Never both.</summary>
public sealed record CrewReading
{
    private CrewReading(CrewRule? rule, IReadOnlyList<CrewOffset> offsets) => (Rule, Offsets) = (rule, offsets);

    /// <summary>Every crew reads the card as it stands.</summary>
    public static CrewReading None { get; } = new(null, []);

    /// <summary>The rule; null when the class has none.</summary>
    public CrewRule? Rule { get; }

    /// <summary>The table; empty when the class has none.</summary>
    public IReadOnlyList<CrewOffset> Offsets { get; }

    /// <summary>What hiking, skill and age add, in steps; beside either school.</summary>
    public IReadOnlyList<CrewStep> Steps { get; init; } = [];

    /// <summary>The crews a printed and a public card have columns for; null for the card as it stands alone.</summary>
    public CrewColumns? Columns { get; init; }

    /// <summary>The rule that was put by when the class went over to its table; null for none.</summary>
    public CrewRule? RuleAside { get; init; }

    /// <summary>The table that was put by when the class went over to its rule; empty for none.</summary>
    public IReadOnlyList<CrewOffset> OffsetsAside { get; init; } = [];

    /// <summary>The school the class follows; null for neither.</summary>
    public CrewSchool? School =>
        Rule is not null ? CrewSchool.Wind
        : Offsets.Count > 0 ? CrewSchool.Table
        : null;

    /// <summary>Whether a school could be followed: its rule or its table is there, in use or put by.</summary>
    public bool Knows(CrewSchool school) =>
        school == CrewSchool.Wind ? (Rule ?? RuleAside) is not null : Offsets.Count + OffsetsAside.Count > 0;

    /// <summary>The same reading by a school it knows; the other is put by.</summary>
    public CrewReading Followed(CrewSchool school) =>
        school == School
            ? this
            : (school == CrewSchool.Wind ? By(RuleAside!) : By(OffsetsAside)) with
            {
                Steps = Steps,
                Columns = Columns,
                RuleAside = school == CrewSchool.Wind ? null : Rule ?? RuleAside,
                OffsetsAside =
                    school == CrewSchool.Wind && Offsets.Count > 0 ? Offsets
                    : school == CrewSchool.Wind ? OffsetsAside
                    : [],
            };

    /// <summary>This reading, newly written, with what another had in use or put by that this one has not.</summary>
    public CrewReading PuttingBy(CrewReading before) =>
        this with
        {
            RuleAside = Rule is null ? before.Rule ?? before.RuleAside : null,
            OffsetsAside =
                Offsets.Count > 0 ? []
                : before.Offsets.Count > 0 ? before.Offsets
                : before.OffsetsAside,
        };

    /// <summary>Whether crews matter here at all.</summary>
    public bool Matters => Rule is not null || Offsets.Count > 0 || Steps.Count > 0;

    /// <summary>By effective wind.</summary>
    public static CrewReading By(CrewRule rule) => new(rule, []);

    /// <summary>By a table.</summary>
    public static CrewReading By(IReadOnlyList<CrewOffset> offsets) => new(null, offsets);

    /// <summary>The wind a crew reads the card at; the wind itself where nobody said who they are. Never beyond
    /// <see cref="CrewRule.MostEffective"/>.</summary>
    public Speed Effective(Speed wind, CrewProfile? crew, WindBands bands)
    {
        if (Rule is not { } rule || crew is not { } known || IsUnsaid(known))
        {
            return wind;
        }

        var effective = rule.Effective(wind, known, bands);
        return effective > CrewRule.MostEffective && wind < CrewRule.MostEffective ? CrewRule.MostEffective : effective;
    }

    /// <summary>The true wind in which a crew reads the card at a given wind; the wind itself where nobody said who they are.</summary>
    public Speed ReadAs(Speed effective, CrewProfile? crew, WindBands bands) =>
        Rule is not { } rule || crew is not { } known || IsUnsaid(known) ? effective : rule.ReadAs(effective, known, bands);

    /// <summary>The nearest band above or below the one a crew reads in a wind that they read at all, with a true wind for it; null where
    /// there is none. A light crew may pass over one.</summary>
    /// <param name="wind">The true wind now.</param>
    /// <param name="crew">Who is aboard.</param>
    /// <param name="bands">The class's bands.</param>
    /// <param name="stronger">Whether above.</param>
    public (WindBand Band, Speed Wind)? Next(Speed wind, CrewProfile? crew, WindBands bands, bool stronger)
    {
        var here = bands.At(Effective(wind, crew, bands));
        var read = bands
            .All.Select(band => ReadAs(band.Middle, crew, bands))
            .Select(met => (Band: bands.At(Effective(met, crew, bands)), met));
        return (stronger ? read.Where(next => next.Band.From >= here.To) : read.Where(next => next.Band.To <= here.From).Reverse())
            .Select(next => ((WindBand, Speed)?)next)
            .FirstOrDefault();
    }

    private static bool IsUnsaid(CrewProfile crew) => (crew.Mass, crew.Height, crew.OnWire) == (null, null, null);

    /// <summary>Why a crew's profile cannot be right in this class: it would read the strongest wind of the bands as more than anybody
    /// sails in. Null where it can.</summary>
    public string? Problem(CrewProfile crew, WindBands bands)
    {
        var strongest = Speed.FromMetresPerSecond(bands.All[^1].From.MetresPerSecond);
        return Rule is { } rule && rule.Effective(strongest, crew, bands) is var effective && effective > CrewRule.MostEffective
            ? $"With this crew {NumberText.Plain(strongest.Knots, 0)} kn would be read as {NumberText.Plain(effective.Knots, 0)} kn, and "
                + $"nobody sails in more than {NumberText.Plain(CrewRule.MostEffective.Knots, 0)}. Check the weight and the height."
            : null;
    }

    /// <summary>The steps a crew sets from the card, control by control, with what asks for them.</summary>
    public IEnumerable<(ControlKey Control, int Steps)> StepsFor(CrewProfile? crew) =>
        crew is not { } known
            ? []
            : Offsets
                .Where(offset => known.Mass is { Kilograms: > 0 } mass && offset.HoldsFor(mass))
                .Select(offset => (offset.Control, offset.Steps))
                .Concat(Steps.Where(step => known.Traits.Contains(step.Trait)).Select(step => (step.Control, step.Steps)));

    /// <summary>A matrix as a crew sets it.</summary>
    public Matrix AsSet(Matrix matrix, CrewProfile? crew) =>
        StepsFor(crew).ToList() is { Count: > 0 } steps ? CrewOffset.Apply(matrix, steps) : matrix;

    /// <summary>How much stronger a wind is for a crew than for the class's; 1 in a calm.</summary>
    public double Factor(Speed wind, CrewProfile? crew, WindBands bands) =>
        wind.MetresPerSecond > 0 ? Effective(wind, crew, bands).MetresPerSecond / wind.MetresPerSecond : 1;

    /// <summary>The same rule, or the same table, and the same steps and columns.</summary>
    public bool Equals(CrewReading? other) =>
        other is not null
        && Rule == other.Rule
        && Offsets.SequenceEqual(other.Offsets)
        && Steps.SequenceEqual(other.Steps)
        && Columns == other.Columns
        && RuleAside == other.RuleAside
        && OffsetsAside.SequenceEqual(other.OffsetsAside);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Rule, Offsets.Count);
}
