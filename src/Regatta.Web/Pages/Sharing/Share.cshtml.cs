using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using QRCoder;
using Regatta.Core.Fleet;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Benches;

namespace Regatta.Web.Pages.Sharing;

/// <summary>A link just made, shown once.</summary>
public sealed record MadeLink(string Path, string Address, string QrSvg);

/// <summary>Makes and withdraws public links to the card; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class ShareModel(BenchRoom room, ShareLinks links) : PageModel
{
    private const int LongestLabel = 80;

    private long classId;

    public BoatClass Class { get; private set; } = null!;

    public bool Published { get; private set; }

    public IReadOnlyList<ShareLink> Links { get; private set; } = [];

    public MadeLink? Made { get; private set; }

    public string Label { get; private set; } = "";

    public string? Problem { get; private set; }

    public async Task<IActionResult> OnGetAsync(string key) => await LoadAsync(key) ? Page() : NotFound();

    public async Task<IActionResult> OnPostAsync(string key, string? label)
    {
        if (!await LoadAsync(key) || !Published)
        {
            return NotFound();
        }

        Label = label?.Trim() ?? "";
        if (Label.Length is 0 or > LongestLabel)
        {
            Problem = $"Give it a name of up to {LongestLabel} letters, so that you know later which link is which.";
            return Page();
        }

        var path = "/c/" + await links.CreateAsync(classId, Label, User.Id());
        var address = $"{Request.Scheme}://{Request.Host}{path}";
        using var generator = new QRCodeGenerator();
        using var data = generator.CreateQrCode(address, QRCodeGenerator.ECCLevel.M);
        using var code = new SvgQRCode(data);
        Made = new(path, address, code.GetGraphic(4, "#14313d", "#ffffff", drawQuietZones: true, SvgQRCode.SizingMode.ViewBoxAttribute));
        Label = "";
        Links = await links.AllAsync(classId);
        return Page();
    }

    public async Task<IActionResult> OnPostWithdrawAsync(string key, Guid id)
    {
        if (!await LoadAsync(key))
        {
            return NotFound();
        }

        await links.WithdrawAsync(classId, id);
        return RedirectToPage(new { key });
    }

    private async Task<bool> LoadAsync(string key)
    {
        if (await room.FindAsync(key) is not { } bench)
        {
            return false;
        }

        (Class, classId, Published) = (bench.Class, bench.Draft.Stamp.Id, bench.Newest is not null);
        Links = await links.AllAsync(classId);
        return true;
    }
}
