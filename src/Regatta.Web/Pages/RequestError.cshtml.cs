using Microsoft.AspNetCore.Diagnostics;
using Regatta.Store.Storage;

namespace Regatta.Web.Pages;

/// <summary>Says what went wrong and what to do next, for anybody.</summary>
[AllowAnonymous]
[IgnoreAntiforgeryToken]
public sealed class RequestErrorModel : PageModel
{
    public string Title { get; private set; } = "";

    public string What { get; private set; } = "";

    public void OnGet(int? status) => Tell(status);

    public void OnPost(int? status) => Tell(status);

    private void Tell(int? said)
    {
        var error = HttpContext.Features.Get<IExceptionHandlerFeature>()?.Error;
        // Whoever opens this page by its address has no trouble.
        var isTold = HttpContext.IsToldOfTrouble();
        var status =
            !isTold ? StatusCodes.Status404NotFound
            : said is >= 400 and < 600 ? said.Value
            : Response.StatusCode is >= 400 and < 600 ? Response.StatusCode
            : 500;
        (Title, What) = status switch
        {
            _ when error is UnreadableClassException broken => (
                "This class cannot be read",
                $"What the database holds of it is not understood: {broken.Why}. "
                    + "Nothing else is touched by it; tell whoever runs this place."
            ),
            403 => ("You may not change this", "Only who may change this may do that."),
            404 => ("Nothing is here", "The address is mistyped, or what it named is gone or not yours to see."),
            413 => ("That is too much at once", "What was sent is longer than this page takes. Send less, or in parts."),
            415 => ("That kind of file is not read here", "Send the form of the page as it is."),
            429 => ("Too many at once", "Wait a minute, then go back and send it again."),
            400 when HttpContext.Explanation() is { } sentence => ("That could not be taken", sentence),
            >= 400 and < 500 => (
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
