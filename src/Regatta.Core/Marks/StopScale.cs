namespace Regatta.Core.Marks;

/// <summary>Named stops in their order, such as "off", "creases just gone", "firm". Positions are 1 for the first stop and so on; a stop
/// has no length.</summary>
public sealed record StopScale : Scale
{
    /// <summary>Makes the scale.</summary>
    /// <param name="stops">The names from least to most; two or more, all different.</param>
    /// <exception cref="ArgumentException">Fewer than two stops, an empty name, or one name twice.</exception>
    public StopScale(IEnumerable<string> stops)
    {
        Stops = [.. stops.Select(stop => stop.Trim())];
        if (Stops.Count < 2 || Stops.Any(string.IsNullOrEmpty) || Stops.Distinct(StringComparer.OrdinalIgnoreCase).Count() != Stops.Count)
        {
            throw new ArgumentException("Named stops need at least two names, all different.");
        }
    }

    /// <summary>The names from least to most.</summary>
    public IReadOnlyList<string> Stops { get; }

    /// <inheritdoc/>
    public override Mark Min => new(1);

    /// <inheritdoc/>
    public override Mark Max => new(Stops.Count);

    /// <inheritdoc/>
    public override double Step => 1;

    /// <inheritdoc/>
    public override IReadOnlyList<string> Choices => Stops;

    /// <inheritdoc/>
    public override string Hint => "one of: " + string.Join(", ", Stops);

    /// <inheritdoc/>
    public override Parsed<double> ReadReading(string text)
    {
        var wanted = text.Trim();
        var exact = Find(stop => string.Equals(stop, wanted, StringComparison.OrdinalIgnoreCase));
        var begun = wanted.Length == 0 ? [] : Find(stop => stop.StartsWith(wanted, StringComparison.OrdinalIgnoreCase));
        return (exact, begun) switch
        {
            ([var only], _) => Parsed<double>.Good(only + 1),
            (_, [var only]) => Parsed<double>.Good(only + 1),
            _ when int.TryParse(wanted, out var number) && number >= 1 && number <= Stops.Count => Parsed<double>.Good(number),
            _ => Parsed<double>.Bad($"“{wanted}” is no stop of this control. Use {Hint}."),
        };
    }

    /// <inheritdoc/>
    public override string ShowReading(double reading) => Stops[(int)Math.Clamp(Math.Round(reading), 1, Stops.Count) - 1];

    /// <inheritdoc/>
    public override string ShowChange(double positions) =>
        $"{NumberText.Signed(positions, 1)} {(Math.Abs(positions) == 1 ? "stop" : "stops")}";

    /// <inheritdoc/>
    public override ScaleSpec Spec => new("stops", Stops: Stops);

    internal override string Terms => "stops";

    /// <summary>Stops keep their meaning when others are named after them.</summary>
    public override bool SameTerms(Scale other) =>
        other is StopScale stops && stops.Stops.Take(Stops.Count).SequenceEqual(Stops.Take(stops.Stops.Count));

    /// <summary>The same stops in the same order.</summary>
    public bool Equals(StopScale? other) => other is not null && Stops.SequenceEqual(other.Stops);

    /// <inheritdoc/>
    public override int GetHashCode() => Stops.Aggregate(0, HashCode.Combine);

    private List<int> Find(Func<string, bool> matches) => [.. Enumerable.Range(0, Stops.Count).Where(at => matches(Stops[at]))];
}
