using Microsoft.AspNetCore.RateLimiting;

namespace Regatta.Web.Pages.Evidence;

/// <summary>Gives a class's sums to another club and borrows another's; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
[EnableRateLimiting(RequestLimits.Uploads)]
public sealed class ExchangeModel(ClubContext here, ExchangeSums exchange, IReadBorrowedSumsStore borrowed, IReadOfferedSumsStore offered)
    : PageModel
{
    public FormReader Form { get; } = new();

    public ClassView View { get; private set; } = null!;

    public IReadOnlyList<BorrowedSumsFile> All { get; private set; } = [];

    /// <summary>What is offered to the other clubs here.</summary>
    public IReadOnlyList<OfferedSumsFile> Own { get; private set; } = [];

    /// <summary>What they offer.</summary>
    public IReadOnlyList<FittingOffer> Offers { get; private set; } = [];

    /// <summary>The plans and modes with enough runs to give their sums.</summary>
    public IReadOnlyList<PlanMode> Given => [.. View.Set.PlanModes.All.Where(planMode => SharedSums.HasEnough(View.On(planMode).Evidence))];

    /// <summary>When sums were given last.</summary>
    public IReadOnlyDictionary<PlanMode, DateTimeOffset> GivenAt { get; private set; } = new Dictionary<PlanMode, DateTimeOffset>();

    [TempData]
    public string? Done { get; set; }

    public async Task OnGetAsync() => await LoadAsync();

    /// <summary>The sums of a plan and mode as a file.</summary>
    public async Task<IActionResult> OnGetSumsAsync(string? plan, string? mode)
    {
        await LoadAsync();
        var file = await exchange.GiveAsync(here.Club, View, View.Set.PlanModes.Nearest(plan, mode));
        if (file.Ok)
        {
            return File(file.Value, "application/json", $"{View.Class.Key}-sums.json");
        }

        Form.Refuse("give", file.Problem!);
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    /// <summary>Borrows a file.</summary>
    public async Task<IActionResult> OnPostAsync(IFormFile? file)
    {
        await LoadAsync();
        var weight = Form.Need("weight", Request.Form["weight"], "How much shall it count?", ReadWeight);
        if (file is null || file.Length is 0 or > Limits.FormBytes)
        {
            Form.Refuse(
                "file",
                file is null || file.Length == 0 ? "Choose a file of sums first." : $"It is larger than {Limits.FormBytes / 1024} KiB."
            );
        }
        else if (Form.Ok)
        {
            using var bytes = new MemoryStream();
            await file.CopyToAsync(bytes);
            if (Form.Take("file", await exchange.BorrowAsync(View, bytes.ToArray(), weight)) is { } club)
            {
                here.Note.Tell(club);
                Done = $"Borrowed from {club}.";
                return Redirect(Request.Path);
            }
        }

        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    /// <summary>Sets how much one counts; nothing gives it back.</summary>
    public async Task<IActionResult> OnPostWeighAsync(long number, string? weight)
    {
        await LoadAsync();
        var counts = Form.Need($"weight-{number}", weight, "How much shall it count?", ReadWeight);
        if (Form.Ok)
        {
            here.Note.Tell($"counts {counts}");
            await (counts == 0 ? exchange.RemoveAsync(View.Ref, number) : exchange.WeighAsync(View.Ref, number, counts));
            Done = counts == 0 ? "Given back: it counts no more." : "Kept.";
            return Redirect(Request.Path);
        }

        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    /// <summary>Offers the sums of a plan and mode to the other clubs here.</summary>
    public async Task<IActionResult> OnPostOfferAsync(string? plan, string? mode)
    {
        await LoadAsync();
        if (await exchange.OfferAsync(here.Club, View, View.Set.PlanModes.Nearest(plan, mode)) is { } problem)
        {
            Form.Refuse("give", problem);
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        Done = "The clubs here may borrow them.";
        return Redirect(Request.Path);
    }

    /// <summary>Offers nothing any more.</summary>
    public async Task<IActionResult> OnPostWithdrawAsync()
    {
        await LoadAsync();
        await exchange.WithdrawAsync(View.Ref);
        Done = "Nothing is offered any more. What was borrowed before stays with who borrowed it.";
        return Redirect(Request.Path);
    }

    /// <summary>Borrows what another club here offers.</summary>
    public async Task<IActionResult> OnPostTakeAsync(long offer, string? weight)
    {
        await LoadAsync();
        var counts = Form.Need($"take-{offer}", weight, "How much shall it count?", ReadWeight);
        if (Offers.FirstOrDefault(known => known.Id == offer) is not { } found)
        {
            Form.Refuse("offers", "That is not offered any more.");
        }
        else if (Form.Ok && Form.Take($"take-{offer}", await exchange.TakeAsync(View, found, counts)) is { } club)
        {
            here.Note.Tell(club);
            Done = $"Borrowed from {club}.";
            return Redirect(Request.Path);
        }

        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    private static Parsed<double> ReadWeight(string text) =>
        NumberText
            .Read(text)
            .Then(read =>
                read is { Tail: "" or "%", Number: >= 0 and <= 100 }
                    ? Parsed<double>.Good(read.Number / 100)
                    : Parsed<double>.Bad("Write 0 to 100 of 100.")
            );

    private async Task LoadAsync()
    {
        View = await here.ClassAsync();
        All = await borrowed.AllAsync(View.Ref);
        Own = await offered.OfAsync(View.Ref);
        Offers = await exchange.OffersAsync(View);
        var given = new Dictionary<PlanMode, DateTimeOffset>();
        foreach (var planMode in Given)
        {
            if (await exchange.GivenAtAsync(View.Ref, planMode) is { } at)
            {
                given[planMode] = at;
            }
        }

        GivenAt = given;
    }
}
