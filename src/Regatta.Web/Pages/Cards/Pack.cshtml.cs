using System.IO.Compression;
using System.Text.Encodings.Web;
using System.Text.Json;
using Regatta.Web.Live;

namespace Regatta.Web.Pages.Cards;

/// <summary>What a phone keeps of a class for its sailor: which pages, made by the club as they always are, and in which wind each holds;
/// then all of them in one answer, for they are so alike that they are small together; for members.</summary>
[Authorize(Policies.Member)]
public sealed class PackModel(PackMaking making, PackPlaces places, InnerPages inner) : PageModel
{
    private const string Type = "application/x-ndjson; charset=utf-8";

    /// <summary>How hard they are pressed: what more there is to win costs a multiple of the processor.</summary>
    private static readonly BrotliCompressionOptions Pressed = new() { Quality = 5 };

    /// <summary>Nobody reads them as anything but JSON: angles stay what they are.</summary>
    private static readonly JsonSerializerOptions Lines = new(JsonSerializerDefaults.Web)
    {
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    public async Task<IActionResult> OnGetAsync() => await making.StampAsync() is { } stamp ? new JsonResult(stamp) : NotFound();

    /// <summary>The pages as lines of text, each a JSON string, in the list's order, after the list itself; null for one that was
    /// refused.</summary>
    public async Task<IActionResult> OnGetPagesAsync()
    {
        var pages = new MemoryStream();
        using (var place = await places.AcquireAsync(HttpContext))
        {
            if (!place.IsAcquired)
            {
                await RequestLimits.TurnAwayAsync(HttpContext, place);
                return new EmptyResult();
            }

            if (await making.ListAsync() is not { } pack)
            {
                return NotFound();
            }

            await PressAsync(pack, pages);
        }

        if (!Request.Headers.AcceptEncoding.ToString().Contains("br", StringComparison.Ordinal))
        {
            return File(new BrotliStream(pages, CompressionMode.Decompress), Type);
        }

        // The platform compresses answers for speed; these are made once and travel over the worst of lines.
        Response.Headers.ContentEncoding = "br";
        Response.Headers.Vary = "Accept-Encoding";
        return File(pages, Type);
    }

    private async Task PressAsync(Pack pack, MemoryStream into)
    {
        await using (var lines = new BrotliStream(into, Pressed, leaveOpen: true))
        {
            await WriteAsync(lines, pack);
            foreach (var page in pack.Pages)
            {
                await WriteAsync(lines, await inner.PageAsync(HttpContext, page.Path));
            }
        }

        into.Position = 0;
    }

    private async Task WriteAsync<T>(Stream lines, T line)
    {
        await JsonSerializer.SerializeAsync(lines, line, Lines, HttpContext.RequestAborted);
        await lines.WriteAsync("\n"u8.ToArray(), HttpContext.RequestAborted);
    }
}
