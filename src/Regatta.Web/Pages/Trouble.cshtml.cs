using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Store.Storage;

namespace Regatta.Web.Pages;

/// <summary>Says what went wrong and what to do next, for anybody.</summary>
[AllowAnonymous]
[IgnoreAntiforgeryToken]
public sealed class TroubleModel : PageModel
{
    public string Title { get; private set; } = "";

    public string What { get; private set; } = "";

    public void OnGet(int status = 500) => Tell(status);

    public void OnPost(int status = 500) => Tell(status);

    private void Tell(int status)
    {
        var broken = HttpContext.Features.Get<IExceptionHandlerFeature>()?.Error as UnreadableClassException;
        (Title, What) = status switch
        {
            _ when broken is not null => (
                "This class cannot be read",
                $"What the database holds of it is not understood: {broken.Why}. "
                    + "Nothing else is touched by it; tell whoever runs this place."
            ),
            403 => ("Not yours to change", "Only who may change this may do that."),
            404 => ("Nothing is here", "The address is mistyped, or what it named is gone or not yours to see."),
            400 => (
                "That could not be taken",
                "The form is out of date, perhaps because you signed in or out meanwhile. Go back, reload the page and send it again."
            ),
            _ => (
                "Something broke on our side",
                "Nothing of what you sent was half-saved. Go back and try again in a moment; what you typed should still be in the form."
            ),
        };
        Response.StatusCode = status;
    }
}
