using System.Globalization;
using System.Text.RegularExpressions;
using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.ClassSetup;

/// <summary>The height a class's wind is meant at, and how its card is read for other crews; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed partial class CrewRulesModel(ClubContext here, DefinitionEditor editor, IReadCrews crews, UnitPreferences units) : PageModel
{
    /// <summary>The schools, as they are offered.</summary>
    public static readonly IReadOnlyList<string> Schools = ["all alike", "by effective wind", "by a table of steps"];

    /// <summary>What reading between the bands means.</summary>
    public const string BetweenHint =
        "Yes: lengths, strips, turns and angles go along the curve through the bands’ marks, by steps, at the wind of whoever reads. "
        + "Holes, stops and words stay the band’s.";

    private IReadOnlyDictionary<string, string> typed = new Dictionary<string, string>();

    public ClassDefinition Class { get; private set; } = null!;

    public DefinitionEditor Editor => editor;

    public FormReader Form { get; } = new();

    public IReadOnlyList<string> Bands => [.. Class.Bands.All.Select(band => band.Name)];

    public IReadOnlyList<OpenCrew> Open { get; private set; } = [];

    /// <summary>What the rule says for three crews, in sentences.</summary>
    public IReadOnlyList<string> Example =>
        Class.Crew.Rule is not { } rule
            ? []
            :
            [
                .. ((double[])[0.75, 1, 1.25]).Select(part =>
                {
                    var crew = Mass.FromKilograms(rule.Reference.Kilograms * part);
                    var wind = Class.Bands.Find(rule.FromBand)?.Middle ?? Class.Helm.ReferenceWind;
                    return $"At {NumberText.Plain(crew.In(units.Mass), 0)} {units.Mass.Symbol()} you sail "
                        + $"{units.Show(wind)} as the card’s {units.Show(rule.Effective(wind, new CrewProfile(crew), Class.Bands))}.";
                }),
            ];

    public Field Field(string name, string label) => editor.Fill(new(name, label, Now()[name]), typed, Form);

    public Task OnGetAsync() => LoadAsync();

    public async Task<IActionResult> OnPostAsync()
    {
        await LoadAsync();
        typed = Request.Typed();
        var height = Form.Need(
            "height",
            typed.GetValueOrDefault("height"),
            "At which height is the wind meant?",
            FormReader.Kept(Now()["height"], Class.WindHeight, WindProfile.ReadHeight)
        );
        var crew = Schools.ToList().IndexOf(typed.GetValueOrDefault("school", "")) switch
        {
            1 => ReadRule(),
            2 => ReadOffsets(),
            _ => CrewReading.None,
        };
        crew = crew with { Steps = ReadSteps(), Columns = ReadColumns() };
        return await editor.SaveAsync(Form.Ok ? new SetCrew(height, crew, typed.GetValueOrDefault("between", No) == Yes) : null)
            ? RedirectToPage()
            : Page();
    }

    /// <summary>What the class says, as its fields.</summary>
    private Dictionary<string, string> Now()
    {
        var rule = Class.Crew.Rule;
        return new()
        {
            ["height"] = NumberText.Plain(Class.WindHeight.Metres, 2),
            ["between"] = Class.ReadsBetween ? Yes : No,
            ["school"] =
                rule is not null ? Schools[1]
                : Class.Crew.Offsets.Count > 0 ? Schools[2]
                : Schools[0],
            ["reference"] = rule is null ? "" : NumberText.Plain(rule.Reference.In(units.Mass), 1),
            ["hull"] = rule is null ? "" : NumberText.Plain(rule.Hull, 1),
            ["arm"] = rule is null ? "" : NumberText.Plain(rule.Arm.Metres, 2),
            ["fromBand"] = rule is null ? Bands[0] : Class.Bands.Find(rule.FromBand)?.Name ?? Bands[0],
            ["offsets"] = string.Join("\n", Class.Crew.Offsets.Select(Written)),
            ["people"] = NumberText.Plain(rule?.People ?? 1, 0),
            ["onWire"] = NumberText.Plain(rule?.OnWire ?? 0, 0),
            ["wire"] = NumberText.Plain(rule?.Wire.Metres ?? 0, 2),
            ["light"] = Class.Crew.Columns is { } light ? NumberText.Plain(light.Light.In(units.Mass), 1) : "",
            ["heavy"] = Class.Crew.Columns is { } heavy ? NumberText.Plain(heavy.Heavy.In(units.Mass), 1) : "",
            ["bySkill"] = Class.Crew.Columns is { BySkill: true } ? Yes : No,
        };
    }

    private CrewReading ReadRule()
    {
        var (before, now) = (Class.Crew.Rule, Now());
        var reference = Form.Need(
            "reference",
            typed.GetValueOrDefault("reference"),
            "Which crew was the card tuned with?",
            FormReader.Kept(now["reference"], before?.Reference ?? default, text => SessionLog.ReadCrewMass(text, units.Mass))
        );
        var hull = Form.Need(
            "hull",
            typed.GetValueOrDefault("hull"),
            "Write 0 if nobody knows.",
            FormReader.Kept(now["hull"], before?.Hull ?? 0, Number)
        );
        var arm = Form.Need(
            "arm",
            typed.GetValueOrDefault("arm"),
            "How far out does their weight work?",
            FormReader.Kept(now["arm"], before?.Arm.Metres ?? 0, Number)
        );
        var band = Class.Bands.All.FirstOrDefault(band => band.Name == typed.GetValueOrDefault("fromBand")) ?? Class.Bands.All[0];
        double Wire(string field) =>
            Form.Need(
                field,
                typed.GetValueOrDefault(field, now[field]),
                "Write 0 for none.",
                FormReader.Kept(now[field], Before(field), Number)
            );
        double Before(string field) =>
            field switch
            {
                "people" => before?.People ?? 1,
                "onWire" => before?.OnWire ?? 0,
                _ => before?.Wire.Metres ?? 0,
            };
        var (people, onWire, wire) = (Wire("people"), Wire("onWire"), Wire("wire"));
        if (Form.Ok && (people != Math.Round(people) || onWire != Math.Round(onWire)))
        {
            Form.Refuse("people", "People are counted in whole ones.");
        }

        return
            Form.Ok
            && Form.Take("arm", CrewRule.Of(reference, hull, Length.FromMetres(arm), band.Id)) is { } plain
            && Form.Take("wire", plain.With((int)people, (int)onWire, Length.FromMetres(wire))) is { } rule
            ? CrewReading.By(rule)
            : CrewReading.None;
    }

    private static Parsed<double> Number(string text) => NumberText.Read(text).Then(read => Parsed<double>.Good(read.Number));

    private async Task LoadAsync()
    {
        Class = (await here.ClassAsync()).Class;
        Open = await crews.OpenAsync(here.Class.Class);
    }
}
