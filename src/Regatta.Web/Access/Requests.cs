namespace Regatta.Web.Access;

/// <summary>What a request says of who sent it.</summary>
public static class Requests
{
    private const int LongestDevice = 200;

    /// <summary>The network address it came from.</summary>
    public static string Address(this HttpContext context) => context.Connection.RemoteIpAddress?.ToString() ?? "this machine";

    /// <summary>The network it came from: the address, or of an IPv6 address the 64 bits one household or club has.</summary>
    public static string Network(this HttpContext context) => NetworkOf(context.Connection.RemoteIpAddress);

    /// <summary>The network of an address.</summary>
    public static string NetworkOf(System.Net.IPAddress? address)
    {
        if (address is not { AddressFamily: System.Net.Sockets.AddressFamily.InterNetworkV6, IsIPv4MappedToIPv6: false })
        {
            return address is null ? "this machine"
                : address.IsIPv4MappedToIPv6 ? address.MapToIPv4().ToString()
                : address.ToString();
        }

        var bytes = address.GetAddressBytes();
        bytes.AsSpan(8).Clear();
        return new System.Net.IPAddress(bytes) + "/64";
    }

    /// <summary>Whether it came from this machine itself.</summary>
    public static bool IsLocal(this HttpContext context) =>
        context.Connection.RemoteIpAddress is not { } address || System.Net.IPAddress.IsLoopback(address);

    /// <summary>Whether the address is a name and no number: passkeys are of a name.</summary>
    public static bool IsByName(this HttpRequest request) => !System.Net.IPAddress.TryParse(request.Host.Host.Trim('[', ']'), out _);

    /// <summary>Has the browser forget the pages it read. What waits in the outbox stays, for the same person alone; what was kept for the
    /// time without a line goes by the page that follows.</summary>
    public static void ForgetPages(this HttpResponse response) => response.Headers["Clear-Site-Data"] = "\"cache\"";

    /// <summary>Has the browser forget all it kept: the account is gone. Cookies stay: the sign-in's is deleted by itself, and that this
    /// browser is known keeps its owner from being locked out.</summary>
    public static void ForgetSite(this HttpResponse response) => response.Headers["Clear-Site-Data"] = "\"cache\", \"storage\"";

    /// <summary>Back to where somebody came from, if that is an address of this app.</summary>
    public static LocalRedirectResult BackTo(this PageModel page, string? back, string otherwise = "/") =>
        page.LocalRedirect(page.Url.IsLocalUrl(back) ? back! : otherwise);

    /// <summary>The browser, as it names itself.</summary>
    public static string Device(this HttpContext context)
    {
        var said = context.Request.Headers.UserAgent.ToString();
        return said.Length > LongestDevice ? said[..LongestDevice] : said;
    }
}
