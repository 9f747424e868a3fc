namespace Regatta.Core.Classes.Changes;

/// <summary>Moves the edge between a band and the next stronger one.</summary>
/// <param name="Lower">The lighter of the two.</param>
/// <param name="To">Where the edge goes.</param>
public sealed record MoveEdge(BandId Lower, Speed To) : ClassChange
{
    /// <inheritdoc/>
    public override string What(ClassState before) =>
        $"{before.Definition.Bands.Find(Lower)?.Name ?? "a band"} ends at {NumberText.Plain(To.Knots, 1)} kn";

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use)
    {
        var bands = before.Definition.Bands;
        if (bands.Find(Lower) is not { } lower || bands.Above(lower) is not { } upper)
        {
            return Bad("That edge is not there any more.");
        }

        return bands.WithEdge(lower, To) is { } moved
            ? Good(before.With(before.Definition with { Bands = moved }))
            : Bad(
                $"The edge stays between {NumberText.Plain(lower.From.Knots, 1)} and "
                    + $"{NumberText.Plain(upper.To.Knots, 1)} kn. Join the bands to be rid of one."
            );
    }
}

/// <summary>Gives all bands new edges and names; they keep their cells.</summary>
/// <param name="Bands">The same bands, by their numbers.</param>
public sealed record SetBands(IReadOnlyList<WindBand> Bands) : ClassChange
{
    /// <summary>The longest name of a band, in characters.</summary>
    public const int LongestName = 40;

    /// <inheritdoc/>
    public override string What(ClassState before) => "wind bands edited";

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use)
    {
        var numbers = before.Definition.Bands.All.Select(band => band.Id).ToHashSet();
        if (!numbers.SetEquals(Bands.Select(band => band.Id)))
        {
            return Bad("These are not the bands of the class any more. Look at them again.");
        }

        return Bands.Any(band => band.Name.Trim().Length is 0 or > LongestName)
            ? Bad($"A band’s name has 1 to {LongestName} letters.")
            : WindBands.Of(Bands).Then(bands => Good(before.With(before.Definition with { Bands = bands })));
    }
}

/// <summary>Splits a band in two at a wind inside it. The stronger part is a new band, with a number no band had before and the same
/// cells.</summary>
/// <param name="Band">The band.</param>
/// <param name="At">Where; its middle for null.</param>
/// <param name="UpperName">What the stronger part is called; named after the whole for null.</param>
public sealed record SplitBand(BandId Band, Speed? At = null, string? UpperName = null) : ClassChange
{
    /// <inheritdoc/>
    public override string What(ClassState before) => $"{before.Definition.Bands.Find(Band)?.Name ?? "a band"} split";

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use)
    {
        var definition = before.Definition;
        if (definition.Bands.Find(Band) is not { } whole)
        {
            return Bad("That band is not there any more.");
        }

        var at = At ?? whole.Middle;
        if (at <= whole.From || at >= whole.To)
        {
            return Bad(
                $"A band is split inside it, between {NumberText.Plain(whole.From.Knots, 1)} and {NumberText.Plain(whole.To.Knots, 1)} kn."
            );
        }

        var usual = "upper " + whole.Name;
        var upper = new WindBand(
            new(definition.LastBand + 1),
            UpperName ?? (usual.Length <= SetBands.LongestName ? usual : whole.Name),
            at,
            whole.To
        );
        var bands = WindBands.Of([
            .. definition.Bands.All.Select(band => band == whole ? new WindBand(band.Id, band.Name, band.From, at) : band),
            upper,
        ]);
        return bands.Then(split =>
            Good(
                new(
                    definition with
                    {
                        Bands = split,
                        LastBand = upper.Id.Number,
                    },
                    before
                        .Kept.Concat(
                            from cell in before.Cells
                            where cell.Key.Address.Band == whole.Id
                            select KeyValuePair.Create(cell.Key with { Address = cell.Key.Address with { Band = upper.Id } }, cell.Value)
                        )
                        .ToDictionary()
                )
            )
        );
    }
}

/// <summary>Joins a band with the next stronger one. Its own cells stay; where it says nothing it takes the other's.</summary>
/// <param name="Lower">The lighter of the two, which stays.</param>
/// <param name="Upper">The stronger of the two, as its editor saw it.</param>
public sealed record JoinBands(BandId Lower, BandId Upper) : ClassChange
{
    /// <inheritdoc/>
    public override string What(ClassState before)
    {
        var bands = before.Definition.Bands;
        var said = $"{bands.Find(Lower)?.Name} joined with {bands.Find(Upper)?.Name}";
        return before.Definition.Crew.Rule?.FromBand == Upper ? $"{said}; the crew rule holds from {bands.Find(Lower)?.Name} on now" : said;
    }

    /// <summary>Whether a cell of the stronger band would go out of sight that says something else than the lighter one's.</summary>
    public bool Hides(ClassState before) =>
        before.Cells.Any(cell =>
            cell.Key.Address.Band == Upper && before.Cells.TryGetValue(InLower(cell.Key), out var stays) && !stays.SaysSame(cell.Value)
        );

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use)
    {
        var definition = before.Definition;
        if (
            definition.Bands.Find(Lower) is not { } lower
            || definition.Bands.Find(Upper) is not { } upper
            || definition.Bands.Above(lower) != upper
        )
        {
            return Bad("These two bands do not lie beside each other any more.");
        }

        var bands = WindBands.Of(
            from band in definition.Bands.All
            where band != upper
            select band == lower ? new WindBand(lower.Id, lower.Name, lower.From, upper.To) : band
        );
        var cells = before.Kept.ToDictionary();
        foreach (var (place, cell) in before.Cells.Where(cell => cell.Key.Address.Band == Upper))
        {
            cells.TryAdd(InLower(place), cell);
        }

        var crew =
            definition.Crew.Rule is { } rule && rule.FromBand == Upper ? CrewReading.By(rule with { FromBand = Lower }) : definition.Crew;
        return bands.Then(joined => Good(new(definition with { Bands = joined, Crew = crew }, cells)));
    }

    private CellPlace InLower(CellPlace place) => place with { Address = place.Address with { Band = Lower } };
}

/// <summary>Brings a band back that was joined away: the band its wind lies in gives up that part again.</summary>
/// <param name="Band">The band as it was.</param>
public sealed record BringBackBand(WindBand Band) : ClassChange
{
    /// <inheritdoc/>
    public override string What(ClassState before) => $"band {Band.Name} brought back";

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use)
    {
        var definition = before.Definition;
        var home = definition.Bands.At(Band.Middle);
        if (definition.Bands.Find(Band.Id) is not null)
        {
            return Bad($"{Band.Name} is there already.");
        }

        if (
            Band.From < home.From
            || Band.To > home.To
            || (Band.From == home.From && Band.To == home.To)
            || Band.Id.Number > definition.LastBand
        )
        {
            return Bad(
                $"{Band.Name} ran from {NumberText.Plain(Band.From.Knots, 1)} to {NumberText.Plain(Band.To.Knots, 1)} "
                    + "kn, and the bands have moved since: it lies in no single one of them any more. Split a band instead."
            );
        }

        var rest = new List<WindBand> { Band };
        var last = definition.LastBand;
        if (Band.From > home.From)
        {
            rest.Add(new(home.Id, home.Name, home.From, Band.From));
        }

        if (Band.To < home.To)
        {
            var isOnlyRest = Band.From == home.From;
            rest.Add(
                new(
                    isOnlyRest ? home.Id : new(++last),
                    isOnlyRest || home.Name.Length > SetBands.LongestName - 6 ? home.Name : "upper " + home.Name,
                    Band.To,
                    home.To
                )
            );
        }

        return WindBands
            .Of(definition.Bands.All.Where(band => band != home).Concat(rest))
            .Then(bands => Good(before.With(definition with { Bands = bands, LastBand = last })));
    }
}
