using System.IO.Compression;
using System.Text.Encodings.Web;
using System.Text.Json;
using Microsoft.AspNetCore.RateLimiting;
using Regatta.Web.Live;

namespace Regatta.Web.Pages.Cards;

/// <summary>What a phone keeps of a class for its sailor: which pages, made by the club as they always are, and in which wind each holds;
/// then all of them in one answer, for they are so alike that they are small together; for members.</summary>
[Authorize(Policies.Member)]
[EnableRateLimiting(RequestLimits.Packs)]
public sealed class PackModel(PackMaking making, InnerPages inner) : PageModel
{
    /// <summary>How hard they are pressed: what more there is to win costs a multiple of the processor.</summary>
    private static readonly BrotliCompressionOptions Pressed = new() { Quality = 5 };

    /// <summary>Nobody reads them as anything but JSON: angles stay what they are.</summary>
    private static readonly JsonSerializerOptions Lines = new(JsonSerializerDefaults.Web)
    {
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    public async Task<IActionResult> OnGetAsync(string? boat) =>
        await making.StampAsync(boat) is { } stamp ? new JsonResult(stamp) : NotFound();

    /// <summary>The pages as lines of text, each a JSON string, in the list's order, after the list itself; null for one that was
    /// refused.</summary>
    public async Task<IActionResult> OnGetPagesAsync(string? boat)
    {
        if (await making.ListAsync(boat) is not { } pack)
        {
            return NotFound();
        }

        Response.ContentType = "application/x-ndjson; charset=utf-8";
        var takesBrotli = Request.Headers.AcceptEncoding.ToString().Contains("br", StringComparison.Ordinal);
        if (takesBrotli)
        {
            // The platform compresses answers for speed; these are made once and travel over the worst of lines.
            Response.Headers.ContentEncoding = "br";
            Response.Headers.Vary = "Accept-Encoding";
        }

        await using var pressed = takesBrotli ? new BrotliStream(Response.Body, Pressed, leaveOpen: true) : null;
        var lines = pressed ?? Response.Body;
        await WriteAsync(pack);
        await lines.FlushAsync(HttpContext.RequestAborted);
        foreach (var page in pack.Pages)
        {
            await WriteAsync(await inner.PageAsync(HttpContext, page.Path));
        }

        return new EmptyResult();

        async Task WriteAsync<T>(T line)
        {
            await JsonSerializer.SerializeAsync(lines, line, Lines, HttpContext.RequestAborted);
            await lines.WriteAsync("\n"u8.ToArray(), HttpContext.RequestAborted);
        }
    }
}
