namespace Regatta.Web.Pages.Logging;

/// <summary>A log, from wherever one is: that of the class one sails, or a choice where there are several; for members.</summary>
[Authorize(Policies.Member)]
public sealed class LogChoiceModel(ClubContext here, IReadSails sails) : PageModel
{
    /// <summary>The classes that can be logged, one's own first.</summary>
    public IReadOnlyList<ClassDefinition> Classes { get; private set; } = [];

    /// <summary>The key of each, for its address.</summary>
    public IReadOnlyList<string> Keys { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync()
    {
        var own = await sails.OfAsync(here.Club.Ref, here.Actor.Person);
        var all = (await here.ClassesAsync()).Classes.Where(view => view.Newest is not null).ToList();
        var mine = own.Classes.Select(sailed => all.Find(view => view.Class.Key == sailed.Class)).OfType<ClassView>().ToList();
        if (mine is [var only])
        {
            return Redirect(here.AddressOf(only.Class.Key, "log").ToString());
        }

        var shown = mine.Concat(all.Except(mine)).ToList();
        (Classes, Keys) = ([.. shown.Select(view => view.OfSailors)], [.. shown.Select(view => view.Class.Key)]);
        return Page();
    }
}
