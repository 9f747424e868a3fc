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

    private static readonly (string Word, Decider? Value)[] Deciders =
    [
        ("whoever sails", null),
        ("the skipper", Decider.Skipper),
        ("the duty officer", Decider.DutyOfficer),
        ("class rules", Decider.ClassRules),
        ("local rules", Decider.LocalRules),
        ("a rigger", Decider.Rigger),
    ];

    private static readonly (string Word, Water Value)[] Waters =
    [
        (Any, Water.NotSaid),
        ("flat", Water.Flat),
        ("chop", Water.Chop),
        ("waves", Water.Waves),
    ];

    private static readonly (string Word, Place Value)[] Places =
    [
        (Any, Place.NotSaid),
        ("open water", Place.Open),
        ("gusty shore", Place.GustyShore),
    ];

    private static readonly (string Word, bool Value)[] Weights = [("to mind", false), ("can hurt", true)];

    public FormReader Reader { get; } = new();

    public string FirstField => "text-0";

    private IReadOnlyList<Caution> Now => cautions();

    /// <summary>For each caution its sentence, then where it belongs.</summary>
    public IEnumerable<(Field Text, IReadOnlyList<Field> Where)> Rows =>
        Enumerable
            .Range(0, Math.Min(Limits.Sentences, Now.Count + EmptyRows))
            .Select(at => (At: at, Caution: at < Now.Count ? Now[at] : new("")))
            .Select(one =>
                (
                    fill(new($"text-{one.At}", one.Caution.Text.Length > 0 ? $"Caution {one.At + 1}" : "Another", one.Caution.Text)),
                    Where(one.At, one.Caution)
                )
            );

    /// <inheritdoc/>
    ClassChange? IDefinitionForm.Read() => Read() is { } read ? new SetCautions(read) : null;

    /// <summary>Reads the form; null where something is wrong. An emptied sentence goes.</summary>
    /// <param name="problem">What is wrong with a caution; null where whoever takes them judges.</param>
    public IReadOnlyList<Caution>? Read(Func<Caution, string?>? problem = null)
    {
        var read = new List<Caution>();
        for (var at = 0; at < Limits.Sentences; at++)
        {
            if (ReadRow(at) is not { } caution)
            {
                continue;
            }

            if (problem?.Invoke(caution) is { } wrong)
            {
                Reader.Refuse($"text-{at}", wrong);
            }

            read.Add(caution);
        }

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
        fields.Add(
            Choice(
                $"water-{at}",
                "Water",
                Waters.First(water => water.Value == caution.Water).Word,
                [.. Waters.Select(water => water.Word)]
            )
        );
        fields.Add(
            Choice(
                $"place-{at}",
                "Place",
                Places.First(place => place.Value == caution.Place).Word,
                [.. Places.Select(place => place.Word)]
            )
        );
        fields.Add(
            Choice(
                $"weight-{at}",
                "Weight",
                Weights.First(weight => weight.Value == caution.Grave).Word,
                [.. Weights.Select(weight => weight.Word)]
            )
        );
        fields.Add(
            Choice(
                $"decides-{at}",
                "Who decides",
                Deciders.First(decider => decider.Value == caution.Decides).Word,
                [.. Deciders.Select(decider => decider.Word)]
            )
        );
        return fields;
    }

    private Caution? ReadRow(int at)
    {
        var text = Text($"text-{at}");
        if (text.Length == 0)
        {
            return null;
        }

        var was = at < Now.Count ? Now[at] : new("");
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
            Water = Waters.FirstOrDefault(offered => offered.Word == Text($"water-{at}")).Value,
            Place = Places.FirstOrDefault(offered => offered.Word == Text($"place-{at}")).Value,
            Grave = Weights.FirstOrDefault(offered => offered.Word == Text($"weight-{at}")).Value,
            Decides = Deciders.FirstOrDefault(decider => decider.Word == Text($"decides-{at}")).Value,
        };
    }

    private string Wind(Caution caution) => caution.WindFrom is { } from ? NumberText.Plain(from.In(wind), 1) : "";

    private string Text(string field) => typed.GetValueOrDefault(field, "").Trim();

    private Field Choice(string name, string label, string value, IReadOnlyList<string> choices) =>
        fill(new Field(name, label, value) { Choices = choices });
}
