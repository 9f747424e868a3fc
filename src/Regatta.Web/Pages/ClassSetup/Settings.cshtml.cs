using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.ClassSetup;

/// <summary>What a class is called, which helm it aims at, what to look at and what to beware of; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class SettingsModel(ClubContext here, DefinitionEditor editor, ExportClass export, UnitPreferences units) : PageModel
{
    private IReadOnlyDictionary<string, string> typed = new Dictionary<string, string>();

    public ClassDefinition Class { get; private set; } = null!;

    public DefinitionEditor Editor => editor;

    /// <summary>In how many files the class leaves.</summary>
    public int ExportParts { get; private set; }

    public FormReader Form { get; } = new();

    public IEnumerable<Field> Fields =>
        (
            (Field[])
                [
                    new("name", "Name", Class.Name),
                    new("about", "One sentence on the boat", Class.About) { Type = "textarea" },
                    new("target", "Helm aimed at, degrees of rudder", Plain(Class.Helm.Target.Degrees))
                    {
                        Hint = "+ weather helm, − lee helm; a light tug is 2 to 4.",
                    },
                    new("tolerance", "Near enough within, degrees", Plain(Class.Helm.Tolerance.Degrees)),
                    new("reference", $"Usual wind, {units.Wind.Symbol()}", units.Field(Class.Helm.ReferenceWind))
                    {
                        Hint = "What the card opens at where there is no station.",
                    },
                    new("perHeel", "A degree of heel adds, degrees of rudder", Plain(Class.Helm.PerHeelDegree)),
                    Kinds.Field("balance", "She tells balance by", Class.Balance.Kind),
                    new("hiked", "She is held up", Class.Balance.Hiked ? HeldByBodies : HeldByHerself)
                    {
                        Choices = [HeldByBodies, HeldByHerself],
                    },
                    new("heelAim", "Checked at a heel of, degrees to leeward", Class.Balance.Heel is { } heel ? Plain(heel.Degrees) : "")
                    {
                        Hint = "Empty for flat.",
                    },
                    new(
                        "purposes",
                        "What is she sailed for?",
                        string.Join("\n", Class.Purposes.Select(purpose => PurposeText.Write(Class, purpose)))
                    )
                    {
                        Type = "textarea",
                        Hint =
                            "A line each; the cells are the first’s. Empty for one purpose. For a short card: how it is told in brackets "
                            + "(leisure, learning, cruising), with how many are aboard, the marks that count after a colon, as pleasure "
                            + "(leisure, 2 aboard): halyard, outhaul.",
                    },
                    new("checks", "What to look at on the water, not answered", string.Join("\n", Class.Checks))
                    {
                        Type = "textarea",
                        Hint = "A line each.",
                    },
                ]
        ).Select(each => editor.Fill(each, typed, Form));

    public async Task OnGetAsync()
    {
        var view = await here.ClassAsync();
        (Class, ExportParts) = (view.Class, await export.PartsAsync(view.Ref));
    }

    public async Task<IActionResult> OnPostAsync()
    {
        await OnGetAsync();
        typed = Request.Typed();
        var helm = Class.Helm;
        var target = Form.Need(
            "target",
            typed.GetValueOrDefault("target"),
            "Which helm should she have?",
            FormReader.Kept(Plain(helm.Target.Degrees), helm.Target, HelmReading.Read)
        );
        var tolerance = Form.Need(
            "tolerance",
            typed.GetValueOrDefault("tolerance"),
            "How near is near enough?",
            FormReader.Kept(Plain(helm.Tolerance.Degrees), helm.Tolerance.Degrees, Number)
        );
        var reference = Form.Need(
            "reference",
            typed.GetValueOrDefault("reference"),
            "In which wind is she usually sailed?",
            FormReader.Kept(units.Field(helm.ReferenceWind), helm.ReferenceWind, text => WindRange.ReadSpeed(text, units.Wind))
        );
        var perHeel = Form.Need(
            "perHeel",
            typed.GetValueOrDefault("perHeel"),
            "Write 0 if nobody knows.",
            FormReader.Kept(Plain(helm.PerHeelDegree), helm.PerHeelDegree, Number)
        );
        var heel = Form.May(
            "heelAim",
            typed.GetValueOrDefault("heelAim"),
            FormReader.Kept(Class.Balance.Heel is { } aim ? Plain(aim.Degrees) : "", Class.Balance.Heel ?? default, BalanceCheck.ReadHeel)
        );
        var kind = Kinds.Read(typed.GetValueOrDefault("balance"));
        var purposes = Purposes();
        var change = Form.Ok
            ? new SetSettings(
                typed.GetValueOrDefault("name", "").Trim(),
                typed.GetValueOrDefault("about", "").Trim(),
                new(target, Angle.FromDegrees(tolerance), reference, perHeel),
                Lines("checks"),
                new(kind, heel) { Hiked = typed.GetValueOrDefault("hiked") != HeldByHerself },
                purposes
            )
            : null;
        return await editor.SaveAsync(change) ? RedirectToPage() : Page();
    }

    private const string HeldByBodies = "by bodies: she is hiked";
    private const string HeldByHerself = "by herself: keel, floats";

    private static readonly Choice<BalanceKind> Kinds = new(
        ("the tiller", BalanceKind.Tiller),
        ("the tiller, with two rudders", BalanceKind.TwoRudders),
        ("looking from the bank, by radio", BalanceKind.Radio),
        ("the pull on both hands, no rudder", BalanceKind.Sailboard)
    );

    /// <summary>The purposes written, those there were under their own keys.</summary>
    private List<Purpose> Purposes() =>
        [
            .. Lines("purposes")
                .Select(line => Form.Take("purposes", PurposeText.Read(Class, line, name => new(Slug.Of(name)))))
                .OfType<Purpose>(),
        ];

    private static string Plain(double number) => NumberText.Plain(number, 3);

    private static Parsed<double> Number(string text) => NumberText.Read(text).Then(read => Parsed<double>.Good(read.Number));

    private List<string> Lines(string field) =>
        [.. typed.GetValueOrDefault(field, "").Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)];
}
