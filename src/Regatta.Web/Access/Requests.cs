namespace Regatta.Web.Access;

/// <summary>What a request says of who sent it.</summary>
internal static class Requests
{
    private const int LongestDevice = 200;

    /// <summary>The network address it came from.</summary>
    public static string Address(this HttpContext context) => context.Connection.RemoteIpAddress?.ToString() ?? "this machine";

    /// <summary>Whether it came from this machine itself.</summary>
    public static bool IsLocal(this HttpContext context) =>
        context.Connection.RemoteIpAddress is not { } address || System.Net.IPAddress.IsLoopback(address);

    /// <summary>The browser, as it names itself.</summary>
    public static string Device(this HttpContext context)
    {
        var said = context.Request.Headers.UserAgent.ToString();
        return said.Length > LongestDevice ? said[..LongestDevice] : said;
    }
}
