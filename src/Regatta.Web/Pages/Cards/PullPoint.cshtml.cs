using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.Cards;

/// <summary>Where a sailboard's harness lines go, from what is found on the beach and on the water; for members.</summary>
[Authorize(Policies.Member)]
public sealed class PullPointModel(ClubContext here, CardReaderOf readers) : PageModel
{
    private static readonly LengthUnit Unit = LengthUnit.Centimetre;

    private IReadOnlyDictionary<string, string> typed = new Dictionary<string, string>();

    public ClassDefinition Class { get; private set; } = null!;

    public FormReader Form { get; } = new();

    /// <summary>What was found; null until a boom and a sail are told.</summary>
    public HarnessLines? Lines { get; private set; }

    /// <summary>The same place without a tape: counted in the sailor's own hands and forearms, or in usual ones.</summary>
    public string InHands { get; private set; } = "";

    /// <summary>The fist it was reckoned with, and whose it is.</summary>
    public string FistSaid { get; private set; } = "";

    public Field Boom => Of("boom", "The boom, cm", "From the mast end to the rear end, as it is set for this sail.");

    public Field Sail => Of("sail", "The sail, m²", "");

    public IReadOnlyList<Field> Found =>
        [
            Of("hang", "Hung level, cm", "In the wind shade, the boom held by one line: where the rig hangs level."),
            Of("median", "Median line, cm", "Where the sail’s median line crosses the boom."),
            Of("front", "Grip in wind: front hand, cm", "Both hands equally light, full speed. It counts before the ways without wind."),
            Of("back", "Back hand, cm", ""),
        ];

    public async Task<IActionResult> OnGetAsync()
    {
        var view = await here.ClassAsync();
        Class = view.Class;
        if (Class.Balance.Kind != BalanceKind.Sailboard)
        {
            return NotFound();
        }

        typed = Request.Query.ToDictionary(pair => pair.Key, pair => pair.Value.ToString());
        if (!typed.ContainsKey("boom"))
        {
            return Page();
        }

        var hands = (await readers.ForAsync(view.Ref, User.Id(), null, null)).Choice.Readings.Hands;
        var fist = hands.TryGetValue(BodyMeasure.Fist, out var own) ? own : HarnessLines.UsualFist;
        FistSaid = $"{(hands.ContainsKey(BodyMeasure.Fist) ? "your fist" : "a usual fist")} of {Unit.Show(fist)}";
        var boom = Form.Need("boom", Text("boom"), "How long is the boom?", text => Unit.Read(text));
        var sail = Form.Need("sail", Text("sail"), "How large is the sail?", Area);
        var (hang, median, front, back) = (May("hang"), May("median"), May("front"), May("back"));
        Lines = Form.Ok ? Form.Take("boom", HarnessLines.Of(boom, sail, fist, hang, median, front, back)) : null;
        InHands = Lines is null
            ? ""
            : string.Join(", or ", HarnessLines.Counted.Select(measure => Counted(measure, Lines.Position, hands)));
        return Page();
    }

    private static string Counted(BodyMeasure measure, Length position, IReadOnlyDictionary<BodyMeasure, Length> hands)
    {
        var own = hands.TryGetValue(measure, out var measured);
        var times = position.Metres / (own ? measured : measure.Usual()).Metres;
        return $"{NumberText.Fraction(Math.Round(times * 4) / 4, 2)} × {(own ? "your" : "a usual")} {measure.Word()}";
    }

    private static Parsed<double> Area(string text) =>
        NumberText
            .Read(text)
            .Then(read =>
                read.Tail is "" or "m²" or "m2"
                    ? Parsed<double>.Good(read.Number)
                    : Parsed<double>.Bad("A sail’s size is in square metres.")
            );

    private Length? May(string name) => Form.May(name, Text(name), text => Unit.Read(text));

    private string Text(string name) => typed.GetValueOrDefault(name, "");

    private Field Of(string name, string label, string hint) =>
        new(name, label, Text(name))
        {
            InputMode = "decimal",
            Hint = hint,
            Problem = Form.Problems.GetValueOrDefault(name),
        };
}
