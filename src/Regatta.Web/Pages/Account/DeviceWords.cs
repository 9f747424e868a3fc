namespace Regatta.Web.Pages.Account;

/// <summary>What a browser says of itself, in words.</summary>
public static class DeviceWords
{
    private static readonly (string Mark, string Word)[] Systems =
    [
        ("iPhone", "phone"),
        ("Android", "phone or tablet"),
        ("iPad", "tablet"),
        ("Windows", "Windows computer"),
        ("Macintosh", "Mac computer"),
        ("Linux", "Linux computer"),
    ];

    /// <summary>The kind of device, as well as it can be told.</summary>
    public static string Of(string device) =>
        Systems
            .Where(system => device.Contains(system.Mark, StringComparison.Ordinal))
            .Select(system => "A " + system.Word)
            .FirstOrDefault("Some device");
}
