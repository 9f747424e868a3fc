namespace Regatta.Web.Pages.ClassSetup;

/// <summary>Deletes a class for good; for the coordinator, who has just shown a password and types the class's name.</summary>
[Authorize(Policies.Coordinator)]
[NeedsProof]
public sealed class DeleteClassModel(ClubContext here, DeleteClass delete) : PageModel
{
    public string Name { get; private set; } = "";

    public string Typed { get; private set; } = "";

    public string? Problem { get; private set; }

    public async Task<IActionResult> OnGetAsync()
    {
        await LoadAsync();
        return Page();
    }

    public async Task<IActionResult> OnPostAsync(string? name)
    {
        await LoadAsync();
        Typed = name?.Trim() ?? "";
        if (!string.Equals(Typed, Name, StringComparison.CurrentCultureIgnoreCase))
        {
            Problem = $"That is not its name. Nothing was deleted.";
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        here.Note.Tell(here.ClassKey, Name, "");
        await delete.RunAsync(here.Class.Class);
        return Redirect(here.Path);
    }

    private async Task LoadAsync() => Name = (await here.ClassAsync()).Class.Name;
}
