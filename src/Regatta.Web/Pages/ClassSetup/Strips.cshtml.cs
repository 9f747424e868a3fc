namespace Regatta.Web.Pages.ClassSetup;

/// <summary>Mark strips at true scale, for members to print.</summary>
[Authorize(Policies.Member)]
public sealed class StripsModel(ClubContext here, StripMaking making) : PageModel
{
    public ClassDefinition Class { get; private set; } = null!;

    public BoatChoice Choice { get; private set; } = null!;

    /// <summary>The published version the marks are of.</summary>
    public int Version { get; private set; }

    public StripSheet? Sheet { get; private set; }

    /// <summary>Whether no control of the class can have a strip.</summary>
    public bool HasNoStrip => !Class.Controls.Any(ControlSurvey.CanBeTaped);

    /// <summary>The choice as an address carries it.</summary>
    public string Query =>
        $"boat={Choice.InAddress}&paper={Uri.EscapeDataString(Sheet!.Paper.Name)}"
        + (Link is null ? "" : "&link=" + Uri.EscapeDataString(Link));

    /// <summary>The public link the stickers carry; null where they lead members to their card.</summary>
    public string? Link { get; private set; }

    public async Task<IActionResult> OnGetAsync(string? boat, string? paper, string? link)
    {
        Class = (await here.ClassAsync()).Class;
        if (await making.ForAsync(boat, paper, link, Request) is not { } made)
        {
            return Page();
        }

        (Class, Version, Choice, Sheet, Link) = (made.Version.Class, made.Version.Number, made.Choice, made.Sheet, made.Link);
        return Page();
    }
}
