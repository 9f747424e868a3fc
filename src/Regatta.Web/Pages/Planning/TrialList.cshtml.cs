using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Application.Planning;
using Regatta.Application.Reading;
using Regatta.Core;
using Regatta.Core.Fleet;
using Regatta.Core.Marks;
using Regatta.Core.Outings;
using Regatta.Core.Trials;
using Regatta.Core.Wind;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Forms;

namespace Regatta.Web.Pages.Planning;

/// <summary>What to test next in a class, and its trials; members look, the captain and the coordinator plan.</summary>
[Authorize(Policies.ReadsClass)]
public sealed class TrialListModel(ClubContext here, RunTrials run, Trials trials, Boats boats, Outings outings, ClubClock clock)
    : PageModel
{
    private const string AnyDay = "any day";
    private const string NoBoat = "none";

    private IReadOnlyDictionary<string, string> typed = new Dictionary<string, string>();
    private IReadOnlyList<Boat> all = [];
    private IReadOnlyList<PlannedOuting> days = [];

    public FormReader Form { get; } = new();

    public ClassView View { get; private set; } = null!;

    public ClassDefinition Class => View.Class;

    public LayerView Layer { get; private set; } = null!;

    /// <summary>The band asked about.</summary>
    public WindBand Band { get; private set; } = null!;

    /// <summary>What would teach most in it, first.</summary>
    public IReadOnlyList<TestChoice> Choices { get; private set; } = [];

    public IReadOnlyList<PlannedTrial> All { get; private set; } = [];

    public string NameOf(long boat) => all.FirstOrDefault(one => one.Number == boat)?.Name ?? "a boat that is gone";

    public IEnumerable<Field> Fields =>
        (
            (Field[])
                [
                    new("control", "Which control?", Choices.Count > 0 ? Choices[0].Control.Name : "")
                    {
                        Choices = [.. Class.Marked.Where(control => CardOf(control) is not null).Select(control => control.Name)],
                    },
                    new("to", "Which mark is tried?", Choices.Count > 0 ? Choices[0].Control.Scale.Show(Choices[0].At) : "")
                    {
                        Hint = $"One or two steps from the card in {Band.Name}.",
                    },
                    new("design", "How?", all.Count > 1 ? LineUp : Ladder) { Choices = [Ladder, LineUp] },
                    new("boat1", "First boat", all.Count > 0 ? all[0].Name : "") { Choices = [.. all.Select(boat => boat.Name)] },
                    new("boat2", "Second boat", all.Count > 1 ? all[1].Name : NoBoat)
                    {
                        Choices = [NoBoat, .. all.Select(boat => boat.Name)],
                        Hint = "For two boats side by side.",
                    },
                    new("day", "On which day?", days.Count > 0 ? TitleOf(days[0]) : AnyDay) { Choices = [AnyDay, .. days.Select(TitleOf)] },
                    new("note", "Who does what?", "") { Type = "textarea", Hint = "Who steers, who reads the tape, who looks out." },
                ]
        ).Filled(typed, Form);

    public const string Ladder = "one boat, back and forth";
    public const string LineUp = "two boats side by side, and swap";

    public async Task<IActionResult> OnGetAsync(int? band, string? plan, string? mode)
    {
        await LoadAsync(band, plan, mode);
        return Page();
    }

    public async Task<IActionResult> OnPostAsync(int? band, string? plan, string? mode)
    {
        typed = Request.Typed();
        await LoadAsync(band, plan, mode);
        var control = Class.Marked.FirstOrDefault(one => one.Name == Said("control"));
        if (control is null || CardOf(control) is not { } card)
        {
            Form.Refuse("control", "Choose a control that has a mark in this band.");
        }
        else if (Form.Need("to", Said("to"), "Which mark is tried?", control.Scale.ReadOnStep) is var to && Form.Ok)
        {
            var lineUp = Said("design") == LineUp;
            var names = lineUp ? new[] { Said("boat1"), Said("boat2") } : [Said("boat1")];
            var trial = new Trial(
                Layer.Layer,
                Band.Id,
                control.Key,
                card,
                to,
                lineUp ? TrialDesign.LineUp : TrialDesign.Ladder,
                [.. names.Select(name => all.FirstOrDefault(boat => boat.Name == name)?.Number).OfType<long>()]
            );
            var note = Said("note").Trim();
            var planned =
                note.Length > Limits.NoteLetters
                    ? Parsed<long>.Bad($"Keep it under {Limits.NoteLetters} letters.")
                    : await run.PlanAsync(View, trial, days.FirstOrDefault(day => TitleOf(day) == Said("day"))?.Number, note);
            if (planned.Ok)
            {
                here.Note.Tell($"{control.Name}, {Band.Name}");
                return Redirect($"{here.ClassPath}/trials/{planned.Value}");
            }

            Form.Refuse(
                note.Length > Limits.NoteLetters ? "note"
                    : planned.Problem!.Contains("boat", StringComparison.Ordinal) ? "boat2"
                    : "to",
                planned.Problem!
            );
        }

        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    private string Said(string field) => typed.GetValueOrDefault(field, "");

    private Mark? CardOf(Control control) => View.Set.AsSailed(Layer.Layer)[Band, control]?.Mark;

    private string TitleOf(PlannedOuting day) => $"{day.Outing.Title}, {clock.Field(day.Outing.From)}";

    private async Task LoadAsync(int? band, string? plan, string? mode)
    {
        View = await here.ClassAsync();
        Layer = View.On(View.Set.Layers.Nearest(plan, mode));
        all = await boats.AllAsync(View.Ref);
        All = await trials.AllAsync(View.Ref);
        days =
        [
            .. (await outings.EndingAfterAsync(here.Club.Ref, clock.Now))
                .Where(day => day.Outing.Kind != OutingKind.Marking && day.Outing.Classes.Contains(Class.Key))
                .Take(10),
        ];
        var bands = Layer.Matrix.Bands;
        Band =
            (band is { } asked ? bands.Find(new(asked)) : null)
            ?? (days.FirstOrDefault()?.Outing.Forecast is { } forecast ? bands.At(forecast.Mean) : bands.All[bands.All.Count / 2]);
        Choices = NextTest.Of(Layer.Evidence, View.Set.AsSailed(Layer.Layer), Band);
    }
}
