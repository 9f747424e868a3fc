namespace Regatta.Web.Pages.Account;

/// <summary>What waits on this phone to be sent; for anybody signed in. The phone fills it: the club knows nothing of it yet.</summary>
[Authorize(Policies.Member)]
public sealed class OutboxModel : PageModel;
