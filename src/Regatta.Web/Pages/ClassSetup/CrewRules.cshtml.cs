using System.Globalization;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core;
using Regatta.Core.Crew;
using Regatta.Core.Fleet;
using Regatta.Core.Fleet.Changes;
using Regatta.Core.Logbook;
using Regatta.Core.Units;
using Regatta.Core.Wind;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Forms;
using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.ClassSetup;

/// <summary>The height a class's wind is meant at, and how its card is read for other crews; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed partial class CrewRulesModel(ClubContext here, DefinitionEditor editor, Crews crews, UnitPreferences units) : PageModel
{
    /// <summary>The schools, as they are offered.</summary>
    public static readonly IReadOnlyList<string> Schools = ["all alike", "by effective wind", "by a table of steps"];

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
                        + $"{units.Show(wind)} as the card’s {units.Show(rule.Effective(wind, crew, Class.Bands))}.";
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
        return await editor.SaveAsync(Form.Ok ? new SetCrew(height, crew) : null) ? RedirectToPage() : Page();
    }

    /// <summary>What the class says, as its fields.</summary>
    private Dictionary<string, string> Now()
    {
        var rule = Class.Crew.Rule;
        return new()
        {
            ["height"] = NumberText.Plain(Class.WindHeight.Metres, 2),
            ["school"] =
                rule is not null ? Schools[1]
                : Class.Crew.Offsets.Count > 0 ? Schools[2]
                : Schools[0],
            ["reference"] = rule is null ? "" : NumberText.Plain(rule.Reference.In(units.Mass), 1),
            ["hull"] = rule is null ? "" : NumberText.Plain(rule.Hull, 1),
            ["arm"] = rule is null ? "" : NumberText.Plain(rule.Arm.Metres, 2),
            ["fromBand"] = rule is null ? Bands[0] : Class.Bands.Find(rule.FromBand)?.Name ?? Bands[0],
            ["offsets"] = string.Join("\n", Class.Crew.Offsets.Select(Written)),
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
        return Form.Ok && Form.Take("arm", CrewRule.Of(reference, hull, Length.FromMetres(arm), band.Id)) is { } rule
            ? CrewReading.By(rule)
            : CrewReading.None;
    }

    private static Parsed<double> Number(string text) => NumberText.Read(text).Then(read => Parsed<double>.Good(read.Number));

    private CrewReading ReadOffsets()
    {
        var before = Class.Crew.Offsets.ToLookup(Written);
        var offsets = typed
            .GetValueOrDefault("offsets", "")
            .Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
            .Select(line => before[line].FirstOrDefault() ?? ReadOffset(line))
            .OfType<CrewOffset>()
            .ToList();
        if (offsets.Count == 0)
        {
            Form.Refuse("offsets", "Write a line for each, such as 0–65: downhaul +1.");
        }

        return CrewReading.By(offsets);
    }

    private string Written(CrewOffset offset) =>
        $"{NumberText.Plain(offset.From.In(units.Mass), 1)}–{NumberText.Plain(offset.To.In(units.Mass), 1)}: "
        + $"{Class.Find(offset.Control)?.Name ?? offset.Control.Name} {NumberText.Signed(offset.Steps, 0)}";

    private CrewOffset? ReadOffset(string line)
    {
        var shape = OffsetShape().Match(line);
        var control = shape.Success ? Class.Marked.FirstOrDefault(control => control.IsCalled(shape.Groups["control"].Value)) : null;
        if (!shape.Success || control is null)
        {
            Form.Refuse(
                "offsets",
                shape.Success
                    ? $"“{shape.Groups["control"].Value}” is no control with marks. There "
                        + $"are {string.Join(", ", Class.Marked.Select(known => known.Name))}."
                    : $"“{line}” is not understood. Write it like 0–65: downhaul +1."
            );
            return null;
        }

        double Number(string group) => double.Parse(shape.Groups[group].Value, CultureInfo.InvariantCulture);
        var (from, to) = (Mass.From(Number("from"), units.Mass), Mass.From(Number("to"), units.Mass));
        if (to.Kilograms <= from.Kilograms)
        {
            Form.Refuse("offsets", $"“{line}”: the heavier end comes second.");
        }

        return new(from, to, control.Key, int.Parse(shape.Groups["steps"].Value.Replace('−', '-'), CultureInfo.InvariantCulture));
    }

    private async Task LoadAsync()
    {
        Class = (await here.ClassAsync()).Class;
        Open = await crews.OpenAsync(here.Class.Class);
    }

    [GeneratedRegex(
        @"^(?<from>[0-9]{1,4}(?:\.[0-9])?)\s*(?:–|-|to)\s*(?<to>[0-9]{1,4}(?:\.[0-9])?)\s*(?:kg|lb)?"
            + @"\s*:\s*(?<control>.+?)\s+(?<steps>[+−-]?[0-9]{1,2})$",
        RegexOptions.NonBacktracking
    )]
    private static partial Regex OffsetShape();
}
