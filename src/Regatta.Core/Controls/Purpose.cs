namespace Regatta.Core.Controls;

/// <summary>Names a purpose within its class: lower-case letters, digits and hyphens.</summary>
/// <param name="Name">Such as <c>recreation</c>.</param>
public readonly record struct PurposeKey(string Name)
{
    /// <inheritdoc/>
    public override string ToString() => Name;
}

/// <summary>What she is sailed for: racing, recreation, learning, jumping. The class lists its purposes; its cards' cells are the
/// first's.</summary>
/// <param name="Key">Its name for good.</param>
/// <param name="Name">What sailors call it.</param>
public sealed record Purpose(PurposeKey Key, string Name)
{
    /// <summary>How its card is told; null for all of it, as the first purpose's is.</summary>
    public PurposeCard? Card { get; init; }

    /// <summary>The few controls whose marks count for it, the others are left alone; null where all of them do.</summary>
    public IReadOnlyList<ControlKey>? Counts { get; init; }

    /// <summary>How many are aboard for it; null for as many as the class's own crew.</summary>
    public int? Aboard { get; init; }

    /// <summary>The most aboard a purpose speaks of.</summary>
    public const int MostAboard = 12;

    /// <summary>Whether the mark of a control counts for it.</summary>
    public bool Takes(ControlKey control) => Counts is null || Counts.Contains(control);

    /// <inheritdoc/>
    public bool Equals(Purpose? other) =>
        other is not null
        && (Key, Name, Card, Aboard) == (other.Key, other.Name, other.Card, other.Aboard)
        && (Counts ?? []).SequenceEqual(other.Counts ?? [])
        && Counts is null == other.Counts is null;

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Key, Name, Card, Counts?.Count);
}

/// <summary>How the card of a purpose is told. Common practice, no source: who sails for pleasure is left in peace, who learns looks and
/// acts, who cruises looks out.</summary>
public enum PurposeCard
{
    /// <summary>For pleasure: its few marks, and the rest left as it is.</summary>
    Leisure,

    /// <summary>Learning: looks first, few numbers, no degrees of helm.</summary>
    Learning,

    /// <summary>Cruising: somebody looks out, every few minutes.</summary>
    Cruising,
}

/// <summary>The mark a control has for a purpose.</summary>
/// <param name="Purpose">The purpose.</param>
/// <param name="Mark">The mark.</param>
/// <param name="Caution">What to beware of with it; may be empty.</param>
/// <param name="Until">The mean wind from which on it is refused and the first purpose's mark is set instead, at the class's height; null
/// for in every wind.</param>
public sealed record PurposeMark(PurposeKey Purpose, Mark Mark, string Caution, Speed? Until = null);
