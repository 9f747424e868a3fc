using static Regatta.Web.Drawings.Svg;

namespace Regatta.Web.Drawings;

/// <summary>The crew's place on the boat from above, bow to the right and windward up, and her heel from astern.</summary>
/// <param name="X">Where the body is, along; the hull is 96 long.</param>
/// <param name="Y">Where it is, to windward; the half-beam is 18.</param>
/// <param name="Tilt">Her heel for the view from astern, in degrees, + to leeward.</param>
/// <param name="Seat">Where the body is across, for the same view: windward is to the left, the mast at 34.</param>
/// <param name="Label">The same in words.</param>
public sealed record CrewDrawing(double? X, double? Y, double? Tilt, double Seat, string Label)
{
    /// <summary>The hull from above.</summary>
    public const string Hull = "M10 30Q10 14 26 12Q72 8 106 30Q72 52 26 48Q10 46 10 30Z";

    /// <summary>The drawing of what a card says.</summary>
    public static CrewDrawing Of(CrewPlace place) =>
        new(
            place.Along is null && place.Out is null ? null : 72 - (48 * (place.Along ?? 0.5)),
            place.Along is null && place.Out is null ? null : 27 - (21 * (place.Out ?? 0.5)),
            place.Heel?.Degrees,
            34 - (18 * (place.Out ?? 0.5)),
            string.Join(", ", place.Lines.Select(line => $"{line.Control.Name} {line.Cell!.Show(line.Control.Scale)}"))
        );

    /// <summary>Her hull and mast from astern are turned so.</summary>
    public string Turn => $"rotate({N(Tilt ?? 0)} 34 40)";
}
