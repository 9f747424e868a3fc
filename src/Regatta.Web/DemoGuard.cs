using System.Net;

namespace Regatta.Web;

/// <summary>Keeps the demo, whose passwords everybody knows, on the machine itself.</summary>
internal static class DemoGuard
{
    /// <summary>Refuses to start with a demo where others can reach it.</summary>
    /// <exception cref="InvalidOperationException">The app would answer others than this machine.</exception>
    public static void Check(RegattaSettings settings, IConfiguration configuration)
    {
        var open = (configuration["urls"] ?? configuration["ASPNETCORE_URLS"] ?? "")
            .Split(';', StringSplitOptions.RemoveEmptyEntries)
            .Where(address => !IsLoopback(address))
            .ToList();
        if (settings.Demo != DemoChoice.Never && (open.Count > 0 || settings.IsSecure))
        {
            throw new InvalidOperationException(
                "The demo clubs' passwords are known to everybody, so they are shown on this machine alone, "
                    + $"and not at {(open.Count > 0 ? open[0] : settings.Address)}. Start with REGATTA_DEMO=Never, or on 127.0.0.1."
            );
        }
    }

    private static bool IsLoopback(string address) =>
        BindingAddress.Parse(address).Host.Trim('[', ']') is var host
        && (host == "localhost" || (IPAddress.TryParse(host, out var number) && IPAddress.IsLoopback(number)));
}
