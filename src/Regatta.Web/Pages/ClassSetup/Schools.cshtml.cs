using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.ClassSetup;

/// <summary>The questions on which schools differ, and which answer a class follows; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class SchoolsModel(ClubContext here, DefinitionEditor editor) : PageModel
{
    public ClassDefinition Class { get; private set; } = null!;

    public DefinitionEditor Editor => editor;

    public IReadOnlyList<School> Schools { get; private set; } = [];

    /// <summary>The question that was answered, where its answer could not be followed.</summary>
    public string? Refused { get; private set; }

    public async Task OnGetAsync()
    {
        Class = (await here.ClassAsync()).Class;
        Schools = UsualSchools.For(Class);
    }

    public async Task<IActionResult> OnPostAsync(string? school, string? answer)
    {
        await OnGetAsync();
        if (await editor.SaveAsync(new FollowSchool(school ?? "", answer ?? "")))
        {
            return Redirect($"{here.ClassPath}/schools#{Uri.EscapeDataString(school ?? "")}");
        }

        Refused = school;
        return Page();
    }

    /// <summary>What would change in the class; empty where it lacks something for that answer.</summary>
    public string Changes(School school, SchoolAnswer answer) =>
        school.Follow(Class, answer) is { Ok: true, Value: var after }
            ? string.Join("; ", DefinitionDiff.Between(Class, after).Select(Told))
            : "";

    /// <summary>Why it cannot be followed; null where it can.</summary>
    public string? Lacks(School school, SchoolAnswer answer) =>
        school.Follow(Class, answer) is { Ok: false, Problem: var problem } ? problem : null;

    private static string Told(MatrixChange change) => $"{change.Member}: {Or(change.Before)} → {Or(change.After)}";

    private static string Or(string said) => said.Length > 0 ? said : "none";
}
