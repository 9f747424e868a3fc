using System.Net;

namespace Regatta.Web;

/// <summary>Keeps the demo, whose passwords everybody knows, on the machine itself.</summary>
internal static class DemoGuard
{
    /// <summary>Refuses to start with a demo where others can reach it.</summary>
    /// <exception cref="StartRefusedException">The app would answer others than this machine.</exception>
    public static void Check(RegattaSettings settings, IConfiguration configuration)
    {
        var urls = configuration["urls"] ?? configuration["ASPNETCORE_URLS"] ?? "";
        var ports = new[] { "http_ports", "https_ports" }
            .Select(name => configuration[name])
            .FirstOrDefault(ports => ports is { Length: > 0 });
        var open = urls.Split(';', StringSplitOptions.RemoveEmptyEntries)
            .Append(settings.Address ?? "")
            .Append(urls.Length == 0 && ports is not null ? $"http://*:{ports}" : "")
            .FirstOrDefault(address => address.Length > 0 && !IsLoopback(address));
        if (settings.Demo != DemoChoice.Never && open is not null)
        {
            throw new StartRefusedException(
                "The demo clubs' passwords are known to everybody, so they are shown on this machine alone, "
                    + $"and not at {open}. Start with REGATTA_DEMO=Never, or on 127.0.0.1."
            );
        }
    }

    private static bool IsLoopback(string address) =>
        BindingAddress.Parse(address).Host.Trim('[', ']') is var host
        && (host == "localhost" || (IPAddress.TryParse(host, out var number) && IPAddress.IsLoopback(number)));
}
