namespace Regatta.Core.Measuring;

/// <summary>What one boat still lacks, and when it is its turn.</summary>
/// <param name="Boat">The boat.</param>
/// <param name="Missing">The controls nobody measured on it well enough, in set-up order.</param>
/// <param name="Minutes">How long two people take for it.</param>
/// <param name="From">When they begin.</param>
public sealed record BoatSlot(Boat Boat, IReadOnlyList<Control> Missing, int Minutes, DateTimeOffset From)
{
    /// <summary>When they are done.</summary>
    public DateTimeOffset To => From.AddMinutes(Minutes);
}

/// <summary>A day on which boats are marked and measured: which lack what, in slots of two people, one boat after the other. What was
/// measured since falls away by itself.</summary>
/// <param name="Slots">The boats that lack something, those that lack most first.</param>
/// <param name="Done">The boats that lack nothing.</param>
/// <param name="Tools">What to have at hand.</param>
public sealed record MarkingDay(IReadOnlyList<BoatSlot> Slots, IReadOnlyList<Boat> Done, IReadOnlyList<string> Tools)
{
    /// <summary>So long two people take for a control: ease it, lay the strip or the pen marks, measure two places (ours).</summary>
    public const int MinutesAControl = 6;

    /// <summary>And so long for getting at a boat (ours).</summary>
    public const int MinutesABoat = 10;

    /// <summary>The day of a class.</summary>
    /// <param name="definition">The class.</param>
    /// <param name="boats">Its boats.</param>
    /// <param name="from">When it begins.</param>
    public static MarkingDay Of(ClassDefinition definition, IReadOnlyList<Boat> boats, DateTimeOffset from)
    {
        var lacking = boats
            .Select(boat => (Boat: boat, Missing: (IReadOnlyList<Control>)[.. definition.Marked.Where(control => Lacks(boat, control))]))
            .OrderByDescending(boat => boat.Missing.Count)
            .ThenBy(boat => boat.Boat.Name, StringComparer.OrdinalIgnoreCase)
            .ToList();
        var (slots, next) = (new List<BoatSlot>(), from);
        foreach (var (boat, missing) in lacking.Where(boatLacking => boatLacking.Missing.Count > 0))
        {
            var slot = new BoatSlot(boat, missing, MinutesABoat + (MinutesAControl * missing.Count), next);
            slots.Add(slot);
            next = slot.To;
        }

        return new(
            slots,
            [.. lacking.Where(boatLacking => boatLacking.Missing.Count == 0).Select(boatLacking => boatLacking.Boat)],
            [.. slots.SelectMany(slot => slot.Missing).SelectMany(MarkingGuide.Tools).Distinct()]
        );
    }

    private static bool Lacks(Boat boat, Control control) =>
        ControlSurvey.Of(control, boat.PairsOf(control)).Finding
            is SurveyFinding.NotMeasured
                or SurveyFinding.OnePair
                or SurveyFinding.Contradictory;
}
