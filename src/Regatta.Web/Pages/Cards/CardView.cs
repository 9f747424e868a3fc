using Regatta.Application.Reading;
using Regatta.Core.Fleet;
using Regatta.Core.Matrices;
using Regatta.Core.Sheets;
using Regatta.Core.Units;
using Regatta.Core.Wind;
using Regatta.Web.Drawings;

namespace Regatta.Web.Pages.Cards;

/// <summary>What an address asks of a card.</summary>
public sealed record CardAsk(string? Wind, string? Plan, string? Mode);

/// <summary>A published card for one wind, as a member or somebody with the link reads it. Names nobody.</summary>
public sealed record CardView(CardReading Reading, bool PlanChosen, string Path, BoatChoice Choice, Mass? Crew)
{
    /// <summary>The ruler on a phone's width.</summary>
    public const double RulerWidth = 360;

    /// <summary>Where the pages of the class begin.</summary>
    public required string ClassPath { get; init; }

    public ClassDefinition Class => Version.Class;

    public PublishedVersion Version => Reading.Version;

    public Layer Layer => Reading.Layer;

    public Speed Wind => Reading.Wind;

    public Card Card => Reading.Card;

    public Layers Layers => Version.Set.Layers;

    /// <summary>What the reader's crew makes of it, in a sentence; null when their card is the class's.</summary>
    public string? CrewSentence(SpeedUnit wind, MassUnit mass)
    {
        if (Crew is not { } crew || !Class.Crew.Matters)
        {
            return null;
        }

        var own = $"At {NumberText.Plain(crew.In(mass), 0)} {mass.Symbol()} ";
        string Show(Speed speed) => $"{NumberText.Plain(speed.In(wind), 1)} {wind.Symbol()}";
        return Class.Crew.Rule is not null
            ? Math.Abs(Reading.Effective.Knots - Wind.Knots) < SameWind.Knots
                ? own + $"you sail {Show(Wind)} as the card’s own."
                : own + $"you sail {Show(Wind)} as the card’s {Show(Reading.Effective)}."
            : Class.Crew.Offsets.Where(offset => offset.HoldsFor(crew)).ToList() is { Count: > 0 } offsets
                ? own
                    + string.Join(
                        ", ",
                        offsets.Select(offset =>
                            $"{Class.Find(offset.Control)?.Name.ToLowerInvariant() ?? offset.Control.Name} "
                            + $"{NumberText.Signed(offset.Steps, 0)} {(Math.Abs(offset.Steps) == 1 ? "step" : "steps")}"
                        )
                    )
                    + ", as shown."
                : own + "you set the card as it stands.";
    }

    /// <summary>Two winds nearer than this are the same to anybody.</summary>
    private static readonly Speed SameWind = Speed.FromKnots(0.05);

    public WindRuler Ruler { get; } = new(8, RulerWidth - 8, Reading.Version.Set.Bands);

    /// <summary>Takes the wind from the address, or the middle of what the class sails in; never refuses a reader their card.</summary>
    public static CardView Of(
        PublishedVersion version,
        CardAsk ask,
        SpeedUnit unit,
        string path,
        string classPath,
        BoatChoice choice,
        Mass? crew,
        Speed? now
    )
    {
        var wind =
            ask.Wind is not null && WindRange.ReadSpeed(ask.Wind, unit) is { Ok: true } read
                ? read.Value
                : now ?? version.Class.Helm.ReferenceWind;
        var chosen = version.Set.Layers.Plans.Any(plan => plan.Key.Name == ask.Plan);
        return new(CardReading.Of(version, wind, ask.Plan, ask.Mode, crew, choice.Readings), chosen, path, choice, crew)
        {
            ClassPath = classPath,
        };
    }

    /// <summary>The address of this card at a wind.</summary>
    public string At(Speed wind, SpeedUnit unit) => At(wind, unit, PlanChosen ? Layer.Plan : null, Layer.Mode);

    /// <summary>The address of the card of another plan or mode at a wind; without a plan, of what is carried then.</summary>
    public string At(Speed wind, SpeedUnit unit, PlanKey? plan, ModeKey mode) =>
        $"{Path}?wind={NumberText.Plain(wind.In(unit), 1)}&unit={Uri.EscapeDataString(unit.Symbol())}"
        + (Choice.Boats.Count > 0 ? "&boat=" + Choice.InAddress : "")
        + $"{(plan is { } carried ? "&plan=" + carried : "")}{(Layers.Modes.Count > 1 ? "&mode=" + mode : "")}";

    /// <summary>What the class carries one band down and one band up, where that is something else.</summary>
    public SailsNow Sails => SailsNow.Of(Version.Set, Card.Band, Layer.Mode);

    /// <summary>The name of the mode a line is taken from where this one says nothing of its own; null where it does.</summary>
    public string? AsIn(CardLine line) =>
        line.Cell is { Source: CellSource.Borrowed } cell && Version.Set[Layer][new CellAddress(Card.Band.Id, line.Control.Key)] is null
            ? cell.Origin
            : null;

    /// <summary>What to know about a line's reading before it is set; null when it can be taken as it stands.</summary>
    public string? Remark(CardLine line) =>
        line.Cell?.Mark is not { } mark
            ? null
            : ReadingRemarks.Of(Choice.Readings, Version.Set.Controls.First(control => control.Key == line.Control.Key), mark);
}
