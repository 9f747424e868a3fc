namespace Regatta.Core.Cards;

/// <summary>What one sailor's card says in a wind: the published version as their crew reads it, on their boat, with what they carry. The
/// card on the screen and the log that is filled in from it are both this.</summary>
/// <param name="Version">What is published.</param>
/// <param name="Carry">What may be carried in the wind, and what is.</param>
/// <param name="Effective">The wind their crew reads the card at; band and sails follow from it.</param>
/// <param name="PlanMode">With which sails, sailed how.</param>
/// <param name="Card">What it says.</param>
public sealed record CardReading(PublishedVersion Version, Carry Carry, Speed Effective, PlanMode PlanMode, Card Card)
{
    /// <summary>The mean wind, at the class's height.</summary>
    public Speed Wind => Carry.Wind.Mean;

    /// <summary>Reads a card.</summary>
    /// <param name="version">What is published.</param>
    /// <param name="wind">The wind, at the class's height.</param>
    /// <param name="plan">The key of the sails asked for; null for what is recommended then.</param>
    /// <param name="mode">The key of the mode asked for; null for the class's first.</param>
    /// <param name="reader">Who reads it, for what.</param>
    public static CardReading Of(PublishedVersion version, WindConditions wind, string? plan, string? mode, CardReader reader)
    {
        var definition = version.Class;
        var effective = definition.Crew.Effective(wind.Mean, reader.Crew, version.Set.Bands);
        var asked = version.Set.PlanModes.Nearest(plan, mode);
        var carry = Carry.Of(
            definition,
            version.Set,
            wind,
            new(reader.Crew, reader.ClubLimit),
            asked.Plan.Name == plan ? asked.Plan : null
        );
        var planMode = asked with { Plan = carry.Read.Key };
        var ofBands = definition.Crew.AsSet(version.Set.AsSailed(planMode), reader.Crew);
        var matrix = BetweenBands.Read(definition, ofBands, effective);
        var purposed = ForPurpose(matrix, reader.Purpose, wind.Mean, version.Set.Bands.At(effective));
        var card = Card.For(reader.Readings.AsRead(purposed), effective, control => reader.Readings.Boat?.WhenOf(control) ?? control.When);
        return new(version, carry, effective, planMode, card.With(reader.Own))
        {
            BandCells = (
                from control in definition.ReadsBetween ? purposed.Controls : []
                let own = ofBands[card.Band, control]
                where own is not null && purposed[card.Band, control] is { } read && read == matrix[card.Band, control] && read != own
                select (control.Key, own)
            ).ToDictionary(),
            NextSails = NextSails.Of(definition, version.Set, carry),
            Purpose = definition.Purposes.FirstOrDefault(purpose => purpose.Key == reader.Purpose),
            Questions = definition.Asked(matrix, planMode, card.Band),
        };
    }

    private IReadOnlyDictionary<ControlKey, Cell> BandCells { get; init; } = new Dictionary<ControlKey, Cell>();

    /// <summary>What the band itself says of a line that is read between the bands; null where that is what the line says.</summary>
    public Cell? OfBand(CardLine line) => BandCells.GetValueOrDefault(line.Control.Key);

    /// <summary>What she is sailed for, where it is another than the class's first purpose.</summary>
    public Purpose? Purpose { get; private init; }

    /// <summary>What she is sailed for, the class's first purpose among it; null where the class has none.</summary>
    public Purpose? SailedFor => Purpose ?? Version.Class.Purposes.FirstOrDefault();

    /// <summary>How the card is told for it; null for all of it.</summary>
    public PurposeCard? Told => SailedFor?.Card;

    /// <summary>Whether a line's mark counts for what she is sailed for; where nothing of the card does, all of it counts.</summary>
    public bool Counts(CardLine line) => SailedFor is not { } purpose || purpose.Takes(line.Control.Key) || !AnyCounts;

    private bool AnyCounts => Lines.Any(line => SailedFor?.Takes(line.Control.Key) != false);

    /// <summary>What is carried a band down and a band up.</summary>
    public NextSails NextSails { get; private init; } = new(null, null);

    /// <summary>What is looked at and answered here.</summary>
    public IReadOnlyList<Question> Questions { get; private init; } = [];

    /// <summary>What to beware of with the marks of a purpose.</summary>
    public IEnumerable<string> PurposeCautions =>
        from line in Lines
        from mark in line.Control.ByPurpose
        where mark.Purpose == Purpose?.Key && mark.Caution.Length > 0
        select mark.Caution;

    /// <summary>The controls whose mark of the purpose is not for this wind, with the wind it ends at: the card has the first purpose's
    /// mark instead.</summary>
    public IEnumerable<(Control Control, Speed Until)> RefusedMarks =>
        from line in Lines
        from mark in line.Control.ByPurpose
        where mark.Purpose == Purpose?.Key && mark.Until is not null
        let until = mark.Until.GetValueOrDefault()
        where Wind.Reaches(until)
        select (line.Control, until);

    /// <summary>The matrix with the marks of a purpose where a control has one for the wind; a control without a cell gets it too. Below
    /// and above the wind's own band a mark that ends is judged by the band's lower edge.</summary>
    private static Matrix ForPurpose(Matrix matrix, PurposeKey? purpose, Speed wind, WindBand here) =>
        purpose is null
            ? matrix
            : matrix.With(
                from control in matrix.Controls
                let own = control.ByPurpose.FirstOrDefault(mark => mark.Purpose == purpose)
                where own is not null
                from band in matrix.Bands.All
                where own.Until is not { } until || !(band.Id == here.Id ? wind : band.From).Reaches(until)
                let address = new CellAddress(band.Id, control.Key)
                select new CellEdit(
                    address,
                    matrix[address] is { Mark: not null } cell
                        ? cell.At(own.Mark)
                        : Cell.Of(own.Mark, control.Scale.UsualTolerance, "", "", CellSource.Entered).Value
                )
            );

    /// <summary>The band as this crew meets it: the true winds that they read the card at within it.</summary>
    public WindRange BandAsMet =>
        WindRange
            .Of(Card.Band.From, Card.Band.To, null)
            .Value.Times(Effective.MetresPerSecond > 0 ? Wind.MetresPerSecond / Effective.MetresPerSecond : 1);

    /// <summary>The true wind at which this crew reads the middle of a band.</summary>
    /// <param name="band">A band of the class.</param>
    public Speed WindOf(WindBand band) =>
        band.Id == Card.Band.Id ? Wind : Version.Class.Crew.ReadAs(band.Middle, Carry.Crew.Crew, Version.Set.Bands);

    /// <summary>The nearest band above or below that this crew reads, with a true wind for it; null where there is none.</summary>
    /// <param name="stronger">Whether above.</param>
    public (WindBand Band, Speed Wind)? Next(bool stronger) => Version.Class.Crew.Next(Wind, Carry.Crew.Crew, Version.Set.Bands, stronger);

    /// <summary>Whether no band has a mark of a control: what is set there is noted.</summary>
    public bool IsUntold(ControlKey control) => Version.Set.Cells.All(cell => cell.Place.Address.Control != control);

    /// <summary>The lines in set-up order, ashore before afloat.</summary>
    public IEnumerable<CardLine> Lines => Card.Ashore.Concat(Card.Afloat);

    /// <summary>The mark of a control; null where the card has none.</summary>
    public Mark? MarkOf(ControlKey control) => Lines.FirstOrDefault(line => line.Control.Key == control)?.Cell?.Mark;
}
