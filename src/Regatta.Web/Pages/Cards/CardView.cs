namespace Regatta.Web.Pages.Cards;

/// <summary>What an address asks of a card.</summary>
public sealed record CardQuery(string? Wind, string? Plan, string? Mode, string? Purpose = null);

/// <summary>A published card for one wind, as a member or somebody with the link reads it. Names nobody.</summary>
public sealed record CardView(CardReading Reading, bool PlanChosen, string Path, BoatChoice Choice, CardReader Reader)
{
    /// <summary>The ruler on a phone's width.</summary>
    public const double RulerWidth = 360;

    /// <summary>Where the pages of the class begin.</summary>
    public required string ClassPath { get; init; }

    public ClassDefinition Class => Version.Class;

    public PublishedVersion Version => Reading.Version;

    public PlanMode PlanMode => Reading.PlanMode;

    public Speed Wind => Reading.Wind;

    public Card Card => Reading.Card;

    public PlanModes PlanModes => Version.Set.PlanModes;

    /// <summary>What is noted afloat; null on a card that is nobody's.</summary>
    public NoteForm? Note { get; init; }

    /// <summary>What its reader noted and has not logged yet, as runs.</summary>
    public IReadOnlyList<CutRun> Legs { get; init; } = [];

    /// <summary>Those of them that a log takes.</summary>
    public IReadOnlyList<CutRun> Noted => [.. Legs.TakeLast(SessionLog.MostRuns)];

    /// <summary>What the boat was rigged with on the day; null where nothing was noted of her.</summary>
    public BaseOfDay? Base => BaseOfDay.Of(Version, Reader, PlanMode, Legs);

    /// <summary>The address of one of the page's handlers, for this card.</summary>
    public string Handled(string handler) => $"{At(Wind, SpeedUnit.Knot)}&handler={handler}";

    /// <summary>The class's cautions, and on a member's card the club's own.</summary>
    public IReadOnlyList<Caution> Cautions { get; init; } = Reading.Version.Class.Cautions;

    /// <summary>What the last minutes at the station say of how to sail her.</summary>
    public IReadOnlyList<string> Advice { get; init; } = [];

    private CautionPlace Place => new(null, PlanMode, Wind);

    /// <summary>The cautions of a control, where it is set.</summary>
    public IReadOnlyList<Caution> CautionsOf(CardLine line) => Core.Safety.Cautions.Of(line.Control.Key, Cautions, Place);

    /// <summary>The cautions that speak of no control and fit this wind and these sails, what can hurt first; those of some water or place
    /// say so.</summary>
    public IEnumerable<Caution> CautionsHere =>
        Cautions
            .Where(caution => caution.Control is null)
            .Where(caution => (caution with { Water = Water.NotSaid, Place = Core.Wind.Place.NotSaid }).Fits(Place))
            .OrderByDescending(caution => caution.Grave)
            .ThenByDescending(caution => caution.Closeness);

    /// <summary>What may be carried, and what is.</summary>
    public Carry Carry => Reading.Carry;

    /// <summary>What a neighbour says without the words it has in common with the line: "6" beside "strip 7", "3" beside "5 cm".</summary>
    public static string Brief(Cell other, CardLine line)
    {
        var says = other.Show(line.Control.Scale).Split(' ');
        var own = line.Cell?.Show(line.Control.Scale).Split(' ') ?? [];
        if (other.Mark is null || line.Control.Scale.Choices is not null || says.Length < 2 || own.Length < 2)
        {
            return string.Join(' ', says);
        }

        var (first, last) = (
            says[0] == own[0] && !char.IsDigit(says[0][0]) ? 1 : 0,
            says[^1] == own[^1] && !char.IsDigit(says[^1][0]) ? 1 : 0
        );
        return first + last < says.Length ? string.Join(' ', says[first..^last]) : string.Join(' ', says);
    }

    /// <summary>Remarks that several lines have in common, with the controls they are of: told once, below the marks.</summary>
    public IReadOnlyList<(string Said, IReadOnlyList<string> Of)> Shared =>
        [
            .. Reading
                .Lines.Where(line => !IsToldByGear(line))
                .SelectMany(line => Remarks(line).Select(said => (said, Name: GearOf(line)?.Gear.Name ?? line.Control.Name)))
                .GroupBy(remark => remark.said)
                .Where(same => same.Count() > 1)
                .Select(same => (same.Key, (IReadOnlyList<string>)[.. same.Select(line => line.Name)])),
        ];

    /// <summary>The class's runs, to tell whether a new sail was looked at since.</summary>
    public IReadOnlyList<SessionEvidence> Sessions { get; init; } = [];

    /// <summary>What the reader's crew makes of it, in a sentence; null when their card is the class's.</summary>
    public string? CrewSentence(SpeedUnit wind, MassUnit mass)
    {
        var crew = Reader.Crew;
        if (crew.IsEmpty || !Class.Crew.Matters)
        {
            return null;
        }

        var aboard = Reading.SailedFor?.Aboard is { } people && Class.Crew.Rule is not null ? $", {people} aboard," : "";
        var own = crew.Mass is { } heavy ? $"At {NumberText.Plain(heavy.In(mass), 0)} {mass.Symbol()}{aboard} " : "";
        var steps = Class
            .Crew.StepsFor(crew)
            .GroupBy(step => step.Control, step => step.Steps)
            .Select(group => $"{Class.Find(group.Key)?.Name.ToLowerInvariant() ?? group.Key.Name} {Steps(group.Sum())}")
            .ToList();
        var parts = new List<string>();
        if (Class.Crew.Rule is not null && crew.Mass is not null)
        {
            parts.Add(
                Math.Abs(Reading.Effective.Knots - Wind.Knots) < SameWind.Knots
                    ? $"you sail {Show(Wind, wind)} as the card’s own"
                    : $"you sail {Show(Wind, wind)} as the card’s {Show(Reading.Effective, wind)}"
            );
        }

        if (steps.Count > 0)
        {
            parts.Add($"{string.Join(", ", steps)}, as shown");
        }

        var said = parts.Count > 0 ? string.Join("; ", parts) : "you set the card as it stands";
        return own.Length > 0 ? $"{own}{said}." : $"For you: {said}.";
    }

    private static string Show(Speed speed, SpeedUnit wind) => $"{NumberText.Plain(speed.In(wind), 1)} {wind.Symbol()}";

    private static string Steps(int steps) => $"{NumberText.Signed(steps, 0)} {(Math.Abs(steps) == 1 ? "step" : "steps")}";

    /// <summary>The gear a line belongs to where it is the first of its members on the card, with the others' lines; null where it stands
    /// alone.</summary>
    public (Gear Gear, IReadOnlyList<CardLine> Lines)? GearOf(CardLine line) =>
        Class.GearOf(line.Control.Key) is { } gear
        && Reading.Lines.Where(line => gear.Binds(line.Control.Key) && line.Cell is not null).ToList() is { Count: > 1 } lines
            ? (gear, [.. gear.Members.SelectMany(member => lines.Where(line => line.Control.Key == member.Control))])
            : null;

    /// <summary>Whether a line is told by the gear of a line before it.</summary>
    public bool IsToldByGear(CardLine line) => GearOf(line) is { Lines: var lines } && lines[0].Control.Key != line.Control.Key;

    /// <summary>The lines whose marks do not count for what she is sailed for.</summary>
    public IReadOnlyList<CardLine> Rest => [.. Reading.Lines.Where(line => !IsToldByGear(line) && !Reading.Counts(line))];

    /// <summary>For other crews than the one the card was tuned with, where the class wants columns for them; null where not.</summary>
    public CrewTable? Crews => CrewTable.Of(Version, PlanMode, Wind);

    /// <summary>Two winds nearer than this are the same to anybody.</summary>
    private static readonly Speed SameWind = Speed.FromKnots(0.05);

    public WindRuler Ruler { get; } = new(8, RulerWidth - 8, Reading.Version.Set.Bands);

    /// <summary>Takes the wind from the address, or the middle of what the class sails in; never refuses a reader their card.</summary>
    public static CardView Of(
        PublishedVersion version,
        CardQuery ask,
        SpeedUnit unit,
        string path,
        string classPath,
        BoatChoice choice,
        CardReader reader,
        WindConditions? now
    )
    {
        var wind =
            ask.Wind is not null && WindRange.ReadSpeed(ask.Wind, unit) is { Ok: true } read
                ? new(read.Value)
                : now ?? new WindConditions(version.Class.Helm.ReferenceWind);
        var chosen = version.Set.PlanModes.Plans.Any(plan => plan.Key.Name == ask.Plan);
        return new(CardReading.Of(version, wind, ask.Plan, ask.Mode, reader), chosen, path, choice, reader) { ClassPath = classPath };
    }

    /// <summary>The address of this card for another purpose.</summary>
    public string For(Purpose? purpose, SpeedUnit unit) => At(Wind, unit, PlanChosen ? PlanMode.Plan : null, PlanMode.Mode, purpose);

    /// <summary>The address of another page for what this card says.</summary>
    public string Elsewhere(string page, SpeedUnit unit) => Elsewhere(page, Wind, unit);

    /// <summary>The address of another page of the class for what this card asks, in another wind.</summary>
    public string Elsewhere(string page, Speed wind, SpeedUnit unit) => $"{ClassPath}/{page}{At(wind, unit)[Path.Length..]}";

    /// <summary>The address of another page of the class for this card with other sails or sailed otherwise; without sails, for what is
    /// carried then.</summary>
    public string Elsewhere(string page, PlanKey? plan, ModeKey mode, SpeedUnit unit) =>
        $"{ClassPath}/{page}{At(Wind, unit, plan, mode)[Path.Length..]}";

    /// <summary>The address of another page of the class for this card with other sails.</summary>
    public string Elsewhere(string page, Speed wind, SpeedUnit unit, PlanKey plan) =>
        $"{ClassPath}/{page}{At(wind, unit, plan, PlanMode.Mode)[Path.Length..]}";

    /// <summary>The address of this card at a wind.</summary>
    public string At(Speed wind, SpeedUnit unit) => At(wind, unit, PlanChosen ? PlanMode.Plan : null, PlanMode.Mode);

    /// <summary>The address of the card of another plan or mode at a wind; without a plan, of what is carried then.</summary>
    public string At(Speed wind, SpeedUnit unit, PlanKey? plan, ModeKey mode) => At(wind, unit, plan, mode, Reading.Purpose);

    private string At(Speed wind, SpeedUnit unit, PlanKey? plan, ModeKey mode, Purpose? purpose) =>
        new ClassAddress(Path)
            .At(wind, unit)
            .On(Choice)
            .With("plan", plan?.Name)
            .With("mode", PlanModes.Modes.Count > 1 ? mode.Name : null)
            .For(purpose)
            .ToString();

    /// <summary>Where what this card says is logged.</summary>
    public ClassAddress Log(SpeedUnit unit) =>
        new ClassAddress($"{ClassPath}/log").At(Wind, unit).On(Choice).In(PlanMode).For(Reading.Purpose);

    /// <summary>The name of the mode a line is taken from where this one says nothing of its own; null where it does.</summary>
    public string? AsIn(CardLine line) =>
        line.Cell is { Source: CellSource.Borrowed } cell && Version.Set[PlanMode][new CellAddress(Card.Band.Id, line.Control.Key)] is null
            ? cell.Origin
            : null;

    /// <summary>What a line says that has no mark here.</summary>
    public string Untold(ControlKey control) =>
        !HasMarks ? "no mark yet"
        : Reading.IsUntold(control) ? "no mark yet: note what you set"
        : "not set down: go by feel";

    /// <summary>Whether a single mark of the class is published.</summary>
    public bool HasMarks => Version.Set.Fill.Filled > 0;

    /// <summary>What to know about a line before it is set, a few words each, with what is to be known of all its gear; nothing where it
    /// can be taken as it stands.</summary>
    public IEnumerable<string> Remarks(CardLine line) =>
        GearOf(line) is { } gear
            ? gear
                .Lines.SelectMany(member => RemarksOf(member).Select(remark => (member.Control.Name, Said: remark)))
                .GroupBy(remark => remark.Said)
                .Select(same =>
                    same.Count() == gear.Lines.Count ? same.Key : $"{string.Join(", ", same.Select(line => line.Name))}: {same.Key}"
                )
            : RemarksOf(line);

    private IEnumerable<string> RemarksOf(CardLine line)
    {
        if (line.Cell?.Mark is not { } mark)
        {
            yield break;
        }

        var control = Version.Set.Controls.First(control => control.Key == line.Control.Key);
        if (ReadingRemarks.Of(Choice.Readings, control, mark) is { } reading)
        {
            yield return reading;
        }

        if (line.OfTheClass is { } classes)
        {
            var more = line.Control.Scale.ShowChange(mark.Position - classes.Mark!.Value.Position);
            yield return $"yours: {more} of the class’s {classes.Show(line.Control.Scale)}";
        }

        if (Choice.Boat?.SailIn(PlanMode.Plan) is { } sail)
        {
            if (sail.MaximumOf(line.Control.Key) is { } most && mark.Position > most.Position + 1e-9)
            {
                yield return $"beyond the {line.Control.Scale.Show(most)} printed on {sail.Name} as its end: stop there";
            }

            if (SailCheck.IsNew(sail, Choice.Boat.Number, PlanMode, Card.Band, Class, Sessions))
            {
                yield return $"{sail.Name} is new since {sail.Since:d MMM yyyy}: check again";
            }
        }
    }
}
