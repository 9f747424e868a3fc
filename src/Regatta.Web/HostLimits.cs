using System.Net;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.HttpOverrides;
using Microsoft.AspNetCore.ResponseCompression;
using Microsoft.AspNetCore.Server.Kestrel.Core;

namespace Regatta.Web;

/// <summary>Where the app meets the network: the names it answers to, the proxies it believes, how much it takes.</summary>
internal static class HostLimits
{
    private static readonly TimeSpan HstsAge = TimeSpan.FromDays(365);

    public static void AddEdge(this IServiceCollection services, RegattaSettings settings)
    {
        services.AddHostFiltering(options => options.AllowedHosts = [.. settings.Hosts]);
        services.AddHealthChecks().AddCheck<DatabaseHealth>("database");
        services.AddHsts(options => options.MaxAge = HstsAge);
        services.Configure<ForwardedHeadersOptions>(options =>
        {
            options.ForwardedHeaders =
                settings.Proxies.Count > 0 ? ForwardedHeaders.XForwardedFor | ForwardedHeaders.XForwardedProto : ForwardedHeaders.None;
            options.KnownProxies.Clear();
            options.KnownIPNetworks.Clear();
            foreach (var proxy in settings.Proxies)
            {
                options.KnownProxies.Add(IPAddress.Parse(proxy));
            }
        });
        services.Configure<FormOptions>(options =>
        {
            options.ValueCountLimit = Limits.FormFields;
            options.KeyLengthLimit = Limits.FormNameLetters;
            options.ValueLengthLimit = Limits.FormValueLetters;
        });
        services.AddResponseCompression(options =>
        {
            options.EnableForHttps = true;
            options.MimeTypes = [.. ResponseCompressionDefaults.MimeTypes, "image/svg+xml"];
        });
        // One task that fails is logged, and the others go on.
        services.Configure<HostOptions>(options => options.BackgroundServiceExceptionBehavior = BackgroundServiceExceptionBehavior.Ignore);
    }

    public static void Limit(KestrelServerOptions server)
    {
        server.AddServerHeader = false;
        server.Limits.MaxRequestBodySize = Limits.FormBytes;
        server.Limits.MaxRequestHeadersTotalSize = Limits.HeaderBytes;
        server.Limits.MaxConcurrentConnections = Limits.Connections;
    }

    public static void UseEdge(this WebApplication app, RegattaSettings settings)
    {
        // Before anything that writes, counts or answers: nothing here takes another method.
        app.Use(
            (context, next) =>
            {
                var method = context.Request.Method;
                if (HttpMethods.IsGet(method) || HttpMethods.IsHead(method) || HttpMethods.IsPost(method))
                {
                    return next(context);
                }

                context.Response.Headers.Allow = "GET, HEAD, POST";
                context.Response.StatusCode = StatusCodes.Status405MethodNotAllowed;
                return Task.CompletedTask;
            }
        );
        app.UseForwardedHeaders();
        app.UseHostFiltering();
        if (settings.IsSecure)
        {
            app.UseHsts();
        }

        app.UseResponseCompression();
    }
}
