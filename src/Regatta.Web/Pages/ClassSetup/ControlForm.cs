using System.Globalization;
using System.Text.RegularExpressions;

namespace Regatta.Web.Pages.ClassSetup;

/// <summary>The form of a control: what was typed, what was wrong, and the control it comes to.</summary>
/// <param name="definition">The class.</param>
/// <param name="before">The control as it stands; null when it is new.</param>
/// <param name="typed">What was typed or prefilled, by field.</param>
/// <param name="now">What the fields would say now, where somebody changed the class meanwhile; else empty.</param>
public sealed partial class ControlForm(
    ClassDefinition definition,
    Control? before,
    IReadOnlyDictionary<string, string> typed,
    IReadOnlyDictionary<string, string> now
)
{
    /// <summary>The stages of making a boat ready, as they are offered.</summary>
    public static readonly Choice<RigStage?> Stages = new([
        ("any, with the sails hoisted", null),
        .. Enum.GetValues<RigStage>().Select(stage => (RigStages.Words(stage), (RigStage?)stage)),
    ]);

    private static readonly Choice<WhenChanged> Whens = new(
        ("ashore", WhenChanged.Ashore),
        ("afloat", WhenChanged.Afloat),
        ("while racing", WhenChanged.Racing)
    );

    private static readonly Choice<AsWindBuilds> Directions = new(
        ("either way", AsWindBuilds.Either),
        ("to higher marks", AsWindBuilds.Up),
        ("to lower marks", AsWindBuilds.Down),
        ("up, then down again", AsWindBuilds.UpThenDown)
    );

    /// <summary>So many effects of one control can be said.</summary>
    private const int MostMeans = 3;

    /// <summary>What stands where an effect is not said: the first is missing, a further one need not be.</summary>
    private static string Unsaid(int at) => at == 0 ? "nobody has said" : "nothing more";

    /// <summary>A direction as it is offered.</summary>
    public static string Word(AsWindBuilds builds) => Directions.WordOf(builds);

    /// <summary>What was wrong, beside its field.</summary>
    public FormReader Reader { get; } = new();

    public ScaleForm Scale => new(typed);

    public IEnumerable<Field> Naming =>
        (
            (Field[])
                [
                    new("name", "Name", ""),
                    new("synonyms", "Also called", "") { Hint = "With commas between; found in search and on input." },
                ]
        )
            .Filled(typed, Reader)
            .Beside(now);

    /// <summary>The fields of its scale; an observed target may be measured in a picture.</summary>
    public IEnumerable<Field> ScaleFields => Scale.Fields.Concat(Scale.IsTarget ? GaugeFields.All : []).Filled(typed, Reader).Beside(now);

    /// <summary>What more of it does on the boat, as fields, with what each says; null for nothing.</summary>
    public IEnumerable<(Field Field, MarkEffect? Effect)> Means =>
        Enumerable
            .Range(0, MostMeans)
            .Select(at => new Field($"means-{at}", at == 0 ? "More of it means" : "and also", Unsaid(at))
            {
                Choices = [Unsaid(at), .. Enum.GetValues<MarkEffect>().Select(MarkEffects.Words)],
            })
            .Filled(typed, Reader)
            .Beside(now)
            .Select(one => (one, EffectOf(one.Value)));

    private static MarkEffect? EffectOf(string word) =>
        Enum.GetValues<MarkEffect>().Where(effect => MarkEffects.Words(effect) == word).ToList() is [var effect] ? effect : null;

    public IEnumerable<Field> Working =>
        (
            (IEnumerable<Field>)
                [
                    new("datum", "From: the datum", "") { Hint = "Such as the front end cap of the boom." },
                    new("readingPoint", "To: the reading point", "") { Hint = "Such as the front edge of the ring." },
                    new("moreDoes", "What does more of it do?", ""),
                    Stages.Field("stage", "Set at which stage of rigging?", null),
                    new("who", "Who sets it? Empty for whoever is at hand", ""),
                    Whens.Field("when", "Changed", WhenChanged.Ashore),
                    Directions.Field("builds", "As wind builds it goes", AsWindBuilds.Either),
                    new("helm", "Degrees of rudder per unit more, if it balances the helm", "")
                    {
                        Hint = "A belief to start from, + weather helm; logs correct it. Empty: not used for balance.",
                    },
                ]
        )
            .Filled(typed, Reader)
            .Beside(now);

    /// <summary>What a control says, as fields.</summary>
    public static Dictionary<string, string> Typed(Control control)
    {
        var fields = new Dictionary<string, string>(ScaleForm.Typed(control.Scale))
        {
            ["name"] = control.Name,
            ["synonyms"] = string.Join(", ", control.Synonyms),
            ["datum"] = control.Datum,
            ["readingPoint"] = control.ReadingPoint,
            ["moreDoes"] = control.MoreDoes,
            ["who"] = control.Who,
            ["stage"] = Stages.WordOf(control.Stage),
            ["when"] = Whens.WordOf(control.When),
            ["builds"] = Directions.WordOf(control.AsWindBuilds),
            ["helm"] = Helm(control),
            ["otherDatum"] = control.OtherDatum?.Words ?? "",
            ["otherShift"] = Shift(control),
            [SidesField] = control.BothSides ? OnBoth : OnOne,
        };
        foreach (var (field, value) in GaugeFields.Typed(control.Gauge))
        {
            fields[field] = value;
        }

        foreach (var one in control.Plans.Select(plan => "plan-" + plan).Concat(control.Modes.Select(mode => "mode-" + mode)))
        {
            fields[one] = "yes";
        }

        foreach (var mark in control.ByPurpose)
        {
            fields[$"purpose-{mark.Purpose}"] = control.Scale.Show(mark.Mark);
            fields[$"purpose-{mark.Purpose}-until"] = Until(mark);
            fields[$"purpose-{mark.Purpose}-caution"] = mark.Caution;
        }

        foreach (var (effect, at) in control.MoreMeans.Take(MostMeans).Select((effect, at) => (effect, at)))
        {
            fields[$"means-{at}"] = MarkEffects.Words(effect);
        }

        return fields;
    }

    /// <summary>What more of the mark means, as picked; what is said twice, or with its opposite, is refused.</summary>
    private List<MarkEffect> ReadMeans()
    {
        var means = new List<MarkEffect>();
        for (var at = 0; at < MostMeans; at++)
        {
            if (EffectOf(typed.GetValueOrDefault($"means-{at}", "")) is not { } effect)
            {
                continue;
            }

            if (MarkEffects.Way(means, effect) != 0)
            {
                Reader.Refuse($"means-{at}", "That, or its opposite, is said already.");
            }

            means.Add(effect);
        }

        return [.. means, .. before?.MoreMeans.Skip(MostMeans) ?? []];
    }

    /// <summary>Reads the form; null when something is wrong, with a sentence beside it.</summary>
    public Control? Read()
    {
        var name = Text("name", "What do sailors call it?");
        var scale = Scale.Read(Reader, before?.Scale);
        var datum = Text("datum", "Where does the scale start?");
        var point = Text("readingPoint", "What is read against the scale?");
        var more = Text("moreDoes", "One sentence: what happens with more of it?");
        var helm = Reader.May(
            "helm",
            typed.GetValueOrDefault("helm"),
            FormReader.Kept(
                before is null ? "" : Helm(before),
                before?.HelmPerUnit ?? 0,
                text =>
                    NumberText
                        .Read(text)
                        .Then(read =>
                            Math.Abs(read.Number) > 20
                                ? Parsed<double>.Bad("No control turns the rudder by more than 20° a unit.")
                                : Parsed<double>.Good(read.Number)
                        )
            )
        );
        var (byPurpose, otherDatum, means) = (ReadPurposes(scale), ReadOtherDatum(), ReadMeans());
        var gauge = Scale.IsTarget ? GaugeFields.Read(Reader, typed, ClassQuestions.Met, before?.Gauge) : null;
        return Reader.Ok
            ? new(
                before?.Key ?? KeyOf(name!),
                name!,
                before is not null && typed.GetValueOrDefault("synonyms", "") == string.Join(", ", before.Synonyms)
                    ? before.Synonyms
                    :
                    [
                        .. typed
                            .GetValueOrDefault("synonyms", "")
                            .Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries),
                    ],
                scale!,
                datum!,
                point!,
                more!,
                Whens.Read(typed.GetValueOrDefault("when")),
                Directions.Read(typed.GetValueOrDefault("builds")),
                helm
            )
            {
                MoreMeans = means,
                Disturbs = before?.Disturbs ?? [],
                Plans = [.. definition.PlanModes.Plans.Where(plan => Ticked("plan-" + plan.Key)).Select(plan => plan.Key)],
                Modes = [.. definition.PlanModes.Modes.Where(mode => Ticked("mode-" + mode.Key)).Select(mode => mode.Key)],
                ByPurpose = byPurpose,
                OtherDatum = otherDatum,
                BothSides = typed.GetValueOrDefault(SidesField) == OnBoth,
                Who = typed.GetValueOrDefault("who", "").Trim(),
                Stage = Stages.Read(typed.GetValueOrDefault("stage")),
                Gauge = gauge,
            }
            : null;

        bool Ticked(string field) => typed.GetValueOrDefault(field, "").Length > 0;
    }

    private static string Helm(Control control) => control.HelmPerUnit is { } known ? NumberText.Exact(known) : "";

    private string? Text(string field, string missing) =>
        Reader.Need(
            field,
            typed.GetValueOrDefault(field),
            missing,
            text =>
                text.Trim().Length <= Control.LongestText
                    ? Parsed<string>.Good(text.Trim())
                    : Parsed<string>.Bad($"Keep it under {Control.LongestText} letters.")
        );

    /// <summary>A key from a name; never the address of a new control.</summary>
    public static ControlKey KeyOf(string name)
    {
        var key = Slug.Of(name);
        return new(key == ControlEditorModel.NewControl ? "new-one" : key);
    }
}
