namespace Regatta.Web.Drawings;

/// <summary>The boat from above, bow up and leeward to the right: where the booms stand. Her width is no measure.</summary>
/// <param name="Hull">Her deck.</param>
/// <param name="Boom">The main boom.</param>
/// <param name="Head">How the head of the main stands above it; null without a wind.</param>
/// <param name="Headsail">The headsail's foot, half-way from the centreline to the deck's edge; null without one.</param>
/// <param name="Off">How far the main boom stands off the centreline.</param>
/// <param name="Further">How much further out the head stands; null without a wind.</param>
public sealed record TopDrawing(string Hull, string Boom, string? Head, string? Headsail, Angle Off, Angle? Further)
{
    /// <summary>In drawing units.</summary>
    public const double Width = 150;

    /// <inheritdoc cref="Width"/>
    public const double Height = 190;

    private const double Bow = 14;
    private const double Stern = 160;
    private const double Middle = Width / 2;
    private const double HalfWide = 30;

    /// <summary>Draws her.</summary>
    /// <param name="boat">Her side view.</param>
    /// <param name="balance">Her sails, the main first.</param>
    /// <param name="boom">How far the main boom stands off the centreline.</param>
    /// <param name="twist">By how much the head stands further out; null where no wind is known.</param>
    public static TopDrawing Of(BoatDrawing boat, BoatBalance balance, Angle boom, Angle? twist)
    {
        var (stern, bow) = (boat.Hull.Outline.Min(point => point.X.Metres), boat.Hull.Outline.Max(point => point.X.Metres));
        var scale = (Stern - Bow) / (bow - stern);
        var main = balance.Sails[0].Shape;
        var length = Sheeting.BoomOf(main).Metres * scale;
        var mast = Along(main.Outline.Max(point => point.X.Metres));
        var deck = FormattableString.Invariant(
            $"M{Middle} {Bow}C{Middle + HalfWide} {Bow + 40} {Middle + HalfWide} {Stern - 20} {Middle + 20} {Stern}"
        );
        return new(
            deck
                + FormattableString.Invariant(
                    $"H{Middle - 20}C{Middle - HalfWide} {Stern - 20} {Middle - HalfWide} {Bow + 40} {Middle} {Bow}Z"
                ),
            Line(mast, length, boom),
            twist is { } further ? Line(mast, length * 0.8, boom + further) : null,
            balance.Sails.Count > 1 ? Headsail(balance.Sails[1].Shape) : null,
            boom,
            twist
        );

        double Along(double forward) => Stern - ((forward - stern) * scale);
        string Line(double from, double reach, Angle off)
        {
            var (sin, cos) = Math.SinCos(off.Degrees * Math.PI / 180);
            return $"M{Svg.N(Middle)} {Svg.N(from)}L{Svg.N(Middle + (reach * sin))} {Svg.N(from + (reach * cos))}";
        }

        string Headsail(SideShape sail) =>
            $"M{Svg.N(Middle)} {Svg.N(Along(sail.Outline.Max(point => point.X.Metres)))}"
            + $"L{Svg.N(Middle + (HalfWide * 0.4))} {Svg.N(Along(sail.Outline.Min(point => point.X.Metres)))}";
    }
}
