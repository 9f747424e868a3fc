using System.Text;
using Microsoft.AspNetCore.Http.Features;
using Regatta.Web.Access;

namespace Regatta.Web.Live;

/// <summary>Makes pages of the app within a request, as who asks would get them one by one: for a phone that takes many at once. The
/// routes, the club's door and the policies judge each of them.</summary>
public sealed class InnerPages(IServiceScopeFactory scopes, IHttpContextFactory contexts)
{
    /// <summary>Said of a page that nobody sees yet: it tells nothing that is told once, and leaves nothing in the browser.</summary>
    public const string Mark = "X-Pack";

    /// <summary>Whether a page is made for a phone that keeps it for the time without a line.</summary>
    public static bool IsFor(HttpRequest request) => request.Headers.ContainsKey(Mark);

    private RequestDelegate pages = _ => throw new InvalidOperationException("There are no pages yet.");

    /// <summary>What stands between a request and its page, behind the sign-in.</summary>
    public void MadeBy(RequestDelegate pipeline) => pages = pipeline;

    /// <summary>One page as text; null where it is refused, or leads elsewhere.</summary>
    /// <param name="outer">The request of who asks.</param>
    /// <param name="address">Path and query of the page.</param>
    public Task<string?> PageAsync(HttpContext outer, string address)
    {
        // The platform forgets the request of a flow where another takes its place: the other one gets a flow of its own.
        using (ExecutionContext.SuppressFlow())
        {
            return Task.Run(() => MakeAsync(outer, address), outer.RequestAborted);
        }
    }

    private async Task<string?> MakeAsync(HttpContext outer, string address)
    {
        await using var scope = scopes.CreateAsyncScope();
        await using var body = new MemoryStream();
        var features = new FeatureCollection();
        features.Set<IHttpRequestFeature>(Request(outer, address));
        features.Set<IHttpResponseFeature>(new HttpResponseFeature());
        features.Set<IHttpResponseBodyFeature>(new StreamResponseBodyFeature(body));
        features.Set<IHttpMaxRequestBodySizeFeature>(new NoBody());
        features.Set(outer.Features.Get<IHttpConnectionFeature>());
        features.Set(outer.Features.Get<IHttpRequestLifetimeFeature>());
        var inner = contexts.Create(features);
        try
        {
            inner.RequestServices = scope.ServiceProvider;
            inner.User = outer.User;
            await pages(inner);
            await inner.Response.BodyWriter.FlushAsync(outer.RequestAborted);
            return inner.Response.StatusCode == StatusCodes.Status200OK
                ? Encoding.UTF8.GetString(body.GetBuffer(), 0, (int)body.Length)
                : null;
        }
        finally
        {
            contexts.Dispose(inner);
        }
    }

    /// <summary>What is asked for by address alone takes any limit.</summary>
    private sealed class NoBody : IHttpMaxRequestBodySizeFeature
    {
        public bool IsReadOnly => false;

        public long? MaxRequestBodySize { get; set; }
    }

    private static HttpRequestFeature Request(HttpContext outer, string address)
    {
        var at = address.Split('?', 2);
        var asked = outer.Request.Headers;
        var kept = asked.Cookie.ToString().Split("; ").Where(cookie => !cookie.Contains(SignInSetup.ToldOnce, StringComparison.Ordinal));
        IHeaderDictionary headers = new HeaderDictionary();
        headers[Mark] = "1";
        headers.Cookie = string.Join("; ", kept);
        headers.UserAgent = asked.UserAgent;
        headers.AcceptLanguage = asked.AcceptLanguage;
        headers.Host = asked.Host;
        return new()
        {
            Method = HttpMethods.Get,
            Protocol = outer.Request.Protocol,
            Scheme = outer.Request.Scheme,
            PathBase = outer.Request.PathBase,
            Path = at[0],
            QueryString = at.Length > 1 ? "?" + at[1] : "",
            Headers = headers,
        };
    }
}

/// <summary>Where the pages within a request come from.</summary>
internal static class InnerPagesSetup
{
    /// <summary>Who asks is known by then; the routes, the club's door and the policies are asked for each page anew. Said after the
    /// routes are: what is built before them knows none.</summary>
    public static void MapInnerPages(this WebApplication app)
    {
        var inner = ((IApplicationBuilder)app).New();
        inner.UseRouting();
        inner.UseMiddleware<ClubAdmission>();
        inner.UseAuthorization();
        inner.UseEndpoints(routes =>
        {
            foreach (var source in ((IEndpointRouteBuilder)app).DataSources)
            {
                routes.DataSources.Add(source);
            }
        });
        app.Services.GetRequiredService<InnerPages>().MadeBy(inner.Build());
    }
}
