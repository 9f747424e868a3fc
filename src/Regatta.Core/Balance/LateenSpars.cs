namespace Regatta.Core.Balance;

/// <summary>Two spars that meet at the tack, hung on a mast: the upper one by its halyard point, the lower one, the boom, by its gooseneck.
/// Source: models M5, closed form.</summary>
/// <param name="Between">The angle between the spars.</param>
/// <param name="Upper">The upper spar's length.</param>
/// <param name="Boom">The boom's length.</param>
/// <param name="Halyard">The halyard point from the tack along the upper spar.</param>
/// <param name="Hoist">How high on the mast the halyard point hangs, above the waterline.</param>
/// <param name="Gooseneck">The gooseneck from the tack along the boom, as she is drawn.</param>
public sealed record LateenSpars(Angle Between, Length Upper, Length Boom, Length Halyard, Length Hoist, Length Gooseneck)
{
    /// <summary>What makes them no lateen, in a sentence; null where they are one.</summary>
    public string? Problem =>
        !(Between.Degrees is > 20 and < 120) ? "A lateen’s spars stand 20 to 120° apart."
        : !(Halyard.Metres > 0.1 && Halyard.Metres <= Upper.Metres) ? "The halyard point lies on the upper spar."
        : !(Gooseneck.Metres >= 0 && Gooseneck.Metres < Boom.Metres) ? "The gooseneck lies on the boom."
        : !(Upper.Metres <= 20 && Boom.Metres <= 20 && Hoist.Metres is > 0 and <= 20) ? "Spars and hoist are up to 20 m."
        : null;

    /// <summary>How far the boom points above the horizontal: tan β = (h·cos α − g)/(h·sin α).</summary>
    public Angle BoomAngle(Length gooseneck)
    {
        var (sin, cos) = Math.SinCos(Between.Degrees * Math.PI / 180);
        return Angle.FromDegrees(Math.Atan(((Halyard.Metres * cos) - gooseneck.Metres) / (Halyard.Metres * sin)) * 180 / Math.PI);
    }

    /// <summary>The sail with its gooseneck somewhere on the boom, on a mast that stands at an x.</summary>
    public SideShape Sail(Length gooseneck, Length mastX)
    {
        var (boom, upper) = (BoomAngle(gooseneck).Degrees * Math.PI / 180, 0.0);
        upper = boom + (Between.Degrees * Math.PI / 180);
        var (tackX, tackZ) = (mastX.Metres + (gooseneck.Metres * Math.Cos(boom)), Hoist.Metres - (Halyard.Metres * Math.Sin(upper)));
        return new("sail", [Along(0, boom), Along(Boom.Metres, boom), Along(Upper.Metres, upper)]);

        SidePoint Along(double length, double angle) =>
            new(Length.FromMetres(tackX - (length * Math.Cos(angle))), Length.FromMetres(tackZ + (length * Math.Sin(angle))));
    }
}
