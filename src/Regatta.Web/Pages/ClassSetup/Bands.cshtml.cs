using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.ClassSetup;

/// <summary>One band's fields.</summary>
public sealed record BandRow(WindBand Band, IReadOnlyList<Field> Fields);

/// <summary>Edges and names of the wind bands, their splitting and joining; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class BandsModel(ClubContext here, DefinitionEditor editor, UnitPreferences units) : PageModel
{
    private IReadOnlyDictionary<string, string> typed = new Dictionary<string, string>();

    public ClassDefinition Class { get; private set; } = null!;

    public DefinitionEditor Editor => editor;

    public FormReader Form { get; } = new();

    /// <summary>The join that was asked for and waits for a word, for cells that say something else would go out of sight; null for
    /// none.</summary>
    public (WindBand Lower, WindBand Upper)? Asked { get; private set; }

    public IEnumerable<BandRow> Rows =>
        Class.Bands.All.Select(band => new BandRow(band, [.. FieldsOf(band).Select(each => editor.Fill(each, typed, Form))]));

    public Task OnGetAsync() => LoadAsync();

    public async Task<IActionResult> OnPostAsync()
    {
        await LoadAsync();
        typed = Request.Typed();
        var bands = Class.Bands.All.Select(Read).ToList();
        return await editor.SaveAsync(Form.Ok ? new SetBands(bands!) : null) ? Redirect(here.ClassPath) : Page();
    }

    public async Task<IActionResult> OnPostSplitAsync(int band)
    {
        await LoadAsync();
        return await editor.SaveAsync(new SplitBand(new(band))) ? RedirectToPage() : Page();
    }

    /// <summary>Joins two bands; asks first where cells of the stronger one would go out of sight.</summary>
    public async Task<IActionResult> OnPostJoinAsync(int band, int upper, string? sure)
    {
        var draft = await LoadAsync();
        var join = new JoinBands(new(band), new(upper));
        if (
            sure is null
            && join.Hides(draft.State)
            && Class.Bands.Find(join.Lower) is { } lower
            && Class.Bands.Find(join.Upper) is { } stronger
        )
        {
            Asked = (lower, stronger);
            return Page();
        }

        return await editor.SaveAsync(join) ? RedirectToPage() : Page();
    }

    private async Task<Store.ClassDraft> LoadAsync()
    {
        var draft = (await here.ClassAsync()).Draft;
        Class = draft.Class;
        return draft;
    }

    private WindBand? Read(WindBand band)
    {
        var (nameField, fromField, toField) = ($"name{band.Id.Number}", $"from{band.Id.Number}", $"to{band.Id.Number}");
        var name = Form.Need(
            nameField,
            typed.GetValueOrDefault(nameField),
            "A band needs a name.",
            text => Parsed<string>.Good(text.Trim())
        );
        var from = Form.Need(fromField, typed.GetValueOrDefault(fromField), "Write the lower edge.", ReadEdge(band.From));
        var to = Form.Need(toField, typed.GetValueOrDefault(toField), "Write the upper edge.", ReadEdge(band.To));
        if (Form.Ok && to <= from)
        {
            Form.Refuse(toField, "The upper edge lies above the lower.");
        }

        return Form.Ok ? new(band.Id, name!, from, to) : null;
    }

    /// <summary>What was not touched keeps its exact edge, however the reader's unit rounds it.</summary>
    private Func<string, Parsed<Speed>> ReadEdge(Speed before) =>
        FormReader.Kept(units.Field(before), before, text => WindRange.ReadSpeed(text, units.Wind));

    private Field[] FieldsOf(WindBand band) =>
        [
            new($"name{band.Id.Number}", "Name", band.Name),
            new($"from{band.Id.Number}", $"From, {units.Wind.Symbol()}", units.Field(band.From)) { InputMode = "decimal" },
            new($"to{band.Id.Number}", $"To, {units.Wind.Symbol()}", units.Field(band.To)) { InputMode = "decimal" },
        ];
}
