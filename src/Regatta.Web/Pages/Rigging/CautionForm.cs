using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.Rigging;

/// <summary>Cautions as rows of fields; those there are, and some more.</summary>
/// <param name="definition">The class they may speak of; null for a club's own, which speak of wind, water and place alone.</param>
/// <param name="cautions">Those there are now.</param>
/// <param name="wind">The reader's unit.</param>
/// <param name="typed">What was typed.</param>
/// <param name="fill">Puts what was typed, and what others changed, into a field.</param>
public sealed class CautionForm(
    ClassDefinition? definition,
    Func<IReadOnlyList<Caution>> cautions,
    SpeedUnit wind,
    IReadOnlyDictionary<string, string> typed,
    Func<Field, Field> fill
) : IDefinitionForm
{
    private const int EmptyRows = 2;
    private const string Any = "";

    private static readonly Choice<Decider?> Deciders = new(
        ("whoever sails", null),
        ("the skipper", Decider.Skipper),
        ("the duty officer", Decider.DutyOfficer),
        ("class rules", Decider.ClassRules),
        ("local rules", Decider.LocalRules),
        ("a rigger", Decider.Rigger)
    );

    private static readonly Choice<Water> Waters = new(
        (Any, Water.NotSaid),
        ("flat", Water.Flat),
        ("chop", Water.Chop),
        ("waves", Water.Waves)
    );

    private static readonly Choice<Place> Places = new((Any, Place.NotSaid), ("open water", Place.Open), ("gusty shore", Place.GustyShore));

    private static readonly Choice<bool> Weights = new(("to mind", false), ("can hurt", true));

    public FormReader Reader { get; } = new();

    public string FirstField => "text-0";

    private RowsForm<Caution> AllRows => new(cautions(), Limits.Sentences, EmptyRows);

    /// <summary>For each caution its sentence, then where it belongs.</summary>
    public IEnumerable<(Field Text, IReadOnlyList<Field> Where)> Rows =>
        AllRows.Open(
            (at, caution) =>
                (
                    fill(new($"text-{at}", caution is null ? "Another" : $"Caution {at + 1}", caution?.Text ?? "")),
                    Where(at, caution ?? new(""))
                )
        );

    /// <inheritdoc/>
    ClassChange? IDefinitionForm.Read() => Read() is { } read ? new SetCautions(read) : null;

    /// <summary>Reads the form; null where something is wrong. An emptied sentence goes.</summary>
    /// <param name="problem">What is wrong with a caution; null where whoever takes them judges.</param>
    public IReadOnlyList<Caution>? Read(Func<Caution, string?>? problem = null)
    {
        var read = AllRows.Read<Caution>(
            (at, was) =>
            {
                var caution = ReadRow(at, was ?? new(""));
                if (caution is not null && problem?.Invoke(caution) is { } wrong)
                {
                    Reader.Refuse($"text-{at}", wrong);
                }

                return caution;
            }
        );
        return Reader.Ok ? read : null;
    }

    private IReadOnlyList<Field> Where(int at, Caution caution)
    {
        var fields = new List<Field>();
        if (definition is not null)
        {
            fields.Add(
                Choice(
                    $"control-{at}",
                    "With",
                    definition.Find(caution.Control ?? default)?.Name ?? Any,
                    [Any, .. definition.Controls.Select(control => control.Name)]
                )
            );
            fields.Add(
                Choice(
                    $"plan-{at}",
                    "Sails",
                    caution.Plan is { } plan ? definition.PlanModes.Find(plan)?.Name ?? Any : Any,
                    [Any, .. definition.PlanModes.Plans.Select(plan => plan.Name)]
                )
            );
            fields.Add(
                Choice(
                    $"mode-{at}",
                    "Mode",
                    caution.Mode is { } mode ? definition.PlanModes.Find(mode)?.Name ?? Any : Any,
                    [Any, .. definition.PlanModes.Modes.Select(mode => mode.Name)]
                )
            );
        }

        fields.Add(fill(new Field($"from-{at}", $"From, {wind.Symbol()}", Wind(caution)) { InputMode = "decimal" }));
        fields.Add(fill(Waters.Field($"water-{at}", "Water", caution.Water)));
        fields.Add(fill(Places.Field($"place-{at}", "Place", caution.Place)));
        fields.Add(fill(Weights.Field($"weight-{at}", "Weight", caution.Grave)));
        fields.Add(fill(Deciders.Field($"decides-{at}", "Who decides", caution.Decides)));
        return fields;
    }

    private Caution? ReadRow(int at, Caution was)
    {
        var text = Text($"text-{at}");
        if (text.Length == 0)
        {
            return null;
        }

        return new(text)
        {
            Control = definition?.Controls.FirstOrDefault(known => known.Name == Text($"control-{at}"))?.Key,
            Plan = definition?.PlanModes.Plans.FirstOrDefault(known => known.Name == Text($"plan-{at}"))?.Key,
            Mode = definition?.PlanModes.Modes.FirstOrDefault(known => known.Name == Text($"mode-{at}"))?.Key,
            WindFrom = Reader.May(
                $"from-{at}",
                Text($"from-{at}"),
                FormReader.Kept(Wind(was), was.WindFrom ?? default, said => WindRange.ReadSpeed(said, wind))
            ),
            Water = Waters.Read(Text($"water-{at}")),
            Place = Places.Read(Text($"place-{at}")),
            Grave = Weights.Read(Text($"weight-{at}")),
            Decides = Deciders.Read(Text($"decides-{at}")),
        };
    }

    private string Wind(Caution caution) => caution.WindFrom is { } from ? NumberText.Plain(from.In(wind), 1) : "";

    private string Text(string field) => typed.GetValueOrDefault(field, "").Trim();

    private Field Choice(string name, string label, string value, IReadOnlyList<string> choices) =>
        fill(new Field(name, label, value) { Choices = choices });
}
