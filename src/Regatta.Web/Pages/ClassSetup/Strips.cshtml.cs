namespace Regatta.Web.Pages.ClassSetup;

/// <summary>Mark strips at true scale, for members to print.</summary>
[Authorize(Policies.Member)]
public sealed class StripsModel(ClubContext here, BoatReadings readings) : PageModel
{
    public ClassDefinition Class { get; private set; } = null!;

    public BoatChoice Choice { get; private set; } = null!;

    /// <summary>The published version the marks are of.</summary>
    public int Version { get; private set; }

    public StripSheet? Sheet { get; private set; }

    /// <summary>The choice as an address carries it.</summary>
    public string Query => $"boat={Choice.InAddress}&paper={Uri.EscapeDataString(Sheet!.Paper.Name)}";

    public async Task<IActionResult> OnGetAsync(string? boat, string? paper)
    {
        Class = (await here.ClassAsync()).Class;
        if (await StripMaking.ForAsync(here, readings, boat, paper) is not { } made)
        {
            return Page();
        }

        (Class, Version, Choice, Sheet) = (made.Version.Class, made.Version.Number, made.Choice, made.Sheet);
        return Page();
    }
}
