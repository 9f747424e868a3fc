namespace Regatta.Web.Pages;

/// <summary>Where a member lands who may not do what they asked.</summary>
[Authorize(Policies.Member)]
public sealed class NotYoursModel : PageModel
{
    public void OnGet() => Response.StatusCode = StatusCodes.Status403Forbidden;
}
