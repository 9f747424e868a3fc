using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core.Fleet;
using Regatta.Core.Marks;
using Regatta.Core.Measuring;
using Regatta.Core.Units;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Benches;
using Regatta.Web.Forms;

namespace Regatta.Web.Pages.FittingOut;

/// <summary>The measuring run at one control of one boat: pairs of reading and tape, kept as they are taken. For who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class MeasureModel(BenchRoom room, Boats boats, Logs logs) : PageModel
{
    private readonly FormReader form = new();
    private IReadOnlyDictionary<string, string> typed = new Dictionary<string, string>();
    private Bench bench = null!;

    public BoatClass Class => bench.Class;

    public Boat Boat { get; private set; } = null!;

    public Control Control { get; private set; } = null!;

    /// <summary>All controls of the run, in set-up order.</summary>
    public IReadOnlyList<Control> Run { get; private set; } = [];

    /// <summary>Where in the run this control is, from 0.</summary>
    public int Place { get; private set; }

    public IReadOnlyList<TakenPair> Taken { get; private set; } = [];

    public ControlSurvey Survey { get; private set; } = null!;

    /// <summary>The survey as a fleet of one, for the words of a finding.</summary>
    public SurveyedBoat AsSurveyed => FleetSurvey.Of(Control, [Boat with { Measured = new Dictionary<ControlKey, IReadOnlyList<CalibrationPair>> { [Control.Key] = [.. Taken.Select(taken => taken.Pair)] } }]).Boats[0];

    /// <summary>Logs of this boat that took the mark at the class's reading.</summary>
    public long ReadBefore { get; private set; }

    /// <summary>What was just done, where the picture does not say it.</summary>
    public string Said { get; private set; } = "";

    public IReadOnlyDictionary<string, string> Problems => form.Problems;

    public string Path => $"/classes/{Class.Key}/boats/{Boat.Number}/measure/{Control.Key}";

    public Field Field(string name, string label) => new Field(name, label, "").Filled(typed, form.Problems);

    public static string Signed(ControlSurvey survey, Length length) => Math.Abs(length.Millimetres) < 0.05
        ? "nothing"
        : survey.ShowLength(Length.FromMetres(Math.Abs(length.Metres))) + (length.Metres > 0 ? " more" : " less");

    public async Task<IActionResult> OnGetAsync(string key, long boat, string control) => await LoadAsync(key, boat, control) ? Page() : NotFound();

    public async Task<IActionResult> OnPostAsync(string key, long boat, string control)
    {
        if (!await LoadAsync(key, boat, control))
        {
            return NotFound();
        }

        typed = Request.Typed();
        var reading = form.Need("reading", typed.GetValueOrDefault("reading"), "What does she read there?", text => PairText.ReadReading(Control, text));
        var tape = form.Need("tape", typed.GetValueOrDefault("tape"), "What does the tape say there?", text => PairText.ReadTape(Control, text));
        return await TakeAsync("reading", [new(reading, tape)]);
    }

    public async Task<IActionResult> OnPostTableAsync(string key, long boat, string control)
    {
        if (!await LoadAsync(key, boat, control))
        {
            return NotFound();
        }

        typed = Request.Typed();
        var pairs = form.Need("table", typed.GetValueOrDefault("table"), "Write a pair a line.", text => PairText.ReadTable(Control, text));
        return await TakeAsync("table", pairs ?? []);
    }

    public async Task<IActionResult> OnPostTakeOutAsync(string key, long boat, string control, long? pair)
    {
        if (!await LoadAsync(key, boat, control))
        {
            return NotFound();
        }

        await boats.TakeOutAsync(boat, Control.Key, pair);
        return await AnswerAsync();
    }

    /// <summary>Reads earlier logs' marks by what has been measured since.</summary>
    public async Task<IActionResult> OnPostAnewAsync(string key, long boat, string control)
    {
        if (!await LoadAsync(key, boat, control) || Survey.Calibration is not { } calibration)
        {
            return NotFound();
        }

        var scale = Control.Scale;
        var read = await logs.ReadAnewAsync(boat, Control.Key, mark => calibration.LengthAt(scale.ReadingAt(mark)) is { Ok: true } length ? scale.AtLength(length.Value) : null);
        Said = $"{read} read anew.";
        return await AnswerAsync();
    }

    private async Task<IActionResult> TakeAsync(string field, IReadOnlyList<CalibrationPair> pairs)
    {
        var known = Taken.Select(taken => taken.Pair).ToHashSet();
        var news = pairs.Distinct().Where(pair => !known.Contains(pair)).ToList();
        if (form.Ok && news.Count == 0)
        {
            form.Refuse(field, pairs.Count == 1 ? "That pair is taken already." : "All of these are taken already.");
        }

        if (form.Ok && known.Count + news.Count > Calibration.MostPairs)
        {
            form.Refuse(field, $"That makes more than {Calibration.MostPairs} pairs; no strip needs so many. Take some out first.");
        }

        if (!form.Ok)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return AnswerPage();
        }

        await boats.MeasureAsync(bench.Draft.Stamp.Id, Boat.Number, Control.Key, news, User.Id());
        typed = new Dictionary<string, string>();
        Said = news.Count < pairs.Count ? $"{pairs.Count - news.Count} of them were there already." : "";
        return await AnswerAsync();
    }

    private async Task<IActionResult> AnswerAsync()
    {
        if (!Request.ByFragment())
        {
            return Redirect(Path);
        }

        await LoadAsync(Class.Key, Boat.Number, Control.Key.Name);
        return AnswerPage();
    }

    private IActionResult AnswerPage() => Request.ByFragment() ? Partial("_Measuring", this) : Page();

    private async Task<bool> LoadAsync(string key, long boat, string control)
    {
        if (await room.FindAsync(key) is not { } found || (await boats.AllAsync(found.Draft.Stamp.Id)).FirstOrDefault(one => one.Number == boat) is not { } known)
        {
            return false;
        }

        (bench, Boat) = (found, known);
        Run = [.. Class.Marked.Where(ControlSurvey.CanBeTaped)];
        Place = Run.ToList().FindIndex(one => one.Key.Name == control);
        if (Place < 0)
        {
            return false;
        }

        Control = Run[Place];
        Taken = await boats.PairsAsync(boat, Control.Key);
        Survey = ControlSurvey.Of(Control, [.. Taken.Select(taken => taken.Pair)]);
        ReadBefore = await logs.UnmeasuredAsync(boat, Control.Key);
        return true;
    }
}
