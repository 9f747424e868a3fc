using QRCoder;

namespace Regatta.Web.Pages.Sharing;

/// <summary>A link just made, shown once.</summary>
public sealed record MadeLink(string Token, string Path, string Address, string QrSvg);

/// <summary>Makes and withdraws public links to the card; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class ShareModel(ClubContext here, IReadShareLinks links, ShareCard share, RegattaSettings settings) : PageModel
{
    private ClassView view = null!;

    public ClassDefinition Class => view.Class;

    public bool Published => view.Newest is not null;

    public IReadOnlyList<ShareLink> Links { get; private set; } = [];

    public MadeLink? Made { get; private set; }

    public string Label { get; private set; } = "";

    public string? Problem { get; private set; }

    public Task OnGetAsync() => LoadAsync();

    public async Task<IActionResult> OnPostAsync(string? label)
    {
        await LoadAsync();
        Label = label?.Trim() ?? "";
        var made = await share.CreateAsync(here.Actor, view, Label);
        if (!made.Ok)
        {
            Problem = made.Problem;
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        here.Note.Tell($"{here.ClassKey}: {Label}");
        var path = "/c/" + made.Value;
        var address = settings.AddressOf(Request) + path;
        using var generator = new QRCodeGenerator();
        using var data = generator.CreateQrCode(address, QRCodeGenerator.ECCLevel.M);
        using var code = new SvgQRCode(data);
        Made = new(
            made.Value,
            path,
            address,
            code.GetGraphic(4, "#14313d", "#ffffff", drawQuietZones: true, SvgQRCode.SizingMode.ViewBoxAttribute)
        );
        Label = "";
        Links = await links.AllAsync(view.Ref);
        return Page();
    }

    public async Task<IActionResult> OnPostWithdrawAsync(Guid id)
    {
        await LoadAsync();
        here.Note.Tell($"{here.ClassKey}: {Links.FirstOrDefault(link => link.Id == id)?.Label}");
        await share.WithdrawAsync(here.Class.Class, id);
        return RedirectToPage();
    }

    private async Task LoadAsync()
    {
        view = await here.ClassAsync();
        Links = await links.AllAsync(view.Ref);
    }
}
