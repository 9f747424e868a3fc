using Regatta.Formats.Bundles;
using Regatta.Formats.Kits;

namespace Regatta.Web.Pages.ClassSetup;

/// <summary>Makes a class from a starter kit; for the coordinator.</summary>
[Authorize(Policies.Coordinator)]
public sealed class NewClassModel(ClubContext here, ImportClasses import) : PageModel
{
    private IReadOnlyDictionary<string, string> typed = new Dictionary<string, string>();

    public FormReader Form { get; } = new();

    public IEnumerable<BundledClass> Kits => StarterKits.All.Append(StarterKits.Nothing);

    public string Chosen => typed.GetValueOrDefault("kit", "");

    public IEnumerable<Field> Fields =>
        (
            (Field[])
                [
                    new("name", "What is the class called?", ""),
                    new("about", "One sentence on the boat", "") { Hint = "Empty: the kit’s own." },
                ]
        ).Filled(typed, Form);

    public async Task<IActionResult> OnPostAsync()
    {
        typed = Request.Typed();
        var kit = Form.Need(
            "kit",
            Chosen,
            "Choose the kind of boat first.",
            key =>
                Kits.FirstOrDefault(kit => kit.Class.Key == key) is { } found
                    ? Parsed<BundledClass>.Good(found)
                    : Parsed<BundledClass>.Bad("There is no such kit.")
        );
        var name = Form.Need("name", typed.GetValueOrDefault("name"), "A class needs a name.", ClassDefinition.ReadName);
        var about = typed.GetValueOrDefault("about", "").Trim();
        if (Form.Ok)
        {
            var made = await import.FromKitAsync(here.Actor, kit!, name!, about);
            if (made.Ok)
            {
                here.Note.Tell(name!);
                return Redirect($"{here.Path}/classes/{made.Value}/controls");
            }

            Form.Refuse("name", made.Problem!);
        }

        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }
}
