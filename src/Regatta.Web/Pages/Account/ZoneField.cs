namespace Regatta.Web.Pages.Account;

/// <summary>The field that asks for a club's time zone: a list of all there are.</summary>
internal static class ZoneField
{
    /// <summary>Its name.</summary>
    public const string Name = "zone";

    private static readonly IReadOnlyList<string> Zones =
    [
        "UTC",
        .. TimeZoneInfo
            .GetSystemTimeZones()
            .Select(zone => zone.Id)
            .Where(zone => zone.Contains('/') && !zone.StartsWith("Etc/", StringComparison.Ordinal))
            .Order(StringComparer.Ordinal),
    ];

    /// <summary>The field.</summary>
    /// <param name="now">What it is; one that is in no list stays.</param>
    public static Field Of(string now) =>
        new(Name, "Its time zone", now)
        {
            Choices = Zones.Contains(now) ? Zones : [now, .. Zones],
            Hint = "Days and times are shown in it.",
        };

    /// <summary>Reads what was picked.</summary>
    public static Parsed<string> Read(string text) =>
        TimeZoneInfo.TryFindSystemTimeZoneById(text.Trim(), out _)
            ? Parsed<string>.Good(text.Trim())
            : Parsed<string>.Bad("That time zone is not known here. Pick one of the list, or UTC.");
}
