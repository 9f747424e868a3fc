namespace Regatta.Core.Wind;

/// <summary>Names a band within its class for good, whatever its edges become.</summary>
/// <param name="Number">1 or more.</param>
public readonly record struct BandId(int Number);

/// <summary>A wind band, half-open: its lower edge belongs to it, its upper edge to the next.</summary>
public sealed record WindBand
{
    /// <summary>Makes a band.</summary>
    /// <param name="id">Its name for good.</param>
    /// <param name="name">What it is called, such as "light".</param>
    /// <param name="from">Lower edge, inside.</param>
    /// <param name="to">Upper edge, outside; above <paramref name="from"/>.</param>
    /// <exception cref="ArgumentException">The upper edge is not above the lower.</exception>
    public WindBand(BandId id, string name, Speed from, Speed to)
    {
        if (to <= from)
        {
            throw new ArgumentException("A band's upper edge lies above its lower edge.");
        }

        (Id, Name, From, To) = (id, name, from, to);
    }

    /// <summary>Its name for good.</summary>
    public BandId Id { get; }

    /// <summary>What it is called.</summary>
    public string Name { get; }

    /// <summary>Lower edge, inside.</summary>
    public Speed From { get; }

    /// <summary>Upper edge, outside.</summary>
    public Speed To { get; }

    /// <summary>Half-way between the edges: where a band's mark counts when bands are compared.</summary>
    public Speed Middle => Speed.Between(From, To);

    /// <summary>Whether a wind lies in [from, to).</summary>
    public bool Contains(Speed wind) => wind >= From && wind < To;
}
