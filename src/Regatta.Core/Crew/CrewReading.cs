using Regatta.Core.Matrices;
using Regatta.Core.Units;

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

    /// <summary>The wind a crew reads the matrix at, and the matrix as they set it.</summary>
    public (Speed Wind, Matrix Matrix) For(Speed wind, Mass? crew, Matrix matrix) =>
        crew is not { Kilograms: > 0 } known
            ? (wind, matrix)
            : (Rule?.Effective(wind, known, matrix.Bands) ?? wind, Offsets.Count > 0 ? CrewOffset.Apply(matrix, Offsets, known) : matrix);

    /// <summary>The same rule, or the same table.</summary>
    public bool Equals(CrewReading? other) => other is not null && Rule == other.Rule && Offsets.SequenceEqual(other.Offsets);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Rule, Offsets.Count);
}
