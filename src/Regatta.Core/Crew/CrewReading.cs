using Regatta.Core.Matrices;
using Regatta.Core.Units;
using Regatta.Core.Wind;

namespace Regatta.Core.Crew;

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

    /// <summary>Whether crews matter here at all.</summary>
    public bool Matters => Rule is not null || Offsets.Count > 0;

    /// <summary>By effective wind.</summary>
    public static CrewReading By(CrewRule rule) => new(rule, []);

    /// <summary>By a table.</summary>
    public static CrewReading By(IReadOnlyList<CrewOffset> offsets) => new(null, offsets);

    /// <summary>The wind a crew reads the card at; the wind itself where nobody said how heavy they are.</summary>
    public Speed Effective(Speed wind, Mass? crew, WindBands bands) =>
        crew is { Kilograms: > 0 } known && Rule is { } rule ? rule.Effective(wind, known, bands) : wind;

    /// <summary>A matrix as a crew sets it.</summary>
    public Matrix AsSet(Matrix matrix, Mass? crew) =>
        crew is { Kilograms: > 0 } known && Offsets.Count > 0 ? CrewOffset.Apply(matrix, Offsets, known) : matrix;

    /// <summary>How much stronger a wind is for a crew than for the class's; 1 in a calm.</summary>
    public double Factor(Speed wind, Mass? crew, WindBands bands) =>
        wind.MetresPerSecond > 0 ? Effective(wind, crew, bands).MetresPerSecond / wind.MetresPerSecond : 1;

    /// <summary>The same rule, or the same table.</summary>
    public bool Equals(CrewReading? other) => other is not null && Rule == other.Rule && Offsets.SequenceEqual(other.Offsets);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Rule, Offsets.Count);
}
