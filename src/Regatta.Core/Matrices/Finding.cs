namespace Regatta.Core.Matrices;

/// <summary>What kind of thing does not fit in a matrix.</summary>
public enum FindingKind
{
    /// <summary>A mark lies beyond its scale's ends.</summary>
    OffScale,

    /// <summary>A mark lies between two steps.</summary>
    OffStep,

    /// <summary>Marks go back where the control goes one way as wind builds.</summary>
    Reversal,

    /// <summary>Two controls that are changed together were not.</summary>
    Coupling,

    /// <summary>A plan has marks where its own limit says it is too much.</summary>
    Limit,

    /// <summary>A tolerance is finer than anybody can read.</summary>
    Tolerance,

    /// <summary>Sessions were logged where the matrix says nothing.</summary>
    Unmarked,

    /// <summary>Nothing is said between cells that say something.</summary>
    Gap,
}

/// <summary>Something that does not fit, why, and what would mend it. A finding never stands in the way of a draft.</summary>
/// <param name="Kind">What kind.</param>
/// <param name="Control">The control it is about.</param>
/// <param name="Bands">The bands it shows in, light to strong.</param>
/// <param name="Why">The reason, in a sentence or two.</param>
/// <param name="Mend">What mending it would do, to stand on a button; empty where only a person can mend it.</param>
/// <param name="Edits">The edits of the mend.</param>
public sealed record Finding(
    FindingKind Kind,
    Control Control,
    IReadOnlyList<WindBand> Bands,
    string Why,
    string Mend,
    IReadOnlyList<CellEdit> Edits
)
{
    /// <summary>Names the finding among those of one matrix.</summary>
    public string Name => $"{Kind.ToString().ToLowerInvariant()}.{Control.Key}.{Bands[0].Id.Number}";
}
