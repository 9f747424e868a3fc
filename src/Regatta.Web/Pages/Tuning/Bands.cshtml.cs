using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core;
using Regatta.Core.Fleet;
using Regatta.Core.Wind;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Benches;
using Regatta.Web.Forms;

namespace Regatta.Web.Pages.Tuning;

/// <summary>One band's fields.</summary>
public sealed record BandRow(int Number, IReadOnlyList<Field> Fields);

/// <summary>Edges and names of the wind bands; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class BandsModel(BenchRoom room, Classes classes, Reader reader) : PageModel
{
    private const int LongestName = 40;

    public BoatClass Class { get; private set; } = null!;

    /// <summary>The bands as they are kept, light to strong.</summary>
    public IReadOnlyList<WindBand> Bands { get; private set; } = [];

    public WindBand? Above(WindBand band) => Bands.FirstOrDefault(other => other.From >= band.To);

    public async Task<IActionResult> OnPostSplitAsync(string key, int band)
    {
        if (await room.FindAsync(key) is not { } bench || bench.Set.Bands.Find(new(band)) is not { } whole)
        {
            return NotFound();
        }

        await classes.SplitBandAsync(bench.Draft.Stamp.Id, whole.Id, whole.Middle, whole.Name.Length <= LongestName - 6 ? "upper " + whole.Name : whole.Name);
        return RedirectToPage(new { key });
    }

    public async Task<IActionResult> OnPostJoinAsync(string key, int band)
    {
        if (await room.FindAsync(key) is not { } bench)
        {
            return NotFound();
        }

        await classes.JoinBandsAsync(bench.Draft.Stamp.Id, new(band));
        return RedirectToPage(new { key });
    }

    public IReadOnlyList<BandRow> Rows { get; private set; } = [];

    /// <summary>What is wrong with the bands together.</summary>
    public string? Problem { get; private set; }

    public async Task<IActionResult> OnGetAsync(string key)
    {
        if (await room.FindAsync(key) is not { } bench)
        {
            return NotFound();
        }

        (Class, Bands) = (bench.Class, bench.Set.Bands.All);
        Rows = [.. bench.Set.Bands.All.Select(band => Row(band.Id.Number, band.Name, reader.Field(band.From), reader.Field(band.To), new FormReader()))];
        return Page();
    }

    public async Task<IActionResult> OnPostAsync(string key)
    {
        if (await room.FindAsync(key) is not { } bench)
        {
            return NotFound();
        }

        (Class, Bands) = (bench.Class, bench.Set.Bands.All);
        var form = new FormReader();
        var bands = bench.Set.Bands.All.Select(band => ReadBand(band, form)).ToList();
        var joined = form.Ok ? WindBands.Of(bands!) : default;
        if (form.Ok && joined.Ok)
        {
            await classes.SaveBandsAsync(bench.Draft.Stamp.Id, joined.Value);
            return RedirectToPage("/Tuning/Matrix", new { key });
        }

        Problem = form.Ok ? joined.Problem : null;
        Rows = [.. bench.Set.Bands.All.Select(band => Row(band.Id.Number, Typed("name", band), Typed("from", band), Typed("to", band), form))];
        return Page();
    }

    private WindBand? ReadBand(WindBand band, FormReader form)
    {
        var (nameField, fromField, toField) = ($"name{band.Id.Number}", $"from{band.Id.Number}", $"to{band.Id.Number}");
        var name = form.Need(nameField, Typed("name", band), "A band needs a name.", text => text.Trim().Length <= LongestName
            ? Parsed<string>.Good(text.Trim())
            : Parsed<string>.Bad($"Keep it under {LongestName} letters."));
        // What was not touched keeps its exact edge, however the reader's unit rounds it.
        var from = form.Need(fromField, Typed("from", band), "Write the lower edge.", text => text == reader.Field(band.From) ? Parsed<Core.Units.Speed>.Good(band.From) : WindRange.ReadSpeed(text, reader.Wind));
        var to = form.Need(toField, Typed("to", band), "Write the upper edge.", text => text == reader.Field(band.To) ? Parsed<Core.Units.Speed>.Good(band.To) : WindRange.ReadSpeed(text, reader.Wind));
        if (form.Ok && to <= from)
        {
            form.Refuse(toField, "The upper edge lies above the lower.");
        }

        return form.Ok ? new(band.Id, name!, from, to) : null;
    }

    private string Typed(string field, WindBand band) => Request.Form[$"{field}{band.Id.Number}"].ToString();

    private BandRow Row(int number, string name, string from, string to, FormReader form)
    {
        Field[] fields =
        [
            new($"name{number}", "Name", name),
            new($"from{number}", $"From, {Core.Units.SpeedUnits.Symbol(reader.Wind)}", from) { InputMode = "decimal" },
            new($"to{number}", $"To, {Core.Units.SpeedUnits.Symbol(reader.Wind)}", to) { InputMode = "decimal" },
        ];
        return new(number, [.. fields.Select(field => field with { Problem = form.Problems.GetValueOrDefault(field.Name) })]);
    }
}
