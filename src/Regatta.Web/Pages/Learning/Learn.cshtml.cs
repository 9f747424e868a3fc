namespace Regatta.Web.Pages.Learning;

/// <summary>A class one can learn, with what there is to practise.</summary>
/// <param name="Class">The class as it is published.</param>
/// <param name="Key">Its key in the address.</param>
/// <param name="IsOwn">Whether the reader sails it.</param>
public sealed record ClassToLearn(ClassDefinition Class, string Key, bool IsOwn);

/// <summary>What there is to learn: how one's own boat is checked, put right and handled, and the words; for members.</summary>
[Authorize(Policies.Member)]
public sealed class LearnModel(ClubContext here, IReadSails sails) : PageModel
{
    /// <summary>One's own first.</summary>
    public IReadOnlyList<ClassToLearn> Classes { get; private set; } = [];

    public async Task OnGetAsync()
    {
        var own = await sails.OfAsync(here.Club.Ref, here.Actor.Person);
        Classes =
        [
            .. (await here.ClassesAsync())
                .Classes.Where(view => view.Newest is not null)
                .Select(view => new ClassToLearn(view.OfSailors, view.Class.Key, own.Sails(view.Class.Key)))
                .OrderByDescending(one => one.IsOwn),
        ];
    }
}
