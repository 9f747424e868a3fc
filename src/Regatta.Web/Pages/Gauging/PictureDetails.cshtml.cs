using Microsoft.AspNetCore.RateLimiting;
using Regatta.Formats.Pictures;
using Regatta.Web.Pages.Cards;

namespace Regatta.Web.Pages.Gauging;

/// <summary>One reading of a picture: its own member's, or one whose picture was given to the class. Beside it the last that was
/// right.</summary>
[Authorize(Policies.Member)]
[RequestSizeLimit(Limits.PictureBytes + Limits.FormBytes)]
[EnableRateLimiting(RequestLimits.Uploads)]
public sealed class PictureDetailsModel(ClubContext here, CardRequests cards, MeasurePicture pictures, IReadPictureReadings readings)
    : PageModel
{
    public ClassDefinition Class { get; private set; } = null!;

    public PictureReading Reading { get; private set; } = null!;

    /// <summary>Its gauge; null where this installation knows it no more.</summary>
    public Gauge? Gauge => KnownGauges.Find(Reading.Gauge);

    public Question? Question { get; private set; }

    /// <summary>Whether it is the reader's own.</summary>
    public bool IsOwn { get; private set; }

    /// <summary>The last picture given to the class that was right, beside this one; null where there is none.</summary>
    public PictureReading? Right { get; private set; }

    /// <summary>How the right one is laid over this one; null where their points do not go together.</summary>
    public PictureMatch? Match { get; private set; }

    /// <summary>Whether the owner's next log of the class opens with it.</summary>
    public bool Waits { get; private set; }

    /// <summary>What its answer asks for; empty for nothing.</summary>
    public string Asks { get; private set; } = "";

    public string? Problem { get; private set; }

    public async Task<IActionResult> OnGetAsync(long reading) => await LoadAsync(reading) ? Page() : NotFound();

    /// <summary>The picture itself, for who may see the class.</summary>
    public async Task<IActionResult> OnGetJpegAsync(long reading)
    {
        if (await readings.PictureAsync(here.Class.Class, reading) is not { } picture)
        {
            return NotFound();
        }

        Response.Headers.CacheControl = "private, no-store";
        return File(picture.Jpeg, "image/jpeg");
    }

    /// <summary>Gives a picture of one's own reading to the class.</summary>
    public async Task<IActionResult> OnPostGiveAsync(long reading, IFormFile? picture)
    {
        if (!await LoadAsync(reading) || !IsOwn)
        {
            return NotFound();
        }

        if (picture is not { Length: > 0 and <= Limits.PictureBytes })
        {
            return Refused(picture is { Length: > 0 } ? "That file is too large. Save the picture smaller." : "Choose the picture first.");
        }

        await using var sent = picture.OpenReadStream();
        var made = PictureFile.Of(sent);
        if (!made.Ok)
        {
            return Refused(made.Problem!);
        }

        var file = made.Value;
        await pictures.GiveAsync(here.Actor, here.Class.Class, reading, new(file.Jpeg, file.Width, file.Height));
        return Redirect(Request.Path);
    }

    /// <summary>Takes a given picture back.</summary>
    public async Task<IActionResult> OnPostTakeBackAsync(long reading)
    {
        await pictures.TakeBackAsync(here.Actor, here.Class.Class, reading, here.MayEdit);
        return Redirect(await LoadAsync(reading) ? Request.Path.Value! : $"{here.ClassPath}/gauge");
    }

    /// <summary>Forgets a reading of one's own, with its picture.</summary>
    public async Task<IActionResult> OnPostForgetAsync(long reading)
    {
        await pictures.ForgetAsync(here.Actor, here.Class.Class, reading);
        return Redirect($"{here.ClassPath}/gauge");
    }

    private PageResult Refused(string problem)
    {
        Problem = problem;
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    private async Task<bool> LoadAsync(long number)
    {
        var member = await cards.OfAsync(new(null, null, null), null);
        Class = member.View.OfSailors;
        var own = await readings.OwnAsync(here.Class.Class, here.Actor.Person, number);
        var found = own ?? (await readings.GivenAsync(here.Class.Class)).FirstOrDefault(given => given.Number == number);
        if (found is null)
        {
            return false;
        }

        (Reading, IsOwn) = (found, own is not null);
        Question = found.Question is { } question ? Class.FindQuestion(question) : null;
        Waits = IsOwn && (await pictures.LatelyAsync(here.Actor, here.Class.Class)).Any(lately => lately.Number == number);
        Asks = GaugeAsks.Of(member, Question, found.Measured);
        Right = await readings.LastRightAsync(here.Class.Class, found.Gauge, found.Question, number);
        Match = Right is { } right ? PictureMatch.Of(right.Tapped.Points, found.Tapped.Points) : null;
        return true;
    }
}
