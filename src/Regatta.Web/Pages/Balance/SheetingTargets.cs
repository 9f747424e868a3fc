using Regatta.Web.Pages.Cards;

namespace Regatta.Web.Pages.Balance;

/// <summary>Targets beside the marks: twist, sheeting angles, a lateen's heel downwind.</summary>
/// <param name="Twist">How much twist the wind asks for, foot to head; null without a card's wind.</param>
/// <param name="OverTheHull">The heel to windward at which a lateen hangs over her hull downwind; null for another rig.</param>
/// <param name="Booms">How far each boom the card sets stands off the centreline, as an angle.</param>
/// <param name="Boom">The length of the main boom.</param>
/// <param name="HasHeadsail">Whether she carries one.</param>
public sealed record SheetingTargets(
    Angle? Twist,
    Angle? OverTheHull,
    IReadOnlyList<(Control Control, Mark Mark, Angle Angle)> Booms,
    Length Boom,
    bool HasHeadsail
)
{
    /// <summary>Of a class as she stands.</summary>
    public static SheetingTargets Of(ClassDefinition definition, CardView? card, BoatDrawing boat, BoatBalance balance)
    {
        var main = balance.Sails[0].Shape;
        var (low, high) = (main.Outline.Min(point => point.Z), main.Outline.Max(point => point.Z));
        return new(
            card is null ? null : Sheeting.Twist(card.Wind, definition.WindHeight, low, high, boat.Waterline),
            boat.Lateen is null ? null : Sheeting.OverTheHull(main, boat.MastFoot),
            [
                .. from control in definition.Marked
                where control.WordsOfName().Contains("boom") && control.WordsOfName().Contains("end")
                let sail = balance.Sails.Select(part => part.Shape).FirstOrDefault(shape => control.WordsOfName().Contains(shape.Name))
                let mark = card?.Reading.MarkOf(control.Key)
                where mark is not null && control.Scale.LengthAt(mark.Value) is not null
                select (control, mark.Value, Sheeting.AngleOf(control.Scale.LengthAt(mark.Value)!.Value, Sheeting.BoomOf(sail ?? main))),
            ],
            Sheeting.BoomOf(main),
            balance.Sails.Count > 1
        );
    }

    /// <summary>Where the main boom stands on the card; on the centreline where the card does not say.</summary>
    public Length OnCard =>
        Booms.Count > 0 && !Booms[0].Control.WordsOfName().Contains("headsail")
            ? Booms[0].Control.Scale.LengthAt(Booms[0].Mark)!.Value
            : default;

    /// <summary>The slider of the main boom, in centimetres off the centreline.</summary>
    /// <param name="asked">Where the address puts it; null for where the card does.</param>
    public DrawingSlider Slider(Length? asked)
    {
        var off = asked ?? OnCard;
        return new(
            BoomSlider,
            "Main boom’s end off the centreline",
            0,
            Math.Round(MostOff(Boom).Metres * 100),
            Boom.Metres < 1 ? 0.5 : 1,
            off.Metres * 100,
            $"{LengthUnit.Centimetre.Show(off, 1)}: {NumberText.Plain(Sheeting.AngleOf(off, Boom).Degrees, 1)}°"
        );
    }

    /// <summary>The name of the boom's slider.</summary>
    public const string BoomSlider = "boom-off";

    /// <summary>Further out than any boat goes upwind.</summary>
    public static Length MostOff(Length boom) => Length.FromMetres(boom.Metres * 0.4);
}
