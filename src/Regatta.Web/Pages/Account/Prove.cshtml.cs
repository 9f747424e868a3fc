using Microsoft.AspNetCore.RateLimiting;

namespace Regatta.Web.Pages.Account;

/// <summary>Asks for the password once more before a grave page opens.</summary>
[Authorize(Policies.Member)]
[EnableRateLimiting(RequestLimits.Doors)]
public sealed class ProveModel(ActNote note) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string? Back { get; set; }

    public string? Problem { get; private set; }

    public void OnGet() { }

    public async Task<IActionResult> OnPostAsync(string? password)
    {
        Problem = await NeedsProofAttribute.ProveAsync(HttpContext, password);
        if (Problem is null)
        {
            return this.BackTo(Back, otherwise: "/me");
        }

        note.Refuse(Problem);
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }
}
