namespace Regatta.Core.Cards;

/// <summary>Who reads a card, for what: their crew, their boat and hand, their own offsets, and the purpose.</summary>
/// <param name="Crew">Who is aboard.</param>
/// <param name="Readings">The boat and the hand it is read on.</param>
public sealed record CardReader(CrewProfile Crew, Readings Readings)
{
    /// <summary>Anybody: the class's own crew, scales and purpose.</summary>
    public static CardReader OfTheClass { get; } = new(CrewProfile.Unknown, Readings.OfTheClass);

    /// <summary>What the reader always sets otherwise, in positions more; kept privately beside the card.</summary>
    public IReadOnlyDictionary<ControlKey, double> Own { get; init; } = new Dictionary<ControlKey, double>();

    /// <summary>The club's limit of gennaker and kite, at the class's height; null for none.</summary>
    public Speed? ClubLimit { get; init; }

    /// <summary>What she is sailed for; null for the class's first purpose.</summary>
    public PurposeKey? Purpose { get; init; }

    /// <summary>The reader with all who are aboard for the purpose: who usually sails alone counts as two where two are, and so on. The
    /// further ones are taken to weigh the same (ours).</summary>
    /// <param name="definition">The class.</param>
    public CardReader WithAllAboard(ClassDefinition definition) =>
        definition.Purposes.FirstOrDefault(purpose => purpose.Key == Purpose)?.Aboard is { } aboard && definition.Crew.Rule is { } rule
            ? this with
            {
                Crew = Crew with { Mass = Mass.FromKilograms((Crew.Mass ?? rule.Reference).Kilograms * aboard / rule.People) },
            }
            : this;
}
