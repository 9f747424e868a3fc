using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Http;
using Microsoft.AspNetCore.Mvc.Infrastructure;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.Mvc.RazorPages.Infrastructure;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;

namespace Regatta.Web.Tests;

/// <summary>One thing that can be asked of the app: a page's handler, or an endpoint without a page.</summary>
/// <param name="Page">The page, such as <c>Tuning/Matrix</c>; the pattern where there is none.</param>
/// <param name="Pattern">Its address.</param>
/// <param name="Method">GET or POST.</param>
/// <param name="Handler">The handler's name; empty for the usual one.</param>
public sealed record AppHandler(string Page, string Pattern, string Method, string Handler)
{
    /// <summary>How a table of tests names it.</summary>
    public string Name => $"{Method} {Page}{(Handler.Length > 0 ? ":" + Handler : "")}";
}

/// <summary>What the app really answers to, so that nothing new is forgotten.</summary>
public static partial class Endpoints
{
    /// <summary>Every handler of every page, and every endpoint without a page but the files that ship.</summary>
    public static IReadOnlyList<AppHandler> All(ClubHost host)
    {
        var loader = host.Services.GetRequiredService<PageLoader>();
        var pages = host
            .Services.GetRequiredService<IActionDescriptorCollectionProvider>()
            .ActionDescriptors.Items.OfType<PageActionDescriptor>()
            .Select(page => loader.LoadAsync(page, EndpointMetadataCollection.Empty).GetAwaiter().GetResult())
            .SelectMany(page =>
                page.HandlerMethods.Select(method => (Method: method.HttpMethod.ToUpperInvariant(), Name: method.Name ?? ""))
                    // A page that has nothing to do before it is shown is looked at all the same.
                    .Append((Method: "GET", Name: ""))
                    .Distinct()
                    .Select(one => new AppHandler(
                        page.ViewEnginePath.TrimStart('/'),
                        page.AttributeRouteInfo!.Template!,
                        one.Method,
                        one.Name
                    ))
            );
        var streams = host
            .Services.GetRequiredService<EndpointDataSource>()
            .Endpoints.OfType<RouteEndpoint>()
            .Where(endpoint => endpoint.RoutePattern.RawText?.EndsWith("stream", StringComparison.Ordinal) == true)
            .Where(endpoint => endpoint.Metadata.GetMetadata<PageActionDescriptor>() is null)
            .Select(endpoint => endpoint.RoutePattern.RawText!.TrimStart('/'))
            .Select(pattern => new AppHandler(pattern, pattern, "GET", ""));
        return [.. pages.Concat(streams).OrderBy(one => one.Name, StringComparer.Ordinal)];
    }

    /// <summary>What routes are filled in with in a demo club, by the names they use.</summary>
    public static Dictionary<string, string> Demo(string oneClass = "quillet") =>
        new()
        {
            ["club"] = "wenlow",
            ["key"] = oneClass,
            ["boat"] = "1",
            ["number"] = "1",
            ["control"] = "gooseneck",
            ["question"] = "luffing",
            ["procedure"] = "stuck",
            ["gauge"] = "leech",
            ["reading"] = "1",
            ["token"] = "no-such-token",
            ["person"] = Guid.Empty.ToString(),
        };

    /// <summary>An address with its parts filled in.</summary>
    public static string Filled(string pattern, IReadOnlyDictionary<string, string> values) =>
        "/" + Parameter().Replace(pattern, match => values[match.Groups["name"].Value]);

    [GeneratedRegex(@"\{(?<name>[a-z]+)(?::[a-z]+)?\}")]
    private static partial Regex Parameter();
}
