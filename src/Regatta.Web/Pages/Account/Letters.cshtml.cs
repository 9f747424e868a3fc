using Regatta.Web.Mail;

namespace Regatta.Web.Pages.Account;

/// <summary>The club's letters that lie in the folder, while there is no mail server: for the coordinator, at this machine alone.</summary>
[Authorize(Policies.Coordinator)]
[NeedsProof]
public sealed class LettersModel(ClubContext here, PostOffice post, IMail mail) : PageModel
{
    public IReadOnlyList<PickedUp> Letters { get; private set; } = [];

    public IActionResult OnGet()
    {
        if (mail.Delivers || !HttpContext.IsLocal())
        {
            return NotFound();
        }

        Letters = post.Of(here.Club.Id);
        return Page();
    }
}
