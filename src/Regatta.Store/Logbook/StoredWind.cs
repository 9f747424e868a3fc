namespace Regatta.Store;

/// <summary>A range of wind out of its three columns, in metres a second.</summary>
internal static class StoredWind
{
    /// <summary>The range; what the columns' checks let in is one.</summary>
    public static WindRange Of(double from, double to, double? gust) =>
        WindRange
            .Of(
                Speed.FromMetresPerSecond(from),
                Speed.FromMetresPerSecond(to),
                gust is { } strongest ? Speed.FromMetresPerSecond(strongest) : null
            )
            .Value;
}
