namespace Regatta.Core.Wind;

/// <summary>Wind over open water by height: U(z) = U(zr)·ln(z/z0)/ln(zr/z0). Source: WMO-No. 8, roughness classes.</summary>
public static class WindProfile
{
    /// <summary>The roughness length of open water.</summary>
    public static readonly Length Roughness = Length.FromMetres(0.0002);

    /// <summary>Heights a wind can be measured or meant at.</summary>
    public static readonly (Length Lowest, Length Highest) Heights = (Length.FromMetres(0.1), Length.FromMetres(60));

    /// <summary>The wind at one height as it is at another.</summary>
    /// <param name="wind">The wind at <paramref name="from"/>.</param>
    /// <param name="from">Where it was measured; above the roughness.</param>
    /// <param name="to">Where it is wanted; above the roughness.</param>
    public static Speed At(Speed wind, Length from, Length to) => Speed.FromMetresPerSecond(wind.MetresPerSecond * Ratio(from, to));

    /// <summary>How many times the wind at one height is at another.</summary>
    /// <exception cref="ArgumentOutOfRangeException">A height at or below the roughness.</exception>
    public static double Ratio(Length from, Length to) => Height(to) / Height(from);

    /// <summary>Reads a height as written: metres, or with a unit.</summary>
    public static Parsed<Length> ReadHeight(string text) =>
        NumberText
            .Read(text)
            .Then(read =>
            {
                var length =
                    read.Tail is "" or "m" ? Length.FromMetres(read.Number)
                    : LengthUnits.Named(read.Tail) is { } unit ? Length.From(read.Number, unit)
                    : (Length?)null;
                return length is not { } height
                        ? Parsed<Length>.Bad($"“{read.Tail}” is no unit for a height. Write metres, such as 3 or 0.6.")
                    : height.CompareTo(Heights.Lowest) < 0 || height.CompareTo(Heights.Highest) > 0
                        ? Parsed<Length>.Bad(
                            $"A wind is measured between {Heights.Lowest.Metres:0.#} and {Heights.Highest.Metres:0} m above the water."
                        )
                    : Parsed<Length>.Good(height);
            });

    private static double Height(Length height) =>
        height.Metres > Roughness.Metres
            ? Math.Log(height.Metres / Roughness.Metres)
            : throw new ArgumentOutOfRangeException(nameof(height), height, "A height lies above the water's roughness.");
}

/// <summary>The wind as it is felt aboard.</summary>
/// <param name="Speed">How strong.</param>
/// <param name="Angle">From where, off the bow.</param>
public readonly record struct ApparentWind(Speed Speed, Angle Angle)
{
    /// <summary>True wind and the boat's own speed together. Source: vector sum, models M3.</summary>
    /// <param name="trueWind">The wind over the water.</param>
    /// <param name="trueAngle">From where, off the bow.</param>
    /// <param name="boat">The boat's speed through the water.</param>
    public static ApparentWind Of(Speed trueWind, Angle trueAngle, Speed boat)
    {
        var radians = trueAngle.Degrees * Math.PI / 180;
        var across = trueWind.MetresPerSecond * Math.Sin(radians);
        var along = boat.MetresPerSecond + (trueWind.MetresPerSecond * Math.Cos(radians));
        return new(
            Units.Speed.FromMetresPerSecond(Math.Sqrt((across * across) + (along * along))),
            Units.Angle.FromDegrees(Math.Atan2(across, along) * 180 / Math.PI)
        );
    }

    /// <summary>The twist the wind's gradient asks for: how much further aft the apparent wind comes from at the head than at the boom.
    /// Source: models M3.</summary>
    /// <param name="trueWind">The wind at <paramref name="measuredAt"/>.</param>
    /// <param name="measuredAt">The height it was measured at.</param>
    /// <param name="trueAngle">From where, off the bow.</param>
    /// <param name="boat">The boat's speed.</param>
    /// <param name="boom">Height of the boom.</param>
    /// <param name="head">Height of the head.</param>
    public static Angle TwistAskedFor(Speed trueWind, Length measuredAt, Angle trueAngle, Speed boat, Length boom, Length head) =>
        Of(WindProfile.At(trueWind, measuredAt, head), trueAngle, boat).Angle
        - Of(WindProfile.At(trueWind, measuredAt, boom), trueAngle, boat).Angle;
}
