using System.Globalization;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core;
using Regatta.Core.Fleet;
using Regatta.Core.Fleet.Changes;
using Regatta.Core.Marks;
using Regatta.Core.Units;
using Regatta.Web.Access;
using Regatta.Web.Forms;
using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.ClassSetup;

/// <summary>Adds a control to a class, or changes one; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed partial class ControlEditorModel(ClubContext here, DefinitionEditor editor) : PageModel
{
    /// <summary>What the address says for a control that is still to be made.</summary>
    public const string NewControl = "new";

    private static readonly IReadOnlyList<(string Word, WhenChanged When)> Whens =
        [("ashore", WhenChanged.Ashore), ("afloat", WhenChanged.Afloat), ("while racing", WhenChanged.Racing)];

    private static readonly IReadOnlyList<(string Word, AsWindBuilds Builds)> Directions =
        [("either way", AsWindBuilds.Either), ("to higher marks", AsWindBuilds.Up), ("to lower marks", AsWindBuilds.Down)];

    private IReadOnlyDictionary<string, string> typed = new Dictionary<string, string>();

    public ClassDefinition Class { get; private set; } = null!;

    public DefinitionEditor Editor => editor;

    public FormReader Form { get; } = new();

    /// <summary>The control as it stands; null when it is new.</summary>
    public Control? Before { get; private set; }

    public bool IsNew => Before is null;

    public ScaleForm Scale => new(typed);

    public IEnumerable<Field> Naming => ((Field[])
    [
        new("name", "Name", ""),
        new("synonyms", "Also called", "") { Hint = "With commas between; found in search and on input." },
    ]).Filled(typed, Form).Beside(Now);

    public IEnumerable<Field> ScaleFields => Scale.Fields.Filled(typed, Form).Beside(Now);

    public IEnumerable<Field> Working => ((Field[])
    [
        new("datum", "From: the datum", "") { Hint = "Such as the front end cap of the boom." },
        new("readingPoint", "To: the reading point", "") { Hint = "Such as the front edge of the ring." },
        new("moreDoes", "What does more of it do?", ""),
        new("when", "Changed", Whens[0].Word) { Choices = [.. Whens.Select(when => when.Word)] },
        new("builds", "As wind builds it goes", Directions[0].Word) { Choices = [.. Directions.Select(direction => direction.Word)] },
        new("helm", "Degrees of rudder per unit more, if it balances the helm", "") { Hint = "A belief to start from, + weather helm; logs correct it. Empty: not used for balance." },
        new("disturbs", "What does changing it disturb?", "") { Type = "textarea", Hint = "A line each: the control, a colon, how. Such as Jib lead: the clew moves. Where they are changed together, end with how far it goes for each unit: ; follows 1 to 2" },
    ]).Filled(typed, Form).Beside(Now);

    /// <summary>What the fields would say now; asked only where somebody changed the class meanwhile.</summary>
    private IReadOnlyDictionary<string, string> Now => editor.Since.Count > 0 && Before is { } now ? Typed(now) : new Dictionary<string, string>();

    public async Task<IActionResult> OnGetAsync(string control)
    {
        if (!await LoadAsync(control))
        {
            return NotFound();
        }

        typed = Before is null ? new Dictionary<string, string> { ["kind"] = ScaleForm.Kinds[0] } : Typed(Before);
        return Page();
    }

    /// <summary>Shows the fields of another kind of scale; nothing is kept yet.</summary>
    public async Task<IActionResult> OnPostKindAsync(string control)
    {
        if (!await LoadAsync(control))
        {
            return NotFound();
        }

        typed = Request.Typed();
        return Request.ByFragment() ? Partial("_ScaleFields", this) : Page();
    }

    public async Task<IActionResult> OnPostAsync(string control)
    {
        if (!await LoadAsync(control))
        {
            return NotFound();
        }

        typed = Request.Typed();
        if (Read() is not { } read)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        if (await editor.SaveAsync(HttpContext, IsNew ? new AddControl(read) : new EditControl(read)))
        {
            return Redirect($"{here.ClassPath}/controls#{read.Key}");
        }

        editor.TellBeside(Form, Before is null ? "name" : Before.Scale.SameTerms(read.Scale) ? "max" : "kind");
        return Page();
    }

    private static Dictionary<string, string> Typed(Control control) => new(ScaleForm.Typed(control.Scale))
    {
        ["name"] = control.Name,
        ["synonyms"] = string.Join(", ", control.Synonyms),
        ["datum"] = control.Datum,
        ["readingPoint"] = control.ReadingPoint,
        ["moreDoes"] = control.MoreDoes,
        ["when"] = Whens.First(when => when.When == control.When).Word,
        ["builds"] = Directions.First(direction => direction.Builds == control.AsWindBuilds).Word,
        ["helm"] = control.HelmPerUnit?.ToString(CultureInfo.InvariantCulture) ?? "",
        ["disturbs"] = string.Join("\n", control.Disturbs.Select(coupling => $"{coupling.Control}: {coupling.Why}{(coupling.Follows is var (least, most) ? $"; follows {NumberText.Plain(least, 3)} to {NumberText.Plain(most, 3)}" : "")}")),
    };

    private Control? Read()
    {
        var name = Text("name", "What do sailors call it?");
        var scale = Scale.Read(Form);
        var datum = Text("datum", "Where does the scale start?");
        var point = Text("readingPoint", "What is read against the scale?");
        var more = Text("moreDoes", "One sentence: what happens with more of it?");
        var helm = Form.May("helm", typed.GetValueOrDefault("helm"), text => NumberText.Read(text).Then(read => Math.Abs(read.Number) > 20
            ? Parsed<double>.Bad("No control turns the rudder by more than 20° a unit.")
            : Parsed<double>.Good(read.Number)));
        var disturbs = (typed.GetValueOrDefault("disturbs") ?? "").Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries).Select(ReadCoupling).ToList();
        return Form.Ok
            ? new(
                Before?.Key ?? KeyOf(name!),
                name!,
                [.. typed.GetValueOrDefault("synonyms", "").Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)],
                scale!,
                datum!,
                point!,
                more!,
                Whens.FirstOrDefault(when => when.Word == typed.GetValueOrDefault("when")).When,
                Directions.FirstOrDefault(direction => direction.Word == typed.GetValueOrDefault("builds")).Builds,
                helm)
            {
                Disturbs = [.. disturbs.OfType<Coupling>()],
            }
            : null;
    }

    private Coupling? ReadCoupling(string line)
    {
        var parts = line.Split(':', 2, StringSplitOptions.TrimEntries);
        var disturbed = Class.Controls.FirstOrDefault(control => control.IsCalled(parts[0]));
        if (disturbed is null)
        {
            Form.Refuse("disturbs", $"“{parts[0]}” is no control of this class. There are {string.Join(", ", Class.Controls.Select(control => control.Name))}.");
        }

        var (why, follows) = parts.Length > 1 ? ReadFollows(parts[1]) : ("", null);
        return disturbed is null ? null : new(disturbed.Key, why) { Follows = follows };
    }

    private (string Why, (double Least, double Most)? Follows) ReadFollows(string text)
    {
        var match = Following().Match(text);
        if (!match.Success)
        {
            return (text, null);
        }

        var least = Form.Take("disturbs", NumberText.Read(match.Groups["least"].Value)).Number;
        var most = match.Groups["most"].Success ? Form.Take("disturbs", NumberText.Read(match.Groups["most"].Value)).Number : least;
        return (match.Groups["why"].Value, (Math.Min(least, most), Math.Max(least, most)));
    }

    private string? Text(string field, string missing) => Form.Need(field, typed.GetValueOrDefault(field), missing, text => text.Trim().Length <= Control.LongestText
        ? Parsed<string>.Good(text.Trim())
        : Parsed<string>.Bad($"Keep it under {Control.LongestText} letters."));

    private async Task<bool> LoadAsync(string control)
    {
        Class = (await here.ClassAsync()).Class;
        Before = Class.Find(new(control));
        return Before is not null || control == NewControl;
    }

    /// <summary>A key from a name: letters and digits, with hyphens between; never the address of a new control.</summary>
    public static ControlKey KeyOf(string name)
    {
        var key = Keys.Of(name);
        return new(key == NewControl ? "new-one" : key);
    }

    [GeneratedRegex(@"^(?<why>.*?)\s*;\s*follows\s+(?<least>\S+)(?:\s+to\s+(?<most>\S+))?$", RegexOptions.IgnoreCase)]
    private static partial Regex Following();
}
